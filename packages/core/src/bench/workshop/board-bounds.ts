import { l2Of } from './l2-bound.js';
import type { BoardJob, Stock } from './cutting-input.js';

const PRICE_STEP = 1e4;
const SLACK = 1e-9;

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** The step of which every cost is a multiple, or 0 where the prices share none. */
export function priceStep(prices: readonly number[]): number {
  const whole = prices.map((price) => Math.round(price * PRICE_STEP));
  const exact = whole.every((units, n) => Math.abs(units - (prices[n] ?? 0) * PRICE_STEP) < 1e-6 && units > 0);
  return exact ? whole.reduce(gcd, 0) / PRICE_STEP : 0;
}

/** No cost lies between two steps: a bound goes up to the next one. */
export const upToStep = (bound: number, step: number): number =>
  step > 0 ? step * Math.ceil(bound / step - SLACK) : bound;

/** What the material costs at the cheapest price a length, boards as they are there. */
function materialBound(total: number, stocks: readonly Stock[]): number {
  const cheapest = [...stocks].sort((a, b) => a.price / a.usable - b.price / b.usable);
  let [left, cost] = [total, 0];
  for (const { price, usable, available } of cheapest) {
    const share = Math.min(left / usable, available);
    cost += share * price;
    left -= share * usable;
    if (left <= 0) break;
  }
  return cost;
}

/** The least that any plan can cost, before anything is tried. `padded`: lengths with their kerf, µm. */
export function rootBound({ stocks }: Pick<BoardJob, 'stocks'>, padded: readonly number[]): number {
  const usable = stocks.filter(({ available }) => available > 0);
  const total = padded.reduce((sum, length) => sum + length, 0);
  const longest = Math.max(...usable.map((stock) => stock.usable));
  const least = Math.min(...usable.map(({ price }) => price));
  const step = priceStep(usable.map(({ price }) => price));
  const [only] = usable;
  const pairs = l2Of(padded, longest);
  const bound =
    usable.length === 1 && only
      ? Math.max(pairs, Math.ceil(total / only.usable)) * only.price
      : Math.max(materialBound(total, usable), pairs * least);
  return upToStep(bound, step);
}
