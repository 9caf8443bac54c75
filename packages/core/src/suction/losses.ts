/**
 * What the keeper's own jobs say about speed and dead bees.
 *
 * logit of the share dead = a + b (speed - centre) / scale, with a prior that says: about 1 % at the centre (0.1–10 %), doubling per
 * 2.2 m/s of arrival (3.5 in the nozzle). Bees of one job share their fate: n of them count as n / (1 + (n - 1) 0.02), so one job
 * cannot swamp the prior. The maximum of the penalised likelihood (concave: one), and its curvature for the spread.
 *
 * Source: logistic dose-response, Laplace approximation; the prior and the correlation 0.02 (0.005–0.1) [rules of thumb]. Deaths by
 * heat, honey or clogging are not speed: leave such jobs out.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { bisect } from '../shared/numeric/index.js';

export const SPEED_KINDS = ['arrival', 'nozzle'] as const;
export type SpeedKind = (typeof SPEED_KINDS)[number];

export interface LossJob {
  /** m/s, of one kind for all jobs. */
  readonly speed: number;
  readonly dead: number;
  readonly total: number;
}

export interface LossPrior {
  readonly centre: number;
  readonly scale: number;
  readonly meanIntercept: number;
  readonly sdIntercept: number;
  readonly meanSlope: number;
  readonly sdSlope: number;
}

/** The kind of speed travels with the fit: never read one at a speed of the other kind. */
export interface LossFit {
  readonly speedKind: SpeedKind;
  readonly intercept: number;
  readonly slope: number;
  readonly varIntercept: number;
  readonly varSlope: number;
  readonly covariance: number;
  readonly centre: number;
  readonly scale: number;
  readonly jobs: number;
  /** Bees that count as independent. */
  readonly effectiveBees: number;
  /** The jobs do not yet show that speed matters. */
  readonly slopeDoubtful: boolean;
}

export const LOSS_PRIOR: Readonly<Record<SpeedKind, LossPrior>> = {
  arrival: { centre: 5, scale: 2.5, meanIntercept: -4.6, sdIntercept: 1.2, meanSlope: 0.8, sdSlope: 0.6 },
  nozzle: { centre: 12, scale: 4, meanIntercept: -4.6, sdIntercept: 1.2, meanSlope: 0.8, sdSlope: 0.6 },
};
export const JOB_CORRELATION = 0.02;
/** 90 % interval. */
const Z90 = 1.6448536269514722;

interface Weighed {
  readonly x: number;
  readonly n: number;
  readonly dead: number;
}

function expit(x: number): number {
  return x >= 0 ? 1 / (1 + Math.exp(-x)) : Math.exp(x) / (1 + Math.exp(x));
}

/** log(1 + e^x) without overflow. */
function softplus(x: number): number {
  return Math.max(x, 0) + Math.log1p(Math.exp(-Math.abs(x)));
}

function priorOf(fields: Fields, kind: SpeedKind): LossPrior {
  const usual = LOSS_PRIOR[kind];
  return {
    centre: fields.numberOr('centre', usual.centre),
    scale: fields.numberOr('scale', usual.scale, POSITIVE),
    meanIntercept: fields.numberOr('meanIntercept', usual.meanIntercept),
    sdIntercept: fields.numberOr('sdIntercept', usual.sdIntercept, POSITIVE),
    meanSlope: fields.numberOr('meanSlope', usual.meanSlope),
    sdSlope: fields.numberOr('sdSlope', usual.sdSlope, POSITIVE),
  };
}

interface Objective {
  value(a: number, b: number): number;
  /** Gradient and negative Hessian. */
  slopes(a: number, b: number): { ga: number; gb: number; h00: number; h01: number; h11: number };
}

function objectiveOf(jobs: readonly Weighed[], prior: LossPrior): Objective {
  const wa = 1 / prior.sdIntercept ** 2;
  const wb = 1 / prior.sdSlope ** 2;
  return {
    value: (a, b) =>
      jobs.reduce((sum, { x, n, dead }) => sum + dead * (a + b * x) - n * softplus(a + b * x), 0) -
      (wa * (a - prior.meanIntercept) ** 2 + wb * (b - prior.meanSlope) ** 2) / 2,
    slopes: (a, b) => {
      let ga = -wa * (a - prior.meanIntercept);
      let gb = -wb * (b - prior.meanSlope);
      let [h00, h01, h11] = [wa, 0, wb];
      for (const { x, n, dead } of jobs) {
        const p = expit(a + b * x);
        const w = n * p * (1 - p);
        ga += dead - n * p;
        gb += (dead - n * p) * x;
        h00 += w;
        h01 += w * x;
        h11 += w * x * x;
      }
      return { ga, gb, h00, h01, h11 };
    },
  };
}

/** Newton from the prior mean; a step that lowers the objective is halved. */
function maximum(objective: Objective, prior: LossPrior): { a: number; b: number } {
  let a = prior.meanIntercept;
  let b = prior.meanSlope;
  let value = objective.value(a, b);
  for (let round = 0; round < 200; round++) {
    const { ga, gb, h00, h01, h11 } = objective.slopes(a, b);
    const det = h00 * h11 - h01 * h01;
    const da = (h11 * ga - h01 * gb) / det;
    const db = (h00 * gb - h01 * ga) / det;
    let share = 1;
    let next = objective.value(a + da, b + db);
    while (!(next >= value) && share > 1e-12) {
      share /= 2;
      next = objective.value(a + share * da, b + share * db);
    }
    if (share <= 1e-12) return { a, b };
    a += share * da;
    b += share * db;
    value = next;
    if (Math.abs(share * da) < 1e-11 && Math.abs(share * db) < 1e-11) return { a, b };
  }
  throw new DomainError('CONVERGENCE', 'jobs', 'the fit does not settle within 200 rounds');
}

