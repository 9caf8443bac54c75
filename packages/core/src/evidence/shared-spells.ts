/**
 * Spells as keepers hand them to each other: days at risk and how they ended, with what is known of the trap, and no names or places.
 *
 * A row says the season and month, the days, whether bees came or why the spell ended, and the facts in SI with their unit in the name
 * of the column; the region to a whole degree. A value that would be right in another unit is refused with a question.
 * Source: a format of ours, published in the reference; the bounds are those of the records.
 * Left out: places and traps, so that spells of one place are not known to belong together.
 */
import { DomainError, Fields, type NumberRange } from '../shared/errors/index.js';
import { counted, type KeptSpell } from './effects.js';
import type { SpellFacts } from './sides.js';
import type { SpellReason } from './trap-spells.js';

export const SHARED_FORMAT = 'yewridge-spells';
export const SHARED_VERSION = 1;
export const MOST_SHARED = 2000;
const WHY = ['occupied', 'removed', 'seasonEnd', 'asOf'] as const satisfies readonly SpellReason[];

/** One spell, as it crosses from keeper to keeper; column names are those of the file. */
export interface SharedSpell {
  readonly season: number;
  readonly month: number;
  readonly days: number;
  readonly caught: 0 | 1;
  readonly why: (typeof WHY)[number];
  readonly height_m: number | null;
  readonly facing_deg: number | null;
  readonly volume_m3: number | null;
  readonly entrance_m2: number | null;
  readonly comb: string | null;
  readonly lure: string | null;
  readonly landmark: string | null;
  readonly shade: string | null;
  readonly lat_deg: number | null;
  readonly lon_deg: number | null;
}
export const SHARED_COLUMNS = [
  'season',
  'month',
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
  'lat_deg',
  'lon_deg',
] as const satisfies readonly (keyof SharedSpell)[];

interface Bound extends NumberRange {
  readonly min: number;
  readonly max: number;
  /** What a value out of range may have been meant in: a factor that brings it back, and its name. */
  readonly meant?: readonly { readonly per: number; readonly unit: string }[];
}
const BOUNDS = {
  season: { min: 1900, max: 2200 },
  month: { min: 1, max: 12 },
  days: { min: 0.5, max: 366 },
  height_m: { min: 0, max: 40, meant: [{ per: 0.01, unit: 'centimetres' }] },
  facing_deg: { min: 0, max: 360 },
  volume_m3: { min: 0.001, max: 0.2, meant: [{ per: 0.001, unit: 'litres' }] },
  entrance_m2: {
    min: 1e-5,
    max: 0.02,
    meant: [
      { per: 1e-4, unit: 'cm²' },
      { per: 1e-6, unit: 'mm²' },
    ],
  },
  lat_deg: { min: -90, max: 90 },
  lon_deg: { min: -180, max: 180 },
} as const satisfies Partial<Record<keyof SharedSpell, Bound>>;
type Measured = keyof typeof BOUNDS;
const MOST_LETTERS = 60;

function bounded(fields: Fields, name: Measured): number {
  const value = fields.number(name);
  const bound: Bound = BOUNDS[name];
  if (value >= bound.min && value <= bound.max) return value;
  const meant = bound.meant?.find(({ per }) => value * per >= bound.min && value * per <= bound.max);
  const asked = meant ? `; is it in ${meant.unit}?` : '';
  throw new DomainError('RANGE', fields.at(name), `must be ${bound.min} to ${bound.max}${asked}`, { value });
}
const orNull = (fields: Fields, name: Measured): number | null => (fields.has(name) ? bounded(fields, name) : null);

function wordIn(fields: Fields, name: string): string | null {
  if (!fields.has(name)) return null;
  const word = fields.text(name);
  if (word.length > MOST_LETTERS)
    throw new DomainError('LENGTH', fields.at(name), `must be ${MOST_LETTERS} letters at most`, { value: word });
  return word;
}

function rowAt(row: unknown, path: string): SharedSpell {
  const fields = new Fields(row, path, 'wrong type');
  const unknown = Object.keys(row as object).find((name) => !(SHARED_COLUMNS as readonly string[]).includes(name));
  if (unknown !== undefined) {
    const stem = unknown.replace(/_[a-z0-9]+$/i, '');
    const near = SHARED_COLUMNS.find((name) => name.startsWith(`${stem}_`));
    const asked = near === undefined ? '' : `; did you mean ${near}?`;
    throw new DomainError('ENUM', fields.at(unknown), `is no column of shared spells${asked}`, { value: unknown });
  }
  const caught = fields.number('caught');
  if (caught !== 0 && caught !== 1)
    throw new DomainError('ENUM', fields.at('caught'), 'must be 0 or 1', { value: caught });
  const why = fields.word('why', WHY);
  if ((why === 'occupied') !== (caught === 1))
    throw new DomainError('CONFLICT', fields.at('why'), `is ${why}, and caught is ${caught}`, { value: why });
  return {
    season: bounded(fields, 'season'),
    month: bounded(fields, 'month'),
    days: bounded(fields, 'days'),
    caught,
    why,
    height_m: orNull(fields, 'height_m'),
    facing_deg: orNull(fields, 'facing_deg'),
    volume_m3: orNull(fields, 'volume_m3'),
    entrance_m2: orNull(fields, 'entrance_m2'),
    comb: wordIn(fields, 'comb'),
    lure: wordIn(fields, 'lure'),
    landmark: wordIn(fields, 'landmark'),
    shade: wordIn(fields, 'shade'),
    lat_deg: orNull(fields, 'lat_deg'),
    lon_deg: orNull(fields, 'lon_deg'),
  };
}

