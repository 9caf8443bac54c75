/**
 * The boards and panels a design is made of, sawn or bought: from what, how large, how they are joined. The mass is weighed of them.
 *
 * Formula: `partsFor` for what it knows; a floor covers the outside of the lowest section, a cover that of the highest and its
 * overhang; a hanging board reaches from below the floor to above the stack; round floors and covers are sawn from a square.
 * Source: geometry. Lug rests (16 mm high, 9.5 mm deep) are a convention of the craft.
 * Left out: glue, paint, the metal on a roof; tapered sides are told by their wider edge.
 */
import { type Design, type DesignSection, faceWidth, frontWall, isRound, type PlacedSection } from '../design.js';
import { HANGING_DEFAULTS, type Hanging, hangingsOf } from '../design-setup.js';
import { placeOpenings, sectionOf } from '../door-placement.js';
import type { Material } from '../load/mass.js';
import { geometryOf } from '../section-geometry.js';
import { boxWalls, type Joint, type Part, type PartComponent, type PartMaterial, partsFor } from './parts.js';

/** A rabbet along the upper edge of an end board, m: the lugs of the frames lie in it. */
export interface LugRest {
  readonly high: number;
  readonly deep: number;
}
/** A door that is bored or sawn into one of the boards of a part; m from the lower edge and from the left one, seen from outside. */
export interface BoredDoor {
  readonly entrance: string;
  readonly label: string;
  readonly round: boolean;
  /** Of a round one its diameter, both ways. */
  readonly width: number;
  readonly height: number;
  /** To its middle; to the lower edge of a slot or a notch. */
  readonly fromBottom: number;
  readonly fromLeft: number;
}
export interface WorkPart extends Part {
  /** Unique in its design: the section and the name. */
  readonly id: string;
  readonly section: string | null;
  /** By its density's name. */
  readonly stuff: Material;
  /** Sawn by the keeper; `false` where the section is bought. */
  readonly sawn: boolean;
  /** Goes with the trap when it is carried; a bracket stays on its tree. */
  readonly carried: boolean;
  readonly joint?: Joint;
  /** m deep. */
  readonly rabbet?: number;
  /** m: thickness of the board it meets at its corners. */
  readonly across?: number;
  /** Sawn round from its blank. */
  readonly round?: boolean;
  readonly rest?: LugRest;
  /** Doors in one of them. */
  readonly doors?: readonly BoredDoor[];
  /** m the board hangs over all round. */
  readonly overhang?: number;
  /** Share of the blank that is left once joints, rounding and tapers are sawn; all of it where nothing is said. */
  readonly body?: number;
}
const WOODS: readonly Material[] = ['pine', 'spruce', 'cedar', 'poplar', 'douglas-fir'];
export const FOAMS: readonly string[] = ['eps-foam', 'xps-foam'];
const PLY: Material = 'softwood-ply';
/** What hangs, holds and frames: carpenters' softwood. */
export const CARPENTRY: Material = 'pine';
export const LUG_REST: LugRest = { high: 0.016, deep: 0.0095 };
const REST_LEAVES = 0.004;
const CLEAT = 0.0095;
const SLOTS_ABOVE = 20e-4;

export const isWood = (stuff: Material): boolean => WOODS.includes(stuff);
const cutFrom = (stuff: Material): PartMaterial => (isWood(stuff) ? 'board' : 'sheet');
/** Floor and cover: of the foam the box is of, else of ply. */
export const panelStuff = (design: Design): Material => (FOAMS.includes(design.material) ? design.material : PLY);

type Where = Pick<WorkPart, 'section' | 'stuff' | 'sawn'> & Partial<WorkPart>;
const work = (part: Part, { section, ...more }: Where): WorkPart => ({
  ...part,
  carried: true,
  section,
  ...more,
  id: `${section ?? 'all'}.${more.name ?? part.name}`,
});
const piece = (
  name: string,
  qty: number,
  [length, width, thickness]: readonly [number, number, number],
  where: Where & { readonly grain?: 'length' | 'any' },
): WorkPart => work({ name, qty, length, width, thickness, material: cutFrom(where.stuff), grain: 'length' }, where);

