/**
 * Drawings as lines, circles and texts in m: views of a design, its parts laid flat, the layouts of a plan.
 *
 * Source: geometry. Parts lie along their grain, to one scale, dimensioned; holes from two edges.
 */
import type { View } from '../drawing/scene.js';
import type { BoardGroup, LaidSheet } from './batch-plan.js';
import { markedBoards } from './batch-offcuts.js';
import type { WorkPart } from './work-parts.js';
import type { DrawingEntity, DrawingLayer } from './front-elevation.js';

export interface PlacedDrawing {
  readonly title: string;
  readonly entities: readonly DrawingEntity[];
  /** What the entities are of, one after the other: so many of each. */
  readonly parts?: readonly { readonly title: string; readonly count: number }[];
  readonly width: number;
  readonly height: number;
}
type Words = (part: WorkPart) => { readonly head: string; readonly sizes: string };

const TEXT = 0.012;
const GAP = 0.04;
const ROW = 1.2;

export const line = (layer: DrawingLayer, x1: number, y1: number, x2: number, y2: number): DrawingEntity => ({
  type: 'line',
  layer,
  x1,
  y1,
  x2,
  y2,
});
export const words = (x: number, y: number, text: string, height = TEXT): DrawingEntity => ({
  type: 'text',
  layer: 'TEXT',
  x,
  y,
  height,
  text,
});
export function box(
  layer: DrawingLayer,
  x: number,
  y: number,
  length: number,
  width: number,
): readonly DrawingEntity[] {
  return polygon(layer, [
    { x, y },
    { x: x + length, y },
    { x: x + length, y: y + width },
    { x, y: y + width },
  ]);
}
export function polygon(
  layer: DrawingLayer,
  points: readonly { readonly x: number; readonly y: number }[],
): readonly DrawingEntity[] {
  return points.flatMap((from, n) => {
    const to = points[(n + 1) % points.length];
    return to ? [line(layer, from.x, from.y, to.x, to.y)] : [];
  });
}

export function shifted(entity: DrawingEntity, dx: number, dy: number): DrawingEntity {
  return entity.type === 'line'
    ? { ...entity, x1: entity.x1 + dx, x2: entity.x2 + dx, y1: entity.y1 + dy, y2: entity.y2 + dy }
    : { ...entity, x: entity.x + dx, y: entity.y + dy };
}

/** The outer edge of a box side or end with fingers, from the lower left corner: x along the board, y up the box. */
export function fingered({
  length = 0,
  width = 0,
  fingers = 0,
  fingerWidth = 0,
  name,
  across = 0,
}: WorkPart): readonly { readonly x: number; readonly y: number }[] {
  const first = name === 'side';
  const out = (n: number): boolean => (n % 2 === 0) === first;
  const left: { x: number; y: number }[] = [];
  for (let n = 0; n < fingers; n++) {
    const x = out(n) ? 0 : across;
    left.push({ x, y: n * fingerWidth }, { x, y: n === fingers - 1 ? width : (n + 1) * fingerWidth });
  }
  const right = left.map(({ x, y }) => ({ x: length - x, y })).reverse();
  return [...left, ...right];
}

