/**
 * Whether early swarms are larger: the median slope of mass over days, and how likely chance alone makes it.
 *
 * Formula: the median of all pairwise slopes (Theil and Sen); Kendall's S with its normal approximation and continuity.
 * Source: J. Am. Stat. Assoc. 1968, 63. Settled = at least 10 points and p <= 0.05, by convention.
 */
import { arrayAt, DomainError, Fields, givenAt, NON_NEGATIVE } from '../shared/errors/index.js';
import { normCdf, quantileOfSorted } from '../shared/stats/index.js';

const LEAST_POINTS = 3;
/** All pairs are compared. */
const MOST_POINTS = 2000;
const SETTLED = { points: 10, p: 0.05 };

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`; `TOO_LARGE` for more than 2000 points. */
export function sizeTrend(points: readonly { readonly day: number; readonly massKg: number }[]): {
  readonly slopeKgPerDay: number | null;
  readonly p: number | null;
  readonly n: number;
  readonly settled: boolean;
} {
  givenAt(points, 'points');
  const list = arrayAt(points, 'points');
  if (list.length > MOST_POINTS) throw new DomainError('TOO_LARGE', 'points', `must be ${MOST_POINTS} at most`);
  const all = list.map((one, k) => {
    const fields = new Fields(one, `points[${k}]`, 'wrong type');
    return { day: fields.number('day'), massKg: fields.number('massKg', NON_NEGATIVE) };
  });
  const n = all.length;
  const slopes: number[] = [];
  let s = 0;
  for (const [i, a] of all.entries()) {
    for (const b of all.slice(i + 1)) {
      s += Math.sign(b.day - a.day) * Math.sign(b.massKg - a.massKg);
      if (b.day !== a.day) slopes.push((b.massKg - a.massKg) / (b.day - a.day));
    }
  }
  if (n < LEAST_POINTS || slopes.length === 0) return { slopeKgPerDay: null, p: null, n, settled: false };
  const z = Math.max(0, Math.abs(s) - 1) / Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
  const p = 2 * (1 - normCdf(z));
  const slopeKgPerDay = quantileOfSorted(
    slopes.sort((a, b) => a - b),
    0.5,
  );
  return { slopeKgPerDay, p, n, settled: n >= SETTLED.points && p <= SETTLED.p };
}
