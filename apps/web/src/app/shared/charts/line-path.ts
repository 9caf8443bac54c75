/** A point of a small drawn course; `null` breaks the line: nothing was measured there. */
export interface Point {
  readonly x: number;
  readonly y: number | null;
}
export interface PlotBox {
  readonly width: number;
  readonly height: number;
  /** The values at the left and right edge, and at the foot and the top. */
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
}

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** Where a value lies in the box; one that has no width lies in its middle. */
function along(value: number, [from, to]: readonly [number, number], size: number): number {
  return to === from ? size / 2 : ((value - from) / (to - from)) * size;
}

/** The course of some points as an SVG path, in pieces where something is missing. */
export function linePath(points: readonly Point[], { width, height, x, y }: PlotBox): string {
  let path = '';
  let drawing = false;
  for (const point of points) {
    if (point.y === null) {
      drawing = false;
      continue;
    }
    const [left, top] = [tenth(along(point.x, x, width)), tenth(height - along(point.y, y, height))];
    path += `${drawing ? 'L' : 'M'}${left} ${top}`;
    drawing = true;
  }
  return path;
}
