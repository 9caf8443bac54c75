/**
 * The pieces a design is made of, flat, with the place of their middle: what `emptyMass` weighs and `centreOfMass` balances.
 *
 * Boards and panels are the parts of the workshop, less what joints take away. Curved walls are developed: a tube is a sheet as long
 * as the middle of its wall. Floor and cover are taken as softwood ply (foam on foam boxes), frames as pine. A section measured by filling, a feeder and "other" contents have no known boards: they weigh
 * what the keeper weighed, or are named, not guessed.
 *
 * Source: solid geometry; the materials of floor, roof and frames are conventions of ours.
 */
import { type Content } from '../cavity.js';
import type { Design, PlacedSection } from '../design.js';
import { HANGING_DEFAULTS, hangingsOf } from '../design-setup.js';
import { displacementOf, type FrameSpec, frameSpec } from '../frames.js';
import { geometryOf } from '../section-geometry.js';
import { bodyOf, CARPENTRY, type WorkPart, workParts } from '../workshop/work-parts.js';
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
export interface WeighedParts {
  readonly parts: readonly PlacedPart[];
  /** Sections and contents whose mass nobody can compute. */
  readonly unweighed: readonly string[];
}

const WAX_DENSITY = 960;
const FRAME_WOOD: Material = CARPENTRY;

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

/** A part as it weighs: what joints, rounding and tapers take away is gone. */
const finished = ({ name, qty, stuff, length = 0, width = 0, thickness = 0, body = 1 }: WorkPart): Piece =>
  piece(name, qty, stuff, length, width * body, thickness);

/** What is bought and has walls: a tube and a pot, developed. */
function bentWalls({ inside, section, floorInset, roofInset }: PlacedSection, material: string): Piece[] {
  const { wall } = section;
  const insets = floorInset + roofInset;
  switch (inside.kind) {
    case 'cylinder': {
      const { lateral, volume } = geometryOf(inside);
      if (inside.axis !== 'lying') {
        return [piece('tube', 1, material, Math.PI * (inside.diameter + wall), inside.length + insets, wall)];
      }
      const arc = (lateral - (2 * volume) / inside.length) / inside.length;
      return [piece('tube', 1, material, (arc * (inside.diameter + wall)) / inside.diameter, inside.length, wall)];
    }
    case 'cone': {
      const slant = Math.hypot(inside.height, (inside.diameterBottom - inside.diameterTop) / 2);
      const middle = Math.PI * ((inside.diameterBottom + inside.diameterTop) / 2 + wall);
      return [piece('pot wall', 1, material, middle, slant + insets, wall)];
    }
    case 'measured':
      return asWeighed(inside.mass, 1) ?? [];
    default:
      return [];
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
    case 'insulation':
      return [piece('insulation', count, 'eps-foam', content.area, 1, content.thickness)];
    case 'divider':
      return [];
    case 'skewers':
      return [piece('skewer', count, FRAME_WOOD, content.length, (Math.PI / 4) * content.diameter, content.diameter)];
    case 'feeder':
    case 'other':
      return count > 0 ? asWeighed(content.mass, count) : [];
  }
}

function sectionParts(placed: PlacedSection, material: string): PlacedPart[] {
  const { inside, section, floorInset, roofInset, base, top } = placed;
  const bent = bentWalls(placed, material);
  const panel = (inset: number, area: number, y: number): PlacedPart => ({
    ...piece('panel', 1, material, area, 1, inset),
    at: { x: 0, y, z: 0 },
  });
  const round = inside.kind === 'cylinder' || inside.kind === 'cone';
  const { floor, ceiling } = round ? geometryOf(inside) : { floor: 0, ceiling: 0 };
  const contents = section.contents
    .flatMap((content) => contentParts(content) ?? [])
    .map((part) => ({ ...part, at: { x: 0, y: (base + 2 * top) / 3, z: 0 } }));
  return [
    ...bent.map((part) => ({ ...part, at: { x: 0, y: (base + top) / 2, z: 0 } })),
    panel(floorInset, floor, base - floorInset / 2),
    panel(roofInset, ceiling, top + roofInset / 2),
    ...contents,
  ];
}

/** Where the middle of a part is, by the section it belongs to. */
function placeOf(part: WorkPart, design: Design, stack: readonly PlacedSection[]): Place {
  const { back, bottom, top } = bodyOf(design, stack);
  const thick = part.thickness ?? 0;
  const own = stack.find(({ section }) => section.id === part.section);
  if (own) {
    const heights: Readonly<Record<string, number>> = {
      'inset floor': own.base - thick / 2,
      'inset lid': own.top + thick / 2,
      divider: (own.base + 2 * own.top) / 3,
    };
    return { x: 0, y: heights[part.name] ?? (own.base + own.top) / 2, z: 0 };
  }
  if (part.name === 'floor') return { x: 0, y: bottom + thick / 2, z: 0 };
  if (part.name === 'cover') return { x: 0, y: top + thick / 2, z: 0 };
  // The second of two boards is called so.
  const n = Number(/ (\d+)$/.exec(part.name)?.[1] ?? 1) - 1;
  const hung = hangingsOf(design)[n];
  const { above, below } = { ...HANGING_DEFAULTS, ...hung };
  return { x: 0, y: (bottom - below + top + above) / 2, z: back + thick / 2 };
}

/** Every piece that is carried with the trap. */
export function massParts(design: Design, stack: readonly PlacedSection[]): WeighedParts {
  const boards = workParts(design, stack).filter(({ carried }) => carried);
  const all = [
    ...boards.map((part) => ({ ...finished(part), at: placeOf(part, design, stack) })),
    ...stack.flatMap((placed) => sectionParts(placed, design.material)),
  ];
  const unweighed = stack.flatMap(({ section, inside }) => [
    ...(inside.kind === 'measured' && inside.mass === undefined ? [section.id] : []),
    ...(section.contents.some((content) => contentParts(content) === null) ? [`${section.id}.contents`] : []),
  ]);
  return { parts: all.filter(real), unweighed };
}
