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
  readonly x1: number;
  readonly x2: number;
  readonly days: number;
  readonly arrived: boolean;
}

function entriesOf(log: unknown): readonly Entry[] {
  return arrayAt(log, 'log').map((one, n) => {
    const fields = new Fields(one, `log[${n}]`, 'wrong type');
    const [, x1, x2] = scoutFeatures(fields.list('counts') as readonly ScoutCount[]);
    const days = fields.number('days', DAYS);
    const arrived = fields.whole('arrived', { min: 0, max: 1 }) === 1;
    return { x1, x2, days, arrived };
  });
}

function threeOf(fields: Fields, key: 'mean' | 'sd', range: NumberRange): Vector {
  const list = fields.list(key);
  if (list.length !== 3) throw new DomainError('LENGTH', fields.at(key), 'must have three numbers');
  const own = new Fields(Object.fromEntries(list.map((value, n) => [String(n), value])), fields.at(key), 'wrong type');
  return [own.number('0', range), own.number('1', range), own.number('2', range)];
}

const dot = (x: readonly number[], b: readonly number[]): number =>
  x.reduce((sum, value, n) => sum + value * (b[n] ?? 0), 0);

/** The posterior at b: its logarithm, its slope, and its curvature with the sign turned. */
interface Posterior {
  readonly value: number;
  readonly slope: Vector;
  readonly bend: Matrix;
}

/**
 * Each look adds to η = b·x its ln likelihood, its slope g and its curvature w. In plain sums: a log of years has thousands of
 * looks, and every new one asks for the fit again.
 */
function posteriorAt(entries: readonly Entry[], { mean, sd }: ScoutModel, [b0, b1, b2]: Vector): Posterior {
  const [m0, m1, m2] = mean;
  const [s0, s1, s2] = sd;
  let value = -(((b0 - m0) / s0) ** 2 + ((b1 - m1) / s1) ** 2 + ((b2 - m2) / s2) ** 2) / 2;
  let [g0, g1, g2] = [(m0 - b0) / s0 ** 2, (m1 - b1) / s1 ** 2, (m2 - b2) / s2 ** 2];
  let [h00, h01, h02, h11, h12, h22] = [1 / s0 ** 2, 0, 0, 1 / s1 ** 2, 0, 1 / s2 ** 2];
  for (const { x1, x2, days, arrived } of entries) {
    const eta = b0 + b1 * x1 + b2 * x2;
    const small = Math.exp(-Math.abs(eta));
    const p = (eta >= 0 ? 1 : small) / (1 + small);
    const q = 1 - p;
    // ln q without losing its figures where p is near 0.
    const lnQ = (eta >= 0 ? -eta : 0) - Math.log1p(small);
    let g = -days * p;
    let w = days * p * q;
    if (arrived) {
      const came = -Math.expm1(days * lnQ);
      g = (days * p * Math.exp(days * lnQ)) / came;
      w = -g * (q - (days * p) / came);
      value += Math.log(came);
    } else value += days * lnQ;
    if (w < LEAST_WEIGHT) w = LEAST_WEIGHT;
    g0 += g;
    g1 += g * x1;
    g2 += g * x2;
    h00 += w;
    h01 += w * x1;
    h02 += w * x2;
    h11 += w * x1 * x1;
    h12 += w * x1 * x2;
    h22 += w * x2 * x2;
  }
  return {
    value,
    slope: [g0, g1, g2],
    bend: [
      [h00, h01, h02],
      [h01, h11, h12],
      [h02, h12, h22],
    ],
  };
}

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
  const model = { mean, sd };
  let b: Vector = [...mean];
  let here = posteriorAt(entries, model, b);
  for (let step = 0; step < MOST_STEPS; step++) {
    const back = inverse(here.bend);
    const move = THREE.map((i) => dot(back[i], here.slope)) as Vector;
    const rounding = ROUNDING * (1 + Math.abs(here.value));
    const atRest = THREE.every((n) => Math.abs(move[n]) < AT_REST * (1 + Math.abs(b[n])));
    if (atRest || dot(here.slope, move) < rounding) {
      return { mean: b, sd: THREE.map((n) => Math.sqrt(back[n][n])) as Vector, n: entries.length, events };
    }
    // A whole step, or half of it, until the posterior does not fall.
    let share = 1;
    let next = along(b, move, share);
    let there = posteriorAt(entries, model, next);
    for (let half = 0; half < MOST_HALVINGS && there.value < here.value - rounding; half++) {
      share /= 2;
      next = along(b, move, share);
      there = posteriorAt(entries, model, next);
    }
    b = next;
    here = there;
  }
  throw new DomainError('CONVERGENCE', 'log', `no mode within ${MOST_STEPS} steps`);
}

const along = ([b0, b1, b2]: Vector, [m0, m1, m2]: Vector, share: number): Vector => [
  b0 + share * m0,
  b1 + share * m1,
  b2 + share * m2,
];
