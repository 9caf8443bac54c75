import { type Laid, type Layout, type Place, type Room, waysOf } from './sheet-layout.js';

/** A rectangle that some pieces fill, side by side or one above the other, and how. */
interface Block extends Room {
  readonly parts: readonly [Block, Block] | null;
  readonly beside: boolean;
  readonly piece: Laid | null;
  readonly turned: boolean;
}

/** Of blocks with the same pieces those that none of the others is within. */
function notDominated(blocks: readonly Block[]): readonly Block[] {
  const sorted = [...blocks].sort((a, b) => a.length - b.length || a.width - b.width);
  const kept: Block[] = [];
  for (const block of sorted) if (block.width < (kept.at(-1)?.width ?? Infinity)) kept.push(block);
  return kept;
}

function joined(a: Block, b: Block, beside: boolean): Block {
  const length = beside ? a.length + b.length : Math.max(a.length, b.length);
  const width = beside ? Math.max(a.width, b.width) : a.width + b.width;
  return { length, width, parts: [a, b], beside, piece: null, turned: false };
}

function placed(block: Block, x: number, y: number): readonly Place[] {
  const { piece, parts, beside, length, width, turned } = block;
  if (piece) return [{ n: piece.n, x, y, length, width, turned }];
  if (!parts) return [];
  const [a, b] = parts;
  return [...placed(a, x, y), ...placed(b, beside ? x + a.length : x, beside ? y : y + a.width)];
}

/** A way for every set of pieces to lie on one sheet, by all trees of full cuts; `null` where there is none. */
function onOneSheet(pieces: readonly Laid[], sheet: Room): readonly (Block | null)[] {
  const all: (readonly Block[])[] = [[]];
  for (let set = 1; set < 1 << pieces.length; set++) {
    const [only, ...more] = pieces.filter((_, n) => set & (1 << n));
    const found: Block[] = [];
    if (only && more.length === 0) {
      for (const { length, width, turned } of waysOf(only)) {
        found.push({ length, width, turned, parts: null, beside: false, piece: only });
      }
    }
    // The part with the lowest piece is the first: every pair of parts once, the sums being alike either way round.
    const lowest = set & -set;
    for (let part = (set - 1) & set; part > 0; part = (part - 1) & set) {
      if (!(part & lowest)) continue;
      for (const a of all[part] ?? []) {
        for (const b of all[set ^ part] ?? []) found.push(joined(a, b, true), joined(a, b, false));
      }
    }
    all[set] = notDominated(found.filter(({ length, width }) => length <= sheet.length && width <= sheet.width));
  }
  return all.map(([block]) => block ?? null);
}

/** The fewest sheets for some pieces, exactly: for a handful, as every one more trebles the work. */
export function fewestSheets(pieces: readonly Laid[], sheet: Room): Layout {
  const blocks = onOneSheet(pieces, sheet);
  const whole = (1 << pieces.length) - 1;
  const best: { count: number; last: number }[] = [{ count: 0, last: 0 }];
  for (let set = 1; set <= whole; set++) {
    let here = { count: Infinity, last: 0 };
    for (let part = set; part > 0; part = (part - 1) & set) {
      const before = best[set ^ part];
      if (blocks[part] && before && before.count + 1 < here.count) here = { count: before.count + 1, last: part };
    }
    best[set] = here;
  }
  const layout: (readonly Place[])[] = [];
  for (let set = whole; set > 0;) {
    const part = best[set]?.last ?? 0;
    const block = blocks[part];
    if (!block) break;
    layout.push(placed(block, 0, 0));
    set ^= part;
  }
  return layout;
}
