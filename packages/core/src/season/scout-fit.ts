/**
 * The chance that scouts mean a swarm, tuned to the keeper's own log.
 *
 * Formula: the mode of a Gaussian prior times the likelihood of each look: after `days` days a swarm had moved in, 1 - q^days,
 * or had not, q^days, with q = 1 - p of a logistic hazard per day. Spread from the curvature at the mode.
 * Source: Newton's method on the logarithm of the posterior. To be shown from three arrivals on; before that the prior speaks.
 */
import { arrayAt, DomainError, Fields, givenAt, type NumberRange } from '../shared/errors/index.js';
import { SCOUT_PRIOR, type ScoutCount, scoutFeatures, type ScoutModel } from './scout-arrival.js';

/** Counts up to a look, and whether bees were in `days` days later. */
export interface ScoutLook {
  readonly counts: readonly ScoutCount[];
  readonly days: number;
  readonly arrived: 0 | 1;
}

type Vector = [number, number, number];
type Matrix = [Vector, Vector, Vector];

const DAYS: NumberRange = { min: 0, above: true, max: 14 };
const LEAST_WEIGHT = 1e-12;
const MOST_STEPS = 100;
/** A step relative to 1 + its number, and a gain relative to 1 + the posterior, below which doubles tell nothing apart. */
const AT_REST = 1e-9;
const ROUNDING = 1e-13;
const MOST_HALVINGS = 40;
const THREE = [0, 1, 2] as const;
const sumOver = (of: (n: 0 | 1 | 2) => number): number => of(0) + of(1) + of(2);

interface Entry {
  readonly x: readonly number[];
  readonly days: number;
  readonly arrived: boolean;
}

function entriesOf(log: unknown): readonly Entry[] {
  return arrayAt(log, 'log').map((one, n) => {
    const fields = new Fields(one, `log[${n}]`, 'wrong type');
    const x = scoutFeatures(fields.list('counts') as readonly ScoutCount[]);
    const days = fields.number('days', DAYS);
    const arrived = fields.whole('arrived', { min: 0, max: 1 }) === 1;
    return { x, days, arrived };
  });
}

function threeOf(fields: Fields, key: 'mean' | 'sd', range: NumberRange): Vector {
  const list = fields.list(key);
  if (list.length !== 3) throw new DomainError('LENGTH', fields.at(key), 'must have three numbers');
  const own = new Fields(Object.fromEntries(list.map((value, n) => [String(n), value])), fields.at(key), 'wrong type');
  return [own.number('0', range), own.number('1', range), own.number('2', range)];
}

/** Value of one look at η = b·x: ln likelihood, its slope and its curvature with the sign turned. */
function lookAt({ days, arrived }: Entry, eta: number): readonly [value: number, slope: number, weight: number] {
  const p = eta >= 0 ? 1 / (1 + Math.exp(-eta)) : Math.exp(eta) / (1 + Math.exp(eta));
  const q = 1 - p;
  // ln q without losing its figures where p is near 0.
  const lnQ = eta >= 0 ? -eta - Math.log1p(Math.exp(-eta)) : -Math.log1p(Math.exp(eta));
  if (!arrived) return [days * lnQ, -days * p, Math.max(LEAST_WEIGHT, days * p * q)];
  const stayed = Math.exp(days * lnQ);
  const came = -Math.expm1(days * lnQ);
  const slope = (days * p * stayed) / came;
  return [Math.log(came), slope, Math.max(LEAST_WEIGHT, -slope * (q - (days * p) / came))];
}

const dot = (x: readonly number[], b: readonly number[]): number =>
  x.reduce((sum, value, n) => sum + value * (b[n] ?? 0), 0);

/** Inverse of a symmetric positive 3 x 3 matrix by its cofactors. */
function inverse(m: Matrix): Matrix {
  const at = (i: number, j: number): number => m[i]?.[j] ?? 0;
  const cofactor = (i: number, j: number): number => {
    const [r0, r1] = THREE.filter((n) => n !== i) as [number, number];
    const [c0, c1] = THREE.filter((n) => n !== j) as [number, number];
    return (at(r0, c0) * at(r1, c1) - at(r0, c1) * at(r1, c0)) * ((i + j) % 2 === 0 ? 1 : -1);
  };
  const determinant = sumOver((j) => at(0, j) * cofactor(0, j));
  if (!(determinant > 0)) throw new DomainError('SINGULAR', 'log', 'does not tell the three numbers apart');
  return THREE.map((i) => THREE.map((j) => cofactor(j, i) / determinant)) as Matrix;
}

/**
 * @param prior where to begin; the rule of thumb when absent.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (days in (0, 14]), `LENGTH`, `EMPTY`, `CONFLICT`, `CONVERGENCE`.
 */
export function fitScoutModel(
  log: readonly ScoutLook[],
  prior?: ScoutModel | null,
): ScoutModel & { readonly n: number; readonly events: number } {
  givenAt(log, 'log');
  const entries = entriesOf(log);
  const fields = new Fields(prior ?? SCOUT_PRIOR, 'prior', 'wrong type');
  const mean = threeOf(fields, 'mean', {});
  const sd = threeOf(fields, 'sd', { min: 0, above: true });
  const events = entries.filter(({ arrived }) => arrived).length;
  if (entries.length === 0) return { mean, sd, n: 0, events: 0 };
  const value = (b: readonly number[]): number =>
    entries.reduce((sum, one) => sum + lookAt(one, dot(one.x, b))[0], 0) -
    sumOver((n) => ((b[n] ?? 0) - mean[n]) ** 2 / (2 * sd[n] ** 2));
  let b: Vector = [...mean];
  for (let step = 0; step < MOST_STEPS; step++) {
    const slope = THREE.map((n) => (mean[n] - b[n]) / sd[n] ** 2) as Vector;
    const bend = THREE.map((i) => THREE.map((j) => (i === j ? 1 / sd[i] ** 2 : 0))) as Matrix;
    for (const one of entries) {
      const [, g, w] = lookAt(one, dot(one.x, b));
      for (const i of THREE) {
        const xi = one.x[i] ?? 0;
        slope[i] += g * xi;
        for (const j of THREE) bend[i][j] += w * xi * (one.x[j] ?? 0);
      }
    }
    const back = inverse(bend);
    const move = THREE.map((i) => dot(back[i], slope)) as Vector;
    const before = value(b);
    const atRest = THREE.every((n) => Math.abs(move[n]) < AT_REST * (1 + Math.abs(b[n])));
    if (atRest || dot(slope, move) < ROUNDING * (1 + Math.abs(before))) {
      return { mean: b, sd: THREE.map((n) => Math.sqrt(back[n][n])) as Vector, n: entries.length, events };
    }
    // A whole step, or half of it, until the posterior does not fall.
    let share = 1;
    let next = b;
    for (let half = 0; half < MOST_HALVINGS; half++) {
      const along = share;
      next = THREE.map((n) => b[n] + along * move[n]) as Vector;
      if (value(next) >= before - ROUNDING * (1 + Math.abs(before))) break;
      share /= 2;
    }
    b = next;
  }
  throw new DomainError('CONVERGENCE', 'log', `no mode within ${MOST_STEPS} steps`);
}
