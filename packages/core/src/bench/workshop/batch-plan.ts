/**
 * One plan for everything a batch of traps is sawn from: which boards and sheets, what is cut where, what is left, what must be bought.
 *
 * Formula: pieces of one wood, thickness and width are one group; a board as wide as it, or wider, gives as many strips as its width
 * holds with the kerf between, and each strip is cut by `cutBoards`. Sheets of one stuff and thickness: offcuts first, each with the
 * largest pieces it holds on one sheet, then the kind of whole sheet that costs least by `cutSheets`.
 * Source: cutting stock. Conventions of ours: an offcut counts a tenth of its price and a board in Stores nine tenths, so that what is
 * there is used first; thicknesses agree within 1 mm; an offcut is kept from 200 mm on, a side strip from 40 mm.
 * Left out: narrow pieces ripped from the side of wider ones.
 */
import { DomainError } from '../../shared/errors/index.js';
import type { Material } from '../load/mass.js';
import { type BoardPlan, cutBoards } from './cut-boards.js';
import { cutSheets, type SheetPlan } from './cut-sheets.js';
import type { BoardsAsked, SheetsAsked } from './cutting-input.js';
import { isWood } from './work-parts.js';
import { sawOrder, type SawOrder } from './saw-order.js';

/** A kind of board or sheet, in Stores or in a price list. */
export interface StockRow {
  readonly id: string;
  readonly kind: 'board' | 'sheet';
  readonly name: string;
  /** m, as measured. */
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  /** Any, where nobody says. */
  readonly species: Material | null;
  /** Of one; the keeper's money. */
  readonly price: number | null;
  /** How many lie in Stores. */
  readonly have: number;
  /** More of them can be bought. */
  readonly sold: boolean;
  readonly offcut: boolean;
}
export interface BatchPart {
  readonly id: string;
  readonly name: string;
  readonly qty: number;
  readonly stuff: Material;
  readonly material: 'board' | 'sheet';
  /** m, along the grain first. */
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly turns: boolean;
  /** A carpenter's part: any wood will do. */
  readonly anyWood: boolean;
}
export interface BatchAsked {
  readonly parts: readonly BatchPart[];
  readonly stock: readonly StockRow[];
  /** m. */
  readonly kerf: number;
  readonly trimStart: number;
  readonly trimEnd: number;
  /** Pieces wider than every board are made of as few as it takes, edge to edge. */
  readonly edgeJoined?: boolean;
}
export type BatchFaultReason = 'no-stock' | 'too-wide' | 'too-long' | 'too-large' | 'too-little' | 'input';
/** What cannot be cut, and why: the piece, its size and the most there is. */
export interface BatchFault {
  readonly reason: BatchFaultReason;
  readonly part: string;
  readonly size: number;
  readonly most: number | null;
  /** What is wrong with the numbers themselves, in words. */
  readonly says: string | null;
}
/** A strip of a board in a plan. */
export interface StripStock {
  /** As the plan names it. */
  readonly id: string;
  readonly row: string;
  readonly own: boolean;
  /** How many strips one board of it gives. */
  readonly strips: number;
  /** m of the whole board. */
  readonly length: number;
  readonly width: number;
}
export interface BoardGroup {
  readonly letter: string;
  readonly stuff: Material;
  readonly thickness: number;
  readonly width: number;
  /** Boards that lie edge to edge in one piece; 1 where one is wide enough. */
  readonly joined: number;
  readonly stocks: readonly StripStock[];
  readonly job: BoardsAsked;
  readonly plan: BoardPlan;
}
export interface LaidSheet {
  readonly row: string;
  readonly own: boolean;
  /** m of the whole sheet. */
  readonly length: number;
  readonly width: number;
  readonly places: SheetPlan['plan'][number];
  readonly order: SawOrder;
}
export interface SheetGroup {
  readonly letter: string;
  readonly stuff: Material;
  readonly thickness: number;
  readonly sheets: readonly LaidSheet[];
  readonly parts: SheetsAsked['pieces'];
  /** Sheets that no plan of these does without, once offcuts are used; `null` where no whole sheet is needed. */
  readonly lowerBound: number | null;
}
export interface StockUse {
  readonly row: string;
  readonly own: boolean;
  readonly count: number;
}
export interface BatchPlan {
  readonly boards: readonly BoardGroup[];
  readonly sheets: readonly SheetGroup[];
  readonly use: readonly StockUse[];
  readonly faults: readonly BatchFault[];
}

