import { DomainError } from '../errors/domain-error.js';
import type { Bracket } from './bisect.js';

/** Brent's method needs about a dozen steps; this many means that `f` is not continuous. */
const MAX_STEPS = 200;

/**
 * The root of a continuous function inside a bracket where it changes sign, by Brent's method: inverse quadratic or secant
 * steps, halving whenever they would leave the bracket or gain too little. As safe as {@link bisect}, and a quarter of its
 * evaluations, which counts where one evaluation is a whole network of losses.
 *
 * Source: Comput. J. 1971 14:422 (method); bracket and tolerance as in `bisect`.
 * @throws DomainError `NO_SOLUTION` when `f` has the same sign at both ends; `CONVERGENCE` after 200 steps.
 */
export function brent(f: (x: number) => number, { low, high, tolerance, path }: Bracket): number {
  let a = low;
  let b = high;
  let fa = f(a);
  let fb = f(b);
  if (fa === 0) return a;
  if (fb === 0) return b;
  if (fa > 0 === fb > 0) throw new DomainError('NO_SOLUTION', path, 'the bracket holds no change of sign');
  let c = a;
  let fc = fa;
  let step = b - a;
  let before = step;
  for (let n = 0; n < MAX_STEPS; n++) {
    if (Math.abs(fc) < Math.abs(fb)) [a, b, c, fa, fb, fc] = [b, c, b, fb, fc, fb];
    const least = 2 * Number.EPSILON * Math.abs(b) + tolerance / 2;
    const half = (c - b) / 2;
    if (Math.abs(half) <= least || fb === 0) return b;
    const guess = Math.abs(before) >= least && Math.abs(fa) > Math.abs(fb) ? interpolated(a, b, c, fa, fb, fc) : null;
    if (
      guess !== null &&
      2 * Math.abs(guess) < Math.min(3 * Math.abs(half) - least, Math.abs(before)) &&
      guess * half > 0
    ) {
      before = step;
      step = guess;
    } else {
      step = half;
      before = half;
    }
    a = b;
    fa = fb;
    b += Math.abs(step) > least ? step : Math.sign(half) * least;
    fb = f(b);
    if (fb > 0 === fc > 0) {
      c = a;
      fc = fa;
      step = b - a;
      before = step;
    }
  }
  throw new DomainError('CONVERGENCE', path, `no root to ${tolerance} within ${MAX_STEPS} steps`);
}

/** The step from b to where the parabola (or the line) through the known points crosses zero. */
function interpolated(a: number, b: number, c: number, fa: number, fb: number, fc: number): number {
  const s = fb / fa;
  if (a === c) return ((c - b) * s) / (s - 1);
  const q = fa / fc;
  const r = fb / fc;
  const top = s * ((c - b) * q * (q - r) - (b - a) * (r - 1));
  return -top / ((q - 1) * (r - 1) * (s - 1));
}
