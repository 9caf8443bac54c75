/**
 * Front elevation and side section of a design, to one scale, third angle: the side stands right of the front and is seen
 * from the right, cut down the middle.
 *
 * Left out: joints, fixings, roof shapes (a roof is a board with its overhang).
 */
import { type Design, type PlacedSection, placeSections } from '../design.js';
import { frameSlots } from '../frame-slots.js';
import { contentsDrawn, framesShown } from './contents-drawn.js';
import { dimensionsOf } from './dimensions.js';
import { doorsDrawn } from './doors-drawn.js';
import { hangingDrawn } from './hanging-drawn.js';
import { type Look, outlineOf, tubeEnd } from './outline.js';
import { type DesignDrawing, type DrawnPart, type Point, rectangle, type View } from './scene.js';

function sectionFromFront(placed: PlacedSection): DrawnPart[] {
  const ref = { id: placed.section.id };
  const round = tubeEnd(placed, placed.section.wall);
  const roundInside = tubeEnd(placed, 0);
  if (round && roundInside) {
    return [
      { shape: 'polygon', role: 'wood-seen', ref, points: round },
      { shape: 'polygon', role: 'hidden', ref, points: roundInside },
    ];
  }
  const base = placed.base - placed.floorInset;
  const top = placed.top + placed.roofInset;
  const { insideBottom, insideTop, outsideBottom, outsideTop } = outlineOf(placed, 'front');
  const outside: Point[] = [
    { x: -outsideBottom, y: base },
    { x: outsideBottom, y: base },
    { x: outsideTop, y: top },
    { x: -outsideTop, y: top },
  ];
  if (placed.inside.kind === 'measured') return [{ shape: 'polygon', role: 'phantom', ref, points: outside }];
  const line = (side: -1 | 1): DrawnPart => ({
    shape: 'polygon',
    role: 'hidden',
    ref,
    points: [
      { x: side * insideBottom, y: placed.base },
      { x: side * insideTop, y: placed.top },
    ],
  });
  return [{ shape: 'polygon', role: 'wood-seen', ref, points: outside }, line(-1), line(1)];
}

function sectionFromSide(placed: PlacedSection, hatch: 0 | 1): DrawnPart[] {
  const ref = { id: placed.section.id };
  const { base, top, section } = placed;
  const { insideBottom, insideTop, outsideBottom, outsideTop } = outlineOf(placed, 'side');
  const room: Point[] = [
    { x: -insideBottom, y: base },
    { x: insideBottom, y: base },
    { x: insideTop, y: top },
    { x: -insideTop, y: top },
  ];
  if (placed.inside.kind === 'measured') return [{ shape: 'polygon', role: 'phantom', ref, points: room }];
  const wall = (side: -1 | 1): DrawnPart => ({
    shape: 'polygon',
    role: 'wood-cut',
    ref,
    hatch,
    points: [
      { x: side * insideBottom, y: base },
      { x: side * outsideBottom, y: base },
      { x: side * outsideTop, y: top },
      { x: side * insideTop, y: top },
    ],
  });
  const parts: DrawnPart[] = [{ shape: 'polygon', role: 'room', ref, points: room }, wall(-1), wall(1)];
  if (placed.inside.kind === 'cylinder' && placed.inside.axis === 'lying' && section.wall > 0) {
    const shell = (bottom: number, upper: number): DrawnPart => ({
      shape: 'polygon',
      role: 'wood-cut',
      ref,
      hatch: hatch === 0 ? 1 : 0,
      points: rectangle(-outsideBottom, bottom, outsideBottom, upper),
    });
    parts.push(shell(base - section.wall, base));
    if ((placed.inside.cut ?? 0) === 0) parts.push(shell(top, top + section.wall));
  }
  if (placed.floorInset > 0) {
    const points = rectangle(-outsideBottom, base - placed.floorInset, outsideBottom, base);
    parts.push({ shape: 'polygon', role: 'wood-cut', ref, hatch: hatch === 0 ? 1 : 0, points });
  }
  if (placed.roofInset > 0) {
    const points = rectangle(-outsideTop, top, outsideTop, top + placed.roofInset);
    parts.push({ shape: 'polygon', role: 'wood-cut', ref, hatch: hatch === 0 ? 1 : 0, points });
  }
  if (section.closedAbove) {
    parts.push({
      shape: 'polygon',
      role: 'board-cut',
      ref,
      points: rectangle(-insideTop, top - 0.006, insideTop, top),
    });
  }
  return parts;
}

