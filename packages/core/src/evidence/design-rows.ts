/**
 * Spells of traps and what is known of each, as the rows and columns of a regression.
 *
 * A spell without a day at risk, or of which a factor is not known, is left out and counted. A category becomes a column a level
 * beside its reference; a direction becomes how far north and how far east it looks, so that 359° lies beside 1°.
 * Source: conventions; the usual scales are a metre of height, 10 L of room and 10 cm² of door.
 */
import { dayIn, type Hemisphere, HEMISPHERES, seasonDay } from '../shared/calendar/index.js';
import { DomainError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';

export const FACTOR_KINDS = ['number', 'category', 'angle'] as const;
const DAYS: NumberRange = { min: 0 };
const MOST_SPELLS = 20_000;
const MOST_COLUMNS = 100;
const SCALES: Readonly<Record<string, number>> = { heightM: 1, volumeM3: 0.01, entranceM2: 0.001 };
const REFERENCES: Readonly<Record<string, string>> = { landmark: 'other', comb: 'none' };
const RAD = Math.PI / 180;

export interface Factor {
  readonly name: string;
  readonly kind: (typeof FACTOR_KINDS)[number];
  /** One step of a number; the usual one of its name, else 1. */
  readonly scale?: number | null;
  /** What a category is compared with; needed unless its name has a usual one. */
  readonly reference?: string | null;
  readonly priorSd?: number | null;
}
export interface DesignSpell {
  readonly days: number;
  readonly event: 0 | 1;
  readonly siteId: string;
  readonly start: string;
  readonly season?: number | null;
}
export interface DesignRow {
  readonly y: number;
  readonly exposure: number;
  readonly x: Readonly<Record<string, number>>;
  readonly groups: Readonly<Record<string, string>>;
}
export interface DesignColumn {
  readonly name: string;
  readonly scale: number;
  readonly priorSd?: number;
}
export interface DesignRows {
  readonly rows: readonly DesignRow[];
  readonly columns: readonly DesignColumn[];
  /** Spells that were left out. */
  readonly dropped: number;
}

interface ReadFactor {
  readonly name: string;
  readonly kind: Factor['kind'];
  readonly scale: number;
  readonly reference: string;
  readonly priorSd: number | null;
}

function factorAt(fields: Fields): ReadFactor {
  const name = fields.text('name');
  const kind = fields.word('kind', FACTOR_KINDS);
  const scale = fields.numberOr('scale', kind === 'number' ? (SCALES[name] ?? 1) : 1, POSITIVE);
  const priorSd = fields.numberOr('priorSd', null, POSITIVE);
  const usual = REFERENCES[name];
  if (kind === 'category' && usual === undefined && !fields.has('reference'))
    throw new DomainError('MISSING', fields.at('reference'), 'must be said: what is it compared with?');
  const reference = fields.has('reference') ? fields.text('reference') : (usual ?? '');
  return { name, kind, scale, reference, priorSd };
}

interface Known {
  readonly spell: Fields;
  readonly at: Fields;
  readonly days: number;
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`, `LENGTH` for attributes that are not one a spell, `TOO_LARGE`. */
export function designRows(ask: {
  readonly spells: readonly DesignSpell[];
  readonly attributes: readonly Readonly<Record<string, unknown>>[];
  readonly factors: readonly Factor[];
  readonly hemisphere: Hemisphere;
}): DesignRows {
  const fields = new Fields(ask, '', 'wrong type');
  const spells = fields.objects('spells');
  const attributes = fields.objects('attributes');
  if (spells.length !== attributes.length)
    throw new DomainError('LENGTH', 'attributes', `${attributes.length} for ${spells.length} spells`);
  if (spells.length > MOST_SPELLS) throw new DomainError('TOO_LARGE', 'spells', `more than ${MOST_SPELLS}`);
  const factors = fields.objects('factors').map(factorAt);
  const hemisphere = fields.word('hemisphere', HEMISPHERES);
  const known = spells.flatMap((spell, n): Known[] => {
    const at = attributes[n];
    const days = spell.number('days', DAYS);
    const whole = at !== undefined && factors.every(({ name }) => at.any(name) !== undefined && at.any(name) !== null);
    return whole && days > 0 ? [{ spell, at, days }] : [];
  });
  const made = factors.map((factor) => columnsOf(factor, known));
  const count = made.reduce((sum, { columns }) => sum + columns.length, 0);
  if (count > MOST_COLUMNS)
    throw new DomainError('TOO_LARGE', 'factors', `${count} columns, more than ${MOST_COLUMNS}`);
  return {
    columns: made.flatMap(({ columns }) => columns),
    rows: known.map(({ spell, at, days }): DesignRow => {
      const event = spell.number('event');
      if (event !== 0 && event !== 1)
        throw new DomainError('ENUM', spell.at('event'), 'must be 0 or 1', { value: event });
      dayIn(spell, 'start');
      const season = spell.has('season') ? spell.number('season') : seasonDay(spell.text('start'), hemisphere).season;
      return {
        y: event,
        exposure: days,
        x: Object.fromEntries(made.flatMap(({ valuesOf }) => valuesOf(at))),
        groups: { site: spell.text('siteId'), season: String(season) },
      };
    }),
    dropped: spells.length - known.length,
  };
}

interface Made {
  readonly columns: readonly DesignColumn[];
  readonly valuesOf: (at: Fields) => readonly (readonly [string, number])[];
}

const level = (at: Fields, name: string): string => {
  const value = at.any(name);
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') return String(value);
  throw new DomainError('TYPE', at.at(name), 'must be a word', { value });
};

function columnsOf({ name, kind, scale, reference, priorSd }: ReadFactor, known: readonly Known[]): Made {
  const column = (one: string): DesignColumn => ({ name: one, scale, ...(priorSd === null ? {} : { priorSd }) });
  if (kind === 'number') return { columns: [column(name)], valuesOf: (at) => [[name, at.number(name)]] };
  if (kind === 'angle') {
    const [north, east] = [`${name}:north`, `${name}:east`];
    return {
      columns: [column(north), column(east)],
      valuesOf: (at) => {
        const angle = at.number(name) * RAD;
        return [
          [north, Math.cos(angle)],
          [east, Math.sin(angle)],
        ];
      },
    };
  }
  const levels = [...new Set(known.map(({ at }) => level(at, name)))].filter((one) => one !== reference).sort();
  return {
    columns: levels.map((one) => column(`${name}=${one}`)),
    valuesOf: (at) => levels.map((one) => [`${name}=${one}`, level(at, name) === one ? 1 : 0] as const),
  };
}
