/**
 * Special functions of statistics.
 *
 * ln Γ by Lanczos' sum of nine terms (relative error below 1e-13); the incomplete gamma function by its series below a + 1
 * and by a continued fraction above; the normal distribution from it, so that far tails keep their figures.
 * Source: SIAM J. Numer. Anal. Ser. B 1964, 1 (ln Γ); the inverses start from a rational approximation and are made exact
 * by Newton and Halley steps on the function itself.
 */
import { DomainError, givenAt, numberAt, type NumberRange, POSITIVE } from '../errors/index.js';

const LANCZOS_G = 7;
const LANCZOS: readonly number[] = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];
const MOST_STEPS = 500;
const EPSILON = 1e-16;
const TINY = 1e-300;
const SHARE: NumberRange = { min: 0, above: true, max: 1 };
const NON_NEGATIVE: NumberRange = { min: 0 };
const SQRT_2PI = Math.sqrt(2 * Math.PI);
/** The normal distribution asks for this one over and over. */
const LN_GAMMA_HALF = 0.5 * Math.log(Math.PI);
const lnGammaOf = (a: number): number => (a === 0.5 ? LN_GAMMA_HALF : lnGamma(a));

/** ln Γ(x) for x > 0. */
export function lnGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - lnGamma(1 - x);
  const y = x - 1;
  const [first = 1, ...rest] = LANCZOS;
  const sum = rest.reduce((all, term, n) => all + term / (y + n + 1), first);
  const t = y + LANCZOS_G + 0.5;
  return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** ln of the number of ways to choose `k` of `n`; whole, 0 <= k <= n (not checked here). */
export function lnChoose(n: number, k: number): number {
  return lnGamma(n + 1) - lnGamma(k + 1) - lnGamma(n - k + 1);
}

/** The lower part by its series: good below a + 1. */
function lowerSeries(a: number, x: number): number {
  let term = 1 / a;
  let sum = term;
  for (let n = 1; n < MOST_STEPS * 20; n++) {
    term *= x / (a + n);
    sum += term;
    if (term < sum * EPSILON) break;
  }
  return sum * Math.exp(a * Math.log(x) - x - lnGammaOf(a));
}

/** The upper part by its continued fraction (Lentz): good above a + 1. */
function upperFraction(a: number, x: number): number {
  let b = x + 1 - a;
  let c = 1 / TINY;
  let d = 1 / b;
  let h = d;
  for (let n = 1; n < MOST_STEPS * 20; n++) {
    const an = -n * (n - a);
    b += 2;
    d = 1 / (an * d + b || TINY);
    c = b + an / c || TINY;
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < EPSILON * 4) break;
  }
  return h * Math.exp(a * Math.log(x) - x - lnGammaOf(a));
}

function lowerAndUpper(a: number, x: number): readonly [lower: number, upper: number] {
  if (x === 0) return [0, 1];
  if (x < a + 1) {
    const lower = lowerSeries(a, x);
    return [lower, 1 - lower];
  }
  const upper = upperFraction(a, x);
  return [1 - upper, upper];
}

/** Regularised lower incomplete gamma function, 0..1. @throws DomainError `MISSING`, `TYPE`, `RANGE` (a > 0, x >= 0). */
export function gammaP(a: number, x: number): number {
  givenAt(a, 'a');
  givenAt(x, 'x');
  return lowerAndUpper(numberAt(a, 'a', POSITIVE), numberAt(x, 'x', NON_NEGATIVE))[0];
}

/** Its complement, 1 - P(a, x), with its own figures where it is small. Same range and errors. */
export function gammaQ(a: number, x: number): number {
  givenAt(a, 'a');
  givenAt(x, 'x');
  return lowerAndUpper(numberAt(a, 'a', POSITIVE), numberAt(x, 'x', NON_NEGATIVE))[1];
}

/** Upper tail of chi-square with `k` degrees of freedom. */
export function chiSquareTail(x: number, k: number): number {
  return gammaQ(k / 2, x / 2);
}

export function normPdf(z: number): number {
  return Math.exp(-0.5 * z * z) / SQRT_2PI;
}

/** Standard normal distribution. @throws DomainError `MISSING`, `TYPE`. */
export function normCdf(z: number): number {
  givenAt(z, 'z');
  const at = numberAt(z, 'z', {});
  const [lower, upper] = lowerAndUpper(0.5, 0.5 * at * at);
  return at >= 0 ? 0.5 * (1 + lower) : 0.5 * upper;
}

function openShare(p: unknown, path: string): number {
  givenAt(p, path);
  const share = numberAt(p, path, SHARE);
  if (share >= 1) throw new DomainError('RANGE', path, 'must be below 1', { value: share });
  return share;
}

/** z with `normCdf(z)` = p, 0 < p < 1. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function normInv(p: number): number {
  const share = openShare(p, 'p');
  const tail = Math.min(share, 1 - share);
  // A rational approximation good to 5e-4, for the lower tail.
  const t = Math.sqrt(-2 * Math.log(tail));
  let z = -(
    t -
    (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3)
  );
  for (let n = 0; n < 6; n++) {
    const miss = (normCdf(z) - tail) / normPdf(z);
    const step = miss / (1 + 0.5 * z * miss);
    z -= step;
    if (Math.abs(step) < 1e-15 * Math.max(1, Math.abs(z))) break;
  }
  return share <= 0.5 ? z : -z;
}

/** x with `gammaP(a, x)` = p, 0 < p < 1, a > 0. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function gammaInv(p: number, a: number): number {
  const share = openShare(p, 'p');
  givenAt(a, 'a');
  const shape = numberAt(a, 'a', POSITIVE);
  // Solved in ln x, where the function is tame for small shapes too.
  const cube = 1 - 1 / (9 * shape) + normInv(share) / (3 * Math.sqrt(shape));
  const small = (Math.log(share) + lnGamma(shape + 1)) / shape;
  let at = cube > 0.2 ? Math.log(shape * cube ** 3) : small;
  let [low, high] = [Math.min(small - 1, at) - 1, Math.max(at, Math.log(shape + 1)) + 1];
  while (lowerAndUpper(shape, Math.exp(low))[0] > share) low -= 5;
  while (lowerAndUpper(shape, Math.exp(high))[0] < share) high += 1;
  for (let n = 0; n < MOST_STEPS; n++) {
    const x = Math.exp(at);
    const [lower, upper] = lowerAndUpper(shape, x);
    // The side that has its figures decides.
    const miss = share < 0.5 ? lower - share : 1 - share - upper;
    if (miss > 0) high = at;
    else low = at;
    const slope = Math.exp(shape * at - x - lnGamma(shape));
    let next = at - miss / slope;
    if (!(next > low && next < high)) next = 0.5 * (low + high);
    if (Math.abs(next - at) < 1e-15 * Math.max(1, Math.abs(at))) return Math.exp(next);
    at = next;
  }
  return Math.exp(at);
}
