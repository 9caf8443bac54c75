/**
 * Warmth of a spring in degree-days, from the day's lowest and highest temperature.
 *
 * Formula: `sine` takes the day as one sine wave between a base and a ceiling above which more heat counts no more;
 * `average` and `clippedAverage` are two older quantities that share one name.
 * Source: Ecology 1969, 50 (single sine); Agric. For. Meteorol. 1997, 87 (the two averages). Base 10 and ceiling 30 °C are
 * conventions: no base for swarming has been established; 5 °C suits early bloom.
 */
import { dateOfDay, dayIn, dayOrNull, type IsoDate } from '../shared/calendar/index.js';
import {
  arrayAt,
  DomainError,
  emptyError,
  Fields,
  givenAt,
  numberAt,
  type NumberRange,
} from '../shared/errors/index.js';

export const DEGREE_DAY_METHODS = ['sine', 'average', 'clippedAverage'] as const;
export type DegreeDayMethod = (typeof DEGREE_DAY_METHODS)[number];

export interface DegreeDayOptions {
  /** Degrees Celsius, default 10. */
  readonly lower?: number | null;
  /** Degrees Celsius, default 30; `null` = no ceiling. */
  readonly upper?: number | null;
  readonly method?: DegreeDayMethod | null;
}
/** A day's temperatures in °C; `null` where nobody knows. */
export interface DayTemperatures {
  readonly date: IsoDate;
  readonly tMin: number | null;
  readonly tMax: number | null;
}

const TEMPERATURE: NumberRange = { min: -60, max: 60 };
const DEFAULTS = { lower: 10, upper: 30 };
const MOST_DAYS = 40_000;

interface Rule {
  readonly lower: number;
  readonly upper: number;
  readonly method: DegreeDayMethod;
}

function ruleOf(fields: Fields, given: Readonly<Record<string, unknown>>): Rule {
  const lower = fields.numberOr('lower', DEFAULTS.lower, TEMPERATURE);
  const stated = given['upper'];
  const upper =
    stated === null ? Infinity : stated === undefined ? DEFAULTS.upper : fields.number('upper', TEMPERATURE);
  if (upper <= lower) throw new DomainError('RANGE', fields.at('upper'), 'must be above the base', { value: upper });
  return { lower, upper, method: fields.wordOr('method', 'sine', DEGREE_DAY_METHODS) };
}

/** Mean of what a sine day rises above a threshold. */
function above(threshold: number, tMin: number, tMax: number): number {
  const middle = (tMin + tMax) / 2;
  if (tMax <= threshold) return 0;
  if (tMin >= threshold) return middle - threshold;
  const half = (tMax - tMin) / 2;
  const angle = Math.asin((threshold - middle) / half);
  return ((middle - threshold) * (Math.PI / 2 - angle) + half * Math.cos(angle)) / Math.PI;
}

function ofDay(tMin: number, tMax: number, { lower, upper, method }: Rule): number {
  const clip = (value: number): number => Math.min(Math.max(value, lower), upper);
  switch (method) {
    case 'sine':
      return above(lower, tMin, tMax) - (upper === Infinity ? 0 : above(upper, tMin, tMax));
    case 'average':
      return Math.max(0, Math.min((tMin + tMax) / 2, upper) - lower);
    case 'clippedAverage':
      return (clip(tMin) + clip(tMax)) / 2 - lower;
  }
}

const optionsOf = (options: unknown): Readonly<Record<string, unknown>> =>
  (options ?? {}) as Readonly<Record<string, unknown>>;

/**
 * Degree-days of one day, °C·d. @throws DomainError `MISSING`, `TYPE`, `RANGE` (-60..60 °C; highest below lowest; ceiling
 * not above base), `ENUM`.
 */
export function degreeDays(tMin: number, tMax: number, options?: DegreeDayOptions | null): number {
  givenAt(tMin, 'tMin');
  givenAt(tMax, 'tMax');
  const low = numberAt(tMin, 'tMin', TEMPERATURE);
  const high = numberAt(tMax, 'tMax', TEMPERATURE);
  if (high < low) throw new DomainError('RANGE', 'tMax', 'is below the lowest of the day', { value: high });
  return ofDay(low, high, ruleOf(new Fields(options ?? {}, 'options'), optionsOf(options)));
}

