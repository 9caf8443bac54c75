/**
 * The order of full cuts by which a sheet comes apart into its pieces, and what is left of it.
 *
 * Formula: every cut goes right through what is left and touches no piece; of all orders the one whose largest offcut is largest, found
 * by trying every edge in every remnant, each remnant once.
 * Source: guillotine cutting. Past `MOST_LOOKS` remnants the first cut that parts the pieces is taken: still an order that can be
 * sawn, the offcut then perhaps not the largest.
 */
import { micro, metres } from './cutting-input.js';
import type { SheetPlace } from './cut-sheets.js';

/** m from the raw corner of the sheet. */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}
export interface SawCut {
  /** `x`: across the length at `at`; `y`: along it. The blade runs beside `at`, away from the corner. */
  readonly axis: 'x' | 'y';
  readonly at: number;
  /** The remnant it goes through. */
  readonly through: Rect;
}
export interface SawOrder {
  readonly cuts: readonly SawCut[];
  /** What is left, in the order it comes free. */
  readonly offcuts: readonly Rect[];
}
export interface SheetSize {
  readonly length: number;
  readonly width: number;
  readonly trim: number;
}

const MOST_LOOKS = 20_000;
/** µm that two edges may differ and be one. */
const SAME = 3;
/** Both sides of an offcut that is worth its place, m. */
export const KEPT_SIDE = 0.2;

/** µm. */
interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}
interface Tree {
  readonly largest: number;
  readonly cut: {
    readonly axis: 'x' | 'y';
    readonly at: number;
    readonly near: Tree;
    readonly far: Tree | null;
  } | null;
  readonly box: Box;
  readonly empty: boolean;
}

const areaOf = ({ x0, y0, x1, y1 }: Box): number => Math.max(0, x1 - x0) * Math.max(0, y1 - y0);

class Sawing {
  readonly #kerf: number;
  readonly #known = new Map<string, Tree | null>();
  #looks = 0;

  constructor(kerf: number) {
    this.#kerf = kerf;
  }

  /** `null` where no full cut parts the pieces. */
  tree(box: Box, pieces: readonly Box[]): Tree | null {
    if (pieces.length === 0) return { largest: areaOf(box), cut: null, box, empty: true };
    const key = [box.x0, box.y0, box.x1, box.y1].join(' ');
    const known = this.#known.get(key);
    if (known !== undefined) return known;
    this.#looks += 1;
    const found = this.#best(box, pieces);
    this.#known.set(key, found);
    return found;
  }

  #best(box: Box, pieces: readonly Box[]): Tree | null {
    const cuts = [...this.#cuts(box, pieces, 'x'), ...this.#cuts(box, pieces, 'y')];
    if (cuts.length === 0) return pieces.length === 1 ? { largest: 0, cut: null, box, empty: false } : null;
    let best: Tree | null = null;
    for (const { axis, at } of cuts) {
      if (best && this.#looks > MOST_LOOKS) break;
      const tree = this.#after(box, pieces, axis, at);
      if (tree && (!best || tree.largest > best.largest)) best = tree;
    }
    return best;
  }

  #after(box: Box, pieces: readonly Box[], axis: 'x' | 'y', at: number): Tree | null {
    const [to, from] = axis === 'x' ? (['x1', 'x0'] as const) : (['y1', 'y0'] as const);
    const begins = Math.min(at + this.#kerf, box[to]);
    const near = this.tree(
      { ...box, [to]: at },
      pieces.filter((piece) => piece[to] <= at + SAME),
    );
    if (!near) return null;
    const rest = { ...box, [from]: begins };
    const far =
      begins >= box[to]
        ? null
        : this.tree(
            rest,
            pieces.filter((piece) => piece[to] > at + SAME),
          );
    if (begins < box[to] && !far) return null;
    return { largest: Math.max(near.largest, far?.largest ?? 0), cut: { axis, at, near, far }, box, empty: false };
  }

  /** Edges along which a cut touches no piece and frees something. */
  #cuts(box: Box, pieces: readonly Box[], axis: 'x' | 'y'): readonly { axis: 'x' | 'y'; at: number }[] {
    const [from, to] = axis === 'x' ? (['x0', 'x1'] as const) : (['y0', 'y1'] as const);
    const edges = [...new Set(pieces.flatMap((piece) => [piece[to], piece[from] - this.#kerf]))];
    return edges
      .filter((at) => at > box[from] + SAME && at < box[to] - SAME)
      .filter((at) => pieces.every((piece) => piece[to] <= at + SAME || piece[from] >= at + this.#kerf - SAME))
      .sort((a, b) => a - b)
      .map((at) => ({ axis, at }));
  }
}

/**
 * How one sheet of a plan is sawn. `null` where its pieces cannot be parted by full cuts.
 * Lengths in m; `trim` per edge is cut away first and is no offcut.
 */
export function sawOrder(sheet: SheetSize, places: readonly SheetPlace[], kerf: number): SawOrder | null {
  const trim = micro(sheet.trim);
  const box = { x0: trim, y0: trim, x1: micro(sheet.length) - trim, y1: micro(sheet.width) - trim };
  const pieces = places.map(({ x, y, length, width }) => ({
    x0: micro(x),
    y0: micro(y),
    x1: micro(x) + micro(length),
    y1: micro(y) + micro(width),
  }));
  const tree = new Sawing(micro(kerf)).tree(box, pieces);
  return tree && told(tree);
}

const rectOf = ({ x0, y0, x1, y1 }: Box): Rect => ({
  x: metres(x0),
  y: metres(y0),
  length: metres(x1 - x0),
  width: metres(y1 - y0),
});

function told(tree: Tree): SawOrder {
  if (tree.empty) return { cuts: [], offcuts: [rectOf(tree.box)] };
  if (!tree.cut) return { cuts: [], offcuts: [] };
  const { axis, at, near, far } = tree.cut;
  const parts = [near, ...(far ? [far] : [])].map(told);
  return {
    cuts: [{ axis, at: metres(at), through: rectOf(tree.box) }, ...parts.flatMap(({ cuts }) => cuts)],
    offcuts: parts.flatMap(({ offcuts }) => offcuts),
  };
}

export const isKept = ({ length, width }: { readonly length: number; readonly width: number }): boolean =>
  Math.min(length, width) >= KEPT_SIDE - 1e-9;
