/**
 * When to renew a lure, with the range that its carrier leaves open, and what weighings say of that carrier.
 *
 * Formula: the course of {@link baitCourse} with the carrier's conductance, and with it times and over its factor of
 * uncertainty; a weighing moves the logarithm of that factor from its prior by least squares.
 * Source: as the course; a weighing improves it more than any table. Weigh oil only: a wet towel loses water too.
 */
import { dateOfDay, dayIn, type IsoDate } from '../shared/calendar/index.js';
import { DomainError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import {
  type Bait,
  type BaitState,
  type BaitWeather,
  CARRIERS,
  emptying,
  factorsOf,
  type Lure,
  type LureDay,
  lureDaysOf,
  lureOf,
} from './bait-course.js';

const HORIZON: NumberRange = { min: 1, max: 2000 };
const GSD: NumberRange = { min: 1, max: 100 };
const RENEW_AT = ['weak', 'spent'] as const;
const LAST_DAYS = 7;
/** ln of the multiplier is looked for so far from the prior. */
const THETA = { from: -4, to: 4 };
const SCAN_STEP = 0.02;
const DIFFERENCE = 0.01;
const LEAST_CURVATURE = 1e-9;
const Z90 = 1.645;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The forecast cut to the horizon, or drawn out by the mean of its last days. */
function drawnOut(days: readonly LureDay[], length: number): readonly LureDay[] {
  if (days.length >= length) return days.slice(0, length);
  const last = days.slice(-LAST_DAYS);
  const mean = (of: (day: LureDay) => number): number => last.reduce((sum, day) => sum + of(day), 0) / last.length;
  const usual = { tMin: mean(({ tMin }) => tMin), tMax: mean(({ tMax }) => tMax) };
  const first = days[0]?.day ?? 0;
  return Array.from({ length }, (_, n) => days[n] ?? { day: first + n, ...usual });
}

const times = (lure: Lure, factor: number): Lure => ({ ...lure, conductance: lure.conductance * factor });

/**
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`, `EMPTY`, `CONFLICT`.
 */
export function nextRebait(
  bait: Bait,
  daily: readonly BaitWeather[],
  options?: {
    readonly horizonDays?: number | null;
    readonly at?: (typeof RENEW_AT)[number] | null;
    readonly gsd?: number | null;
  } | null,
): {
  readonly date: IsoDate | null;
  readonly earliest: IsoDate | null;
  readonly latest: IsoDate | null;
  /** Too little scent all along: more or another carrier, not a fresh one of the same. */
  readonly faint: boolean;
} {
  const lure = lureOf(bait);
  const known = lureDaysOf(daily);
  const fields = new Fields(options ?? {}, 'options');
  const days = drawnOut(known, fields.wholeOr('horizonDays', 180, HORIZON));
  const at = fields.wordOr('at', 'weak', RENEW_AT);
  const gsd = fields.numberOr('gsd', CARRIERS[lure.carrier].gsd, GSD);
  const factors = factorsOf(lure, days);
  const bad: readonly BaitState[] = at === 'weak' ? ['weak', 'spent'] : ['spent'];
  const firstOf = (one: Lure): number | null => {
    const n = emptying(one, days, factors).findIndex(({ state }) => bad.includes(state));
    return n < 0 ? null : (days[n]?.day ?? 0);
  };
  const three = [lure, times(lure, gsd), times(lure, 1 / gsd)].map(firstOf);
  const found = three.filter((day): day is number => day !== null);
  const dateOf = (day: number | null): IsoDate | null => (day === null ? null : dateOfDay(day));
  return {
    date: dateOf(three[0] ?? null),
    earliest: dateOf(found.length === 0 ? null : Math.min(...found)),
    latest: dateOf(found.length < three.length ? null : Math.max(...found)),
    faint: emptying(lure, days, factors).some(({ state }) => state === 'faint'),
  };
}

/** The least of a smooth function near `x0`, by golden section within one step either side. */
function refined(f: (x: number) => number, x0: number): number {
  let [low, high] = [Math.max(THETA.from, x0 - SCAN_STEP), Math.min(THETA.to, x0 + SCAN_STEP)];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [fa, fb] = [f(a), f(b)];
  for (let n = 0; n < 80 && high - low > 1e-10; n++) {
    if (fa <= fb) {
      [high, b, fb] = [b, a, fa];
      a = high - GOLDEN * (high - low);
      fa = f(a);
    } else {
      [low, a, fa] = [a, b, fb];
      b = low + GOLDEN * (high - low);
      fb = f(b);
    }
  }
  return (low + high) / 2;
}

/**
 * What weighings of the oil left make of the carrier's multiplier.
 * @throws DomainError `EMPTY` without a weighing, `MISSING` for one on a day that is not in `daily`; `TYPE`, `RANGE`, `ENUM`,
 * `FORMAT`, `CONFLICT`.
 */
export function calibrateBait(
  bait: Bait,
  daily: readonly BaitWeather[],
  weighings: readonly { readonly date: IsoDate; readonly massKg: number }[],
  options?: { readonly massSdKg?: number | null; readonly gsd?: number | null } | null,
): { readonly multiplier: number; readonly gsd: number; readonly lo: number; readonly hi: number } {
  const lure = lureOf(bait);
  const days = lureDaysOf(daily);
  const placed = new Fields({ weighings }).objects('weighings').map((one) => {
    const day = dayIn(one, 'date');
    const at = days.findIndex((other) => other.day === day);
    if (at < 0) throw new DomainError('MISSING', one.at('date'), `there is no weather of ${dateOfDay(day)}`);
    return { at, massKg: one.number('massKg', { min: 0 }) };
  });
  if (placed.length === 0) throw new DomainError('EMPTY', 'weighings', 'hold no weighing');
  const fields = new Fields(options ?? {}, 'options');
  const massSd = fields.numberOr('massSdKg', 2e-5, POSITIVE);
  const spread = Math.log(fields.numberOr('gsd', CARRIERS[lure.carrier].gsd, { ...GSD, above: true }));
  const factors = factorsOf(lure, days);
  const cost = (theta: number): number => {
    const course = emptying(times(lure, Math.exp(theta)), days, factors);
    const misses = placed.reduce((sum, { at, massKg }) => {
      const miss = (massKg - lure.massKg * (course[at]?.fraction ?? 0)) / massSd;
      return sum + miss * miss;
    }, 0);
    return (theta / spread) ** 2 / 2 + misses / 2;
  };
  // The function can have two minima: looked at all along before the best is refined.
  const steps = Math.round((THETA.to - THETA.from) / SCAN_STEP);
  let [best, least] = [0, Infinity];
  for (let n = 0; n <= steps; n++) {
    const theta = THETA.from + n * SCAN_STEP;
    const value = cost(theta);
    if (value < least) [best, least] = [theta, value];
  }
  const theta = refined(cost, best);
  const curvature = (cost(theta + DIFFERENCE) - 2 * cost(theta) + cost(theta - DIFFERENCE)) / DIFFERENCE ** 2;
  const sd = curvature <= LEAST_CURVATURE ? spread : Math.min(spread, 1 / Math.sqrt(curvature));
  const multiplier = lure.multiplier * Math.exp(theta);
  return {
    multiplier,
    gsd: Math.exp(sd),
    lo: multiplier * Math.exp(-Z90 * sd),
    hi: multiplier * Math.exp(Z90 * sd),
  };
}
