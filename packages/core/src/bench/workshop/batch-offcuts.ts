/**
 * The boards of a plan with their marks, and what is worth keeping of it.
 *
 * Source: a board's waste is one kerf longer than what lies loose of it. Conventions: boards and strips are kept from 200 mm on, sheets
 * both ways, the strip left at the side of a board from 40 mm.
 */
import { type BatchPlan, type BoardGroup, SAME_WIDTH, stockId, type StripStock, usesOf } from './batch-plan.js';
import { offcutLength } from './cut-boards.js';
import { isKept, KEPT_SIDE, type Rect } from './saw-order.js';

const EDGE = 1e-9;
const SIDE_STRIP = 0.04;

export interface BoardMark {
  readonly piece: string;
  /** m from the raw end to the near and the far end of the piece. */
  readonly from: number;
  readonly to: number;
}
export interface MarkedBoard {
  readonly stock: StripStock;
  readonly marks: readonly BoardMark[];
  /** m that lie loose at the end, and whether they are worth keeping. */
  readonly offcut: number;
  readonly kept: boolean;
  /** m it is ripped to; `null` where it is as wide as its pieces. */
  readonly rip: number | null;
}

/** A group's boards with running marks from the raw end; a board's `waste` is one kerf longer than what is left of it. */
export function markedBoards({ plan, stocks, job, width }: BoardGroup): readonly MarkedBoard[] {
  return plan.plan.flatMap(({ stock, cuts, waste }) => {
    const from = stocks.find(({ id }) => id === stock);
    if (!from) return [];
    const offcut = offcutLength(waste, job.kerf ?? 0);
    const marks = cuts.map(({ piece, at, length }) => ({ piece, from: at, to: at + length }));
    const rip = from.width > width + SAME_WIDTH ? width : null;
    return [{ stock: from, marks, offcut, kept: offcut >= KEPT_SIDE - EDGE, rip }];
  });
}

/** A piece of wood that goes back to Stores. */
export interface Offcut {
  readonly kind: 'board' | 'sheet';
  /** The row it is left of. */
  readonly row: string;
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

/** Strips beside the pieces, and strips that no piece needed; whole boards long. */
function sideStrips(group: BoardGroup): readonly Offcut[] {
  const { width, thickness, stocks, job } = group;
  return usesOf([group], []).flatMap(({ row, own, count }): readonly Offcut[] => {
    const stock = stocks.find(({ id }) => id === stockId(row, own));
    if (!stock) return [];
    const long = (across: number) => (): Offcut => ({
      kind: 'board',
      row,
      length: stock.length,
      width: across,
      thickness,
    });
    const side = stock.width - stock.strips * (width + (job.kerf ?? 0));
    const spare = count * stock.strips - group.plan.plan.filter(({ stock: used }) => used === stock.id).length;
    return [
      ...Array.from({ length: spare }, long(width)),
      ...(side < SIDE_STRIP ? [] : Array.from({ length: count }, long(side))),
    ];
  });
}

/** What is worth keeping once all is sawn; a board that is ripped leaves its side strip where that is wide enough. */
export function keptOffcuts({ boards, sheets }: BatchPlan): readonly Offcut[] {
  const fromBoards = boards.flatMap((group) => {
    const { width, thickness } = group;
    const ends = markedBoards(group).flatMap(({ stock: { row }, offcut, kept }): Offcut[] =>
      kept ? [{ kind: 'board', row, length: offcut, width, thickness }] : [],
    );
    return [...ends, ...sideStrips(group)];
  });
  const fromSheets = sheets.flatMap(({ thickness, sheets: laid }) =>
    laid.flatMap(({ row, order }) =>
      order.offcuts
        .filter(isKept)
        .map(({ length, width }: Rect): Offcut => ({ kind: 'sheet', row, length, width, thickness })),
    ),
  );
  return [...fromBoards, ...fromSheets];
}

/** Running metres of the boards of a plan, as wide as its pieces: all of them, what is kept at their ends, and what saw, trim and scraps take. */
export function boardMetres(groups: readonly BoardGroup[]): {
  readonly all: number;
  readonly kept: number;
  readonly lost: number;
} {
  const boards = groups.flatMap(markedBoards);
  const all = boards.reduce((sum, { stock }) => sum + stock.length, 0);
  const cut = boards.reduce((sum, { marks }) => sum + marks.reduce((s, { from, to }) => s + to - from, 0), 0);
  const kept = boards.reduce((sum, board) => sum + (board.kept ? board.offcut : 0), 0);
  return { all, kept, lost: all - cut - kept };
}

/**
 * How near the boards of a group are to the least possible. Boards that give several strips are bought whole: a plan that leaves a strip
 * over is proved only by what its boards cost, not by its strips.
 */
export function boardGap({ plan, stocks, job }: BoardGroup): number {
  const priceOf = (id: string): number => job.stocks.find((stock) => stock.id === id)?.price ?? 0;
  const whole = stocks.reduce((sum, { id, strips }) => {
    const used = plan.plan.filter(({ stock }) => stock === id).length;
    return sum + Math.ceil(used / strips) * strips * priceOf(id);
  }, 0);
  return Math.max(0, whole / plan.lowerBound - 1);
}
