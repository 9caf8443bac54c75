import type { DueListDto, HangingDto, RibbonDto, RibbonRow, RibbonStay } from '@yewridge/contract/rounds';
import type { IsoDate } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { byWords, comingFriday } from '../../../shared/season/season-words';
import { dueLine, needsBy } from '../../../shared/season/due-words';

export const RIBBON_FILTERS = ['all', 'friday', 'scouts', 'bees', 'stores'] as const;
export type RibbonFilter = (typeof RIBBON_FILTERS)[number];

/** One line of the ribbon: a trap, or the head of a group of them. */
export type RibbonLine =
  | {
      readonly kind: 'head';
      readonly name: string;
      readonly count: number;
      readonly clay: boolean;
      readonly height: number;
    }
  | {
      readonly kind: 'trap';
      readonly trapId: string;
      readonly number: string;
      /** Where it hangs now, or hung last. */
      readonly site: string;
      readonly design: string;
      readonly stays: readonly RibbonStay[];
      readonly paintedOn: IsoDate | null;
      readonly hanging: HangingDto | null;
      readonly tall: boolean;
      readonly when: string;
      readonly why: string;
      readonly height: number;
      /** In a row a site: the trap of each stay. */
      readonly numbers?: ReadonlyMap<string, string>;
    };
export type TrapLine = Extract<RibbonLine, { readonly kind: 'trap' }>;

export const HEAD_PX = 22;
export const TALL_PX = 38;
export const SHORT_PX = 25;

/** The stays of all fetched years, each once, its looks joined. */
export function joined(years: readonly RibbonDto[]): readonly RibbonRow[] {
  const rows = new Map<string, { row: RibbonRow; stays: Map<string, RibbonStay> }>();
  for (const { rows: some } of years) {
    for (const row of some) {
      const known = rows.get(row.trapId) ?? { row, stays: new Map<string, RibbonStay>() };
      for (const stay of row.stays) {
        const before = known.stays.get(stay.id);
        known.stays.set(stay.id, before ? { ...stay, visits: [...before.visits, ...stay.visits] } : stay);
      }
      rows.set(row.trapId, known);
    }
  }
  return [...rows.values()].map(({ row, stays }) => ({
    ...row,
    stays: [...stays.values()].sort((a, b) => (a.hungOn < b.hungOn ? -1 : 1)),
  }));
}

function keeps(filter: RibbonFilter, hanging: HangingDto | null, friday: IsoDate): boolean {
  switch (filter) {
    case 'all':
      return true;
    case 'friday':
      return hanging !== null && needsBy(hanging, friday);
    case 'scouts':
      return hanging !== null && !hanging.beesIn && (hanging.lastScouts ?? 0) > 0;
    case 'bees':
      return hanging?.beesIn === true;
    case 'stores':
      return hanging === null;
  }
}

export function filterCounts(due: DueListDto): Readonly<Record<RibbonFilter, number>> {
  const friday = comingFriday(due.today);
  const count = (filter: RibbonFilter): number => due.traps.filter((trap) => keeps(filter, trap, friday)).length;
  return {
    all: due.inUse,
    friday: count('friday'),
    scouts: count('scouts'),
    bees: count('bees'),
    stores: due.free.length,
  };
}

/** What a trap that hangs says of itself in its line. */
function hungLine(
  hanging: HangingDto,
  { today, friday, system }: { readonly today: IsoDate; readonly friday: IsoDate; readonly system: UnitSystem },
  stays: readonly RibbonStay[],
  paintedOn: IsoDate | null,
): TrapLine {
  const { why, when } = dueLine(hanging, today, system);
  const tall = needsBy(hanging, friday);
  const { trapId, number, site, design } = hanging;
  return {
    kind: 'trap',
    trapId,
    number,
    site,
    design,
    stays,
    paintedOn,
    hanging,
    tall,
    when: tall ? when : byWords(hanging.due.dueBy, today).replace(/^By (\w+ \d+) \w+$/, '$1'),
    why: tall ? why : why.replace('last look ', 'seen '),
    height: tall ? TALL_PX : SHORT_PX,
  };
}

