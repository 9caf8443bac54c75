/**
 * The source's curve and the box's leak, fitted to readings of a manometer at a few positions of the gate.
 *
 * Unknowns: ln sealed suction, ln free flow, leak in cm². Residuals (model - measured)/sigma with sigma of a pressure the larger
 * of 5 Pa and 2 %, of a speed the larger of 0.3 m/s and 10 %; weak priors (3000 Pa, 30 L/s, no leak; widths 2, 1 and 50) make the
 * minimum exist for any readings. Levenberg–Marquardt from the best three of a grid, in bounds, its damping let go only as far
 * as a step gained what the slope promised; 95 % intervals from the curvature.
 *
 * Source: Levenberg 1944, Marquardt 1963 (method); sigmas of a water U-tube and a vane anemometer [rules of thumb]. What cannot
 * be learnt: a mains vacuum's sealed suction, unless the box reaches a good part of it; the leak only with the port shut.
 */
import { DomainError, emptyError, Fields, POSITIVE } from '../shared/errors/index.js';
import { OPENING } from './gate.js';
import { quantityOf } from './gate-questions.js';
import { solveAt } from './network.js';
import { type CheckedSystem, type SuctionSystem, systemOf } from './system.js';
import { simpleCurve } from './source.js';

export interface Reading {
  /** Share of the gate's travel, 0..1. */
  readonly opening: number;
  /** Pa. */
  readonly boxUnderPressure: number;
  /** m/s, the mean over the bore (a reading on the axis x 0.82). */
  readonly nozzleSpeed?: number | null;
  readonly portClosed?: boolean | null;
  /** Pa. */
  readonly pressureSigma?: number | null;
}

/** `low` and `high` enclose the truth in 95 of 100 calibrations. */
export interface Estimate {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly identified: boolean;
}

export interface Calibration {
  readonly sealedSuction: Estimate;
  readonly freeFlow: Estimate;
  /** m². */
  readonly leakArea: Estimate;
  readonly chiSquare: number;
  readonly degreesOfFreedom: number;
  /** In sigmas, reading by reading: its pressure, then its speed where it has one. */
  readonly residuals: readonly number[];
  readonly warnings: readonly string[];
}

type Triple = readonly [number, number, number];

const LOW: Triple = [Math.log(50), Math.log(0.002), 0];
const HIGH: Triple = [Math.log(40000), Math.log(0.2), 100];
const PRIOR: Triple = [Math.log(3000), Math.log(0.03), 0];
const PRIOR_WIDTH: Triple = [2, 1, 50];
const NUDGE: Triple = [1e-4, 1e-4, 1e-3];
const GRID = { suction: [500, 3000, 15000], flow: [0.015, 0.04, 0.08], leak: [0.5, 5, 20] } as const;
const M2_PER_CM2 = 1e-4;
/** Standard errors for a 95 % interval. */
const Z95 = 1.96;
const AXES = [0, 1, 2] as const;

interface Datum {
  readonly opening: number;
  readonly portClosed: boolean;
  readonly what: 'boxUnderPressure' | 'nozzleSpeed';
  readonly measured: number;
  readonly sigma: number;
}

function dataOf(fields: readonly Fields[]): Datum[] {
  return fields.flatMap((reading) => {
    const opening = reading.number('opening', OPENING);
    const pressure = reading.number('boxUnderPressure', POSITIVE);
    const speed = reading.numberOr('nozzleSpeed', null, POSITIVE);
    const portClosed = reading.flagOr('portClosed', false);
    const sigma = reading.numberOr('pressureSigma', Math.max(5, 0.02 * pressure), POSITIVE);
    const data: Datum[] = [{ opening, portClosed, what: 'boxUnderPressure', measured: pressure, sigma }];
    if (speed !== null) {
      data.push({ opening, portClosed, what: 'nozzleSpeed', measured: speed, sigma: Math.max(0.3, 0.1 * speed) });
    }
    return data;
  });
}

/** The rig with the unknowns put in: that curve, its leaks into the box replaced by one, no bees. */
function modelled(system: CheckedSystem, kind: 'parabola' | 'linear', [p, q, leak]: Triple): CheckedSystem {
  const sealedSuction = Math.exp(p);
  const freeFlow = Math.exp(q);
  const curve = simpleCurve(kind, sealedSuction, freeFlow);
  return {
    ...system,
    source: { ...system.source, kind, sealedSuction, freeFlow, curve },
    leaks: [...system.leaks.filter(({ at }) => at === 'plenum'), { at: 'box', area: leak * M2_PER_CM2, exponent: 0.6 }],
    beePressure: 0,
  };
}

interface Problem {
  /** Residuals of the data alone, and of the priors behind them. */
  readonly residuals: (at: Triple) => number[];
  readonly count: number;
}

