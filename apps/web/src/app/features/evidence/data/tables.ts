import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { Effects, Places, YearRow } from '@yewridge/core/evidence';
import type { Names } from './evidence-words';
import type { OfferedAsk } from './standard-asks';

export type Cell = string | number | null;
/** A table as a file: column names carry their unit, figures are SI. */
export interface Table {
  readonly name: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

const RATE = ['catches', 'days', 'per_100_days', 'lo_per_100_days', 'hi_per_100_days'] as const;
const rateCells = ({ events, days, rate }: YearRow | Places['groups'][number]): readonly Cell[] => [
  events,
  days,
  rate.per100,
  rate.lo100,
  rate.hi100,
];

export function placesTable(places: Places, groups: Names | null): Table {
  const said = { A: groups?.nameA ?? null, B: groups?.nameB ?? null, neither: null, all: null };
  return {
    name: 'places',
    columns: ['group', 'place', ...RATE],
    rows: places.groups.flatMap((group) =>
      group.places.map((place) => [said[group.side], place.site, ...rateCells({ ...group, ...place, places: [] })]),
    ),
  };
}
export function yearsTable(years: readonly YearRow[]): Table {
  return { name: 'years', columns: ['season', ...RATE], rows: years.map((year) => [year.season, ...rateCells(year)]) };
}
export function effectsTable(effects: Effects, asked: readonly OfferedAsk[]): Table {
  return {
    name: 'differences',
    columns: [
      'question',
      'option_a',
      'option_b',
      'catches_a',
      'days_a',
      'catches_b',
      'days_b',
      'ratio',
      'lo',
      'hi',
      'direction_right',
      'comparisons',
      'verdict',
    ],
    rows: effects.rows.flatMap((row) => {
      const offered = asked.find(({ ask }) => ask.id === row.id);
      if (!offered) return [];
      const { title, ask } = offered;
      return [
        [
          title,
          ask.nameA,
          ask.nameB,
          row.a.events,
          row.a.days,
          row.b.events,
          row.b.days,
          row.ratio,
          row.lo,
          row.hi,
          row.pDirection,
          effects.comparisons,
          row.verdict.text,
        ],
      ];
    }),
  };
}
export function staysTable({ spells }: EvidenceDto): Table {
  return {
    name: 'stays',
    columns: [
      'stay',
      'season',
      'trap',
      'place',
      'start',
      'end',
      'days',
      'caught',
      'why',
      'height_m',
      'facing_deg',
      'volume_m3',
      'entrance_m2',
      'comb',
      'lure',
      'landmark',
      'shade',
      'mass_kg',
    ],
    rows: spells.map((one) => [
      one.deploymentId,
      one.season,
      one.trap,
      one.site,
      one.start,
      one.end,
      one.days,
      one.event,
      one.reason,
      one.facts.heightM,
      one.facts.facingDeg,
      one.facts.volumeM3,
      one.facts.entranceM2,
      one.facts.comb,
      one.facts.lure,
      one.facts.landmark,
      one.facts.shade,
      one.massKg,
    ]),
  };
}

/** A table as CSV. Fetched when it is asked for: the page does without it. */
export async function csvOf({ columns, rows }: Table): Promise<string> {
  const { stringify } = await import('csv-stringify/browser/esm/sync');
  return stringify([columns, ...rows], { record_delimiter: 'windows', escape_formulas: true });
}