interface Known {
  readonly day: number;
  readonly tMin: number | null;
  readonly tMax: number | null;
}

/** Days by their number, each once. */
function daysOf(daily: unknown): ReadonlyMap<number, Known> {
  const days = new Map<number, Known>();
  for (const [n, one] of arrayAt(daily, 'daily').entries()) {
    const fields = new Fields(one, `daily[${n}]`, 'wrong type');
    const day = dayIn(fields, 'date');
    const temperature = (key: string): number | null => (fields.has(key) ? fields.number(key, TEMPERATURE) : null);
    const [tMin, tMax] = [temperature('tMin'), temperature('tMax')];
    if (tMin !== null && tMax !== null && tMax < tMin) {
      throw new DomainError('RANGE', fields.at('tMax'), 'is below the lowest of the day', { value: tMax });
    }
    if (days.has(day))
      throw new DomainError('CONFLICT', fields.at('date'), 'is there twice', { value: dateOfDay(day) });
    days.set(day, { day, tMin, tMax });
  }
  return days;
}

/**
 * Degree-days day by day and their sum. A day that is missing or half known is filled between its neighbours when no more
 * than `maxGap` (default 3) days lie between good ones.
 * @throws DomainError `MISSING` with the date of a gap that is too long, `CONFLICT` for a date twice, `EMPTY`, `RANGE`,
 * `TYPE`, `FORMAT`, `ENUM`.
 */
export function accumulateDegreeDays(
  daily: readonly DayTemperatures[],
  options?:
    | (DegreeDayOptions & {
        readonly from?: IsoDate | null;
        readonly to?: IsoDate | null;
        readonly maxGap?: number | null;
      })
    | null,
): readonly { readonly date: IsoDate; readonly dd: number; readonly cum: number; readonly filled: boolean }[] {
  givenAt(daily, 'daily');
  const days = daysOf(daily);
  const fields = new Fields(options ?? {}, 'options');
  const rule = ruleOf(fields, optionsOf(options));
  const all = [...days.keys()].sort((a, b) => a - b);
  const good = [...days.values()]
    .filter((one): one is Known & { tMin: number; tMax: number } => one.tMin !== null && one.tMax !== null)
    .sort((a, b) => a.day - b.day);
  if (good.length === 0) throw emptyError('daily', 'hold no day with both temperatures');
  const from = dayOrNull(fields, 'from') ?? all[0] ?? 0;
  const to = dayOrNull(fields, 'to') ?? all.at(-1) ?? 0;
  const maxGap = fields.wholeOr('maxGap', 3, { min: 0 });
  if (from > to) throw new DomainError('RANGE', fields.at('from'), 'is after the last day');
  if (to - from > MOST_DAYS) throw new DomainError('TOO_LARGE', fields.at('to'), `spans more than ${MOST_DAYS} days`);
  let next = 0;
  let cum = 0;
  return Array.from({ length: to - from + 1 }, (_, n) => {
    const day = from + n;
    while (next < good.length && (good[next]?.day ?? 0) < day) next += 1;
    const [before, after] = [good[next - 1], good[next]];
    const exact = after?.day === day ? after : null;
    if (!exact && (!before || !after || after.day - before.day - 1 > maxGap)) {
      throw new DomainError('MISSING', dateOfDay(day), 'has no temperatures, and too many days beside it have none');
    }
    const between = (key: 'tMin' | 'tMax'): number => {
      if (exact) return exact[key];
      if (!before || !after) return 0;
      const share = (day - before.day) / (after.day - before.day);
      return before[key] + share * (after[key] - before[key]);
    };
    const dd = ofDay(between('tMin'), between('tMax'), rule);
    cum += dd;
    return { date: dateOfDay(day), dd, cum, filled: exact === null };
  });
}
