/**
 * A piece that the keeper takes from one board to another, judged by the checker of plans.
 *
 * Source: `checkBoardPlan` and `checkSheetPlan`; what they refuse is refused, with what it lacks.
 */
import { type BoardGroup, type LaidSheet, stockId } from './batch-plan.js';
import type { BoardCut, BoardPlan, CutBoard } from './cut-boards.js';
import { metres, micro } from './cutting-input.js';
import { checkBoardPlan, checkSheetPlan } from './plan-checkers.js';
import { sawOrder } from './saw-order.js';

export interface PieceAt {
  readonly board: number;
  readonly cut: number;
}
export type Moved<G> =
  | { readonly ok: true; readonly group: G }
  | {
      readonly ok: false;
      /** As the checker says it. */
      readonly reason: string;
      /** m by which the board is too short for it; 0 where that is not what is wrong. */
      readonly short: number;
    };

const without = <T>(list: readonly T[], index: number): readonly T[] => list.filter((_, n) => n !== index);

/** Cuts one after the other from the raw end, a kerf between. */
function repacked(cuts: readonly BoardCut[], from: number, kerf: number): readonly BoardCut[] {
  let at = micro(from);
  return cuts.map((cut) => {
    const laid = { ...cut, at: metres(at) };
    at += micro(cut.length) + micro(kerf);
    return laid;
  });
}

function boardOf(group: BoardGroup, stock: string, cuts: readonly BoardCut[]): CutBoard {
  const { length = 0, trimStart = 0, trimEnd = 0 } = group.job.stocks.find(({ id }) => id === stock) ?? {};
  const kerf = group.job.kerf ?? 0;
  const filled = cuts.reduce((sum, cut) => sum + micro(cut.length) + micro(kerf), 0);
  const usable = micro(length) - micro(trimEnd) - micro(trimStart) + micro(kerf);
  return { stock, cuts: repacked(cuts, trimStart, kerf), waste: metres(usable - filled) };
}

/** A plan as it is now: its cost, and whether it is still the least that was proved. */
function told(group: BoardGroup, plan: readonly CutBoard[]): BoardPlan {
  const stockOf = (id: string): { length: number; price: number } =>
    group.job.stocks.find((stock) => stock.id === id) ?? { length: 0, price: 0 };
  const cost = plan.reduce((sum, { stock }) => sum + stockOf(stock).price, 0);
  const whole = plan.reduce((sum, { stock }) => sum + stockOf(stock).length, 0);
  const cut = plan.reduce((sum, { cuts }) => sum + cuts.reduce((all, { length }) => all + length, 0), 0);
  const { lowerBound } = group.plan;
  return {
    ...group.plan,
    plan,
    cost,
    boards: plan.length,
    gap: Math.max(0, cost / lowerBound - 1),
    status: cost <= lowerBound + 1e-9 ? 'optimal' : 'heuristic',
    yieldFraction: whole > 0 ? cut / whole : 0,
  };
}

/** What one more board like it is taken from: Stores while there are any, else the price list where it stands there. */
function oneMore({ stocks, job, plan }: BoardGroup, like: string): string {
  const there = job.stocks.find(({ id }) => id === like)?.available ?? Infinity;
  const used = plan.plan.filter(({ stock }) => stock === like).length;
  const row = stocks.find(({ id }) => id === like)?.row ?? '';
  const bought = stockId(row, false);
  return used >= there && stocks.some(({ id }) => id === bought) ? bought : like;
}

/** `to` one past the last board: on a new board of the same kind as the one it comes from. */
export function movePiece(group: BoardGroup, from: PieceAt, to: number): Moved<BoardGroup> {
  const boards = group.plan.plan;
  const source = boards[from.board];
  const cut = source?.cuts[from.cut];
  if (!source || !cut) return { ok: false, reason: 'unknown-piece', short: 0 };
  if (to === from.board) return { ok: true, group };
  const target = boards[to];
  const left = boardOf(group, source.stock, without(source.cuts, from.cut));
  const grown = boardOf(group, target?.stock ?? oneMore(group, source.stock), [...(target?.cuts ?? []), cut]);
  const grownIn = target ? boards.map((board, n) => (n === to ? grown : board)) : [...boards, grown];
  const plan = grownIn.map((board, n) => (n === from.board ? left : board));
  const kept = plan.filter(({ cuts }) => cuts.length > 0);
  const { ok, reason } = checkBoardPlan({ ...group.job, plan: kept });
  if (!ok) return { ok: false, reason, short: reason === 'over-length' ? Math.max(0, -grown.waste) : 0 };
  return { ok: true, group: { ...group, plan: told(group, kept) } };
}

export interface PlaceAt {
  readonly sheet: number;
  readonly place: number;
}

/** A panel laid at `x`, `y` of a sheet of the same group, m from its raw corner. */
export function movePanel(
  sheets: readonly LaidSheet[],
  kerf: number,
  from: PlaceAt,
  to: { readonly sheet: number; readonly x: number; readonly y: number },
): Moved<readonly LaidSheet[]> {
  const place = sheets[from.sheet]?.places[from.place];
  const target = sheets[to.sheet];
  if (!place || !target) return { ok: false, reason: 'unknown-piece', short: 0 };
  const laid = { ...place, x: to.x, y: to.y };
  const others = sheets.map((sheet, n) =>
    n === from.sheet ? { ...sheet, places: without(sheet.places, from.place) } : sheet,
  );
  const moved = others.map((sheet, n) => (n === to.sheet ? { ...sheet, places: [...sheet.places, laid] } : sheet));
  const places = moved[to.sheet]?.places ?? [];
  const { ok, reason } = checkSheetPlan({
    sheet: { length: target.length, width: target.width },
    kerf,
    pieces: places.map(({ length, width }, n) => ({ id: `${n}`, length, width, grain: 'locked' as const })),
    plan: [places.map((one, n) => ({ ...one, piece: `${n}` }))],
  });
  if (!ok) return { ok: false, reason, short: 0 };
  const again = moved.map((sheet) => {
    const order = sawOrder({ length: sheet.length, width: sheet.width, trim: 0 }, sheet.places, kerf);
    return { ...sheet, order: order ?? sheet.order };
  });
  return { ok: true, group: again.filter((sheet) => sheet.places.length > 0) };
}