/** Whether the keeper saws it: boxes of boards and sheets, unless they are bought. */
export function isSawn({ section, inside }: PlacedSection, material: Material): boolean {
  if (inside.kind !== 'box' && inside.kind !== 'frustum') return false;
  const boards = isWood(material) || ['softwood-ply', 'hardwood-ply', 'osb'].includes(material);
  return (section.source ?? (boards ? 'sawn' : 'bought')) === 'sawn';
}

const holdsFrames = ({ section }: PlacedSection): boolean => section.contents.some(({ kind }) => kind === 'frames');

/** Grain that runs up the box turns its boards: length is along the grain. */
function turned(part: WorkPart, upright: boolean): WorkPart {
  const { length, width } = part;
  return upright && length !== undefined && width !== undefined ? { ...part, length: width, width: length } : part;
}

/** m a rabbet is deep: half the end board where nobody says. */
export const rabbetOf = ({ rabbet, endWall }: DesignSection): number => rabbet ?? endWall / 2;

/** What the corners leave of sides and ends: however they are joined, the box is the same wood. */
function bodies(box: {
  readonly side: Part;
  readonly end: Part;
  readonly wall: number;
  readonly endWall: number;
  readonly joint: Joint;
  readonly rabbet: number;
}): { readonly side: number; readonly end: number } {
  const { side, end, wall, endWall, joint, rabbet } = box;
  const [sideLength = 1, endLength = 1, fingers = 1] = [side.length, end.length, side.fingers];
  if (joint === 'butt') return { side: 1, end: 1 };
  if (joint === 'rabbet') return { side: 1, end: 1 - (2 * wall * rabbet) / (endLength * endWall) };
  // The side has one finger more than gaps, the end one gap more than fingers.
  const gaps = (fingers - 1) / (2 * fingers);
  return { side: 1 - (2 * endWall * gaps) / sideLength, end: 1 - (2 * wall * (1 - gaps)) / endLength };
}

function boxParts(placed: PlacedSection, design: Design): readonly WorkPart[] {
  const { inside, section, floorInset, roofInset } = placed;
  if (inside.kind !== 'box') return [];
  const { wall, endWall, joint = 'butt' } = section;
  const rabbet = rabbetOf(section);
  const stuff = design.material;
  const where: Where = { section: section.id, stuff, sawn: isSawn(placed, stuff) };
  const height = inside.height + floorInset + roofInset;
  const [side, end] = boxWalls({ ...inside, height, wall, endWall, joint, rabbet });
  const cut = { joint, ...(joint === 'rabbet' ? { rabbet } : {}) };
  const left = bodies({ side, end, wall, endWall, joint, rabbet });
  const fits = endWall >= LUG_REST.deep + REST_LEAVES;
  const rested = holdsFrames(placed) ? { rest: LUG_REST } : {};
  const from = { material: cutFrom(stuff) };
  const upright = section.grain === 'upright';
  return [
    turned(work({ ...side, ...from }, { ...where, ...cut, across: endWall, body: left.side }), upright),
    turned(
      work({ ...end, ...from }, { ...where, ...cut, across: wall, body: left.end, ...(fits ? rested : {}) }),
      upright,
    ),
    ...(holdsFrames(placed) && !fits && where.sawn
      ? [piece('frame rest', 2, [inside.width, LUG_REST.high, CLEAT], { ...where, stuff: CARPENTRY, carried: false })]
      : []),
    ...insets(placed, [inside.length, inside.width], where),
  ];
}

function insets(
  { floorInset, roofInset }: PlacedSection,
  [length, width]: readonly [number, number],
  where: Where,
): readonly WorkPart[] {
  return [
    ...(floorInset > 0 ? [piece('inset floor', 1, [length, width, floorInset], where)] : []),
    ...(roofInset > 0 ? [piece('inset lid', 1, [length, width, roofInset], where)] : []),
  ];
}

