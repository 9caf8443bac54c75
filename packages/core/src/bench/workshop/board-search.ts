import { priceStep, upToStep } from './board-bounds.js';
import type { FilledBoard, Filling } from './board-heuristics.js';
import type { Stock } from './cutting-input.js';
import { firstWithin } from './falling.js';

export interface Searched {
  /** A plan cheaper than the one that was there, if there is one. */
  readonly filling: Filling | null;
  /** The search looked at everything: what stands is the best there is. */
  readonly closed: boolean;
}

interface Fill {
  readonly stock: Stock;
  /** Places among the distinct lengths, a place for each piece. */
  readonly places: readonly number[];
  readonly filled: number;
}
const NOTHING_LEFT = 1e-9;

/**
 * Board by board, each with the largest piece left: all fills that nothing more fits into, the most promising first, and never
 * where what is spent and what the rest costs at least is no better than what is known.
 */
export class BoardSearch {
  readonly #lengths: readonly number[];
  readonly #counts: number[];
  readonly #step: number;
  readonly #rate: number;
  readonly #limited: boolean;
  readonly #used: number[];
  readonly #seen = new Map<string, number>();
  readonly #boards: FilledBoard[] = [];
  #best: number;
  #found: Filling | null = null;
  #left: number;

  /** `pieces`: lengths with their kerf, falling. `known`: what the best plan so far costs. */
  constructor(
    pieces: readonly number[],
    private readonly stocks: readonly Stock[],
    known: number,
    nodeLimit: number,
  ) {
    this.#lengths = [...new Set(pieces)];
    const place = new Map(this.#lengths.map((length, n) => [length, n]));
    this.#counts = this.#lengths.map(() => 0);
    for (const piece of pieces) this.#counts[place.get(piece) ?? 0] = (this.#counts[place.get(piece) ?? 0] ?? 0) + 1;
    this.#step = priceStep(stocks.map(({ price }) => price));
    this.#rate = Math.min(...stocks.map(({ price, usable }) => price / usable));
    this.#limited = stocks.some(({ available }) => Number.isFinite(available));
    this.#used = stocks.map(() => 0);
    this.#best = known;
    this.#left = nodeLimit;
  }

  run(): Searched {
    const rest = this.#lengths.reduce((sum, length, n) => sum + length * (this.#counts[n] ?? 0), 0);
    if (this.#left > 0) this.#branch(0, rest);
    return { filling: this.#found, closed: this.#left > 0 };
  }

  /** What so much length costs at least. */
  #bound(rest: number): number {
    const [only] = this.stocks;
    if (this.stocks.length === 1 && only) return Math.ceil(rest / only.usable - NOTHING_LEFT) * only.price;
    return upToStep(rest * this.#rate, this.#step);
  }

  #branch(cost: number, rest: number): void {
    const largest = this.#counts.findIndex((count) => count > 0);
    if (largest < 0) {
      if (cost < this.#best) {
        this.#best = cost;
        this.#found = [...this.#boards];
      }
      return;
    }
    const fills = this.stocks
      .flatMap((stock, type) => (this.#there(type) ? this.#fills(stock, largest, cost, rest) : []))
      .map((fill) => ({ ...fill, promise: cost + fill.stock.price + this.#bound(rest - fill.filled) }))
      .sort((a, b) => a.promise - b.promise || b.filled - a.filled);
    for (const { stock, places, filled, promise } of fills) {
      if (this.#left <= 0) return;
      if (promise >= this.#best - NOTHING_LEFT) continue;
      const type = this.stocks.indexOf(stock);
      this.#put(places, -1);
      this.#used[type] = (this.#used[type] ?? 0) + 1;
      const key = this.#limited ? `${this.#counts.join()};${this.#used.join()}` : this.#counts.join();
      // Writing down where one stands takes its time too.
      this.#left -= 1 + this.#counts.length / 16;
      const spent = cost + stock.price;
      if (spent < (this.#seen.get(key) ?? Infinity)) {
        this.#seen.set(key, spent);
        this.#boards.push({ stock, pieces: places.map((place) => this.#lengths[place] ?? 0) });
        this.#branch(spent, rest - filled);
        this.#boards.pop();
      }
      this.#used[type] -= 1;
      this.#put(places, 1);
    }
  }

  #there(type: number): boolean {
    return (this.#used[type] ?? 0) < (this.stocks[type]?.available ?? 0);
  }

  #put(places: readonly number[], by: 1 | -1): void {
    for (const place of places) this.#counts[place] = (this.#counts[place] ?? 0) + by;
  }

  /** How much of a board may stay empty for the whole to be better than what is known. */
  #mostEmpty({ price, usable }: Stock, cost: number, rest: number): number {
    const money = this.#best - cost - price;
    if (!Number.isFinite(money)) return usable;
    const [only] = this.stocks;
    if (this.stocks.length === 1 && only) {
      const boards = Math.ceil(money / only.price - NOTHING_LEFT) - 1;
      return boards * usable - rest + usable;
    }
    const spare = (money - this.#step + NOTHING_LEFT) / this.#rate;
    return Math.floor(spare - rest + usable);
  }

  /** All fills with the largest piece that nothing more fits into. */
  #fills(stock: Stock, largest: number, cost: number, rest: number): readonly Fill[] {
    const first = this.#lengths[largest] ?? Infinity;
    if (first > stock.usable) return [];
    const most = this.#mostEmpty(stock, cost, rest);
    if (most < 0) return [];
    const found: Fill[] = [];
    const chosen = [largest];
    const counts = this.#counts;
    const lengths = this.#lengths;
    const keep = (empty: number): void => {
      const fits = (length: number, n: number): boolean => length <= empty && (counts[n] ?? 0) > 0;
      if (empty <= most && !lengths.some(fits))
        found.push({ stock, places: [...chosen], filled: stock.usable - empty });
    };
    const go = (from: number, empty: number): void => {
      keep(empty);
      for (let n = firstWithin(lengths, from, empty); n < lengths.length && this.#left > 0; n++) {
        if ((counts[n] ?? 0) === 0) continue;
        // Looking whether anything more fits takes as long as there are lengths.
        this.#left -= 1 + lengths.length / 32;
        const after = empty - (lengths[n] ?? 0);
        counts[n] = (counts[n] ?? 0) - 1;
        chosen.push(n);
        if (after <= most || this.#canFill(n, after - most, after)) go(n, after);
        chosen.pop();
        counts[n] = (counts[n] ?? 0) + 1;
      }
    };
    counts[largest] = (counts[largest] ?? 0) - 1;
    go(largest, stock.usable - first);
    counts[largest] = (counts[largest] ?? 0) + 1;
    return found;
  }

  /** Whether pieces from a place on may fill at least so much of a room. */
  #canFill(from: number, least: number, room: number): boolean {
    const shortest = this.#shortest();
    // One more piece at most: it must be long enough by itself.
    if (2 * shortest > room) {
      for (let n = firstWithin(this.#lengths, from, room); n < this.#lengths.length; n++) {
        if ((this.#lengths[n] ?? 0) < least) return false;
        if ((this.#counts[n] ?? 0) > 0) return true;
      }
      return false;
    }
    let sum = 0;
    for (let n = firstWithin(this.#lengths, from, room); n < this.#lengths.length && sum < least; n++) {
      sum += (this.#lengths[n] ?? 0) * (this.#counts[n] ?? 0);
    }
    return sum >= least;
  }

  #shortest(): number {
    for (let n = this.#lengths.length - 1; n >= 0; n--) if ((this.#counts[n] ?? 0) > 0) return this.#lengths[n] ?? 0;
    return Infinity;
  }
}
