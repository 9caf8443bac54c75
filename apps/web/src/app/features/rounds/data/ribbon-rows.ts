import type { DueListDto, HangingDto, RibbonDto, RibbonRow, RibbonStay } from '@yewridge/contract/rounds';
import type { IsoDate } from '@yewridge/core/season';
import { byWords, comingFriday } from '../../../shared/season/season-words';
import { dueLine, needsBy } from './due-words';

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

/** Lines in the order they are drawn: those that need somebody by Friday, those that can wait, those in Stores. */
export function ribbonLines(years: readonly RibbonDto[], due: DueListDto, filter: RibbonFilter): readonly RibbonLine[] {
  const { today } = due;
  const friday = comingFriday(today);
  const rows = new Map(joined(years).map((row) => [row.trapId, row]));
  const stays = (trapId: string): readonly RibbonStay[] => rows.get(trapId)?.stays ?? [];
  const paintedOn = (trapId: string): IsoDate | null => rows.get(trapId)?.paintedOn ?? null;
  const wanted = due.traps.filter((trap) => keeps(filter, trap, friday));
  const hung = wanted.map((hanging): TrapLine => {
    const { why, when } = dueLine(hanging, today);
    const tall = needsBy(hanging, friday);
    return {
      kind: 'trap',
      trapId: hanging.trapId,
      number: hanging.number,
      site: hanging.site,
      design: hanging.design,
      stays: stays(hanging.trapId),
      paintedOn: paintedOn(hanging.trapId),
      hanging,
      tall,
      when: tall ? when : byWords(hanging.due.dueBy, today).replace(/^By (\w+ \d+) \w+$/, '$1'),
      why: tall ? why : why.replace('last look ', 'seen '),
      height: tall ? TALL_PX : SHORT_PX,
    };
  });
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
    ...group('In Stores', free),
  ];
}
