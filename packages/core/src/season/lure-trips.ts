/**
 * What a carrier costs in trips: how often a lure would have to be renewed through a stretch of days, one carrier against the
 * other.
 *
 * Formula: the course of `bait-course`, begun anew on the first day it is weak or spent; with the carrier's conductance, and
 * with it times and over its factor of uncertainty.
 * Source: as the course. A rule of thumb: the conductances are uncertain by a factor of about two, so the range matters more
 * than the figure. Left out: lures that a keeper renews while there for another reason.
 */
import { dateOfDay, type IsoDate } from '../shared/calendar/index.js';
import { Fields, type NumberRange } from '../shared/errors/index.js';
import {
  type Bait,
  type BaitWeather,
  CARRIERS,
  emptying,
  factorsOf,
  type Lure,
  type LureDay,
  lureDaysOf,
  lureOf,
} from './bait-course.js';
import { OVERDOSE_KG_PER_DAY } from './bait-facts.js';

const GSD: NumberRange = { min: 1, max: 100 };
const WORN = ['weak', 'spent'];

export interface LureTrips {
  /** Trips to renew it, the first hanging not counted. */
  readonly trips: number;
  /** With the range of the carrier's uncertainty. */
  readonly fewest: number;
  readonly most: number;
  readonly renewals: readonly IsoDate[];
  /** Days until it is first weak; `null` = not in this stretch. */
  readonly firstWeakDays: number | null;
  /** Days on which a gel would run. */
  readonly meltedDays: number;
  /** Days on which it gives off too much at once. */
  readonly overdoseDays: number;
  /** Too little scent all along. */
  readonly faint: boolean;
}

/** Places in `days` at which the lure is renewed. */
function renewals(lure: Lure, days: readonly LureDay[], factors: readonly number[]): readonly number[] {
  const places: number[] = [];
  for (let from = 0; from < days.length;) {
    const worn = emptying(lure, days.slice(from), factors.slice(from)).findIndex(({ state }) => WORN.includes(state));
    // One that is worn on its first day would be renewed every day: it is too weak for this stretch from the outset.
    if (worn < 0) break;
    from += Math.max(1, worn);
    if (from < days.length) places.push(from);
  }
  return places;
}

/**
 * @param daily the days it is to hang through, consecutive.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`, `EMPTY`, `CONFLICT`.
 */
export function lureTrips(
  bait: Bait,
  daily: readonly BaitWeather[],
  options?: { readonly gsd?: number | null } | null,
): LureTrips {
  const lure = lureOf(bait);
  const days = lureDaysOf(daily);
  const gsd = new Fields(options ?? {}, 'options').numberOr('gsd', CARRIERS[lure.carrier].gsd, GSD);
  const factors = factorsOf(lure, days);
  const of = (factor: number): readonly number[] =>
    renewals({ ...lure, conductance: lure.conductance * factor }, days, factors);
  const own = of(1);
  const counts = [own.length, of(gsd).length, of(1 / gsd).length];
  // Each lure from the day it is put in until the next one is.
  const lives = [0, ...own].flatMap((from, n) => {
    const to = own[n] ?? days.length;
    return emptying(lure, days.slice(from, to), factors.slice(from, to));
  });
  return {
    trips: own.length,
    fewest: Math.min(...counts),
    most: Math.max(...counts),
    renewals: own.map((place) => dateOfDay(days[place]?.day ?? 0)),
    firstWeakDays: own[0] ?? null,
    meltedDays: lives.filter(({ melted }) => melted).length,
    overdoseDays: lives.filter(({ emissionKg }) => emissionKg > OVERDOSE_KG_PER_DAY || lure.heavy).length,
    faint: lives.some(({ state }) => state === 'faint'),
  };
}
