import { DomainError, emptyError, Fields, geometryError, NON_NEGATIVE, POSITIVE } from '../../shared/errors/index.js';

/** µm a metre: lengths are whole numbers while pieces are fitted, so that nothing is lost to rounding. */
const MICRO = 1e6;
export const KERF = 0.003;
const MOST = { boards: 2000, sheets: 500 } as const;

export const micro = (metres: number): number => Math.floor(MICRO * metres + 0.5);
export const metres = (units: number): number => units / MICRO;

export interface StockAsked {
  readonly id: string;
  /** m, of the whole board; prices are the keeper's. */
  readonly length: number;
  readonly price: number;
  /** m that are cut away at the ends. */
  readonly trimStart?: number;
  readonly trimEnd?: number;
  /** Boards of it; as many as are needed where nobody says. */
  readonly available?: number;
}
export interface BoardPieceAsked {
  readonly id: string;
  readonly length: number;
  readonly qty?: number;
}
export interface BoardsAsked {
  readonly stocks: readonly StockAsked[];
  readonly pieces: readonly BoardPieceAsked[];
  readonly kerf?: number;
}

/** µm; usable with one kerf added, as every piece has its own. */
export interface Stock {
  readonly id: string;
  readonly index: number;
  readonly length: number;
  readonly from: number;
  readonly to: number;
  readonly usable: number;
  readonly price: number;
  readonly available: number;
}
export interface BoardPiece {
  readonly id: string;
  readonly length: number;
  readonly qty: number;
}
export interface BoardJob {
  readonly stocks: readonly Stock[];
  readonly pieces: readonly BoardPiece[];
  readonly kerf: number;
}

function noTwice(ids: readonly string[], path: string): void {
  const twice = ids.findIndex((id, n) => ids.indexOf(id) !== n);
  if (twice >= 0) throw new DomainError('CONFLICT', `${path}[${twice}].id`, `"${ids[twice] ?? ''}" stands twice`);
}

function counted(pieces: readonly { readonly qty: number }[], most: number): void {
  const count = pieces.reduce((sum, { qty }) => sum + qty, 0);
  if (count > most)
    throw new DomainError('TOO_LARGE', 'pieces', `${count} pieces are more than the ${most} that are planned`);
}

/** Reads boards and pieces. @throws DomainError `TYPE`, `RANGE`, `EMPTY`, `CONFLICT`, `GEOMETRY`, `TOO_LARGE`. */
export function readBoards(i: unknown): BoardJob {
  const given = new Fields(i, '', 'strict');
  const stocks = given.objects('stocks').map((stock) => ({
    id: stock.text('id'),
    length: stock.number('length', POSITIVE),
    price: stock.number('price', POSITIVE),
    trimStart: stock.numberOr('trimStart', 0, NON_NEGATIVE),
    trimEnd: stock.numberOr('trimEnd', 0, NON_NEGATIVE),
    available: stock.has('available') ? stock.whole('available', NON_NEGATIVE) : null,
  }));
  const pieces = given.objects('pieces').map((piece) => ({
    id: piece.text('id'),
    length: piece.number('length', POSITIVE),
    qty: piece.wholeOr('qty', 1, NON_NEGATIVE),
  }));
  const kerf = micro(given.numberOr('kerf', KERF, NON_NEGATIVE));
  const wanted = pieces.filter(({ qty }) => qty > 0);
  if (stocks.length === 0) throw emptyError('stocks', 'there is no board to cut from');
  if (wanted.length === 0) throw emptyError('pieces', 'there is nothing to cut');
  noTwice(
    stocks.map(({ id }) => id),
    'stocks',
  );
  noTwice(
    pieces.map(({ id }) => id),
    'pieces',
  );
  const boards = stocks.map(({ id, length, price, trimStart, trimEnd, available }, index): Stock => {
    const [from, to] = [micro(trimStart), micro(length) - micro(trimEnd)];
    if (to <= from) throw geometryError(`stocks[${index}].trimStart`, 'trims', 'the trims leave nothing of the board');
    return {
      id,
      index,
      length: micro(length),
      from,
      to,
      usable: to - from + kerf,
      price,
      available: available ?? Infinity,
    };
  });
  counted(wanted, MOST.boards);
  return {
    stocks: boards,
    pieces: wanted.map(({ id, length, qty }) => ({ id, length: micro(length), qty })),
    kerf,
  };
}

export const PIECE_GRAINS = ['locked', 'free'] as const;
export interface SheetPieceAsked {
  readonly id: string;
  readonly length: number;
  readonly width: number;
  readonly qty?: number;
  /** `locked`: its length runs along the sheet's. */
  readonly grain?: (typeof PIECE_GRAINS)[number];
}
export interface SheetsAsked {
  readonly sheet: {
    readonly length: number;
    readonly width: number;
    readonly price?: number;
    /** m that are cut away along every edge. */
    readonly trim?: number;
  };
  readonly pieces: readonly SheetPieceAsked[];
  readonly kerf?: number;
}
export interface SheetPiece {
  readonly id: string;
  readonly length: number;
  readonly width: number;
  readonly qty: number;
  readonly turns: boolean;
}
/** µm; the usable sizes with one kerf added. */
export interface SheetJob {
  readonly length: number;
  readonly width: number;
  readonly trim: number;
  readonly usableLength: number;
  readonly usableWidth: number;
  readonly price: number;
  readonly pieces: readonly SheetPiece[];
  readonly kerf: number;
  readonly given: Fields;
}

/** Reads a sheet and pieces. @throws DomainError `TYPE`, `RANGE`, `ENUM`, `EMPTY`, `CONFLICT`, `GEOMETRY`, `TOO_LARGE`. */
export function readSheets(i: unknown): SheetJob {
  const given = new Fields(i, '', 'strict');
  const sheet = given.object('sheet');
  const [length, width] = [sheet.number('length', POSITIVE), sheet.number('width', POSITIVE)];
  const price = sheet.numberOr('price', 1, POSITIVE);
  const trim = sheet.numberOr('trim', 0, NON_NEGATIVE);
  const pieces = given.objects('pieces').map((piece) => ({
    id: piece.text('id'),
    length: piece.number('length', POSITIVE),
    width: piece.number('width', POSITIVE),
    qty: piece.wholeOr('qty', 1, NON_NEGATIVE),
    turns: piece.wordOr('grain', 'free', PIECE_GRAINS) === 'free',
  }));
  const kerf = micro(given.numberOr('kerf', KERF, NON_NEGATIVE));
  const wanted = pieces.filter(({ qty }) => qty > 0);
  if (wanted.length === 0) throw emptyError('pieces', 'there is nothing to cut');
  noTwice(
    pieces.map(({ id }) => id),
    'pieces',
  );
  const [long, wide, edge] = [micro(length), micro(width), micro(trim)];
  if (2 * edge >= long || 2 * edge >= wide)
    throw geometryError('sheet.trim', 'trims', 'the trims leave nothing of the sheet');
  counted(wanted, MOST.sheets);
  return {
    length: long,
    width: wide,
    trim: edge,
    usableLength: long - 2 * edge + kerf,
    usableWidth: wide - 2 * edge + kerf,
    price,
    pieces: wanted.map((piece) => ({ ...piece, length: micro(piece.length), width: micro(piece.width) })),
    kerf,
    given,
  };
}
