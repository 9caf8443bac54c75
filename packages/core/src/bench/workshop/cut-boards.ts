/**
 * Pieces cut from boards, the cheapest boards that hold them, and how sure it is that there are none cheaper.
 *
 * Formula: whole µm, the kerf added to every piece and once to the board; best-fit and least-slack fills, then board by board all
 * fills that nothing more fits into, bounded by what the rest costs at least.
 * Source: bin packing with several bins; the bound of pairs is Martello and Toth's. A search that ends at its limit says
 * `heuristic` with the gap to the bound, never `optimal`.
 */
import { DomainError, Fields, NON_NEGATIVE } from '../../shared/errors/index.js';
import { rootBound } from './board-bounds.js';
import { costOf, type Filling, quickFilling } from './board-heuristics.js';
import { BoardSearch } from './board-search.js';
import { type BoardJob, type BoardsAsked, metres, micro, readBoards } from './cutting-input.js';

export interface BoardCut {
  readonly piece: string;
  /** m from the raw end of the board, its trim included. */
  readonly at: number;
  readonly length: number;
}
export interface CutBoard {
  readonly stock: string;
  readonly cuts: readonly BoardCut[];
  /** m left over, one kerf longer than what lies there once it is cut free. */
  readonly waste: number;
}
export interface BoardPlan {
  readonly cost: number;
  readonly boards: number;
  readonly lowerBound: number;
  readonly rootBound: number;
  readonly gap: number;
  readonly status: 'optimal' | 'heuristic';
  readonly yieldFraction: number;
  readonly plan: readonly CutBoard[];
}

const NODE_LIMIT = 200_000;
const MOST_DISTINCT = 300;
const SAME_COST = 1e-9;

const noPlan = (path: string, message: string): DomainError => new DomainError('NO_SOLUTION', path, message);

/** Every piece with its kerf, the longest first. */
function expanded({ pieces, kerf }: BoardJob): readonly number[] {
  return pieces.flatMap(({ length, qty }) => Array.from({ length: qty }, () => length + kerf)).sort((a, b) => b - a);
}

/** @throws DomainError `NO_SOLUTION`. */
function canHold(job: BoardJob, padded: readonly number[]): void {
  const there = job.stocks.filter(({ available }) => available > 0);
  const longest = Math.max(0, ...there.map(({ usable }) => usable));
  const long = job.pieces.find(({ length }) => length + job.kerf > longest);
  if (long) throw noPlan('pieces', `"${long.id}" is longer than every board`);
  const all = there.reduce((sum, { usable, available }) => sum + usable * available, 0);
  const total = padded.reduce((sum, length) => sum + length, 0);
  if (total > all) throw noPlan('stocks', 'there is too little of the boards');
}

/** @throws DomainError `TYPE`, `RANGE`, `EMPTY`, `CONFLICT`, `GEOMETRY`, `TOO_LARGE`, `NO_SOLUTION`. */
export function cutBoards(i: BoardsAsked & { readonly nodeLimit?: number }): BoardPlan {
  const job = readBoards(i);
  const nodeLimit = new Fields(i, '', 'strict').wholeOr('nodeLimit', NODE_LIMIT, NON_NEGATIVE);
  const padded = expanded(job);
  canHold(job, padded);
  const stocks = job.stocks.filter(({ available }) => available > 0);
  const root = rootBound(job, padded);
  const quick = quickFilling(padded, stocks, root);
  const known = quick ? costOf(quick) : Infinity;
  const proved = known <= root + SAME_COST;
  const searches = !proved && new Set(padded).size <= MOST_DISTINCT;
  const searched = searches ? new BoardSearch(padded, stocks, known, nodeLimit).run() : null;
  const filling = searched?.filling ?? quick;
  if (!filling) {
    if (searched?.closed) throw noPlan('stocks', 'these boards do not hold the pieces');
    throw new DomainError('TOO_LARGE', 'pieces', 'no plan was found in the time that is given');
  }
  const cost = costOf(filling);
  const optimal = (searched?.closed ?? false) || cost <= root + SAME_COST;
  return told(job, filling, { cost, root, optimal });
}

function told(
  job: BoardJob,
  filling: Filling,
  { cost, root, optimal }: { readonly cost: number; readonly root: number; readonly optimal: boolean },
): BoardPlan {
  // Pieces of one length are told apart by their ids only here.
  const ids = new Map<number, string[]>();
  for (const { id, length, qty } of job.pieces) {
    const list = ids.get(length + job.kerf) ?? [];
    ids.set(length + job.kerf, [...list, ...Array.from({ length: qty }, () => id)]);
  }
  const plan = filling.map(({ stock, pieces }): CutBoard => {
    let at = stock.from;
    const cuts = pieces.map((padded): BoardCut => {
      const cut = { piece: ids.get(padded)?.shift() ?? '', at: metres(at), length: metres(padded - job.kerf) };
      at += padded;
      return cut;
    });
    const filled = pieces.reduce((sum, piece) => sum + piece, 0);
    return { stock: stock.id, cuts, waste: metres(stock.usable - filled) };
  });
  const lowerBound = optimal ? cost : root;
  const whole = filling.reduce((sum, { stock }) => sum + stock.length, 0);
  const cutLength = job.pieces.reduce((sum, { length, qty }) => sum + length * qty, 0);
  return {
    cost,
    boards: filling.length,
    lowerBound,
    rootBound: root,
    gap: cost / lowerBound - 1,
    status: optimal ? 'optimal' : 'heuristic',
    yieldFraction: cutLength / whole,
    plan,
  };
}

/** m: what lies loose at the end of a board once the last piece is cut free. */
export const offcutLength = (waste: number, kerf: number): number => metres(Math.max(0, micro(waste) - micro(kerf)));
