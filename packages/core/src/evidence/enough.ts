/**
 * How many traps would settle a question, and what a given number of them can see.
 *
 * The counts of two sides, each over the same days at risk, are compared on the scale of their logarithm; catches scatter a third
 * more than by chance alone, because spots and years differ.
 * Source: the usual sample size for a ratio of two Poisson rates. The overdispersion of 1.3 is a convention.
 * Left out: that one keeper's traps share a year; several years do more than as many traps in one.
 */
import { DomainError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import { normInv } from '../shared/stats/index.js';
import { occupancyRate, SEASON_DAYS } from './rates.js';

const SHARE: NumberRange = { min: 0, above: true, max: 1 - 1e-12 };
const USUAL = { alpha: 0.05, power: 0.8, overdispersion: 1.3 } as const;
/** A season that comes out whole to the last figure is not one more. */
const SPARE = 1e-9;
const NEXT_TO_ONE = 1.0000001;
const MOST = 1000;
const HALVINGS = 100;

export interface Settling {
  /** Catches of a trap a day under the worse option. */
  readonly ratePerDay: number;
  readonly alpha?: number | null;
  readonly power?: number | null;
  readonly overdispersion?: number | null;
}
interface Read {
  readonly rate: number;
  readonly factor: number;
}

/** Days at risk that each side needs. */
const needed = ({ rate, factor }: Read, ratio: number): number =>
  (factor * (1 / rate + 1 / (rate * ratio))) / Math.log(ratio) ** 2;

function factorOf(fields: Fields): number {
  const alpha = fields.numberOr('alpha', USUAL.alpha, SHARE);
  const power = fields.numberOr('power', USUAL.power, SHARE);
  const over = fields.numberOr('overdispersion', USUAL.overdispersion, POSITIVE);
  return over * (normInv(1 - alpha / 2) + normInv(power)) ** 2;
}

/**
 * Catches a day of the worse of two sides that are to differ by a ratio above 1, where both together catch as they did so far.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` as {@link occupancyRate}.
 */
export const worseRate = (events: number, trapDays: number, ratio: number): number =>
  ((occupancyRate(events, trapDays).per100 / 100) * 2) / (1 + ratio);

/** Trap-seasons a side needs, and what each has had. */
export interface Missing {
  readonly neededSeasons: number;
  readonly hadA: number;
  readonly hadB: number;
}
/** What the side that has fewer still lacks. */
export const trapSeasonsMissing = ({ neededSeasons, hadA, hadB }: Missing): number =>
  Math.max(0, neededSeasons - Math.min(hadA, hadB));
/** Years it takes with so many traps, half of them on each side; `null` for fewer than two traps. */
export function seasonsToSettle(missing: Missing, traps: number): number | null {
  const half = Math.floor(traps / 2);
  return half === 0 ? null : Math.ceil(trapSeasonsMissing(missing) / half - SPARE);
}

/**
 * Trap-days and trap-seasons on each side, for a given ratio of the rates to be seen.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (rates and ratio above 0, a ratio other than 1, shares within 0..1).
 */
export function trapSeasonsNeeded(ask: Settling & { readonly ratio: number; readonly seasonDays?: number | null }): {
  readonly trapDaysPerArm: number;
  readonly trapSeasonsPerArm: number;
} {
  const fields = new Fields(ask, '', 'wrong type');
  const rate = fields.number('ratePerDay', POSITIVE);
  const ratio = fields.number('ratio', POSITIVE);
  if (ratio === 1)
    throw new DomainError('RANGE', 'ratio', 'must be other than 1: there is nothing to be seen', { value: 1 });
  const factor = factorOf(fields);
  const season = fields.numberOr('seasonDays', SEASON_DAYS, POSITIVE);
  const trapDaysPerArm = needed({ rate, factor }, ratio);
  return { trapDaysPerArm, trapSeasonsPerArm: Math.ceil(trapDaysPerArm / season - SPARE) };
}

/**
 * The least ratio above 1 that so many trap-days on each side would show; `null` where even a thousandfold one is not seen.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`.
 */
export function detectableRatio(ask: Settling & { readonly trapDaysPerArm: number }): {
  readonly ratio: number | null;
} {
  const fields = new Fields(ask, '', 'wrong type');
  const rate = fields.number('ratePerDay', POSITIVE);
  const days = fields.number('trapDaysPerArm', POSITIVE);
  const read = { rate, factor: factorOf(fields) };
  if (needed(read, MOST) > days) return { ratio: null };
  let [low, high] = [NEXT_TO_ONE, MOST];
  for (let n = 0; n < HALVINGS; n++) {
    const middle = Math.sqrt(low * high);
    // The larger the difference, the fewer days it needs.
    if (needed(read, middle) > days) low = middle;
    else high = middle;
  }
  return { ratio: Math.sqrt(low * high) };
}
