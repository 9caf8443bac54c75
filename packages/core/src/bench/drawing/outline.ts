/** The inside and outside outlines of a section as seen from the front or cut from the side. */
import { faceWidth, frontWall, type PlacedSection } from '../design.js';
import type { Point } from './scene.js';

export type Look = 'front' | 'side';

/** Half widths of a section, inside and out, at its lower and upper edge. */
export interface Outline {
  readonly insideBottom: number;
  readonly insideTop: number;
  readonly outsideBottom: number;
  readonly outsideTop: number;
}

/** Thickness of the walls left and right in a view. */
export function wallSeen({ section }: PlacedSection, look: Look): number {
  if (section.shape.kind === 'measured') return 0;
  return look === 'side' ? frontWall(section) : section.wall;
}

/** Outline of everything but the front of a lying tube, which is round. */
export function outlineOf(placed: PlacedSection, look: Look): Outline {
  const face = look === 'front' ? 'front' : 'left';
  const wall = wallSeen(placed, look);
  const bottom = faceWidth(placed.inside, face, 0) / 2;
  const top = faceWidth(placed.inside, face, 1) / 2;
  return { insideBottom: bottom, insideTop: top, outsideBottom: bottom + wall, outsideTop: top + wall };
}

/** A lying tube seen from its end: straight across the cut, round elsewhere. */
export function tubeEnd(placed: PlacedSection, extraRadius: number): readonly Point[] | null {
  const { inside } = placed;
  if (inside.kind !== 'cylinder' || inside.axis !== 'lying') return null;
  const radius = inside.diameter / 2;
  const outer = radius + extraRadius;
  const centre = placed.base + radius;
  const cutHeight = radius - (inside.cut ?? 0);
  const open = (inside.cut ?? 0) > 0;
  const start = open ? Math.acos(Math.min(1, cutHeight / outer)) : 0;
  const steps = 72;
  return Array.from({ length: steps + 1 }, (_, n) => {
    const angle = start + ((2 * Math.PI - 2 * start) * n) / steps;
    return { x: outer * Math.sin(angle), y: centre + outer * Math.cos(angle) };
  });
}
