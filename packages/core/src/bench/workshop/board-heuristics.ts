import type { Stock } from './cutting-input.js';
import { firstWithin } from './falling.js';

/** A board with the pieces on it, lengths with their kerf, µm. */
export interface FilledBoard {
  readonly stock: Stock;
  readonly pieces: readonly number[];
}
export type Filling = readonly FilledBoard[];

/** Types that are tried as the preferred one, the cheapest a length first: more of them find nothing better. */
const MOST_PREFERRED = 12;
/** Steps of the best completion of one board, and of all boards together: a call never takes long. */
const FILL_STEPS = 4000;
const ALL_STEPS = 200_000;

const sum = (pieces: readonly number[]): number => pieces.reduce((total, piece) => total + piece, 0);
export const costOf = (filling: Filling): number => filling.reduce((total, { stock }) => total + stock.price, 0);

/** Boards that were taken, type by type. */
class Shelf {
  readonly #taken = new Map<number, number>();
  constructor(private readonly stocks: readonly Stock[]) {}

  /** Types of which one is left, that hold a length. */
  holding(length: number): readonly Stock[] {
    return this.stocks.filter(
      ({ index, usable, available }) => usable >= length && (this.#taken.get(index) ?? 0) < available,
    );
  }
  take({ index }: Stock): void {
    this.#taken.set(index, (this.#taken.get(index) ?? 0) + 1);
  }
  giveBack({ index }: Stock): void {
    this.#taken.set(index, (this.#taken.get(index) ?? 0) - 1);
  }
}
const cheapest = (stocks: readonly Stock[]): Stock | undefined =>
  [...stocks].sort((a, b) => a.price - b.price || b.usable - a.usable)[0];

/** Every board changed for the cheapest that is there and holds its pieces. */
function swapped(boards: readonly FilledBoard[], shelf: Shelf): Filling {
  return boards.map((board) => {
    shelf.giveBack(board.stock);
    const stock = cheapest(shelf.holding(sum(board.pieces))) ?? board.stock;
    shelf.take(stock);
    return { stock, pieces: board.pieces };
  });
}

/** Best-fit decreasing; `null` where the boards do not suffice. `pieces` fall. */
function bestFit(pieces: readonly number[], stocks: readonly Stock[], preferred: Stock | null): Filling | null {
  const shelf = new Shelf(stocks);
  const boards: { stock: Stock; pieces: number[]; left: number }[] = [];
  for (const piece of pieces) {
    let best: (typeof boards)[number] | null = null;
    for (const board of boards) if (board.left >= piece && (best === null || board.left < best.left)) best = board;
    if (best === null) {
      const holding = shelf.holding(piece);
      const stock = holding.find((one) => one === preferred) ?? cheapest(holding);
      if (!stock) return null;
      shelf.take(stock);
      best = { stock, pieces: [], left: stock.usable };
      boards.push(best);
    }
    best.pieces.push(piece);
    best.left -= piece;
  }
  return swapped(boards, shelf);
}

/** The pieces that fill a room best, by a search that gives up after some steps. `pieces` fall. @returns their places. */
function bestCompletion(pieces: readonly number[], room: number, steps: { left: number }): readonly number[] {
  let best: readonly number[] = [];
  let bestLeft = room;
  let own = Math.min(FILL_STEPS, steps.left);
  const before = own;
  const chosen: number[] = [];
  const go = (from: number, left: number): void => {
    if (left < bestLeft) [best, bestLeft] = [[...chosen], left];
    let last = -1;
    for (let n = firstWithin(pieces, from, left); n < pieces.length && bestLeft > 0 && own > 0; n++) {
      const piece = pieces[n] ?? Infinity;
      // One of several alike is as good as another.
      if (piece === last) continue;
      last = piece;
      own -= 1;
      chosen.push(n);
      go(n + 1, left - piece);
      chosen.pop();
    }
  };
  go(0, room);
  steps.left -= before - own;
  return best;
}

/** Board by board: the largest piece left and what fills the rest best; the type by price a filled length. */
function leastSlack(
  all: readonly number[],
  stocks: readonly Stock[],
  preferred: Stock | null,
  steps: { left: number },
): Filling | null {
  const shelf = new Shelf(stocks);
  const boards: FilledBoard[] = [];
  let left = [...all];
  while (left.length > 0) {
    const [largest = 0, ...rest] = left;
    const holding = shelf.holding(largest);
    const tried = holding.includes(preferred as Stock) ? [preferred as Stock] : holding.slice(0, MOST_PREFERRED);
    const fills = tried.map((stock) => {
      const places = bestCompletion(rest, stock.usable - largest, steps);
      const pieces = [largest, ...places.map((place) => rest[place] ?? 0)];
      return { stock, places, pieces, rate: stock.price / sum(pieces) };
    });
    const [best] = fills.sort((a, b) => a.rate - b.rate);
    if (!best) return null;
    shelf.take(best.stock);
    boards.push({ stock: best.stock, pieces: best.pieces });
    const gone = new Set(best.places);
    left = rest.filter((_, place) => !gone.has(place));
  }
  return swapped(boards, shelf);
}

/** The cheapest plan of several quick ways; `null` where none of them finds one. `pieces`: lengths with their kerf, falling. */
export function quickFilling(pieces: readonly number[], stocks: readonly Stock[], enough: number): Filling | null {
  const rated = [...stocks].sort((a, b) => a.price / a.usable - b.price / b.usable).slice(0, MOST_PREFERRED);
  const steps = { left: ALL_STEPS };
  let best: Filling | null = null;
  for (const way of [bestFit, leastSlack] as const) {
    for (const preferred of [null, ...rated]) {
      if (best !== null && costOf(best) <= enough) return best;
      const found = way(pieces, stocks, preferred, steps);
      if (found && (best === null || costOf(found) < costOf(best))) best = found;
    }
  }
  return best;
}
