/**
 * How hard a whole swarm lands, bee by bee, and the hose speed at which it lands softly enough.
 *
 * Each bee differs in mass (10 %) and drag (20 %), in where the jet carries her and how far before the mouth she starts. The spread
 * is between bees; the model's own uncertainty (±25 %) is not in it and is said beside it.
 *
 * Source: the flight of `trajectory.ts`; random numbers of `shared/stats`, drawn in a fixed order (mass, drag, radius, start), so
 * that a seed gives the same swarm everywhere, bit for bit.
 */
import { DomainError, Fields, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { brent } from '../shared/numeric/index.js';
import { quantileOfSorted, type Random, randomFrom, SEED } from '../shared/stats/index.js';
import { STANDARD_GRAVITY } from './air.js';
import { type Bee, densityOf, readBee } from './capture.js';
import { ARRIVAL_LIMIT } from './impact.js';
import { type CheckedPath, fly, type HosePath, pathOf, scaledPath, stepOf } from './trajectory.js';

export interface SwarmOptions {
  readonly seed: number;
  /** 1..20000, 500 unless given. */
  readonly count?: number | null;
  /** 0..0.5, 0.10 and 0.20 unless given. */
  readonly massCv?: number | null;
  readonly dragCv?: number | null;
  readonly airDensity?: number | null;
  /** m/s, 4.5 unless given. */
  readonly limit?: number | null;
  readonly step?: number | null;
}

/** m/s across the surface, s. Everything but `count` and `stalledShare` is `null` when no bee arrives. */
export interface ArrivalDistribution {
  readonly count: number;
  readonly stalledShare: number;
  readonly mean: number | null;
  readonly p05: number | null;
  readonly p50: number | null;
  readonly p95: number | null;
  readonly max: number | null;
  /** Share of those that arrive above the limit. */
  readonly shareAbove: number | null;
  readonly meanTransit: number | null;
}

export const CV: NumberRange = { min: 0, max: 0.5 };
const SWARM: NumberRange = { min: 1, max: 20000 };
/** Mass and drag of a drawn bee stay within these times the given bee's. */
const CLIP = { low: 0.4, high: 1.6 };
const QUANTILE_BEES = 200;
/** To which the factor is found; over a jump (bees that stall below it) the side that keeps the limit is taken. */
const WITHIN = 1e-10;
/** Share of the limit by which a speed that keeps it surely counts as below it. */
const KEPT = 1e-12;

/** Where one drawn bee differs from the given one. */
interface Drawn extends Bee {
  readonly radius: number;
  readonly start: number;
}

function draw(random: Random, bee: Bee, path: CheckedPath, massCv: number, dragCv: number): Drawn {
  const within = (factor: number): number => Math.min(CLIP.high, Math.max(CLIP.low, factor));
  const mass = bee.mass * within(1 + massCv * random.normal12());
  const dragArea = bee.dragArea * within(1 + dragCv * random.normal12());
  const radius = 0.5 * path.box.diameter * Math.sqrt(random.uniform());
  return { mass, dragArea, radius, start: (path.approach?.distance ?? 0) * random.uniform() };
}

/** The swarm's landing speeds, sorted, and the figures made of them. */
export interface SwarmFlown {
  readonly distribution: ArrivalDistribution;
  /** m/s across the surface, of those that arrived, sorted upwards. */
  readonly speeds: Float64Array;
}

/**
 * As {@link arrivalDistribution}, with the speeds themselves for a histogram. `goOn` is asked every 200 bees; when it says no the
 * answer is `null`.
 */
export function flySwarm(
  a: Bee & SwarmOptions & { path: HosePath },
  goOn: () => boolean = () => true,
): SwarmFlown | null {
  const fields = new Fields(a);
  const bee = readBee(fields);
  const path = pathOf(fields.object('path'));
  const seed = fields.whole('seed', SEED);
  const count = fields.wholeOr('count', 500, SWARM);
  const massCv = fields.numberOr('massCv', 0.1, CV);
  const dragCv = fields.numberOr('dragCv', 0.2, CV);
  const density = densityOf(fields);
  const limit = fields.numberOr('limit', ARRIVAL_LIMIT, POSITIVE);
  const step = stepOf(fields, 0.001);
  const random = randomFrom(seed);
  const across = Math.sin(path.box.incidence);
  const speeds: number[] = [];
  let sum = 0;
  let transit = 0;
  for (let n = 0; n < count; n++) {
    if (n % QUANTILE_BEES === 0 && !goOn()) return null;
    const one = draw(random, bee, path, massCv, dragCv);
    const flight = fly(one, path, density, { radius: one.radius, step, start: one.start });
    if (flight.stage !== null) continue;
    const speed = flight.arrivalSpeed * across;
    speeds.push(speed);
    sum += speed;
    transit += flight.transitTime;
  }
  const sorted = Float64Array.from(speeds).sort();
  return { speeds: sorted, distribution: described(sorted, count, sum, transit, limit) };
}

function described(
  sorted: Float64Array,
  count: number,
  sum: number,
  transit: number,
  limit: number,
): ArrivalDistribution {
  const arrived = sorted.length;
  const stalledShare = (count - arrived) / count;
  if (arrived === 0) {
    const none = { mean: null, p05: null, p50: null, p95: null, max: null, shareAbove: null, meanTransit: null };
    return { count, stalledShare, ...none };
  }
  const quantile = (p: number): number => quantileOfSorted(sorted, p);
  return {
    count,
    stalledShare,
    mean: sum / arrived,
    p05: quantile(0.05),
    p50: quantile(0.5),
    p95: quantile(0.95),
    max: sorted[arrived - 1] ?? null,
    shareAbove: sorted.filter((speed) => speed > limit).length / arrived,
    meanTransit: transit / arrived,
  };
}

/**
 * Landing speeds of `count` bees drawn from a seed.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `EMPTY`.
 */
export function arrivalDistribution(a: Bee & SwarmOptions & { path: HosePath }): ArrivalDistribution {
  const flown = flySwarm(a);
  if (flown === null) throw new DomainError('CONVERGENCE', 'count', 'the flight was broken off');
  return flown.distribution;
}

export interface ScaleOptions {
  readonly airDensity?: number | null;
  readonly radius?: number | null;
  readonly step?: number | null;
  /** Least and greatest factor tried, 0.2 and 5 unless given. */
  readonly lowest?: number | null;
  readonly highest?: number | null;
  /** 0.01..0.99; 0.5 = the typical bee, without random numbers. */
  readonly quantile?: number | null;
  readonly seed?: number | null;
  readonly massCv?: number | null;
  readonly dragCv?: number | null;
}

export interface ScaleResult {
  /** By which every speed of the path may be multiplied. */
  readonly factor: number;
  /** m/s of the air in the last segment then. */
  readonly hoseSpeed: number;
  readonly normalSpeed: number | null;
  /** No bee arrives there: no carrying speed satisfies the limit. */
  readonly stalled: boolean;
}

/** The scale question with its numbers checked, so that `sweetSpot` asks it once more without reading them again. */
export interface ScaleQuestion {
  readonly path: CheckedPath;
  readonly limit: number;
  readonly lowest: number;
  readonly highest: number;
  /** m/s across the surface at a factor, `null` where she stalls. */
  readonly speedAt: (factor: number) => number | null;
}

/** Reads a `scaleForArrival` call, in the order of its signature; `defaults` differ for `sweetSpot`. */
export function scaleQuestion(fields: Fields, defaults: { limit: number | null; quantile: number }): ScaleQuestion {
  const bee = readBee(fields);
  const path = pathOf(fields.object('path'));
  const limit =
    defaults.limit === null ? fields.number('limit', POSITIVE) : fields.numberOr('limit', defaults.limit, POSITIVE);
  const density = densityOf(fields);
  const radius = fields.numberOr('radius', 0, { min: 0 });
  const lowest = fields.numberOr('lowest', 0.2, POSITIVE);
  const highest = fields.numberOr('highest', 5, { min: lowest, above: true });
  const quantile = fields.numberOr('quantile', defaults.quantile, { min: 0.01, max: 0.99 });
  const seed = fields.wholeOr('seed', 1, SEED);
  const massCv = fields.numberOr('massCv', 0.1, CV);
  const dragCv = fields.numberOr('dragCv', 0.2, CV);
  const typical = quantile === 0.5;
  const step = stepOf(fields, typical ? 0.0005 : 0.001);
  const across = Math.sin(path.box.incidence);
  const landing = (one: Bee, at: CheckedPath, off: number, start?: number): number | null => {
    const flight = fly(one, at, density, { radius: off, step, ...(start === undefined ? {} : { start }) });
    return flight.stage === null ? flight.arrivalSpeed * across : null;
  };
  if (typical) {
    return { path, limit, lowest, highest, speedAt: (factor) => landing(bee, scaledPath(path, factor), radius) };
  }
  const random = randomFrom(seed);
  const swarm = Array.from({ length: QUANTILE_BEES }, () => draw(random, bee, path, massCv, dragCv));
  const speedAt = (factor: number): number | null => {
    const scaled = scaledPath(path, factor);
    const speeds = swarm.map((one) => landing(one, scaled, one.radius, one.start) ?? 0);
    const speed = quantileOfSorted(Float64Array.from(speeds).sort(), quantile);
    return speed > 0 ? speed : null;
  };
  return { path, limit, lowest, highest, speedAt };
}

export function hoseSpeedOf(path: CheckedPath): number {
  return path.segments.at(-1)?.airSpeed ?? 0;
}

/** m/s that no bee can exceed across the surface: the fastest air of the path and the whole of its fall. */
function fastestPossible(path: CheckedPath, factor: number): number {
  const { approach, segments, box } = path;
  const mouth = approach ? approach.flow / approach.area : 0;
  const air = factor * Math.max(mouth, box.speed, ...segments.map(({ airSpeed }) => airSpeed));
  const fall = segments.reduce((sum, { rise }) => sum + Math.max(0, -rise), 0);
  return Math.sqrt(air ** 2 + 2 * STANDARD_GRAVITY * fall) * Math.sin(box.incidence);
}

/** The largest factor within the limit; `outside` says which end of the range it lies beyond. */
export function largestFactor(question: ScaleQuestion): { factor: number } | { outside: 'lowest' | 'highest' } {
  const { limit, lowest, highest, speedAt } = question;
  const known = new Map<number, number>();
  const excess = (factor: number): number => {
    const found = known.get(factor);
    if (found !== undefined) return found;
    // Where nothing in the path could make a bee that fast, no swarm needs to be flown: slow air takes the longest.
    const most = fastestPossible(question.path, factor);
    // Even air of exactly the limit keeps it, so that this is never taken for the edge itself.
    const value = most <= limit ? Math.min(most - limit, -KEPT * limit) : (speedAt(factor) ?? 0) - limit;
    known.set(factor, value);
    return value;
  };
  if (excess(highest) <= 0) return { outside: 'highest' };
  if (excess(lowest) > 0) return { outside: 'lowest' };
  const root = brent(excess, { low: lowest, high: highest, tolerance: WITHIN, path: 'limit' });
  return { factor: excess(root) <= 0 ? root : Math.max(lowest, root - 2 * WITHIN) };
}

/**
 * The factor by which every speed of the path may be multiplied so that the typical bee (or a quantile of 200 drawn bees) lands
 * within `limit` m/s.
 * @throws DomainError `NO_SOLUTION` when the limit is not reached at `highest`, or passed at `lowest`; else as the trajectory.
 */
export function scaleForArrival(a: Bee & ScaleOptions & { path: HosePath; limit: number }): ScaleResult {
  const question = scaleQuestion(new Fields(a), { limit: null, quantile: 0.5 });
  const found = largestFactor(question);
  if ('outside' in found) {
    const message =
      found.outside === 'highest' ? 'the limit is not reached at the highest factor' : 'passed at the lowest factor';
    throw new DomainError('NO_SOLUTION', 'limit', message, { reason: found.outside });
  }
  const normalSpeed = question.speedAt(found.factor);
  return {
    factor: found.factor,
    hoseSpeed: hoseSpeedOf(question.path) * found.factor,
    normalSpeed,
    stalled: normalSpeed === null,
  };
}
