/**
 * What scouts weigh when they judge a cavity: one curve a factor, from 0 (never) to 1 (as good as it gets).
 *
 * A curve is piecewise linear between its knots, in x or in ln x, and constant outside; each has one maximum, of 1.
 *
 * Source: volume: 40 L beat 10 and 100 L, under about 15 L is refused, natural nests mostly 30–60 L (Insectes Soc. 1976
 * 23:495–512; Behav. Ecol. Sociobiol. 1977 2:201–227; Insectes Soc. 1978 25:323–337). Door: 12.5 cm2 preferred to 75
 * (1976, 1978). Height: 5 m preferred to 1 m (1978). Place: floor level preferred to ceiling level, the sunny side
 * preferred (1978). Old comb preferred (1978). Scent: lures of the worker scent gland raise occupation (Environ.
 * Entomol. 1992 21:1130–1133). Distance: Psyche 1977 84:199–209 against J. Kansas Entomol. Soc. 1995 68:320–325. The
 * shape between the tested points, 8 m and above, below 8 cm2, shade, dryness and open room are estimates of ours.
 */
import type { NumberRange } from '../../shared/errors/index.js';

export const FACTORS = [
  'volume',
  'entranceArea',
  'entranceHeight',
  'entrancePosition',
  'facing',
  'shade',
  'dryness',
  'oldComb',
  'odour',
  'distance',
  'openFraction',
] as const;
export type Factor = (typeof FACTORS)[number];
export type Evidence = 'strong' | 'moderate' | 'weak' | 'mixed';

type Knots = readonly (readonly [x: number, d: number])[];

export interface FactorCurve {
  readonly scale: 'lin' | 'log';
  readonly knots: Knots;
  /** What a value may be; SI, degrees or a share. */
  readonly domain: NumberRange;
  readonly weight: number;
  readonly evidence: Evidence;
}

const SHARE: NumberRange = { min: 0, max: 1 };

/** Units of x: m3, m2, m, 0 floor to 1 ceiling, degrees, shares, dark combs, m. `facing` is read off the sunny side. */
export const CURVES: Readonly<Record<Factor, FactorCurve>> = {
  volume: {
    scale: 'log',
    knots: [
      [0.004, 0],
      [0.01, 0.1],
      [0.015, 0.35],
      [0.02, 0.6],
      [0.025, 0.78],
      [0.03, 0.9],
      [0.04, 1],
      [0.06, 0.95],
      [0.08, 0.75],
      [0.1, 0.45],
      [0.15, 0.25],
      [0.3, 0.1],
    ],
    domain: { min: 0, max: 2 },
    weight: 1,
    evidence: 'strong',
  },
  entranceArea: {
    scale: 'log',
    knots: [
      [0.0001, 0],
      [0.0003, 0.2],
      [0.0005, 0.55],
      [0.0008, 0.85],
      [0.001, 0.95],
      [0.00125, 1],
      [0.0016, 1],
      [0.002, 0.92],
      [0.003, 0.7],
      [0.005, 0.4],
      [0.0075, 0.2],
      [0.015, 0.05],
    ],
    domain: { min: 0, max: 0.1 },
    weight: 0.8,
    evidence: 'strong',
  },
  entranceHeight: {
    scale: 'lin',
    knots: [
      [0, 0.25],
      [1, 0.4],
      [2, 0.65],
      [3, 0.85],
      [5, 1],
      [8, 0.95],
      [12, 0.8],
      [20, 0.6],
    ],
    domain: { min: 0, max: 60 },
    weight: 0.7,
    evidence: 'moderate',
  },
  entrancePosition: {
    scale: 'lin',
    knots: [
      [0, 1],
      [0.33, 0.95],
      [0.5, 0.8],
      [1, 0.55],
    ],
    domain: SHARE,
    weight: 0.4,
    evidence: 'moderate',
  },
  facing: {
    scale: 'lin',
    knots: [
      [0, 1],
      [45, 0.97],
      [90, 0.85],
      [135, 0.7],
      [180, 0.6],
    ],
    domain: { min: 0, max: 360 },
    weight: 0.3,
    evidence: 'moderate',
  },
  shade: {
    scale: 'lin',
    knots: [
      [0, 0.55],
      [0.3, 0.8],
      [0.6, 1],
      [1, 0.95],
    ],
    domain: SHARE,
    weight: 0.3,
    evidence: 'weak',
  },
  dryness: {
    scale: 'lin',
    knots: [
      [0, 0.6],
      [0.5, 0.85],
      [1, 1],
    ],
    domain: SHARE,
    weight: 0.2,
    evidence: 'weak',
  },
  oldComb: {
    scale: 'lin',
    knots: [
      [0, 0.6],
      [0.25, 0.8],
      [1, 1],
      [3, 0.95],
      [10, 0.85],
    ],
    domain: { min: 0, max: 40 },
    weight: 0.7,
    evidence: 'moderate',
  },
  odour: {
    scale: 'lin',
    knots: [
      [0, 0.6],
      [0.5, 0.8],
      [1, 1],
    ],
    domain: SHARE,
    weight: 0.8,
    evidence: 'strong',
  },
  distance: {
    scale: 'lin',
    knots: [
      [0, 0.3],
      [50, 0.5],
      [200, 0.8],
      [300, 0.9],
      [600, 1],
      [1500, 0.95],
      [3000, 0.6],
      [6000, 0.2],
      [10000, 0.05],
    ],
    domain: { min: 0, max: 50000 },
    weight: 0.3,
    evidence: 'mixed',
  },
  openFraction: {
    scale: 'lin',
    knots: [
      [0, 0.35],
      [0.2, 0.6],
      [0.4, 0.85],
      [0.6, 1],
      [1, 1],
    ],
    domain: SHARE,
    weight: 0.4,
    evidence: 'weak',
  },
};

/** All the weight of the field curves. */
export const FIELD_WEIGHT = FACTORS.reduce((sum, factor) => sum + CURVES[factor].weight, 0);

/** The curve at x, in the curve's own unit. */
export function curveAt({ scale, knots }: FactorCurve, x: number): number {
  const n = knots.findIndex(([at]) => at >= x);
  const right = knots[n];
  const left = knots[n - 1];
  if (!right) return (knots.at(-1) ?? [0, 0])[1];
  if (!left) return right[1];
  const along = (at: number): number => (scale === 'log' ? Math.log(at) : at);
  const share = (along(x) - along(left[0])) / (along(right[0]) - along(left[0]));
  return left[1] + (right[1] - left[1]) * share;
}

/** Where the curve is 1, in the curve's own unit. */
export function plateauOf({ knots }: FactorCurve): { readonly low: number; readonly high: number } {
  const best = knots.filter(([, d]) => d === 1).map(([x]) => x);
  return { low: Math.min(...best), high: Math.max(...best) };
}
