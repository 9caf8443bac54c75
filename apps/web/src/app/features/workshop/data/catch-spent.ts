import type { SummaryDto } from '@yewridge/contract/rounds';
import { catchCost, type CatchCost } from '@yewridge/core/bench';
import type { IsoDate } from '@yewridge/core/season';
import { moneySaid } from '../../../shared/money/currency-choice';
import type { Goods } from './stock-rows';

/** Prices a keeper gives once, by their names in the price list. */
export const SEASON_PRICES = {
  trap: 'A trap, built',
  lure: 'Lure for a trap and season',
  trip: 'A trip',
  colony: 'A bought colony',
} as const;
export type SeasonPrice = keyof typeof SEASON_PRICES;
/** Seasons a trap is taken to last, a rule of thumb that the page says. */
export const TRAP_LASTS = 5;

/** What the record says of the season so far. */
export interface SeasonSoFar {
  readonly season: number;
  readonly traps: number;
  readonly catches: number;
  /** Days on which somebody looked at a trap or hung one. */
  readonly trips: number;
}
/** The season that runs or was the last to begin: in winter it is the one that is over. */
export function seasonSoFar({ seasons }: SummaryDto, today: IsoDate): SeasonSoFar | null {
  const begun = seasons.filter(({ start }) => start <= today).at(-1);
  return begun ? { season: begun.season, traps: begun.traps, catches: begun.catches, trips: begun.daysOut } : null;
}

export type Prices = Readonly<Record<SeasonPrice, number | null>>;

export const pricesOf = (goods: readonly Goods[]): Prices => {
  const of = (name: string): number | null => goods.find((row) => row.name === name)?.priceEach ?? null;
  return {
    trap: of(SEASON_PRICES.trap),
    lure: of(SEASON_PRICES.lure),
    trip: of(SEASON_PRICES.trip),
    colony: of(SEASON_PRICES.colony),
  };
};

/** `null` while a price it needs is missing; a bought colony's is none of them. */
export function spentSoFar({ traps, trips }: SeasonSoFar, { trap, lure, trip }: Prices): number | null {
  if (trap === null || lure === null || trip === null) return null;
  return traps * (trap / TRAP_LASTS + lure) + trips * trip;
}

/** What a catch has cost, with the range that few catches allow, against a bought colony. */
export function catchCostSaid(season: SeasonSoFar, prices: Prices, currency: string): string {
  const spent = spentSoFar(season, prices);
  if (spent === null) return 'Type the prices beside this: then it says what a catch has cost so far.';
  const cost: CatchCost = catchCost({ spent, catches: season.catches });
  const say = (sum: number): string => moneySaid(sum, currency, true);
  if (cost.each === null || cost.high === null) {
    return `${say(spent)} so far and no catch yet: one would have to come at ${say(cost.low)} or more.`;
  }
  const range = `${say(cost.each)} a catch so far; with ${season.catches === 1 ? '1 catch' : `${season.catches} catches`} anything between ${say(cost.low)} and ${say(cost.high)} (9 times in 10).`;
  if (prices.colony === null) return range;
  const against =
    cost.high < prices.colony ? 'less than' : cost.low > prices.colony ? 'more than' : 'not to be told from';
  return `${range} That is ${against} a bought colony at ${say(prices.colony)}.`;
}
