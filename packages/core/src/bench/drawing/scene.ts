/**
 * A dimensioned drawing as data: metres, y upwards from the inside floor, one list of parts a view.
 *
 * Whoever draws it chooses scale, colours and words; nothing here knows a pixel.
 */
import type { Fill } from '../frames.js';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** What a part is, so that it can be told apart without colour. */
export type PartRole =
  | 'wood-seen'
  | 'wood-cut'
  | 'board-cut'
  | 'room'
  | 'hidden'
  | 'frame-hidden'
  | 'phantom'
  | 'door'
  | 'door-gap'
  | 'door-hidden'
  | 'guard'
  | 'bar'
  | 'inside-empty'
  | 'inside-starter'
  | 'inside-foundation'
  | 'inside-comb'
  | 'inside-oldComb'
  | 'insulation'
  | 'strap'
  | 'strap-line';

/** Which section or entrance a part or dimension belongs to, and the field it shows. */
export interface PartRef {
  readonly id: string;
  readonly field?: string;
  /** Which frame of a section, left to right from 0. */
  readonly frame?: number;
}

export type DrawnPart = {
  readonly role: PartRole;
  readonly ref?: PartRef;
  /** Cut parts alternate the direction of their hatch. */
  readonly hatch?: 0 | 1;
} & (
  | { readonly shape: 'polygon'; readonly points: readonly Point[] }
  | { readonly shape: 'circle'; readonly centre: Point; readonly radius: number }
);

/** Where a dimension line stands: outside the view on one side, in the nth lane from the view, or across the inside. */
export type DimensionSide = 'left' | 'right' | 'bottom' | 'top' | 'inside';

export interface Dimension {
  readonly side: DimensionSide;
  readonly lane: number;
  /** Ends along the measured axis (y for left and right, x otherwise). */
  readonly from: number;
  readonly to: number;
  /** Where the extension lines start, on the other axis; for `inside` where the line itself stands. */
  readonly at: number;
  readonly value: number;
  readonly note?: 'inside' | 'outside';
  readonly ref?: PartRef;
}

export interface View {
  readonly name: 'front' | 'side';
  readonly parts: readonly DrawnPart[];
  readonly dimensions: readonly Dimension[];
  /** Where the open room can be written; `null` where frames hang everywhere, and in the front view. */
  readonly room: (Point & { readonly height: number }) | null;
  /** The frames whose faces this view shows, one a section: number from the left, what is in it, and its extent. */
  readonly frames: readonly ShownFrame[];
  /** Where trap and colony balance, in the side view of a design that hangs. */
  readonly centre: Point | null;
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

export interface ShownFrame {
  readonly number: number;
  readonly fill: Fill;
  readonly width: number;
  readonly bottom: number;
  readonly top: number;
}

export interface DesignDrawing {
  readonly front: View;
  readonly side: View;
}

export function rectangle(left: number, bottom: number, right: number, top: number): readonly Point[] {
  return [
    { x: left, y: bottom },
    { x: right, y: bottom },
    { x: right, y: top },
    { x: left, y: top },
  ];
}