const SAME_THICKNESS = 0.001 + 1e-9;
/** m that a board may be wider than its pieces without being ripped. */
export const SAME_WIDTH = 5e-4;
const EDGE = 1e-9;
const OFFCUT_COUNTS = 0.1;
const OWN_COUNTS = 0.9;
/** Money a m2 where nobody gives a price: only its proportion counts. */
const ANY_PRICE = 20;
const LEAST_PRICE = 0.01;
const MOST_ON_OFFCUT = 24;
const SEARCH = 60_000;

const matches = (row: StockRow, part: BatchPart): boolean =>
  row.kind === part.material &&
  Math.abs(row.thickness - part.thickness) <= SAME_THICKNESS &&
  (row.species === null || row.species === part.stuff || (part.anyWood && isWood(row.species))) &&
  (row.have > 0 || row.sold);

const fault = (reason: BatchFaultReason, part: BatchPart, size: number, most: number | null = null): BatchFault => ({
  reason,
  part: part.id,
  size,
  most,
  says: null,
});

/** Without the field, which no keeper typed. */
const saysOf = ({ path, message }: DomainError): string => message.slice(path.length + 2);

/** What a board counts as in the plan: its price, or its share of what its neighbours cost. */
function worth(row: StockRow, among: readonly StockRow[], own: boolean): number {
  const priced = among.filter(({ price }) => price !== null && price > 0);
  const perArea =
    priced.length === 0
      ? ANY_PRICE
      : priced.reduce((sum, { price, length, width }) => sum + (price ?? 0) / (length * width), 0) / priced.length;
  const full = row.price ?? perArea * row.length * row.width;
  const counts = row.offcut ? OFFCUT_COUNTS : own ? OWN_COUNTS : 1;
  return Math.max(LEAST_PRICE, Math.round(100 * full * counts) / 100);
}

/** Own first, each way a row can be had. */
function ways(row: StockRow): readonly { readonly own: boolean; readonly most: number | null }[] {
  return [...(row.have > 0 ? [{ own: true, most: row.have }] : []), ...(row.sold ? [{ own: false, most: null }] : [])];
}

const stripsOf = (row: StockRow, width: number, kerf: number): number =>
  Math.abs(row.width - width) <= SAME_WIDTH ? 1 : Math.floor((row.width + kerf + EDGE) / (width + kerf));

interface Outcome<G> {
  readonly group: G | null;
  readonly faults: readonly BatchFault[];
}

function planBoards(parts: readonly BatchPart[], letter: string, asked: BatchAsked): Outcome<BoardGroup> {
  const [first] = parts;
  if (!first) return { group: null, faults: [] };
  const { stuff, thickness } = first;
  const near = asked.stock.filter((row) => matches(row, first));
  if (near.length === 0) return { group: null, faults: parts.map((part) => fault('no-stock', part, part.width)) };
  const widest = Math.max(...near.map((row) => row.width));
  const joined = Math.max(1, Math.ceil((first.width - SAME_WIDTH) / widest));
  if (joined > 1 && !asked.edgeJoined) {
    return { group: null, faults: parts.map((part) => fault('too-wide', part, part.width, widest)) };
  }
  const width = first.width / joined;
  const rows = near.filter((row) => row.width >= width - SAME_WIDTH);
  const trims = asked.trimStart + asked.trimEnd;
  const longest = Math.max(...rows.map(({ length }) => length - trims));
  const long = parts.filter(({ length }) => length > longest + EDGE);
  if (long.length > 0)
    return { group: null, faults: long.map((part) => fault('too-long', part, part.length, longest)) };
  const usable = rows.filter(({ length }) => length > trims);
  const stocks = usable.flatMap((row) =>
    ways(row).map(({ own, most }) => ({ row, own, most, strips: stripsOf(row, width, asked.kerf) })),
  );
  const job: BoardsAsked = {
    stocks: stocks.map(({ row, own, most, strips }) => ({
      id: stockId(row.id, own),
      length: row.length,
      price: Math.max(LEAST_PRICE, worth(row, near, own) / strips),
      trimStart: asked.trimStart,
      trimEnd: asked.trimEnd,
      ...(most === null ? {} : { available: most * strips }),
    })),
    pieces: parts.map(({ id, length, qty }) => ({ id, length, qty: qty * joined })),
    kerf: asked.kerf,
  };
  try {
    const plan = cutBoards({ ...job, nodeLimit: SEARCH });
    const told = stocks.map(({ row: { id, length, width: across }, own, strips }) => ({
      id: stockId(id, own),
      row: id,
      own,
      strips,
      length,
      width: across,
    }));
    return { group: { letter, stuff, thickness, width, joined, stocks: told, job, plan }, faults: [] };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    const reason = error.code === 'NO_SOLUTION' ? 'too-little' : 'input';
    return { group: null, faults: [{ ...fault(reason, first, first.length), says: saysOf(error) }] };
  }
}