/** Tapered sides: along the grain the slant, across it the wider edge. */
function frustumParts(placed: PlacedSection, design: Design): readonly WorkPart[] {
  const { inside, section, floorInset, roofInset } = placed;
  if (inside.kind !== 'frustum') return [];
  const { wall, endWall } = section;
  const { bottom, top, height } = inside;
  const where: Where = { section: section.id, stuff: design.material, sawn: isSawn(placed, design.material) };
  const more = floorInset + roofInset;
  const tapered = (name: string, across: readonly [number, number], slant: number, thick: number): WorkPart => {
    const [wide, narrow] = [Math.max(...across), Math.min(...across)];
    return {
      ...piece(name, 2, [slant + more, wide, thick], where),
      taperTo: narrow,
      body: (wide + narrow) / (2 * wide),
    };
  };
  const ends = 2 * endWall;
  return [
    tapered(
      'side',
      [bottom.length + ends, top.length + ends],
      Math.hypot(height, (bottom.width - top.width) / 2),
      wall,
    ),
    tapered('end', [bottom.width, top.width], Math.hypot(height, (bottom.length - top.length) / 2), endWall),
    ...(floorInset > 0 ? [piece('inset floor', 1, [bottom.length, bottom.width, floorInset], where)] : []),
    ...(roofInset > 0 ? [piece('inset lid', 1, [top.length, top.width, roofInset], where)] : []),
  ];
}

/** The ends of a tube that lies down are boards; the tube itself is bought. */
function tubeEnds({ inside, section }: PlacedSection): readonly WorkPart[] {
  if (inside.kind !== 'cylinder' || inside.axis !== 'lying') return [];
  const [across, high] = [inside.diameter, inside.diameter - (inside.cut ?? 0)];
  const body = geometryOf(inside).volume / inside.length / (across * high);
  const where = { section: section.id, stuff: PLY, sawn: true, round: true, body };
  return [piece('tube end', 2, [across, high, section.endWall], where)];
}

function contentBoards({ section }: PlacedSection): readonly WorkPart[] {
  return section.contents.flatMap((content) => {
    if (content.kind !== 'divider' || (content.count ?? 1) === 0) return [];
    const { length, height, thickness, count = 1 } = content;
    return [piece('divider', count, [length, height, thickness], { section: section.id, stuff: PLY, sawn: true })];
  });
}

/** Outside of a section at its lower (0) or upper (1) edge. */
function outsideOf({ inside, section }: PlacedSection, end: 0 | 1): { length: number; width: number; round: boolean } {
  const lying = inside.kind === 'cylinder' && inside.axis === 'lying';
  const length = faceWidth(inside, 'left', end) + 2 * frontWall(section);
  const width = (lying ? inside.diameter : faceWidth(inside, 'front', end)) + 2 * section.wall;
  return { length, width, round: inside.kind === 'cone' || (inside.kind === 'cylinder' && !lying) };
}