/** Floor and roof as boards as wide as the section they meet. */
function boards(design: Design, stack: readonly PlacedSection[], look: Look): DrawnPart[] {
  const lowest = stack[0];
  const highest = stack.at(-1);
  if (!lowest || !highest) return [];
  const parts: DrawnPart[] = [];
  const role = look === 'front' ? 'wood-seen' : 'board-cut';
  if (design.floor > 0) {
    const half = widest(lowest, look);
    const sill = tubeEnd(lowest, 0) ? lowest.base - lowest.section.wall : lowest.base - lowest.floorInset;
    parts.push({ shape: 'polygon', role, points: rectangle(-half, sill - design.floor, half, sill) });
  }
  if (design.roof > 0) {
    const half = widest(highest, look) + design.roofOverhang;
    const plate =
      tubeEnd(highest, 0) && !isCut(highest) ? highest.top + highest.section.wall : highest.top + highest.roofInset;
    parts.push({ shape: 'polygon', role, points: rectangle(-half, plate, half, plate + design.roof) });
  }
  return parts;
}

function isCut({ inside }: PlacedSection): boolean {
  return inside.kind === 'cylinder' && (inside.cut ?? 0) > 0;
}

/** Half the outside width of a section where it is widest. */
function widest(placed: PlacedSection, look: Look): number {
  if (look === 'front' && placed.inside.kind === 'cylinder' && placed.inside.axis === 'lying') {
    return placed.inside.diameter / 2 + placed.section.wall;
  }
  const outline = outlineOf(placed, look);
  return Math.max(outline.outsideBottom, outline.outsideTop);
}

function boundsOf(parts: readonly DrawnPart[]): { left: number; right: number; bottom: number; top: number } {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const part of parts) {
    if (part.shape === 'circle') {
      xs.push(part.centre.x - part.radius, part.centre.x + part.radius);
      ys.push(part.centre.y - part.radius, part.centre.y + part.radius);
    } else {
      for (const point of part.points) {
        xs.push(point.x);
        ys.push(point.y);
      }
    }
  }
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
}

/** The middle of the tallest stretch that no frame hangs in: there the open room can be written. */
function roomLabel(stack: readonly PlacedSection[]): View['room'] {
  let best: { bottom: number; top: number } | null = null;
  for (const placed of stack) {
    const slots = placed.inside.kind === 'box' ? frameSlots(placed.section.contents, placed.inside.width) : [];
    const longest = Math.max(0, ...slots.map(({ frame }) => frame.height));
    const top = placed.top - longest;
    if (top - placed.base > (best ? best.top - best.bottom : 0)) best = { bottom: placed.base, top };
  }
  return best && { x: 0, y: (best.bottom + best.top) / 2, height: best.top - best.bottom };
}

function viewOf(design: Design, stack: readonly PlacedSection[], look: Look, balance: Point | null): View {
  const walls = stack.flatMap((placed, n) =>
    look === 'front' ? sectionFromFront(placed) : sectionFromSide(placed, n % 2 === 0 ? 0 : 1),
  );
  const hanging = hangingDrawn(design, stack, look);
  const body = [...walls, ...boards(design, stack, look)];
  const parts = [
    ...hanging.behind,
    ...body,
    ...hanging.over,
    ...stack.flatMap((placed) => contentsDrawn(placed, look)),
    ...doorsDrawn(design, stack, look),
  ];
  const bounds = boundsOf(parts);
  const room = look === 'side' ? roomLabel(stack) : null;
  const frames = look === 'side' ? framesShown(stack) : [];
  return {
    name: look,
    parts,
    dimensions: dimensionsOf(design, stack, look, boundsOf(body)),
    room,
    frames,
    centre: look === 'side' ? balance : null,
    ...bounds,
  };
}

/**
 * Both views of a design without problems (see `designProblems`); `balance` is where it balances, z back and y up, if that is
 * to be marked.
 */
export function designDrawing(design: Design, balance: Point | null = null): DesignDrawing {
  const stack = placeSections(design);
  return { front: viewOf(design, stack, 'front', null), side: viewOf(design, stack, 'side', balance) };
}
