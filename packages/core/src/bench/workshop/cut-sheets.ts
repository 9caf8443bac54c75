/**
 * Pieces cut from sheets by full cuts, on the fewest sheets that are found, and how far that may be from the least.
 *
 * Formula: whole µm, the kerf added to every piece and once to the sheet; offcuts parted in two after each piece in many orders,
 * best matches, all trees of full cuts for up to eight pieces, else small changes of the best order. The least is that of area and of
 * pieces that cannot lie beside each other.
 * Source: guillotine cutting; the bound of pairs is Martello and Toth's. Random numbers come from the seed alone.
 */
import { DomainError, NON_NEGATIVE } from '../../shared/errors/index.js';
import { type Random, randomFrom, SEED } from '../../shared/stats/index.js';
import { metres, readSheets, type SheetJob, type SheetsAsked } from './cutting-input.js';
import { l2Of } from './l2-bound.js';
import {
  type Fit,
  FITS,
  type Laid,
  layBestMatch,
  layInOrder,
  type Layout,
  type Room,
  type Split,
  SPLITS,
  waysOf,
} from './sheet-layout.js';
import { fewestSheets } from './slicing-trees.js';

export interface SheetPlace {
  readonly piece: string;
  /** m from the raw corner of the sheet, its trim included; length as it lies, along the sheet's. */
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
  readonly rotated: boolean;
}
export interface SheetPlan {
  readonly sheets: number;
  readonly cost: number;
  /** Sheets that no plan does without. */
  readonly lowerBound: number;
  readonly gap: number;
  readonly status: 'optimal' | 'heuristic';
  readonly yieldFraction: number;
  readonly plan: readonly (readonly SheetPlace[])[];
}

const ITERATIONS = 200;
const MOST_ITERATIONS = 1e6;
const MOST_EXACT = 8;
const MOST_MATCHED = 120;
/** Looks at offcuts after which the small changes end: a call never takes long. */
const MOST_LOOKS = 20_000_000;
const OTHER_RULE = 0.25;
const MOST_SWAPS = 3;

const FIT_RULES = Object.keys(FITS) as Fit[];
const SPLIT_RULES = Object.keys(SPLITS) as Split[];
const ORDERS: readonly ((piece: Laid) => number)[] = [
  ({ length, width }) => length * width,
  ({ length, width }) => Math.max(length, width),
  ({ length, width }) => Math.min(length, width),
  ({ length }) => length,
  ({ width }) => width,
  ({ length, width }) => length + width,
];

const fits = (way: Room, room: Room): boolean => way.length <= room.length && way.width <= room.width;

/** Pieces that cannot lie beside each other need a length of their own: the bound of pairs upon those. */
function stripBound(pieces: readonly Laid[], sheet: Room, along: 'length' | 'width'): number {
  const across = along === 'length' ? 'width' : 'length';
  const lengths = pieces.flatMap((piece) => {
    const ways = waysOf(piece).filter((way) => fits(way, sheet));
    const wide = ways.every((way) => 2 * way[across] > sheet[across]);
    return wide ? [Math.min(...ways.map((way) => way[along]))] : [];
  });
  return l2Of(lengths, sheet[along]);
}

function lowerBound(pieces: readonly Laid[], sheet: Room): number {
  const area = pieces.reduce((sum, { length, width }) => sum + length * width, 0);
  return Math.max(
    Math.ceil(area / (sheet.length * sheet.width)),
    stripBound(pieces, sheet, 'length'),
    stripBound(pieces, sheet, 'width'),
  );
}

/** The area of the sheet that holds least: the less, the sooner it is none. */
const leastFilled = (layout: Layout): number =>
  Math.min(...layout.map((places) => places.reduce((sum, { length, width }) => sum + length * width, 0)));
const better = (a: Layout, b: Layout): boolean =>
  a.length < b.length || (a.length === b.length && leastFilled(a) < leastFilled(b));

interface Start {
  readonly layout: Layout;
  readonly order: readonly Laid[];
  readonly fit: Fit;
  readonly split: Split;
}

/** Every order with every rule, until the least is met. */
function constructed(pieces: readonly Laid[], sheet: Room, least: number): Start {
  let best: Start | null = null;
  for (const size of ORDERS) {
    const order = [...pieces].sort((a, b) => size(b) - size(a) || b.length - a.length || a.n - b.n);
    for (const fit of FIT_RULES) {
      for (const split of SPLIT_RULES) {
        const { layout } = layInOrder(order, sheet, { fit, split });
        if (best === null || better(layout, best.layout)) best = { layout, order, fit, split };
        if (layout.length <= least) return best;
      }
    }
  }
  if (!best) throw new Error('there is no order to try');
  return best;
}

