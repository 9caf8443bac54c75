/**
 * How early or late a year is, told by its warmth and by what blooms, against earlier years.
 *
 * Formula: the day of this year's sum of degree-days less the day on which the mean of earlier years reaches it; blooms are
 * this year's day less the mean of the others; signals are joined by their precisions with a prior of 0 ± 7 days.
 * Source: phenology by conventions of this program; how much of a lag carries into swarming is poorly known.
 */
import {
  arrayAt,
  DomainError,
  emptyError,
  Fields,
  givenAt,
  NON_NEGATIVE,
  numberAt,
  POSITIVE,
  wholeAt,
} from '../shared/errors/index.js';

export interface Lag {
  /** Days, positive = late; `null` while there is too little warmth to say. */
  readonly lag: number | null;
  readonly sd: number | null;
  /** Season day on which the mean of earlier years reaches the same sum. */
  readonly referenceDay: number | null;
  /** Earlier years never got so far. */
  readonly clamped: boolean;
}
export interface Anomaly {
  /** Days, positive = late. */
  readonly mean: number;
  readonly sd: number;
}

/** Variance of a crossing where too few years tell it, days². */
const UNKNOWN_VARIANCE = 49;
/** Of the method itself, days². */
const OWN_VARIANCE = 4;

/** The day, with its fraction, on which a curve reaches `total`; `null` if it never does. */
function crossing(curve: readonly number[], total: number): { readonly day: number; readonly slope: number } | null {
  const i = curve.findIndex((value) => value >= total);
  if (i < 0) return null;
  const value = curve[i] ?? 0;
  const before = i === 0 ? 0 : (curve[i - 1] ?? 0);
  const slope = value - before;
  return { day: slope === 0 ? i + 1 : i + (total - before) / slope, slope };
}

function curvesOf(reference: unknown): readonly (readonly number[])[] {
  const curves = arrayAt(reference, 'reference').map((one, y) => {
    const curve = arrayAt(one, `reference[${y}]`).map((value, d) => numberAt(value, `reference[${y}][${d}]`, {}));
    const falls = curve.findIndex((value, d) => value < (curve[d - 1] ?? -Infinity));
    if (falls >= 0) throw new DomainError('CONFLICT', `reference[${y}][${falls}]`, 'is less than the day before');
    if (curve.length === 0) throw emptyError(`reference[${y}]`);
    return curve;
  });
  if (curves.length === 0) throw emptyError('reference', 'hold no earlier year');
  return curves;
}

/**
 * @param day season day of today; `cum` the sum of degree-days so far; `reference[year][d - 1]` the sums of earlier years.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `EMPTY`, `CONFLICT` for a sum that falls.
 */
export function degreeDayLag(
  day: number,
  cum: number,
  reference: readonly (readonly number[])[],
  options?: { readonly dailyNoise?: number | null; readonly minTotal?: number | null } | null,
): Lag {
  givenAt(day, 'day');
  const today = numberAt(day, 'day', {});
  givenAt(cum, 'cum');
  const total = numberAt(cum, 'cum', NON_NEGATIVE);
  givenAt(reference, 'reference');
  const curves = curvesOf(reference);
  const fields = new Fields(options ?? {}, 'options');
  const dailyNoise = fields.numberOr('dailyNoise', 4, NON_NEGATIVE);
  const minTotal = fields.numberOr('minTotal', 50, NON_NEGATIVE);
  if (total === 0) return { lag: null, sd: null, referenceDay: null, clamped: false };
  const length = Math.min(...curves.map((curve) => curve.length));
  const mean = Array.from(
    { length },
    (_, d) => curves.reduce((sum, curve) => sum + (curve[d] ?? 0), 0) / curves.length,
  );
  const found = crossing(mean, total);
  const referenceDay = found?.day ?? length;
  const clamped = found === null;
  if (total < minTotal) return { lag: null, sd: null, referenceDay, clamped };
  const days = curves.flatMap((curve) => crossing(curve, total)?.day ?? []);
  const middle = days.reduce((sum, one) => sum + one, 0) / Math.max(1, days.length);
  const variance =
    days.length < 2 ? UNKNOWN_VARIANCE : days.reduce((sum, one) => sum + (one - middle) ** 2, 0) / (days.length - 1);
  const noise = found && found.slope > 0 ? dailyNoise / found.slope : 0;
  const sd = Math.sqrt(OWN_VARIANCE + variance / Math.max(1, days.length) + noise * noise);
  return { lag: today - referenceDay, sd, referenceDay, clamped };
}

/**
 * One species and stage: this season's day less the mean of the others; `null` if either is missing.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `CONFLICT` for two in the current season.
 */
export function bloomAnomaly(
  records: readonly { readonly season: number; readonly day: number }[],
  season: number,
  obsSd: number | null = 3,
): Anomaly | null {
  givenAt(records, 'records');
  const all = arrayAt(records, 'records').map((one, n) => {
    const fields = new Fields(one, `records[${n}]`, 'wrong type');
    return { season: fields.whole('season', {}), day: fields.number('day') };
  });
  givenAt(season, 'season');
  const current = wholeAt(season, 'season', {});
  const own = numberAt(obsSd ?? 3, 'obsSd', POSITIVE);
  const now = all.filter((one) => one.season === current);
  if (now.length > 1) throw new DomainError('CONFLICT', 'records', 'hold two of the current season');
  const others = all.filter((one) => one.season !== current);
  const [first] = now;
  if (!first || others.length === 0) return null;
  const mean = others.reduce((sum, { day }) => sum + day, 0) / others.length;
  return { mean: first.day - mean, sd: own * Math.sqrt(1 + 1 / others.length) };
}

/** Several signals as one; without any 0 ± `priorSd` (7) days. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function phenologyAnomaly(signals: readonly Anomaly[], priorSd: number | null = 7): Anomaly {
  givenAt(signals, 'signals');
  const all = arrayAt(signals, 'signals').map((one, n) => {
    const fields = new Fields(one, `signals[${n}]`, 'wrong type');
    return { mean: fields.number('mean'), sd: fields.number('sd', POSITIVE) };
  });
  const prior = numberAt(priorSd ?? 7, 'priorSd', POSITIVE);
  const precision = all.reduce((sum, { sd }) => sum + 1 / (sd * sd), 1 / (prior * prior));
  return {
    mean: all.reduce((sum, { mean, sd }) => sum + mean / (sd * sd), 0) / precision,
    sd: 1 / Math.sqrt(precision),
  };
}