function grouped(hung: readonly TrapLine[], rest: readonly TrapLine[], restName: string): readonly RibbonLine[] {
  const group = (name: string, lines: readonly TrapLine[], clay = false): readonly RibbonLine[] =>
    lines.length === 0 ? [] : [{ kind: 'head', name, count: lines.length, clay, height: HEAD_PX }, ...lines];
  return [
    ...group(
      'Need you by Friday',
      hung.filter(({ tall }) => tall),
      true,
    ),
    ...group(
      'Can wait',
      hung.filter(({ tall }) => !tall),
    ),
    ...group(restName, rest),
  ];
}

/** A row a site: every trap that ever hung there, one after the other. `known` are the sites of all seasons. */
export function siteLines(
  years: readonly RibbonDto[],
  due: DueListDto,
  filter: RibbonFilter,
  known: readonly { readonly siteId: string; readonly site: string }[],
  system: UnitSystem,
): readonly RibbonLine[] {
  const { today } = due;
  const friday = comingFriday(today);
  const rows = joined(years);
  const all = rows.flatMap(({ stays }) => stays);
  const numbers = new Map(rows.flatMap(({ number, stays }) => stays.map(({ id }) => [id, number] as const)));
  const staysAt = (siteId: string): readonly RibbonStay[] =>
    all.filter((stay) => stay.siteId === siteId).sort((a, b) => (a.hungOn < b.hungOn ? -1 : 1));
  const taken = new Set<string>();
  const hung = due.traps
    .filter((trap) => keeps(filter, trap, friday))
    .map((hanging) => {
      // Where two hang at one site, the second has a line of its own.
      const first = !taken.has(hanging.siteId);
      taken.add(hanging.siteId);
      const stays = staysAt(hanging.siteId).filter(({ id }) => first || id === hanging.deploymentId);
      return { ...hungLine(hanging, { today, friday, system }, stays, null), numbers };
    });
  const busy = new Set(due.traps.map(({ siteId }) => siteId));
  const sites = new Map(known.map(({ siteId, site }) => [siteId, site]));
  const free = (keeps(filter, null, friday) ? [...sites] : [])
    .filter(([siteId]) => !busy.has(siteId))
    .sort(([, a], [, b]) => (a < b ? -1 : 1))
    .map(([siteId, site]): TrapLine => ({
      kind: 'trap',
      trapId: siteId,
      number: '',
      site,
      design: '',
      stays: staysAt(siteId),
      paintedOn: null,
      hanging: null,
      tall: false,
      when: 'free',
      why: '',
      height: SHORT_PX,
      numbers,
    }));
  return grouped(hung, free, 'Nothing hangs there');
}

/** Lines in the order they are drawn: those that need somebody by Friday, those that can wait, those in Stores. */
export function ribbonLines(
  years: readonly RibbonDto[],
  due: DueListDto,
  filter: RibbonFilter,
  system: UnitSystem,
): readonly RibbonLine[] {
  const { today } = due;
  const friday = comingFriday(today);
  const rows = new Map(joined(years).map((row) => [row.trapId, row]));
  const stays = (trapId: string): readonly RibbonStay[] => rows.get(trapId)?.stays ?? [];
  const paintedOn = (trapId: string): IsoDate | null => rows.get(trapId)?.paintedOn ?? null;
  const wanted = due.traps.filter((trap) => keeps(filter, trap, friday));
  const hung = wanted.map((hanging) =>
    hungLine(hanging, { today, friday, system }, stays(hanging.trapId), paintedOn(hanging.trapId)),
  );
  const free = (keeps(filter, null, friday) ? due.free : []).map((trap): TrapLine => {
    const last = stays(trap.trapId).at(-1);
    return {
      kind: 'trap',
      trapId: trap.trapId,
      number: trap.number,
      site: last ? `last: ${last.site}` : trap.design,
      design: trap.design,
      stays: stays(trap.trapId),
      paintedOn: trap.paintedOn,
      hanging: null,
      tall: false,
      when: 'in Stores',
      why: trap.condition === 'to-mend' ? 'to mend' : '',
      height: SHORT_PX,
    };
  });
  return grouped(hung, free, 'In Stores');
}