/** A board of the price list and the same board in Stores are told apart in the plan. */
export const stockId = (row: string, own: boolean): string => `${row}/${own ? 'own' : 'buy'}`;

function sheetFaults(parts: readonly BatchPart[], rows: readonly StockRow[]): readonly BatchFault[] {
  return parts.flatMap((part) => {
    const fits = rows.some(({ length, width }) => {
      const lies = part.length <= length + EDGE && part.width <= width + EDGE;
      return lies || (part.turns && part.width <= length + EDGE && part.length <= width + EDGE);
    });
    const most = Math.max(...rows.map(({ length }) => length));
    return fits ? [] : [fault('too-large', part, Math.max(part.length, part.width), most)];
  });
}

type SheetPieces = { id: string; length: number; width: number; qty: number; grain: 'locked' | 'free' }[];
const toLay = (parts: readonly BatchPart[]): SheetPieces =>
  parts.map(({ id, length, width, qty, turns }) => ({ id, length, width, qty, grain: turns ? 'free' : 'locked' }));
const stillTo = (pieces: SheetPieces, laid: readonly string[]): SheetPieces =>
  pieces
    .map((piece) => ({ ...piece, qty: piece.qty - laid.filter((id) => id === piece.id).length }))
    .filter(({ qty }) => qty > 0);

const sheetOf = ({ length, width }: StockRow): SheetsAsked['sheet'] => ({ length, width });
const laidOn = (row: StockRow, own: boolean, places: LaidSheet['places'], kerf: number): LaidSheet => ({
  row: row.id,
  own,
  length: row.length,
  width: row.width,
  places,
  order: sawOrder({ length: row.length, width: row.width, trim: 0 }, places, kerf) ?? { cuts: [], offcuts: [] },
});

/** The largest pieces that one offcut holds together. */
function onOffcut(row: StockRow, pieces: SheetPieces, kerf: number): LaidSheet | null {
  const each = pieces
    .flatMap((piece) => Array.from({ length: piece.qty }, () => ({ ...piece, qty: 1 })))
    .sort((a, b) => b.length * b.width - a.length * a.width)
    .slice(0, MOST_ON_OFFCUT);
  let chosen: SheetPieces = [];
  let places: LaidSheet['places'] = [];
  for (const piece of each) {
    const before = chosen.find(({ id }) => id === piece.id);
    const tried = before
      ? chosen.map((one) => (one === before ? { ...one, qty: one.qty + 1 } : one))
      : [...chosen, piece];
    try {
      const plan = cutSheets({ sheet: sheetOf(row), pieces: tried, kerf, iterations: 0 });
      if (plan.sheets > 1) continue;
      chosen = tried;
      places = plan.plan[0] ?? [];
    } catch (error) {
      if (!(error instanceof DomainError && error.code === 'NO_SOLUTION')) throw error;
    }
  }
  return places.length === 0 ? null : laidOn(row, true, places, kerf);
}

function planSheets(parts: readonly BatchPart[], letter: string, asked: BatchAsked): Outcome<SheetGroup> {
  const [first] = parts;
  if (!first) return { group: null, faults: [] };
  const { stuff, thickness } = first;
  const rows = asked.stock.filter((row) => matches(row, first));
  if (rows.length === 0) return { group: null, faults: parts.map((part) => fault('no-stock', part, part.length)) };
  const faults = sheetFaults(parts, rows);
  if (faults.length > 0) return { group: null, faults };
  try {
    let pieces = toLay(parts);
    const sheets: LaidSheet[] = [];
    for (const row of rows.filter(({ offcut }) => offcut).sort((a, b) => a.length * a.width - b.length * b.width)) {
      for (let n = 0; n < row.have && pieces.length > 0; n++) {
        const laid = onOffcut(row, pieces, asked.kerf);
        if (!laid) break;
        sheets.push(laid);
        pieces = stillTo(
          pieces,
          laid.places.map(({ piece }) => piece),
        );
      }
    }
    const whole = pieces.length === 0 ? null : onWhole(pieces, rows, asked.kerf);
    if (pieces.length > 0 && !whole) return { group: null, faults: [fault('too-little', first, first.length)] };
    const laid = [...sheets, ...(whole?.sheets ?? [])];
    return {
      group: { letter, stuff, thickness, sheets: laid, parts: toLay(parts), lowerBound: whole?.lowerBound ?? null },
      faults: [],
    };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return { group: null, faults: [{ ...fault('input', first, first.length), says: saysOf(error) }] };
  }
}

