/**
 * Scouts at the door, turned into a chance that the swarm moves in.
 *
 * Formula: a logistic hazard per day of 1, ln(1 + scouts a minute) and its change per day; within H days 1 - (1 - p)^H.
 * Source: rule of thumb, tuned to a keeper's log as it grows. Scouts rise as recruitment builds at a site under debate,
 * and can vanish when the swarm chooses elsewhere. Before any log: nobody 1 % a day, 10 a minute 27 %, 20 a minute 49 %.
 * Left out: the fit to a log, which is in `scout-fit`.
 */
import { arrayAt, DomainError, emptyError, Fields, type NumberRange } from '../shared/errors/index.js';

/** Bees entering or hovering at the entrance. */
export interface ScoutCount {
  /** Local days since 1970-01-01, with the fraction. */
  readonly day: number;
  /** Bees a minute, 0..1000. */
  readonly perMin: number;
  /** Local, 0..24. */
  readonly hour?: number | null;
  /** Fitness of the weather for flying then, 0..1. */
  readonly flying?: number | null;
}
type Three = readonly [number, number, number];
export interface ScoutModel {
  readonly mean: Three;
  readonly sd: Three;
}
export type ScoutBand = 'quiet' | 'few' | 'many';

export const SCOUT_PRIOR: ScoutModel = { mean: [-4.6, 1.5, 0.8], sd: [1, 0.4, 0.5] };
const PER_MIN: NumberRange = { min: 0, max: 1000 };
const HOUR: NumberRange = { min: 0, max: 24 };
const FLYING: NumberRange = { min: 0, max: 1 };
/** Scouts are home before and after, and in bad weather. */
const HOURS = { from: 9, to: 18 };
const LEAST_FLYING = 0.3;
const LEAST_GAP_DAYS = 0.75;
const LONGEST_GAP_DAYS = 7;
const STEEPEST = 2;
const QUIET_BELOW = 0.5;
const MANY_FROM = 10;

interface Usable {
  readonly day: number;
  readonly perMin: number;
}

function usableCounts(counts: unknown): Usable[] {
  const rows = arrayAt(counts, 'counts').map((one, n) => {
    const fields = new Fields(one, `counts[${n}]`, 'wrong type');
    const day = fields.number('day');
    const perMin = fields.number('perMin', PER_MIN);
    const hour = fields.numberOr('hour', null, HOUR);
    const flying = fields.numberOr('flying', 1, FLYING);
    const home = (hour !== null && (hour < HOURS.from || hour > HOURS.to)) || flying < LEAST_FLYING;
    return { day, perMin, home };
  });
  rows.forEach(({ day }, n) => {
    const before = rows[n - 1];
    if (before && day <= before.day)
      throw new DomainError('CONFLICT', `counts[${n}].day`, 'is not after the count before it');
  });
  const usable = rows.filter(({ home }) => !home);
  if (usable.length === 0) throw emptyError('counts', 'hold no count that says anything');
  return usable;
}

function featuresOf(usable: readonly Usable[]): Three {
  const now = usable.at(-1) ?? { day: 0, perMin: 0 };
  const x1 = Math.log1p(now.perMin);
  const before = usable.filter(({ day }) => now.day - day >= LEAST_GAP_DAYS).at(-1);
  const gap = before ? now.day - before.day : Infinity;
  if (!before || gap > LONGEST_GAP_DAYS) return [1, x1, 0];
  return [1, x1, Math.max(-STEEPEST, Math.min(STEEPEST, (x1 - Math.log1p(before.perMin)) / gap))];
}

/** What the model reads off the counts. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `CONFLICT`, `EMPTY`. */
export function scoutFeatures(counts: readonly ScoutCount[]): Three {
  return featuresOf(usableCounts(counts));
}

function modelOf(model: unknown): Three {
  const mean = new Fields(model, 'model', 'wrong type').list('mean');
  if (mean.length !== 3) throw new DomainError('LENGTH', 'model.mean', 'must have three numbers');
  const fields = new Fields(Object.fromEntries(mean.map((value, n) => [String(n), value])), 'model.mean', 'wrong type');
  return [fields.number('0'), fields.number('1'), fields.number('2')];
}

/** Chances that a swarm moves in. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `CONFLICT`, `EMPTY`, `LENGTH`. */
export function arrivalProbability(
  counts: readonly ScoutCount[],
  model: ScoutModel | null = SCOUT_PRIOR,
): {
  readonly perDay: number;
  readonly h24: number;
  readonly h48: number;
  readonly h72: number;
  readonly band: ScoutBand;
  readonly countedDay: number;
} {
  const usable = usableCounts(counts);
  const mean = modelOf(model ?? SCOUT_PRIOR);
  const x = featuresOf(usable);
  const p = 1 / (1 + Math.exp(-x.reduce((sum, value, n) => sum + value * (mean[n] ?? 0), 0)));
  const within = (days: number): number => 1 - (1 - p) ** days;
  const now = usable.at(-1) ?? { day: 0, perMin: 0 };
  const band = now.perMin < QUIET_BELOW ? 'quiet' : now.perMin < MANY_FROM ? 'few' : 'many';
  return { perDay: p, h24: within(1), h48: within(2), h72: within(3), band, countedDay: now.day };
}