function matched(pieces: readonly Laid[], sheet: Room, known: Layout, least: number): Layout {
  let best = known;
  const falling = [...pieces].sort((a, b) => b.length * b.width - a.length * a.width || a.n - b.n);
  for (const order of [falling, [...falling].reverse()]) {
    for (const split of SPLIT_RULES) {
      const layout = layBestMatch(order, sheet, split);
      if (better(layout, best)) best = layout;
      if (best.length <= least) return best;
    }
  }
  return best;
}

/** Small changes of an order, kept where they do not make it worse. */
function moved(
  start: Start,
  sheet: Room,
  least: number,
  asked: { readonly iterations: number; readonly random: Random },
): Layout {
  const { iterations, random } = asked;
  const below = (count: number): number => Math.min(count - 1, Math.floor(random.uniform() * count));
  let { layout, order, split } = start;
  let looks = 0;
  for (let n = 0; n < iterations && layout.length > least && looks < MOST_LOOKS; n++) {
    const tried = [...order];
    for (let swaps = 1 + below(MOST_SWAPS); swaps > 0; swaps--) {
      const [a, b] = [below(tried.length), below(tried.length)];
      const [one, other] = [tried[a], tried[b]];
      if (one && other) [tried[a], tried[b]] = [other, one];
    }
    const rule = random.uniform() < OTHER_RULE ? (SPLIT_RULES[below(SPLIT_RULES.length)] ?? split) : split;
    const found = layInOrder(tried, sheet, { fit: start.fit, split: rule });
    looks += found.looks;
    if (better(found.layout, layout)) [layout, order, split] = [found.layout, tried, rule];
  }
  return layout;
}

function bestLayout(
  pieces: readonly Laid[],
  sheet: Room,
  { least, iterations, random }: { readonly least: number; readonly iterations: number; readonly random: Random },
): Layout {
  const start = constructed(pieces, sheet, least);
  let layout = start.layout;
  if (layout.length > least && pieces.length <= MOST_MATCHED) layout = matched(pieces, sheet, layout, least);
  if (layout.length <= least) return layout;
  if (pieces.length <= MOST_EXACT) return fewestSheets(pieces, sheet);
  const changed = moved(start, sheet, least, { iterations, random });
  return changed.length < layout.length ? changed : layout;
}

/** @throws DomainError `TYPE`, `RANGE`, `ENUM`, `EMPTY`, `CONFLICT`, `GEOMETRY`, `TOO_LARGE`; `NO_SOLUTION` for a piece no sheet holds. */
export function cutSheets(i: SheetsAsked & { readonly iterations?: number; readonly seed?: number }): SheetPlan {
  const job = readSheets(i);
  const iterations = job.given.wholeOr('iterations', ITERATIONS, { ...NON_NEGATIVE, max: MOST_ITERATIONS });
  const seed = job.given.wholeOr('seed', 1, SEED);
  const sheet = { length: job.usableLength, width: job.usableWidth };
  const pieces = job.pieces
    .flatMap((piece) => Array.from({ length: piece.qty }, () => piece))
    .map(({ length, width, turns }, n): Laid => ({ n, length: length + job.kerf, width: width + job.kerf, turns }));
  const ids = job.pieces.flatMap(({ id, qty }) => Array.from({ length: qty }, () => id));
  const none = pieces.find((piece) => !waysOf(piece).some((way) => fits(way, sheet)));
  if (none) throw new DomainError('NO_SOLUTION', 'pieces', `"${ids[none.n] ?? ''}" is larger than the sheet`);
  const least = lowerBound(pieces, sheet);
  return told(job, ids, bestLayout(pieces, sheet, { least, iterations, random: randomFrom(seed) }), least);
}

function told(
  { price, trim, kerf, pieces, length, width }: SheetJob,
  ids: readonly string[],
  layout: Layout,
  least: number,
): SheetPlan {
  const area = pieces.reduce((sum, piece) => sum + piece.length * piece.width * piece.qty, 0);
  return {
    sheets: layout.length,
    cost: layout.length * price,
    lowerBound: least,
    gap: layout.length / least - 1,
    status: layout.length === least ? 'optimal' : 'heuristic',
    yieldFraction: area / (layout.length * length * width),
    plan: layout.map((places) =>
      places.map((place) => ({
        piece: ids[place.n] ?? '',
        x: metres(place.x + trim),
        y: metres(place.y + trim),
        length: metres(place.length - kerf),
        width: metres(place.width - kerf),
        rotated: place.turned,
      })),
    ),
  };
}
