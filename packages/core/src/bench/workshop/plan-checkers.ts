/**
 * Whether a cutting plan can be sawn as it stands, and the first thing that is wrong with it.
 *
 * Source: geometry. What a keeper moves by hand is judged by the same rules as what was worked out.
 */
import { ANY, arrayAt, Fields } from '../../shared/errors/index.js';
import {
  type BoardJob,
  type BoardsAsked,
  micro,
  readBoards,
  readSheets,
  type SheetJob,
  type SheetsAsked,
} from './cutting-input.js';

export interface PlanCheck {
  readonly ok: boolean;
  /** The first fault, or ''. */
  readonly reason: string;
}
/** µm that rounding may have moved something. */
const BOARD_TOLERANCE = 2;
const SHEET_TOLERANCE = 3;
const FINE: PlanCheck = { ok: true, reason: '' };
const wrong = (reason: string): PlanCheck => ({ ok: false, reason });
const nearly = (a: number, b: number, tolerance: number): boolean => Math.abs(a - b) <= tolerance;

/** Pieces of each id that are still to come. */
class Demand {
  readonly #left: Map<unknown, number>;
  constructor(pieces: readonly { readonly id: string; readonly qty: number }[]) {
    this.#left = new Map(pieces.map(({ id, qty }) => [id, qty]));
  }
  take(id: unknown): void {
    this.#left.set(id, (this.#left.get(id) ?? 0) - 1);
  }
  get met(): boolean {
    return [...this.#left.values()].every((left) => left === 0);
  }
}

interface ReadCut {
  readonly piece: unknown;
  readonly at: number;
  readonly length: number;
}
interface ReadBoard {
  readonly stock: unknown;
  readonly cuts: readonly ReadCut[];
}
function readBoardPlan(i: unknown): readonly ReadBoard[] {
  return new Fields(i, '', 'strict').objects('plan').map((board) => ({
    stock: board.any('stock'),
    cuts: board.objects('cuts').map((cut) => ({
      piece: cut.any('piece'),
      at: micro(cut.number('at', ANY)),
      length: micro(cut.number('length', ANY)),
    })),
  }));
}

function boardFault({ stock: id, cuts }: ReadBoard, job: BoardJob): string | null {
  const stock = job.stocks.find((one) => one.id === id);
  if (!stock) return 'unknown-stock';
  let before = -Infinity;
  for (const { piece: name, at, length } of [...cuts].sort((a, b) => a.at - b.at)) {
    const piece = job.pieces.find((one) => one.id === name);
    if (!piece) return 'unknown-piece';
    if (!nearly(length, piece.length, BOARD_TOLERANCE)) return 'wrong-length';
    if (at < stock.from - BOARD_TOLERANCE) return 'outside';
    if (at < before + job.kerf - BOARD_TOLERANCE) return 'overlap';
    if (at + length > stock.to + BOARD_TOLERANCE) return 'over-length';
    before = at + length;
  }
  return null;
}

/** @throws DomainError as `cutBoards`; `TYPE` for a plan of another shape. */
export function checkBoardPlan(
  i: BoardsAsked & {
    readonly plan: readonly {
      readonly stock: string;
      readonly cuts: readonly { readonly piece: string; readonly at: number; readonly length: number }[];
    }[];
  },
): PlanCheck {
  const job = readBoards(i);
  const plan = readBoardPlan(i);
  const demand = new Demand(job.pieces);
  for (const board of plan) {
    const fault = boardFault(board, job);
    if (fault !== null) return wrong(fault);
    for (const { piece } of board.cuts) demand.take(piece);
  }
  const over = job.stocks.some(({ id, available }) => plan.filter(({ stock }) => stock === id).length > available);
  if (over) return wrong('stock-limit');
  return demand.met ? FINE : wrong('demand');
}

/** A piece as it lies, µm, with its kerf. */
interface Lying {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** Whether full cuts, one after the other, part the pieces. */
function isGuillotine(pieces: readonly Lying[], tolerance = SHEET_TOLERANCE): boolean {
  if (pieces.length <= 1) return true;
  const parts = (from: 'x0' | 'y0', to: 'x1' | 'y1'): readonly [readonly Lying[], readonly Lying[]] | null => {
    const sorted = [...pieces].sort((a, b) => a[from] - b[from]);
    let reach = -Infinity;
    for (const [n, piece] of sorted.entries()) {
      if (n > 0 && piece[from] >= reach - tolerance) return [sorted.slice(0, n), sorted.slice(n)];
      reach = Math.max(reach, piece[to]);
    }
    return null;
  };
  const split = parts('x0', 'x1') ?? parts('y0', 'y1');
  return split !== null && isGuillotine(split[0], tolerance) && isGuillotine(split[1], tolerance);
}

interface ReadPlace {
  readonly piece: unknown;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}
function sheetFault(places: readonly ReadPlace[], job: SheetJob): string | null {
  for (const { piece: name, x, y, length, width } of places) {
    const piece = job.pieces.find((one) => one.id === name);
    if (!piece) return 'unknown-piece';
    const lies = (a: number, b: number): boolean =>
      nearly(length, a, SHEET_TOLERANCE) && nearly(width, b, SHEET_TOLERANCE);
    if (!lies(piece.length, piece.width) && !(piece.turns && lies(piece.width, piece.length))) return 'size-or-grain';
    const within = (at: number, size: number, whole: number): boolean =>
      at >= job.trim - SHEET_TOLERANCE && at + size <= whole - job.trim + SHEET_TOLERANCE;
    if (!within(x, length, job.length) || !within(y, width, job.width)) return 'outside';
  }
  const lying = places.map(({ x, y, length, width }) => ({
    x0: x,
    x1: x + length + job.kerf,
    y0: y,
    y1: y + width + job.kerf,
  }));
  return isGuillotine(lying) ? null : 'overlap-or-not-guillotine';
}

/** @throws DomainError as `cutSheets`; `TYPE` for a plan of another shape. */
export function checkSheetPlan(
  i: SheetsAsked & {
    readonly plan: readonly (readonly {
      readonly piece: string;
      readonly x: number;
      readonly y: number;
      readonly length: number;
      readonly width: number;
    }[])[];
  },
): PlanCheck {
  const job = readSheets(i);
  const plan = job.given.list('plan').map((sheet, n) =>
    arrayAt(sheet, `plan[${n}]`).map((place, m): ReadPlace => {
      const given = new Fields(place, `plan[${n}][${m}]`, 'strict');
      const at = (key: string): number => micro(given.number(key, ANY));
      return { piece: given.any('piece'), x: at('x'), y: at('y'), length: at('length'), width: at('width') };
    }),
  );
  const demand = new Demand(job.pieces);
  for (const places of plan) {
    const fault = sheetFault(places, job);
    if (fault !== null) return wrong(fault);
    for (const { piece } of places) demand.take(piece);
  }
  return demand.met ? FINE : wrong('demand');
}
