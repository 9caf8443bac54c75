/**
 * Exact tests for a handful of traps: how likely is a table as uneven as this one, were the options alike?
 *
 * Every table with the same sums is weighed; those no more likely than the one at hand are added up. Compared in logarithms, with
 * a millionth to spare, so that tables which are equally likely are counted alike.
 * Source: Fisher's exact test; Freeman and Halton, Biometrika 1951, 38: 141; Holm, Scand. J. Stat. 1979, 6: 65; Benjamini and
 * Hochberg, J. R. Stat. Soc. B 1995, 57: 289.
 * Left out: days at risk. Boxes are counted, not how long they hung; where that differs, compare rates.
 */
import {
  arrayAt,
  DomainError,
  emptyError,
  givenAt,
  numberAt,
  type NumberRange,
  wholeAt,
  wordAt,
} from '../shared/errors/index.js';
import { lnChoose } from '../shared/stats/index.js';

const COUNT: NumberRange = { min: 0, max: 2e5 };
const TRIES: NumberRange = { min: 0, max: 1e6 };
const SHARE: NumberRange = { min: 0, max: 1 };
/** What is no more likely, but for the last figures. */
const SAME = 1e-7;
/** ln of what a sum of chances no longer shows. */
const NOTHING = -745;
/** Tables that are weighed at most. */
const MOST_TABLES = 200_000;
const MOST_VALUES = 10_000;
const MOST_OPTIONS = 100;

const count = (value: unknown, path: string): number => {
  givenAt(value, path);
  return wholeAt(value, path, COUNT);
};
const capped = (p: number): number => Math.min(1, p);

export interface FisherExact {
  /** Two-sided. */
  readonly p: number;
  /** At most, and at least, so many of the first option occupied. */
  readonly less: number;
  readonly greater: number;
  /** Odds of the first over those of the second; `null` where that has no value. */
  readonly oddsRatio: number | null;
}

/**
 * Two options (rows `a`, `b` and `c`, `d`), occupied and empty traps of each.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `EMPTY` for a table of nothing.
 */
export function fisherExact(a: number, b: number, c: number, d: number): FisherExact {
  const [p, q, r, s] = [count(a, 'a'), count(b, 'b'), count(c, 'c'), count(d, 'd')];
  const [first, second, occupied] = [p + q, r + s, p + r];
  if (first + second === 0) throw emptyError('a', 'the table counts no trap');
  const [from, to] = [Math.max(0, occupied - second), Math.min(first, occupied)];
  const whole = lnChoose(first + second, occupied);
  const chance = (k: number): number => Math.exp(lnChoose(first, k) + lnChoose(second, occupied - k) - whole);
  const own = chance(p) * (1 + SAME);
  const sums = { p: 0, less: 0, greater: 0 };
  for (let k = from; k <= to; k++) {
    const one = chance(k);
    if (one <= own) sums.p += one;
    if (k <= p) sums.less += one;
    if (k >= p) sums.greater += one;
  }
  return {
    p: capped(sums.p),
    less: capped(sums.less),
    greater: capped(sums.greater),
    oddsRatio: q * r === 0 ? null : (p * s) / (q * r),
  };
}

/**
 * Several options, each with its occupied and empty traps.
 * @throws DomainError `MISSING`, `TYPE`, `LENGTH` for a pair that is none, `RANGE`, `EMPTY` for fewer than two options or no trap at
 * all, `TOO_LARGE` for more than 200,000 tables or 100 options.
 */