function problemOf(system: CheckedSystem, kind: 'parabola' | 'linear', data: readonly Datum[]): Problem {
  const residuals = (at: Triple): number[] => {
    const rig = modelled(system, kind, at);
    const shut = { ...rig, port: { ...rig.port, opening: 0, jetArea: 0 } };
    const found = data.map((datum) => {
      const state = solveAt(datum.portClosed ? shut : rig, datum.opening);
      return (quantityOf(state, datum.what) - datum.measured) / datum.sigma;
    });
    return [...found, ...AXES.map((n) => (at[n] - PRIOR[n]) / PRIOR_WIDTH[n])];
  };
  return { residuals, count: data.length };
}

const sumOfSquares = (list: readonly number[]): number => list.reduce((sum, x) => sum + x * x, 0);
const clipped = (at: Triple): Triple =>
  [0, 1, 2].map((n) => Math.min(HIGH[n as 0], Math.max(LOW[n as 0], at[n as 0]))) as unknown as Triple;

/** Rows of derivatives by central differences. The leak may be probed a little below zero: the model is smooth there. */
function jacobian(problem: Problem, at: Triple): number[][] {
  const sides = AXES.map((axis) => {
    const moved = (sign: number): number[] =>
      problem.residuals(at.map((x, n) => (n === axis ? x + sign * NUDGE[axis] : x)) as unknown as Triple);
    const more = moved(1);
    const less = moved(-1);
    return more.map((value, row) => (value - (less[row] ?? 0)) / (2 * NUDGE[axis]));
  });
  return (sides[0] ?? []).map((_, row) => sides.map((side) => side[row] ?? 0));
}

function normalMatrix(rows: readonly (readonly number[])[]): number[][] {
  return AXES.map((i) => AXES.map((j) => rows.reduce((sum, row) => sum + (row[i] ?? 0) * (row[j] ?? 0), 0)));
}

/** Gauss–Jordan of a symmetric positive 3 x 3 matrix. */
function inverse(matrix: readonly (readonly number[])[]): number[][] {
  const rows = matrix.map((row, i) => [...row, ...AXES.map((j) => (i === j ? 1 : 0))]);
  for (const i of AXES) {
    const pivotRow = rows[i] ?? [];
    const pivot = pivotRow[i] ?? 0;
    if (!(Math.abs(pivot) > 0)) throw new DomainError('SINGULAR', 'readings', 'the readings say nothing');
    rows[i] = pivotRow.map((x) => x / pivot);
    rows.forEach((row, k) => {
      const factor = row[i] ?? 0;
      if (k !== i) rows[k] = row.map((x, n) => x - factor * (rows[i]?.[n] ?? 0));
    });
  }
  return rows.map((row) => row.slice(3));
}

interface Found {
  readonly at: Triple;
  readonly cost: number;
  /** Whether it came to rest; one that did not is dropped while another did. */
  readonly settled: boolean;
}

/** Of the sum of squares: a step that promises less changes no digit that is shown. */
const NOTHING_TO_GAIN = 1e-13;
const MOST_ROUNDS = 200;
/** Relative to 1 + the size of the unknown. */
const AT_REST = 1e-9;
const MOST_DAMPING = 1e15;

interface Step {
  readonly at: Triple;
  /** By how much the squares would fall if the model were straight. */
  readonly promised: number;
}

/** The damped step from a point, in bounds; a parameter that is pushed against its bound stays where it is. */
function stepFrom(
  at: Triple,
  rows: readonly (readonly number[])[],
  gradient: readonly number[],
  damping: number,
): Step {
  const frozen = AXES.map(
    (n) => (at[n] <= LOW[n] && (gradient[n] ?? 0) > 0) || (at[n] >= HIGH[n] && (gradient[n] ?? 0) < 0),
  );
  const free = (n: number): boolean => frozen[n] !== true;
  const matrix = normalMatrix(rows);
  const damped = matrix.map((row, i) =>
    row.map((x, j) => {
      if (!free(i) || !free(j)) return i === j ? 1 : 0;
      return i === j ? x * (1 + damping) : x;
    }),
  );
  const inv = inverse(damped);
  const wanted = AXES.map((i) =>
    free(i) ? -AXES.reduce<number>((sum, j) => sum + (free(j) ? (inv[i]?.[j] ?? 0) * (gradient[j] ?? 0) : 0), 0) : 0,
  );
  const next = clipped(AXES.map((n) => at[n] + (wanted[n] ?? 0)) as unknown as Triple);
  const step = AXES.map((n) => next[n] - at[n]);
  const slope = AXES.reduce<number>((sum, n) => sum + (gradient[n] ?? 0) * (step[n] ?? 0), 0);
  const bend = sumOfSquares(
    rows.map((row) => AXES.reduce<number>((sum, n) => sum + (row[n] ?? 0) * (step[n] ?? 0), 0)),
  );
  return { at: next, promised: -2 * slope - bend };
}

