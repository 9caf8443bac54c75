import { DomainError } from '../errors/domain-error.js';

export interface Bracket {
  readonly low: number;
  readonly high: number;
  /** Width of the bracket at which the search stops, in the unit of x. */
  readonly tolerance: number;
  /** The field of the call that the question comes from: an error names it. */
  readonly path: string;
}

/** Halving a bracket of doubles more often than this gains nothing: 2^-200 is below every tolerance we use. */
const MAX_HALVINGS = 200;

/**
 * The root of a continuous function inside a bracket where it changes sign, by bisection.
 *
 * Slower than a secant method, but it cannot leave the bracket, and our functions cost nanoseconds.
 * @throws DomainError `NO_SOLUTION` when `f` has the same sign at both ends.
 * @throws DomainError `CONVERGENCE` when the tolerance is not reached within 200 halvings.
 * @example bisect((x) => x * x - 2, { low: 0, high: 2, tolerance: 1e-12, path: 'x' }) // 1.41421356…
 */
export function bisect(f: (x: number) => number, { low, high, tolerance, path }: Bracket): number {
  let a = low;
  let b = high;
  const fa = f(a);
  if (fa === 0) return a;
  const fb = f(b);
  if (fb === 0) return b;
  if (fa > 0 === fb > 0) throw new DomainError('NO_SOLUTION', path, 'the bracket holds no change of sign');
  for (let i = 0; i < MAX_HALVINGS; i++) {
    const middle = (a + b) / 2;
    if (b - a <= tolerance || middle === a || middle === b) return middle;
    if (f(middle) > 0 === fa > 0) a = middle;
    else b = middle;
  }
  throw new DomainError('CONVERGENCE', path, `no root to ${tolerance} within ${MAX_HALVINGS} halvings`);
}
