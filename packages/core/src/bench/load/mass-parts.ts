/**
 * The pieces a design is made of, flat, with the place of their middle: what `emptyMass` weighs and `centreOfMass` balances.
 *
 * Curved walls are developed: a tube is a sheet as long as the middle of its wall. Floor and roof are taken as softwood ply
 * (foam on foam boxes), frames as pine. A section measured by filling, a feeder and "other" contents have no known boards: they weigh
 * what the keeper weighed, or are named, not guessed.
 *
 * Source: solid geometry; the materials of floor, roof and frames are conventions of ours.
 */
import { type Content } from '../cavity.js';
import { type Design, faceWidth, frontWall, type PlacedSection } from '../design.js';
import { HANGING_DEFAULTS, hangingsOf } from '../design-setup.js';
import { displacementOf, type FrameSpec, frameSpec } from '../frames.js';
import { geometryOf, type Shape } from '../section-geometry.js';
import type { MassPart, Material } from './mass.js';

/** x across (right +), y up from the inside floor, z from front (−) to back (+); m. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}
export interface PlacedPart extends MassPart {
  readonly at: Place;
}
export interface DesignParts {
  readonly parts: readonly PlacedPart[];
  /** Sections and contents whose mass nobody can compute. */
  readonly unweighed: readonly string[];
}

const WAX_DENSITY = 960;
const BOARD: Material = 'softwood-ply';
const FOAMS: readonly string[] = ['eps-foam', 'xps-foam'];
const FRAME_WOOD: Material = 'pine';

type Piece = Omit<PlacedPart, 'at'>;
const piece = (
  name: string,
  qty: number,
  material: string,
  length: number,
  width: number,
  thickness: number,
): Piece => ({
  name,
  qty,
  material,
  length,
  width,
  thickness,
});
const real = ({ material, length = 0, width = 0, thickness = 0, qty = 1 }: Piece): boolean =>
  qty > 0 && (material === 'hardware' || Math.min(length, width, thickness) > 0);

/** The walls of a section; `height` includes what built-in floors and lids take. */
function walls(inside: Shape, section: PlacedSection['section'], insets: number, material: string): Piece[] {
  const { wall, endWall } = section;
  switch (inside.kind) {
    case 'box':
      return [
        piece('side', 2, material, inside.length + 2 * endWall, inside.height + insets, wall),
        piece('end', 2, material, inside.width, inside.height + insets, endWall),
      ];
    case 'cylinder': {
      const { lateral } = geometryOf(inside);
      if (inside.axis !== 'lying') {
        return [piece('tube', 1, material, Math.PI * (inside.diameter + wall), inside.length + insets, wall)];
      }
      const end = geometryOf(inside).volume / inside.length;
      const arc = (lateral - 2 * end) / inside.length;
      const middle = (arc * (inside.diameter + wall)) / inside.diameter;
      return [
        piece('tube', 1, material, middle, inside.length, wall),
        piece('tube end', 2, BOARD, end / inside.diameter, inside.diameter, endWall),
      ];
    }
    case 'cone': {
      const slant = Math.hypot(inside.height, (inside.diameterBottom - inside.diameterTop) / 2);
      const middle = Math.PI * ((inside.diameterBottom + inside.diameterTop) / 2 + wall);
      return [piece('pot wall', 1, material, middle, slant + insets, wall)];
    }
    case 'frustum': {
      const { bottom, top, height } = inside;
      const side = Math.hypot(height, (bottom.width - top.width) / 2);
      const end = Math.hypot(height, (bottom.length - top.length) / 2);
      return [
        piece('side', 2, material, (bottom.length + top.length) / 2 + 2 * endWall, side + insets, wall),
        piece('end', 2, material, (bottom.width + top.width) / 2, end + insets, endWall),
      ];
    }
    case 'measured':
      return asWeighed(inside.mass, 1) ?? [];
  }
}

/** What nobody can compute and the keeper has weighed; `null` while it is not. */
function asWeighed(mass: number | undefined, qty: number): Piece[] | null {
  return mass === undefined ? null : [{ name: 'as weighed', qty, material: 'hardware', mass }];
}

function frameParts(
  frame: FrameSpec,
  fill: 'empty' | 'starter' | 'foundation' | 'comb' | 'oldComb',
  qty: number,
): Piece[] {
  const inner = frame.height - frame.topBarDepth - frame.bottomBarThickness;
  const wax = displacementOf(frame, fill).wax * WAX_DENSITY;
  return [
    piece('frame top bar', qty, FRAME_WOOD, frame.bodyLength, frame.topBarWidth, frame.topBarDepth),
    piece('frame side bar', 2 * qty, FRAME_WOOD, inner, frame.sideBarWidth, frame.sideBarThickness),
    piece('frame bottom bar', qty, FRAME_WOOD, frame.bodyLength, frame.bottomBarWidth, frame.bottomBarThickness),
    { name: 'wax', qty, material: 'hardware', mass: wax },
  ];
}

