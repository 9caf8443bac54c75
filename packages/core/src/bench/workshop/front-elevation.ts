/**
 * The front of a stack as lines, circles and dimensions: what a drawing or a cutter's file is made of.
 *
 * Source: geometry. Origin at the lower left outside corner, x to the right, y up; m.
 */
import { ANY, emptyError, Fields, geometryError, NON_NEGATIVE, POSITIVE } from '../../shared/errors/index.js';

export const DRAWING_LAYERS = { OUTLINE: 7, HIDDEN: 8, OPENING: 5, DIMENSION: 3, TEXT: 2, CENTRE: 1 } as const;
export type DrawingLayer = keyof typeof DRAWING_LAYERS;
export type DrawingEntity =
  | {
      readonly type: 'line';
      readonly layer: DrawingLayer;
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
    }
  | {
      readonly type: 'circle';
      readonly layer: DrawingLayer;
      readonly x: number;
      readonly y: number;
      readonly r: number;
    }
  | {
      readonly type: 'text';
      readonly layer: DrawingLayer;
      readonly x: number;
      readonly y: number;
      readonly height: number;
      readonly text: string;
    };
/** `x`, `y`: between two ends; `d`: a diameter, with the centre of its hole. */
export interface DrawingDimension {
  readonly axis: 'x' | 'y' | 'd';
  readonly a: number;
  readonly b: number;
  readonly value: number;
}
export interface ElevationAsked {
  /** From the bottom up; inside width. */
  readonly boxes: readonly { readonly width: number; readonly wall: number; readonly height: number }[];
  readonly floor?: number;
  readonly roof?: number;
  readonly roofOverhang?: number;
  readonly holes?: readonly { readonly x: number; readonly y: number; readonly diameter: number }[];
}
export interface FrontElevation {
  readonly width: number;
  readonly height: number;
  readonly bounds: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number };
  readonly entities: readonly DrawingEntity[];
  readonly dimensions: readonly DrawingDimension[];
}
const EDGE = 1e-9;

interface Rectangle {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}
function rectangle({ x0, x1, y0, y1 }: Rectangle, layer: DrawingLayer): readonly DrawingEntity[] {
  const line = (ax: number, ay: number, bx: number, by: number): DrawingEntity => ({
    type: 'line',
    layer,
    x1: ax,
    y1: ay,
    x2: bx,
    y2: by,
  });
  return [line(x0, y0, x1, y0), line(x1, y0, x1, y1), line(x1, y1, x0, y1), line(x0, y1, x0, y0)];
}

/** @throws DomainError `TYPE`, `RANGE`, `EMPTY`; `GEOMETRY` for a hole that is not wholly within one box. */
export function frontElevation(i: ElevationAsked): FrontElevation {
  const given = new Fields(i, '', 'strict');
  const boxes = given.objects('boxes').map((box) => ({
    width: box.number('width', POSITIVE),
    wall: box.number('wall', POSITIVE),
    height: box.number('height', POSITIVE),
  }));
  const floor = given.numberOr('floor', 0, NON_NEGATIVE);
  const roof = given.numberOr('roof', 0, NON_NEGATIVE);
  const over = given.numberOr('roofOverhang', 0, NON_NEGATIVE);
  const holes = given.objectsOr('holes').map((hole) => ({
    x: hole.number('x', ANY),
    y: hole.number('y', ANY),
    diameter: hole.number('diameter', POSITIVE),
  }));
  if (boxes.length === 0) throw emptyError('boxes', 'there is no box to draw');
  const width = Math.max(...boxes.map((box) => box.width + 2 * box.wall));
  let y = floor;
  const drawn = boxes.map((box) => {
    const x0 = (width - box.width) / 2 - box.wall;
    const outline = { x0, x1: width - x0, y0: y, y1: y + box.height };
    const inside = { x0: x0 + box.wall, x1: width - x0 - box.wall, y0: y, y1: y + box.height };
    y += box.height;
    return { outline, inside };
  });
  const height = y + roof;
  holes.forEach(({ x, y: up, diameter }, n) => {
    const r = diameter / 2;
    const covered = drawn.some(
      ({ outline: o }) =>
        x - r >= o.x0 - EDGE && x + r <= o.x1 + EDGE && up - r >= o.y0 - EDGE && up + r <= o.y1 + EDGE,
    );
    if (!covered) throw geometryError(`holes[${n}]`, 'hole-outside', 'the hole lies in the air or across a joint');
  });
  return {
    width,
    height,
    bounds: { x0: roof > 0 ? -over : 0, y0: 0, x1: roof > 0 ? width + over : width, y1: height },
    entities: [
      ...(floor > 0 ? rectangle({ x0: 0, x1: width, y0: 0, y1: floor }, 'OUTLINE') : []),
      ...drawn.flatMap(({ outline, inside }) => [...rectangle(outline, 'OUTLINE'), ...rectangle(inside, 'HIDDEN')]),
      ...(roof > 0 ? rectangle({ x0: -over, x1: width + over, y0: y, y1: height }, 'OUTLINE') : []),
      ...holes.map(({ x, y: up, diameter }): DrawingEntity => ({
        type: 'circle',
        layer: 'OPENING',
        x,
        y: up,
        r: diameter / 2,
      })),
    ],
    dimensions: [
      ...drawn.map(({ outline: { y0, y1 } }) => ({ axis: 'y' as const, a: y0, b: y1, value: y1 - y0 })),
      ...holes.map(({ x, y: up, diameter }) => ({ axis: 'd' as const, a: x, b: up, value: diameter })),
      { axis: 'x', a: 0, b: width, value: width },
      { axis: 'y', a: 0, b: height, value: height },
    ],
  };
}
