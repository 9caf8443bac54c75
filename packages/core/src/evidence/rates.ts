/**
 * How often traps fill, and how two rates compare.
 *
 * A rate of catches over days at risk is Poisson; with a prior of one catch in 300 trap-days its distribution is a gamma, whose mean
 * and equal-tailed interval are told. Two rates are compared given their sum, which makes the one a binomial share of both.
 * Source: conjugate Gamma–Poisson; the conditional test of two Poisson counts. The prior is a convention: 0.33 catches in 100
 * trap-days, about one trap in four in a season of 75 days.
 * Left out: that years differ for reasons outside the trap. Rates are compared within a season, or with seasons as groups.
 */
import { Fields, givenAt, numberAt, type NumberRange, POSITIVE, wholeAt } from '../shared/errors/index.js';
import { gammaInv, normCdf, normInv } from '../shared/stats/index.js';
import { binomTest } from './small-tables.js';

const COUNT: NumberRange = { min: 0, max: 5e5 };
const NON_NEGATIVE: NumberRange = { min: 0 };
/** Open at both ends. */
export const LEVEL: NumberRange = { min: 0, above: true, max: 1 - 1e-12 };
const PRIOR = { shape: 1, rateDays: 300 } as const;
export const USUAL_LEVEL = 0.9;
export const SEASON_DAYS = 75;
/** A catch that was nearly one: keeps a ratio finite where one side has none. */
const HALF = 0.5;

export interface RateOptions {
  /** Catches and days the prior stands for. */
  readonly shape?: number | null;
  readonly rateDays?: number | null;
  readonly level?: number | null;
  readonly seasonDays?: number | null;
}
export interface OccupancyRate {
  /** Catches in 100 trap-days, with its interval. */
  readonly per100: number;
  readonly lo100: number;
  readonly hi100: number;
  /** Catches of one trap in a season. */
  readonly perSeason: number;
  readonly loSeason: number;
  readonly hiSeason: number;
  /** Chance that one trap catches at least once in a season. */
  readonly pAtLeastOne: number;
  /** Without the prior; `null` without a day at risk. */
  readonly raw100: number | null;
}

/**
 * @param events catches, a whole number.
 * @param trapDays days at risk, d.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`.
 */
export function occupancyRate(events: number, trapDays: number, options?: RateOptions | null): OccupancyRate {
  givenAt(events, 'events');
  const caught = wholeAt(events, 'events', COUNT);
  givenAt(trapDays, 'trapDays');
  const days = numberAt(trapDays, 'trapDays', NON_NEGATIVE);
  const fields = new Fields(options ?? {}, 'opts');
  const shape = fields.numberOr('shape', PRIOR.shape, POSITIVE);
  const rateDays = fields.numberOr('rateDays', PRIOR.rateDays, POSITIVE);
  const tail = (1 - fields.numberOr('level', USUAL_LEVEL, LEVEL)) / 2;
  const season = fields.numberOr('seasonDays', SEASON_DAYS, POSITIVE);
  const [a, b] = [shape + caught, rateDays + days];
  const [mean, lo, hi] = [a / b, gammaInv(tail, a) / b, gammaInv(1 - tail, a) / b];
  return {
    per100: 100 * mean,
    lo100: 100 * lo,
    hi100: 100 * hi,
    perSeason: season * mean,
    loSeason: season * lo,
    hiSeason: season * hi,
    pAtLeastOne: -Math.expm1(a * Math.log(b / (b + season))),
    raw100: days === 0 ? null : (100 * caught) / days,
  };
}

export interface RateRatio {
  /** Chance of a split as uneven or more, were both rates one. */
  readonly p: number;
  /** First over second, half a catch added to each. */
  readonly ratio: number;
  readonly lo: number;
  readonly hi: number;
  /** How sure the direction is, 0.5 to 1. */
  readonly pDirection: number;
}

/**
 * Two counts of catches over their days at risk. @param t1 d. @param t2 d.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (counts whole and not negative, days above 0, level within 0..1).
 */
export function rateRatioTest(k1: number, t1: number, k2: number, t2: number, level: number = USUAL_LEVEL): RateRatio {
  givenAt(k1, 'k1');
  const first = wholeAt(k1, 'k1', COUNT);
  givenAt(t1, 't1');
  const firstDays = numberAt(t1, 't1', POSITIVE);
  givenAt(k2, 'k2');
  const second = wholeAt(k2, 'k2', COUNT);
  givenAt(t2, 't2');
  const secondDays = numberAt(t2, 't2', POSITIVE);
  const z = normInv((1 + numberAt(level, 'level', LEVEL)) / 2);
  const ln = Math.log((first + HALF) / firstDays) - Math.log((second + HALF) / secondDays);
  const sd = Math.sqrt(1 / (first + HALF) + 1 / (second + HALF));
  return {
    p: binomTest(first, first + second, firstDays / (firstDays + secondDays)),
    ratio: Math.exp(ln),
    lo: Math.exp(ln - z * sd),
    hi: Math.exp(ln + z * sd),
    pDirection: normCdf(Math.abs(ln) / sd),
  };
}