function floorAndCover(design: Design, lowest: PlacedSection, highest: PlacedSection): readonly WorkPart[] {
  const floor = outsideOf(lowest, 0);
  const cover = outsideOf(highest, 1);
  const over = design.roofOverhang;
  const where: Where = { section: null, stuff: panelStuff(design), sawn: true };
  const round = (is: boolean): Partial<WorkPart> => (is ? { round: true, body: Math.PI / 4 } : {});
  return [
    ...(design.floor > 0
      ? [piece('floor', 1, [floor.length, floor.width, design.floor], { ...where, ...round(floor.round) })]
      : []),
    ...(design.roof > 0
      ? [
          piece('cover', 1, [cover.length + 2 * over, cover.width + 2 * over, design.roof], {
            ...where,
            ...round(cover.round),
            ...(over > 0 ? { overhang: over } : {}),
          }),
        ]
      : []),
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

const BRACKETS: Partial<Record<Hanging['style'], PartComponent>> = {
  'tree-bracket': 'tree-bracket',
  'post-bracket': 'post-bracket',
  'fence-bracket': 'fence-bracket',
};

function hangingParts(
  design: Design,
  stack: readonly PlacedSection[],
  hanging: Hanging,
  n: number,
): readonly WorkPart[] {
  const { above, below, boardWidth, thickness, hole, plate } = { ...HANGING_DEFAULTS, ...hanging };
  const { bottom, top } = bodyOf(design, stack);
  const where: Where = { section: null, stuff: CARPENTRY, sawn: true };
  const named = (part: Part): Where => (n === 0 ? where : { ...where, name: `${part.name} ${n + 1}` });
  const sizes = { depth: top - bottom, wall: thickness };
  if (hanging.style === 'board') {
    const given = {
      component: 'hanging-board',
      length: 1,
      width: 1,
      above,
      below,
      boardWidth,
      hole,
      ...sizes,
    } as const;
    const holed = hole < boardWidth && hole < above;
    return partsFor(holed ? given : { ...given, hole: Math.min(boardWidth, above) / 2 }).map((part) => {
      const { holeDiameter, holeFromTop, holeFromSide, minEdge, ...plain } = part;
      const bored = holed ? { holeDiameter, holeFromTop, holeFromSide, minEdge } : {};
      return work({ ...plain, ...bored } as Part, named(part));
    });
  }
  const component = BRACKETS[hanging.style];
  const lowest = stack[0];
  if (!component || !lowest) return [];
  const { length, width } = outsideOf(lowest, 0);
  const inside = { length: length - 2 * thickness, width: width - 2 * thickness };
  if (!(inside.length > 0 && inside.width > 0)) return [];
  return partsFor({ component, ...inside, ...sizes, plate })
    .filter(({ material }) => material !== 'hardware')
    .map((part) => {
      const stuff = part.material === 'sheet' ? PLY : CARPENTRY;
      return work(part, { ...named(part), stuff, carried: false });
    });
}

/** What closes a slot that is wider than scouts like, as `Make it fit` offers it. */
function reducers(design: Design): readonly WorkPart[] {
  return design.entrances.flatMap(({ id, opening, count }) => {
    if (opening.kind !== 'slot' || opening.guard || count !== 1 || opening.width * opening.height <= SLOTS_ABOVE)
      return [];
    const wall = design.sections[0]?.endWall ?? 0;
    if (!(wall > 0)) return [];
    const block = partsFor({
      component: 'reducer-block',
      length: 1,
      width: opening.width,
      depth: 1,
      wall,
      slotHeight: opening.height,
    });
    return block.map((part) => ({
      ...work(part, { section: null, stuff: CARPENTRY, sawn: true, carried: false }),
      id: `${id}.${part.name}`,
    }));
  });
}

/** Doors of one section, by the board they are in: ends stand in front and at the back, sides left and right. */
function doorsIn(
  placed: PlacedSection,
  design: Design,
  stack: readonly PlacedSection[],
): readonly (readonly [string, BoredDoor])[] {
  return design.entrances.flatMap((entrance) => {
    const { id, label, opening, face, count } = entrance;
    if (count === 0 || sectionOf(entrance, stack) !== placed) return [];
    const name = face === 'front' || face === 'back' ? 'end' : 'side';
    return placeOpenings(entrance, stack, 'entrance').map(({ x, bottom, top, width }): readonly [string, BoredDoor] => [
      name,
      {
        entrance: id,
        label,
        round: isRound(opening),
        width,
        height: top - bottom,
        fromBottom: (isRound(opening) ? (bottom + top) / 2 : bottom) - placed.base + placed.floorInset,
        fromLeft: x,
      },
    ]);
  });
}

/** From the middle of the face to the edge of the board as it is sawn. */
function withDoors(part: WorkPart, doors: readonly (readonly [string, BoredDoor])[]): WorkPart {
  const own = doors.filter(([name]) => name === part.name).map(([, door]) => door);
  const across = part.length ?? 0;
  return own.length === 0
    ? part
    : { ...part, doors: own.map((door) => ({ ...door, fromLeft: across / 2 + door.fromLeft })) };
}

function doored(
  parts: readonly WorkPart[],
  placed: PlacedSection,
  design: Design,
  stack: readonly PlacedSection[],
): readonly WorkPart[] {
  const doors = doorsIn(placed, design, stack);
  // Boards that stand upright are told along their grain: there the doors of the drawing hold.
  return doors.length === 0 || placed.section.grain === 'upright' ? parts : parts.map((part) => withDoors(part, doors));
}

/** Every board and panel, sawn or bought, from the bottom up. */
export function workParts(design: Design, stack: readonly PlacedSection[]): readonly WorkPart[] {
  const [lowest, highest] = [stack[0], stack.at(-1)];
  return [
    ...stack.flatMap((placed) => [
      ...doored(boxParts(placed, design), placed, design, stack),
      ...frustumParts(placed, design),
      ...tubeEnds(placed),
      ...contentBoards(placed),
    ]),
    ...hangingsOf(design).flatMap((hanging, n) => hangingParts(design, stack, hanging, n)),
    ...(lowest && highest ? floorAndCover(design, lowest, highest) : []),
    ...reducers(design),
  ];
}