/**
 * Rows of a file, all or none. @throws DomainError with the path of the row: `EMPTY`, `TOO_LARGE` over 2000, `MISSING`, `TYPE`, `ENUM` for
 * a column that is none, `RANGE` for a value out of bounds or in another unit, `CONFLICT` for an end that is not what was caught.
 */
export function sharedSpells(rows: readonly unknown[]): readonly SharedSpell[] {
  if (rows.length === 0) throw new DomainError('EMPTY', 'spells', 'must be one row or more');
  if (rows.length > MOST_SHARED)
    throw new DomainError(
      'TOO_LARGE',
      `spells[${MOST_SHARED}]`,
      `is row ${MOST_SHARED + 1}: a file holds ${MOST_SHARED}`,
    );
  return rows.map((row, n) => rowAt(row, `spells[${n}]`));
}

/** No finer than anybody measures. */
const rounded = (value: number | null, parts: number): number | null =>
  value === null ? null : Math.round(value * parts) / parts;

/** One's own spells as they are handed on. @param regions whole degrees by site; what is not placed has none. */
export function toShare(
  spells: readonly KeptSpell[],
  regions: ReadonlyMap<string, { readonly lat: number; readonly lon: number }>,
): readonly SharedSpell[] {
  return counted(spells).flatMap(({ keeper, season, start, days, event, reason, siteId, facts }): SharedSpell[] => {
    if (keeper !== '' || season === null) return [];
    const region = regions.get(siteId);
    return [
      {
        season,
        month: Number(start.slice(5, 7)),
        days,
        caught: event,
        why: WHY.find((one) => one === reason) ?? 'seasonEnd',
        height_m: rounded(facts.heightM, 1e2),
        facing_deg: rounded(facts.facingDeg, 1),
        volume_m3: rounded(facts.volumeM3, 1e5),
        entrance_m2: rounded(facts.entranceM2, 1e6),
        comb: facts.comb,
        lure: facts.lure,
        landmark: facts.landmark,
        shade: facts.shade,
        lat_deg: region ? Math.round(region.lat) : null,
        lon_deg: region ? Math.round(region.lon) : null,
      },
    ];
  });
}

/** A neighbour's spells as they are counted with one's own. Their place is the keeper: more is not known. */
export function fromShared(spells: readonly SharedSpell[], keeper: string): readonly KeptSpell[] {
  return spells.map((spell, n): KeptSpell => {
    const date = `${String(spell.season).padStart(4, '0')}-${String(spell.month).padStart(2, '0')}-01`;
    const facts: SpellFacts = {
      site: null,
      trap: null,
      landmark: spell.landmark,
      shade: spell.shade,
      comb: spell.comb,
      lure: spell.lure,
      heightM: spell.height_m,
      facingDeg: spell.facing_deg,
      volumeM3: spell.volume_m3,
      entranceM2: spell.entrance_m2,
    };
    return {
      id: `${keeper}-${n}`,
      deploymentId: `${keeper}-${n}`,
      season: spell.season,
      trapId: '',
      siteId: keeper,
      start: date,
      end: date,
      days: spell.days,
      event: spell.caught,
      reason: spell.why,
      left: null,
      right: null,
      site: keeper,
      trap: '',
      massKg: null,
      keeper,
      facts,
    };
  });
}

const BETWEEN = '|';
/** What would end a field or a row. */
const hidden = (text: string): string => text.replace(/[%|\r\n]/g, (sign) => encodeURIComponent(sign));

/** Spells as they are kept: a line each, fields in the order of the columns. The same spells are the same text. */
export function sharedText(spells: readonly SharedSpell[]): string {
  return spells
    .map((spell) =>
      SHARED_COLUMNS.map((name) => {
        const value = spell[name];
        return value === null ? '' : hidden(String(value));
      }).join(BETWEEN),
    )
    .join('\n');
}

const WORDS: readonly string[] = ['why', 'comb', 'lure', 'landmark', 'shade'];
/** @throws DomainError as {@link sharedSpells}. */
export function readSharedText(text: string): readonly SharedSpell[] {
  const rows = text.split('\n').map((line) => {
    const fields = line.split(BETWEEN);
    return Object.fromEntries(
      SHARED_COLUMNS.map((name, n) => {
        const field = fields[n] ?? '';
        if (field === '') return [name, null];
        return [name, WORDS.includes(name) ? decodeURIComponent(field) : Number(field)];
      }),
    );
  });
  return sharedSpells(rows);
}