/** One part flat, its lower left corner at the origin. */
export function partOutline(part: WorkPart): readonly DrawingEntity[] {
  const { length = 0, width = 0, round, taperTo, joint, rabbet, rest, name, holeDiameter, across = 0 } = part;
  const flat = part.fingers !== undefined && joint === 'box-joint' && length >= width;
  const edge = round
    ? [{ type: 'circle', layer: 'OUTLINE', x: length / 2, y: width / 2, r: Math.min(length, width) / 2 } as const]
    : flat
      ? polygon('OUTLINE', fingered(part))
      : taperTo === undefined
        ? box('OUTLINE', 0, 0, length, width)
        : polygon('OUTLINE', [
            { x: 0, y: 0 },
            { x: 0, y: width },
            { x: length, y: (width + taperTo) / 2 },
            { x: length, y: (width - taperTo) / 2 },
          ]);
  const rabbets =
    joint === 'rabbet' && name === 'end' && rabbet !== undefined
      ? [line('HIDDEN', across, 0, across, width), line('HIDDEN', length - across, 0, length - across, width)]
      : [];
  const rests = rest ? [line('HIDDEN', 0, width - rest.high, length, width - rest.high)] : [];
  const { holeFromTop = 0, holeFromSide = 0 } = part;
  const bored: readonly DrawingEntity[] =
    holeDiameter === undefined
      ? []
      : [
          { type: 'circle', layer: 'OPENING', x: length - holeFromTop, y: holeFromSide, r: holeDiameter / 2 },
          line('CENTRE', length - holeFromTop, 0, length - holeFromTop, holeFromSide),
          line('CENTRE', length, holeFromSide, length - holeFromTop, holeFromSide),
        ];
  const doors = (part.doors ?? []).flatMap(({ round: isRound, width: wide, height, fromBottom, fromLeft }) => [
    ...(isRound
      ? [{ type: 'circle', layer: 'OPENING', x: fromLeft, y: fromBottom, r: wide / 2 } as const]
      : box('OPENING', fromLeft - wide / 2, fromBottom, wide, height)),
    line('CENTRE', fromLeft, 0, fromLeft, fromBottom),
    line('CENTRE', 0, fromBottom, fromLeft, fromBottom),
  ]);
  return [...edge, ...rabbets, ...rests, ...bored, ...doors];
}

/** Along the grain; none on what may lie either way. */
function grainArrow({ length = 0, grain }: WorkPart, y: number): readonly DrawingEntity[] {
  if (grain !== 'length') return [];
  const [from, to] = [0.2 * length, 0.8 * length];
  const barb = Math.min(0.02, 0.1 * length);
  return [
    line('CENTRE', from, y, to, y),
    line('CENTRE', to, y, to - barb, y + barb / 2),
    line('CENTRE', to, y, to - barb, y - barb / 2),
  ];
}

/** Every part flat, one under the other, to one scale. */
export function partsSheet(parts: readonly WorkPart[], say: Words, title: string): PlacedDrawing {
  let y = 0;
  const entities: DrawingEntity[] = [];
  const titles: { title: string; count: number }[] = [];
  let width = 0;
  for (const part of [...parts].reverse()) {
    const { head, sizes } = say(part);
    const high = Math.max(part.width ?? 0, 2.6 * TEXT);
    const drawn = partOutline(part).map((entity) => shifted(entity, 0, y));
    const from = (part.length ?? 0) + GAP;
    const middle = y + (part.width ?? 0) / 2;
    const shown = [
      ...drawn,
      words(from, middle + 0.3 * TEXT, head),
      words(from, middle - ROW * TEXT, sizes),
      ...grainArrow(part, middle),
    ];
    entities.push(...shown);
    titles.push({ title: `${head}, ${sizes}`, count: shown.length });
    width = Math.max(width, from + 0.65 * TEXT * Math.max(head.length, sizes.length));
    y += high + GAP;
  }
  return { title, entities, parts: titles, width, height: Math.max(0, y - GAP) };
}

/** Text of layouts, which are metres long, m. */
const PLAN_TEXT = 0.028;