/**
 * The keeper's own curve of dead bees against speed; no jobs give the prior.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (dead 0..total, total >= 1), `ENUM`.
 */
export function fitLoss(a: {
  jobs: readonly LossJob[];
  speedKind: SpeedKind;
  prior?: Partial<LossPrior> | null;
  correlation?: number | null;
}): LossFit {
  const fields = new Fields(a);
  const read = fields.objects('jobs').map((job) => {
    const speed = job.number('speed', NON_NEGATIVE);
    const dead = job.number('dead', NON_NEGATIVE);
    const total = job.number('total', { min: 1 });
    return { speed, dead: new Fields({ dead }, job.at('').slice(0, -1)).number('dead', { min: 0, max: total }), total };
  });
  const speedKind = fields.word('speedKind', SPEED_KINDS);
  const prior = priorOf(fields.objectOr('prior') ?? new Fields({}), speedKind);
  const correlation = fields.numberOr('correlation', JOB_CORRELATION, { min: 0, max: 1 });
  const jobs = read.map(({ speed, dead, total }): Weighed => {
    const n = total / (1 + (total - 1) * correlation);
    return { x: (speed - prior.centre) / prior.scale, n, dead: (dead * n) / total };
  });
  const objective = objectiveOf(jobs, prior);
  const at = maximum(objective, prior);
  const { h00, h01, h11 } = objective.slopes(at.a, at.b);
  const det = h00 * h11 - h01 * h01;
  const varSlope = h00 / det;
  return {
    speedKind,
    intercept: at.a,
    slope: at.b,
    varIntercept: h11 / det,
    varSlope,
    covariance: -h01 / det,
    centre: prior.centre,
    scale: prior.scale,
    jobs: jobs.length,
    effectiveBees: jobs.reduce((sum, { n }) => sum + n, 0),
    slopeDoubtful: at.b < 1.645 * Math.sqrt(varSlope),
  };
}

type Curve = Pick<LossFit, 'intercept' | 'slope' | 'varIntercept' | 'varSlope' | 'covariance' | 'centre' | 'scale'>;

function curveOf(fields: Fields): Curve {
  return {
    intercept: fields.number('intercept'),
    slope: fields.number('slope'),
    varIntercept: fields.number('varIntercept', NON_NEGATIVE),
    varSlope: fields.number('varSlope', NON_NEGATIVE),
    covariance: fields.number('covariance'),
    centre: fields.number('centre'),
    scale: fields.number('scale', POSITIVE),
  };
}

/** Shares dead at a speed: the middle, the mean over what is unknown, and the ends of the interval. */
export interface LossAt {
  readonly median: number;
  readonly expected: number;
  readonly low: number;
  readonly high: number;
}

/** 41-point trapezoid of the normal density, ±6 standard deviations. */
const NODES = Array.from({ length: 41 }, (_, n) => {
  const x = (n - 20) * 0.3;
  return { x, weight: Math.exp((-x * x) / 2) };
});
const NODE_SUM = NODES.reduce((sum, { weight }) => sum + weight, 0);

function lossOf(curve: Curve, speed: number, z: number): LossAt {
  const t = (speed - curve.centre) / curve.scale;
  const e = curve.intercept + curve.slope * t;
  const sd = Math.sqrt(Math.max(0, curve.varIntercept + 2 * t * curve.covariance + t * t * curve.varSlope));
  const expected = NODES.reduce((sum, { x, weight }) => sum + weight * expit(e + sd * x), 0) / NODE_SUM;
  return { median: expit(e), expected, low: expit(e - z * sd), high: expit(e + z * sd) };
}

const Z = { min: 0, max: 5 };

/** Share dead at a speed of the fit's kind, m/s; `z` 1.645 (a 90 % interval) unless given. */
export function lossAt(a: { fit: LossFit; speed: number; z?: number | null }): LossAt {
  const fields = new Fields(a);
  const curve = curveOf(fields.object('fit'));
  const speed = fields.number('speed', NON_NEGATIVE);
  return lossOf(curve, speed, fields.numberOr('z', Z90, Z));
}

const BASES = ['expected', 'median', 'high'] as const;

/**
 * The speed at which the curve first passes a share dead, searched on a grid of `step` (0.05) up to `highest` (30 m/s).
 * @throws DomainError `NO_SOLUTION` when the curve is above it at no speed already: too little evidence, or not due to speed.
 */
export function speedForLoss(a: {
  fit: LossFit;
  share: number;
  basis?: (typeof BASES)[number] | null;
  z?: number | null;
  highest?: number | null;
  step?: number | null;
}): { speed: number; capped: boolean } {
  const fields = new Fields(a);
  const curve = curveOf(fields.object('fit'));
  const share = fields.number('share', { min: 0, max: 0.999999, above: true });
  const basis = fields.wordOr('basis', 'expected', BASES);
  const z = fields.numberOr('z', Z90, Z);
  const highest = fields.numberOr('highest', 30, POSITIVE);
  const step = fields.numberOr('step', 0.05, { min: 0.001, max: 1 });
  const excess = (speed: number): number => lossOf(curve, speed, z)[basis] - share;
  if (excess(0) > 0) throw new DomainError('NO_SOLUTION', 'share', 'more bees than that die at no speed already');
  const cells = Math.floor(highest / step + 1e-9);
  for (let n = 1; n <= cells; n++) {
    if (excess(n * step) > 0) {
      const speed = bisect(excess, { low: (n - 1) * step, high: n * step, tolerance: 1e-10, path: 'share' });
      return { speed, capped: false };
    }
  }
  return { speed: highest, capped: true };
}
