/** Where the name of a mark stands, so that names and marks keep clear of each other. */
export const SIDES = ['right', 'left', 'below', 'above'] as const;
export type Side = (typeof SIDES)[number];

export interface Labelled {
  /** Middle of the mark, px. */
  readonly x: number;
  readonly y: number;
  /** Size of the name and what stands under it, px. */
  readonly width: number;
  readonly height: number;
}
/** A rectangle of the map, px. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const HALF_MARK = 14;

const boxAt = (left: number, top: number, width: number, height: number): Box => ({
  left,
  top,
  right: left + width,
  bottom: top + height,
});
const overlap = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left)) *
  Math.max(0, Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top));

function placed({ x, y, width, height }: Labelled, side: Side): Box {
  switch (side) {
    case 'right':
      return boxAt(x + HALF_MARK, y - height / 2, width, height);
    case 'left':
      return boxAt(x - HALF_MARK - width, y - height / 2, width, height);
    case 'below':
      return boxAt(x - width / 2, y + HALF_MARK, width, height);
    case 'above':
      return boxAt(x - width / 2, y - HALF_MARK - height, width, height);
  }
}

/** What a mark and its name cover. */
export function covered(label: Labelled, side: Side): readonly Box[] {
  return [boxAt(label.x - HALF_MARK, label.y - HALF_MARK, 2 * HALF_MARK, 2 * HALF_MARK), placed(label, side)];
}

/** A side for every name, one after the other: the first that is clear, else the one that hides least. */
export function labelSides(labels: readonly Labelled[], others: readonly Box[] = []): readonly Side[] {
  const marks = labels.map(({ x, y }) => boxAt(x - HALF_MARK, y - HALF_MARK, 2 * HALF_MARK, 2 * HALF_MARK));
  const taken: Box[] = [...marks, ...others];
  return labels.map((label, n) => {
    const hidden = (side: Side): number => {
      const box = placed(label, side);
      return taken.reduce((sum, other, m) => (m === n ? sum : sum + overlap(box, other)), 0);
    };
    const [best = 'right'] = [...SIDES].sort((a, b) => hidden(a) - hidden(b));
    taken.push(placed(label, best));
    return best;
  });
}

export interface Offset {
  readonly dx: number;
  readonly dy: number;
}
/** How far a name of the landscape may stand from the middle of what it names, px; nearest first. */
const STEPS_Y = [0, 18, -18, 36, -36, 54, -54];
const STEPS_X = [0, 40, -40, 80, -80, 120, -120];
const OFFSETS: readonly Offset[] = STEPS_X.flatMap((dx) => STEPS_Y.map((dy) => ({ dx, dy }))).sort(
  (a, b) => Math.hypot(a.dx, a.dy) - Math.hypot(b.dx, b.dy),
);

/** Where names of the landscape stand clear of marks, their names and each other; `null` where there is no room near. */
export function landOffsets(lands: readonly Labelled[], taken: readonly Box[]): readonly (Offset | null)[] {
  const all = [...taken];
  return lands.map(({ x, y, width, height }) => {
    const at = ({ dx, dy }: Offset): Box => boxAt(x + dx - width / 2, y + dy - height / 2, width, height);
    const found = OFFSETS.find((offset) => all.every((box) => overlap(at(offset), box) === 0)) ?? null;
    if (found) all.push(at(found));
    return found;
  });
}