/** The boards of a group, each with its marks. */
export function boardsSheet(
  group: BoardGroup,
  say: {
    readonly piece: (id: string) => string;
    readonly mark: (at: number) => string;
    readonly board: (n: number) => string;
  },
): PlacedDrawing {
  const pitch = group.width + 3 * GAP;
  const boards = markedBoards(group);
  let width = 0;
  const entities = boards.flatMap(({ stock, marks, offcut }, n) => {
    const y = (boards.length - 1 - n) * pitch;
    const { length } = stock;
    width = Math.max(width, length + GAP + 0.2);
    const end = marks.at(-1)?.to ?? 0;
    const middle = y + (group.width - PLAN_TEXT) / 2;
    return [
      ...box('OUTLINE', 0, y, length, group.width),
      ...marks.flatMap(({ piece, from, to }) => [
        line('OUTLINE', to, y, to, y + group.width),
        line('HIDDEN', from, y, from, y + group.width),
        words(from + 0.01, middle, say.piece(piece), PLAN_TEXT),
        words(to - 0.05, y - 1.3 * PLAN_TEXT, say.mark(to), PLAN_TEXT),
      ]),
      ...(offcut > 0 ? [words(end + 0.02, middle, say.mark(offcut), PLAN_TEXT)] : []),
      words(length + GAP / 2, middle, say.board(n), PLAN_TEXT),
    ];
  });
  return { title: group.letter, entities, width, height: Math.max(0, boards.length * pitch - 3 * GAP) };
}

/** A sheet with its cuts; measured from the upper left corner, as on the screen. */
export function sheetDrawing(
  { places, order, length: sheetLength, width: sheetWidth }: LaidSheet,
  say: { readonly piece: (id: string) => string; readonly mark: (at: number) => string },
  title: string,
): PlacedDrawing {
  const up = (y: number): number => sheetWidth - y;
  const entities = [
    ...box('OUTLINE', 0, 0, sheetLength, sheetWidth),
    ...places.flatMap(({ piece, x, y, length, width }) => [
      ...box('OUTLINE', x, up(y + width), length, width),
      words(x + 0.02, up(y + width / 2), say.piece(piece), PLAN_TEXT),
    ]),
    ...order.cuts.flatMap(({ axis, at, through }, n) => {
      const { x, y, length, width } = through;
      const across = axis === 'x';
      return [
        across ? line('CENTRE', at, up(y), at, up(y + width)) : line('CENTRE', x, up(at), x + length, up(at)),
        words(across ? at : x + length, up(across ? y : at) + 0.01, `${n + 1}: ${say.mark(at)}`, PLAN_TEXT),
      ];
    }),
  ];
  return { title, entities, width: sheetLength, height: sheetWidth };
}

const LAYER_OF: Partial<Record<string, DrawingLayer>> = {
  hidden: 'HIDDEN',
  'frame-hidden': 'HIDDEN',
  'door-hidden': 'HIDDEN',
  phantom: 'CENTRE',
  door: 'OPENING',
  'door-gap': 'OPENING',
  guard: 'OPENING',
};

/** A view of the drawing on the Bench, with its dimensions. */
export function viewDrawing(view: View, say: (value: number) => string): PlacedDrawing {
  const [dx, dy] = [-view.left, -view.bottom];
  const parts = view.parts.flatMap((part): readonly DrawingEntity[] => {
    const layer = LAYER_OF[part.role] ?? 'OUTLINE';
    return part.shape === 'polygon'
      ? polygon(layer, part.points)
      : [{ type: 'circle', layer, x: part.centre.x, y: part.centre.y, r: part.radius }];
  });
  const lanes = view.dimensions.flatMap(({ side, lane, from, to, at, value }): readonly DrawingEntity[] => {
    const off = (lane + 1) * 2.5 * TEXT;
    const middle = (from + to) / 2;
    if (side === 'left' || side === 'right') {
      const x = side === 'left' ? view.left - off : view.right + off;
      return [line('DIMENSION', x, from, x, to), words(x + 0.3 * TEXT, middle, say(value))];
    }
    const y = side === 'bottom' ? view.bottom - off : side === 'top' ? view.top + off : at;
    return [line('DIMENSION', from, y, to, y), words(middle, y + 0.3 * TEXT, say(value))];
  });
  return {
    title: view.name,
    entities: [...parts, ...lanes].map((entity) => shifted(entity, dx, dy)),
    width: view.right - view.left,
    height: view.top - view.bottom,
  };
}
