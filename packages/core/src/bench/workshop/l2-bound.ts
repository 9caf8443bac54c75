/**
 * The least number of bins that pieces need, by pairs that cannot share one.
 *
 * Formula: for each alpha up to half the capacity, pieces above C - alpha stand alone, those above C/2 need a bin each, and what of
 * the rest does not fit beside them needs more; the greatest over alpha.
 * Source: Martello and Toth's bound, Discrete Applied Mathematics 1990, 28:59-70.
 */
import { firstWithin } from './falling.js';
import { arrayAt, DomainError, objectAt } from '../../shared/errors/index.js';

function wholePositive(value: unknown, path: string): number {
  if (typeof value !== 'number' || !Number.isSafeInteger(value) || value <= 0) {
    throw new DomainError('TYPE', path, 'must be a positive whole number', { value });
  }
  return value;
}

/** Whole units, µm as a rule. @throws DomainError `TYPE`; `NO_SOLUTION` for a size above the capacity. */
export function l2Bound(i: { readonly sizes: readonly number[]; readonly capacity: number }): number {
  const given = objectAt(i, '');
  const sizes = arrayAt(given['sizes'], 'sizes').map((size, n) => wholePositive(size, `sizes[${n}]`));
  const capacity = wholePositive(given['capacity'], 'capacity');
  const over = sizes.findIndex((size) => size > capacity);
  if (over >= 0) throw new DomainError('NO_SOLUTION', `sizes[${over}]`, 'is longer than what it is cut from');
  return l2Of(sizes, capacity);
}

/** The same of sizes that are known to be whole, positive and no longer than the capacity. */
export function l2Of(sizes: readonly number[], capacity: number): number {
  const sorted = [...sizes].sort((a, b) => b - a);
  // Sums of the longest: what lies between two sizes is a difference of two of them.
  const sums = [0];
  for (const size of sorted) sums.push((sums.at(-1) ?? 0) + size);
  const longer = (limit: number): number => firstWithin(sorted, 0, limit);
  const half = longer(capacity / 2);
  let best = 0;
  for (const alpha of new Set([0, ...sorted.filter((size) => 2 * size <= capacity)])) {
    const alone = longer(capacity - alpha);
    // Whole numbers: at least alpha is more than alpha - 1.
    const small = longer(alpha - 1);
    const between = (from: number, to: number): number => (sums[Math.max(from, to)] ?? 0) - (sums[from] ?? 0);
    const room = (half - alone) * capacity - between(alone, half);
    const more = Math.max(0, Math.ceil((between(half, small) - room) / capacity));
    best = Math.max(best, half + more);
  }
  return best;
}