/** The kind of sheet that costs least for all that is left. */
function onWhole(
  pieces: SheetPieces,
  rows: readonly StockRow[],
  kerf: number,
): { readonly sheets: readonly LaidSheet[]; readonly lowerBound: number } | null {
  let best: { sheets: readonly LaidSheet[]; lowerBound: number; cost: number } | null = null;
  for (const row of rows.filter(({ offcut }) => !offcut)) {
    let plan: SheetPlan;
    try {
      plan = cutSheets({ sheet: sheetOf(row), pieces, kerf });
    } catch (error) {
      if (error instanceof DomainError && error.code === 'NO_SOLUTION') continue;
      throw error;
    }
    if (plan.sheets > row.have && !row.sold) continue;
    const own = Math.min(row.have, plan.sheets);
    const cost = own * worth(row, rows, true) + (plan.sheets - own) * worth(row, rows, false);
    if (best && best.cost <= cost) continue;
    const sheets = plan.plan.map((places, n) => laidOn(row, n < own, places, kerf));
    best = { sheets, lowerBound: plan.lowerBound, cost };
  }
  return best;
}

/** Pieces that are sawn together: the same wood, as thick, and on boards as wide. */
function grouped(parts: readonly BatchPart[], kind: BatchPart['material']): readonly (readonly BatchPart[])[] {
  const groups = new Map<string, BatchPart[]>();
  const micrometres = (size: number): number => Math.round(1e6 * size);
  for (const part of parts.filter(({ material, qty }) => material === kind && qty > 0)) {
    const key = [part.stuff, micrometres(part.thickness), kind === 'board' ? micrometres(part.width) : ''].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), part]);
  }
  return [...groups.values()].sort((a, b) => (b[0]?.width ?? 0) - (a[0]?.width ?? 0));
}

/** A, B, … Z, AA, … */
export function letterOf(n: number): string {
  const last = String.fromCharCode(65 + (n % 26));
  return n < 26 ? last : letterOf(Math.floor(n / 26) - 1) + last;
}

/** Boards and sheets that a plan takes, whole: strips of one board count once. */
export function usesOf(boards: readonly BoardGroup[], sheets: readonly SheetGroup[]): readonly StockUse[] {
  const counts = new Map<string, StockUse>();
  const add = (row: string, own: boolean, count: number): void => {
    const key = stockId(row, own);
    counts.set(key, { row, own, count: (counts.get(key)?.count ?? 0) + count });
  };
  for (const { plan, stocks } of boards) {
    for (const { id, row, own, strips } of stocks) {
      const count = plan.plan.filter(({ stock }) => stock === id).length;
      if (count > 0) add(row, own, Math.ceil(count / strips));
    }
  }
  for (const { sheets: laid } of sheets) for (const { row, own } of laid) add(row, own, 1);
  return [...counts.values()];
}

/** What a board in Stores still gives to the groups that come after. */
function less(stock: readonly StockRow[], used: readonly StockUse[]): readonly StockRow[] {
  return stock.map((row) => {
    const taken = used.filter((use) => use.row === row.id && use.own).reduce((sum, { count }) => sum + count, 0);
    return taken === 0 ? row : { ...row, have: row.have - taken };
  });
}

/**
 * @param told called after each group with how many are planned, of how many.
 * @throws nothing for what cannot be cut: that is a fault with the name of the piece.
 */
export function planBatch(asked: BatchAsked, told: (done: number, of: number) => void = () => undefined): BatchPlan {
  const boardParts = grouped(asked.parts, 'board');
  const sheetParts = grouped(asked.parts, 'sheet');
  const of = boardParts.length + sheetParts.length;
  const boards: BoardGroup[] = [];
  const sheets: SheetGroup[] = [];
  const faults: BatchFault[] = [];
  let done = 0;
  const left = (): BatchAsked => ({ ...asked, stock: less(asked.stock, usesOf(boards, sheets)) });
  for (const parts of boardParts) {
    const { group, faults: wrong } = planBoards(parts, letterOf(boards.length), left());
    if (group) boards.push(group);
    faults.push(...wrong);
    told((done += 1), of);
  }
  for (const parts of sheetParts) {
    const { group, faults: wrong } = planSheets(parts, letterOf(boards.length + sheets.length), left());
    if (group) sheets.push(group);
    faults.push(...wrong);
    told((done += 1), of);
  }
  return { boards, sheets, use: usesOf(boards, sheets), faults };
}