/** One descent. Damping falls by the gain ratio (Nielsen's rule): a step that kept a poor part of its promise is not bolder next. */
function descend(problem: Problem, start: Triple): Found {
  let at = start;
  let values = problem.residuals(at);
  let cost = sumOfSquares(values);
  let damping = 1e-3;
  let growth = 2;
  let rows = jacobian(problem, at);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const gradient = AXES.map((n) => rows.reduce((sum, row, k) => sum + (row[n] ?? 0) * (values[k] ?? 0), 0));
    const step = stepFrom(at, rows, gradient, damping);
    const moved = Math.max(...AXES.map((n) => Math.abs(step.at[n] - at[n]) / (1 + Math.abs(at[n]))));
    if (step.promised <= NOTHING_TO_GAIN * (1 + cost)) return { at, cost, settled: true };
    const tried = problem.residuals(step.at);
    const triedCost = sumOfSquares(tried);
    const ratio = (cost - triedCost) / step.promised;
    if (ratio > 0) {
      [at, values, cost] = [step.at, tried, triedCost];
      if (moved < AT_REST) return { at, cost, settled: true };
      damping = Math.max(1e-12, damping * Math.max(1 / 3, 1 - (2 * ratio - 1) ** 3));
      growth = 2;
      rows = jacobian(problem, at);
    } else {
      // So small a step that finds nothing better is the bottom, as finely as the network of losses is solved.
      if (moved < AT_REST || damping > MOST_DAMPING) return { at, cost, settled: true };
      damping *= growth;
      growth *= 2;
    }
  }
  return { at, cost, settled: false };
}

function bestStarts(problem: Problem): Triple[] {
  const grid = GRID.suction.flatMap((suction) =>
    GRID.flow.flatMap((flow) => GRID.leak.map((leak): Triple => [Math.log(suction), Math.log(flow), leak])),
  );
  return grid
    .map((at) => ({ at, cost: sumOfSquares(problem.residuals(at)) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, 3)
    .map(({ at }) => at);
}

function estimates(
  at: Triple,
  errors: readonly number[],
  boreAreaCm2: number,
): Readonly<Record<'sealedSuction' | 'freeFlow' | 'leakArea', Estimate>> {
  const onBound = (n: 0 | 1): boolean => at[n] <= LOW[n] + 1e-9 || at[n] >= HIGH[n] - 1e-9;
  const logarithmic = (n: 0 | 1): Estimate => {
    const se = errors[n] ?? 0;
    return {
      value: Math.exp(at[n]),
      low: Math.exp(at[n] - Z95 * se),
      high: Math.exp(at[n] + Z95 * se),
      identified: !onBound(n) && se <= 0.25,
    };
  };
  const leak = at[2];
  const se = errors[2] ?? 0;
  return {
    sealedSuction: logarithmic(0),
    freeFlow: logarithmic(1),
    leakArea: {
      value: leak * M2_PER_CM2,
      low: Math.max(0, leak - Z95 * se) * M2_PER_CM2,
      high: (leak + Z95 * se) * M2_PER_CM2,
      identified: se <= Math.max(0.3 * leak, 0.05 * boreAreaCm2),
    },
  };
}

/**
 * What the readings say about source and leak. The box is taken as empty.
 * @throws DomainError `EMPTY` for no readings; else as `solveSuction`.
 */
export function calibrate(a: {
  system: SuctionSystem;
  readings: readonly Reading[];
  curveKind?: 'parabola' | 'linear' | null;
}): Calibration {
  const fields = new Fields(a);
  const system = systemOf(fields.object('system'));
  const readings = fields.objects('readings');
  if (readings.length === 0) throw emptyError('readings');
  const data = dataOf(readings);
  const kind = fields.wordOr('curveKind', 'parabola', ['parabola', 'linear'] as const);
  const problem = problemOf(system, kind, data);
  const found = bestStarts(problem).map((start) => descend(problem, start));
  const settled = found.filter((one) => one.settled);
  const best = (settled.length > 0 ? settled : found).reduce((least, one) => (one.cost < least.cost ? one : least));
  const residuals = problem.residuals(best.at).slice(0, data.length);
  const chiSquare = sumOfSquares(residuals);
  const degreesOfFreedom = data.length - 3;
  const stretch = degreesOfFreedom > 0 ? Math.max(1, Math.sqrt(chiSquare / degreesOfFreedom)) : 1;
  const covariance = inverse(normalMatrix(jacobian(problem, best.at)));
  const errors = AXES.map((n) => stretch * Math.sqrt(covariance[n]?.[n] ?? 0));
  const known = estimates(best.at, errors, system.hose.area / M2_PER_CM2);
  const warnings = [
    ...(data.length < 3 ? ['too-few-readings'] : []),
    ...(degreesOfFreedom > 0 && chiSquare / degreesOfFreedom > 4 ? ['poor-fit'] : []),
    ...Object.entries(known).flatMap(([name, estimate]) => (estimate.identified ? [] : [`not-identified:${name}`])),
  ].sort();
  return { ...known, chiSquare, degreesOfFreedom, residuals, warnings };
}