function contentParts(content: Content): Piece[] | null {
  const count = content.count ?? 1;
  switch (content.kind) {
    case 'frames': {
      const frame = frameSpec(content.frame);
      return frameParts(frame, content.fill ?? 'empty', count);
    }
    case 'topBars':
      return [piece('top bar', count, FRAME_WOOD, content.length, content.width, content.depth)];
    case 'divider':
      return [piece('divider', count, BOARD, content.length, content.height, content.thickness)];
    case 'insulation':
      return [piece('insulation', count, 'eps-foam', content.area, 1, content.thickness)];
    case 'skewers':
      return [piece('skewer', count, FRAME_WOOD, content.length, (Math.PI / 4) * content.diameter, content.diameter)];
    case 'feeder':
    case 'other':
      return count > 0 ? asWeighed(content.mass, count) : [];
  }
}

/** Plan of a section from outside at its lower (0) or upper (1) edge; round ones as the square of equal area. */
function outsidePlan(placed: PlacedSection, end: 0 | 1): { length: number; width: number } {
  const { inside, section } = placed;
  const length = faceWidth(inside, 'left', end) + 2 * frontWall(section);
  const lying = inside.kind === 'cylinder' && inside.axis === 'lying';
  const width = (lying ? inside.diameter : faceWidth(inside, 'front', end)) + 2 * section.wall;
  const round = inside.kind === 'cone' || (inside.kind === 'cylinder' && !lying);
  return { length, width: round ? (Math.PI / 4) * width : width };
}

function sectionParts(placed: PlacedSection, material: string): PlacedPart[] {
  const { inside, section, floorInset, roofInset, base, top } = placed;
  const middle = { x: 0, y: (base + top) / 2, z: 0 };
  const panel = (inset: number, end: 0 | 1, y: number): PlacedPart => {
    const area = end === 0 ? geometryOf(inside).floor : geometryOf(inside).ceiling;
    return { ...piece('panel', 1, material, area, 1, inset), at: { x: 0, y, z: 0 } };
  };
  const contents = section.contents
    .flatMap((content) => contentParts(content) ?? [])
    .map((part) => ({ ...part, at: { x: 0, y: (base + 2 * top) / 3, z: 0 } }));
  return [
    ...walls(inside, section, floorInset + roofInset, material).map((part) => ({ ...part, at: middle })),
    panel(floorInset, 0, base - floorInset / 2),
    panel(roofInset, 1, top + roofInset / 2),
    ...contents,
  ];
}

function boardParts(design: Design, lowest: PlacedSection, highest: PlacedSection): PlacedPart[] {
  const floor = outsidePlan(lowest, 0);
  const roof = outsidePlan(highest, 1);
  const over = 2 * design.roofOverhang;
  const board = FOAMS.includes(design.material) ? design.material : BOARD;
  return [
    {
      ...piece('floor', 1, board, floor.length, floor.width, design.floor),
      at: { x: 0, y: lowest.base - lowest.floorInset - design.floor / 2, z: 0 },
    },
    {
      ...piece('roof', 1, board, roof.length + over, roof.width + over, design.roof),
      at: { x: 0, y: highest.top + highest.roofInset + design.roof / 2, z: 0 },
    },
  ];
}

/** How far the box reaches back, and its height from under the floor to the top of the stack; m. */
export function bodyOf(design: Design, stack: readonly PlacedSection[]): { back: number; bottom: number; top: number } {
  const lowest = stack[0];
  const highest = stack.at(-1);
  const half = stack.map(({ inside, section }) => {
    const length = Math.max(faceWidth(inside, 'left', 0), faceWidth(inside, 'left', 1));
    return length / 2 + frontWall(section);
  });
  return {
    back: Math.max(0, ...half),
    bottom: (lowest ? lowest.base - lowest.floorInset : 0) - design.floor,
    top: highest ? highest.top + highest.roofInset : 0,
  };
}

function hangingBoards(design: Design, stack: readonly PlacedSection[]): PlacedPart[] {
  const boards = hangingsOf(design).filter(({ style }) => style === 'board');
  const { back, bottom, top } = bodyOf(design, stack);
  return boards.map((board) => {
    const { above, below, boardWidth, thickness } = { ...HANGING_DEFAULTS, ...board };
    const at = { x: 0, y: (bottom - below + top + above) / 2, z: back + thickness / 2 };
    return { ...piece('hanging board', 1, FRAME_WOOD, above + top - bottom + below, boardWidth, thickness), at };
  });
}

/** Every piece that is carried with the trap. */
export function massParts(design: Design, stack: readonly PlacedSection[]): DesignParts {
  const lowest = stack[0];
  const highest = stack.at(-1);
  const all = [
    ...stack.flatMap((placed) => sectionParts(placed, design.material)),
    ...(lowest && highest ? boardParts(design, lowest, highest) : []),
    ...hangingBoards(design, stack),
  ];
  const unweighed = stack.flatMap(({ section, inside }) => [
    ...(inside.kind === 'measured' && inside.mass === undefined ? [section.id] : []),
    ...(section.contents.some((content) => contentParts(content) === null) ? [`${section.id}.contents`] : []),
  ]);
  return { parts: all.filter(real), unweighed };
}