export function exact2xK(groups: readonly (readonly [occupied: number, empty: number])[]): { readonly p: number } {
  givenAt(groups, 'groups');
  const pairs = arrayAt(groups, 'groups').map((group, n) => {
    const pair = arrayAt(group, `groups[${n}]`);
    if (pair.length !== 2) throw new DomainError('LENGTH', `groups[${n}]`, 'must be occupied and empty');
    return [count(pair[0], `groups[${n}][0]`), count(pair[1], `groups[${n}][1]`)] as const;
  });
  if (pairs.length > MOST_OPTIONS) throw new DomainError('TOO_LARGE', 'groups', `more than ${MOST_OPTIONS} options`);
  if (pairs.length < 2) throw emptyError('groups', 'must be two options or more');
  const sizes = pairs.map(([occupied, empty]) => occupied + empty);
  if (sizes.every((size) => size === 0)) throw emptyError('groups', 'the table counts no trap');
  let tables = 1;
  for (const size of sizes) {
    tables *= size + 1;
    if (tables > MOST_TABLES) throw new DomainError('TOO_LARGE', 'groups', `more than ${MOST_TABLES} tables to weigh`);
  }
  const occupied = pairs.reduce((sum, [one]) => sum + one, 0);
  const whole = lnChoose(
    sizes.reduce((sum, size) => sum + size, 0),
    occupied,
  );
  const own = pairs.reduce((sum, [one], n) => sum + lnChoose(sizes[n] ?? 0, one), -whole) + SAME;
  // Room that is left in the options after each: what cannot be placed any more is not looked at.
  const room = sizes.map((_, n) => sizes.slice(n + 1).reduce((sum, size) => sum + size, 0));
  const weigh = (n: number, left: number, ln: number): number => {
    const size = sizes[n];
    if (size === undefined) return ln <= own ? Math.exp(ln) : 0;
    let sum = 0;
    for (let k = Math.max(0, left - (room[n] ?? 0)); k <= Math.min(size, left); k++)
      sum += weigh(n + 1, left - k, ln + lnChoose(size, k));
    return sum;
  };
  return { p: capped(weigh(0, occupied, -whole)) };
}

/**
 * Chance of `k` of `n`, or a count no more likely, where each has the chance `p0`; 1 where there is nothing to count.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (0 <= k <= n <= 1e6, 0 <= p0 <= 1).
 */
export function binomTest(k: number, n: number, p0 = 0.5): number {
  givenAt(k, 'k');
  const hits = wholeAt(k, 'k', TRIES);
  givenAt(n, 'n');
  const tries = wholeAt(n, 'n', TRIES);
  if (hits > tries) throw new DomainError('RANGE', 'k', `${hits} is more than ${tries}`, { value: hits });
  return asUneven(hits, tries, numberAt(p0, 'p0', SHARE));
}

/** The same of numbers that are known to be such. Counts far from the likeliest weigh nothing, and are not looked at. */
export function asUneven(hits: number, tries: number, chance: number): number {
  if (tries === 0) return 1;
  if (chance === 0 || chance === 1) return hits === tries * chance ? 1 : 0;
  const [ln0, ln1] = [Math.log(1 - chance), Math.log(chance)];
  const lnOf = (one: number): number => lnChoose(tries, one) + one * ln1 + (tries - one) * ln0;
  const own = lnOf(hits) + SAME;
  const likeliest = Math.min(tries, Math.floor((tries + 1) * chance));
  let sum = 0;
  for (let one = likeliest; one <= tries; one++) {
    const ln = lnOf(one);
    if (ln < NOTHING) break;
    if (ln <= own) sum += Math.exp(ln);
  }
  for (let one = likeliest - 1; one >= 0; one--) {
    const ln = lnOf(one);
    if (ln < NOTHING) break;
    if (ln <= own) sum += Math.exp(ln);
  }
  return capped(sum);
}

export const ADJUSTMENTS = ['holm', 'bh'] as const;

/**
 * Chances of several comparisons, made honest about how many there were; in the order they came.
 * @param method `holm` holds the chance of any false alarm, `bh` the share of false ones among those that are called.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (0..1), `ENUM`, `TOO_LARGE` over 10,000.
 */
export function adjustPValues(ps: readonly number[], method: (typeof ADJUSTMENTS)[number] = 'holm'): readonly number[] {
  givenAt(ps, 'ps');
  const list = arrayAt(ps, 'ps');
  if (list.length > MOST_VALUES) throw new DomainError('TOO_LARGE', 'ps', `more than ${MOST_VALUES} comparisons`);
  const values = list.map((one, n) => numberAt(one, `ps[${n}]`, SHARE));
  const how = wordAt(method, 'method', ADJUSTMENTS);
  const m = values.length;
  const order = values.map((_, n) => n).sort((a, b) => (values[a] ?? 0) - (values[b] ?? 0) || a - b);
  const adjusted = [...values];
  let held = how === 'holm' ? 0 : 1;
  for (let step = 0; step < m; step++) {
    // Holm goes up from the smallest, the other down from the largest.
    const rank = how === 'holm' ? step : m - 1 - step;
    const at = order[rank] ?? 0;
    const value = values[at] ?? 0;
    held = how === 'holm' ? Math.max(held, (m - rank) * value) : Math.min(held, (m / (rank + 1)) * value);
    adjusted[at] = capped(held);
  }
  return adjusted;
}
