/**
 * A design: a stack of sections with a floor, a roof, contents and entrances, as the keeper entered it.
 *
 * Plain data in SI. Sections are listed from the bottom up; `length` runs along the frames (front to back), `width`
 * across them. Everything else (inside sizes, volumes, drawing) is derived and never stored.
 */
import type { Content, Section } from './cavity.js';
import type {
  BoardGrain,
  BoardSide,
  BoardSold,
  BoardsBought,
  CombBait,
  DesignGap,
  Dispute,
  Hanging,
  LoadPlan,
  Purpose,
  SchoolChoice,
  SectionSource,
  Secured,
  TriedSite,
} from './design-setup.js';
import type { Guard, OpeningShape } from './entrance.js';
import { geometryError, type NumberRange } from '../shared/errors/index.js';
import type { Joint } from './workshop/parts.js';
import { roomShape } from './lying-bars.js';
import type { HiveStandardId } from './hive-standards.js';
import { internalDims, type Shape } from './section-geometry.js';
import { DEFAULT_READ_ERROR } from './volume-uncertainty.js';

export const MATERIALS = [
  'pine',
  'spruce',
  'cedar',
  'poplar',
  'douglas-fir',
  'softwood-ply',
  'hardwood-ply',
  'osb',
  'eps-foam',
  'xps-foam',
  'cardboard-tube',
  'polypropylene',
  'hdpe',
] as const;
export type MaterialId = (typeof MATERIALS)[number];

export const FACES = ['front', 'back', 'left', 'right'] as const;
export type Face = (typeof FACES)[number];
export const SIZES_ARE = ['inside', 'outside'] as const;

export interface DesignSection {
  /** Unique in its design; survives reordering. */
  readonly id: string;
  readonly label: string;
  /** Sizes as taped, inside or outside. */
  readonly shape: Shape;
  readonly sizes: (typeof SIZES_ARE)[number];
  /** m, the side walls; `endWall` the front and back. */
  readonly wall: number;
  readonly endWall: number;
  /** m that a built-in floor or lid takes from an outside height; 0 for inside sizes. */
  readonly floorInset: number;
  readonly roofInset: number;
  readonly contents: readonly Content[];
  readonly closedAbove: boolean;
  /** The hive this box was made for: its maker has settled how the frames fit. */
  readonly standard?: HiveStandardId;
  /** m the bars hang below the upper rim; level with it when absent. */
  readonly rest?: number;
  readonly secured?: Secured;
  readonly grain?: BoardGrain;
  readonly soldAs?: BoardSold;
  /** Which way that board stands; absent = nobody said. */
  readonly soldSide?: BoardSide;
  /** How its corners are joined: butt where nobody says. */
  readonly joint?: Joint;
  /** m a rabbet is deep; half the end board where nobody says. */
  readonly rabbet?: number;
  /** Sawn or bought; absent: boxes of boards and sheets are sawn, all else is bought. */
  readonly source?: SectionSource;
}

/** An opening a keeper makes; mesh is a closure and belongs to the opening it closes. */
export type DoorShape = Exclude<OpeningShape, { kind: 'mesh' }>;

/** The nails or wires across an opening, if it has any. */
export function guardOf(opening: DoorShape): Guard | undefined {
  return opening.kind === 'notch' || (opening.guard?.count ?? 1) === 0 ? undefined : opening.guard;
}

export function isRound(opening: DoorShape): opening is Extract<DoorShape, { kind: 'hole' | 'disc' }> {
  return opening.kind === 'hole' || opening.kind === 'disc';
}

export interface DesignEntrance {
  readonly id: string;
  readonly label: string;
  readonly opening: DoorShape;
  /** How many of it, side by side. */
  readonly count: number;
  readonly face: Face;
  /** m above the inside floor: to the centre of a hole or disc, to the lower edge of a slot or notch. */
  readonly height: number;
  /** m from the middle of the face to the middle of the row, right positive. */
  readonly across: number;
}

export interface Design {
  readonly name: string;
  readonly note: string;
  readonly material: MaterialId;
  /** m3 gross that "make it fit" aims at. */
  readonly target: number;
  /** m of board below and above the stack; 0 = none. */
  readonly floor: number;
  readonly roof: number;
  readonly roofOverhang: number;
  readonly sections: readonly DesignSection[];
  readonly entrances: readonly DesignEntrance[];
  readonly purpose?: Purpose;
  readonly gaps?: readonly DesignGap[];
  /** Whether light gets in under the lid; absent = nobody looked. */
  readonly lidTight?: boolean;
  readonly comb?: CombBait;
  readonly boards?: BoardsBought;
  readonly hanging?: Hanging;
  /** What holds it besides: each is judged as if it carried alone. */
  readonly alsoHangs?: readonly Hanging[];
  readonly load?: LoadPlan;
  readonly schools?: Partial<Readonly<Record<Dispute, SchoolChoice>>>;
  readonly site?: TriedSite;
}

/** What a form, the server and the core accept. Wider than any trap, narrow enough to catch a slip of the unit. */
export const DESIGN_LIMITS = {
  nameLength: 80,
  noteLength: 2000,
  labelLength: 60,
  sections: { min: 1, max: 12 },
  contents: { min: 0, max: 12 },
  entrances: { min: 0, max: 12 },
  count: { min: 0, max: 60 },
  /** m: the sides of a section. */
  size: { min: 0, above: true, max: 3 },
  /** m: walls, insets, boards. */
  wall: { min: 0, max: 0.2 },
  /** m3: a measured section or a target. */
  volume: { min: 0, above: true, max: 1 },
  /** kg of a part as weighed. */
  partMass: { min: 0, max: 200 },
  /** m: a door's sizes. */
  opening: { min: 0, above: true, max: 1 },
  /** m above the floor. */
  height: { min: 0, max: 5 },
  /** m either side of the middle. */
  across: { min: -1.5, max: 1.5 },
} as const satisfies Record<string, number | NumberRange>;

/** Reading error of one wall thickness, in m [estimate]: a caliper or a rule on a planed edge. */
const WALL_READ_ERROR = 0.0005;

/** A section is never changed in place, so its inside is worked out once: a stack is placed dozens of times a frame. */
const insides = new WeakMap<DesignSection, Shape>();

/** Inside shape of a section, whichever way it was taped. */
export function insideShape(section: DesignSection): Shape {
  const known = insides.get(section);
  if (known) return known;
  const inside = insideOf(section);
  insides.set(section, inside);
  return inside;
}

function insideOf(section: DesignSection): Shape {
  const { shape, wall, endWall, floorInset, roofInset } = section;
  if (section.sizes === 'inside' || shape.kind === 'measured') return shape;
  const thinner = (size: number, board: number, field: string): number => {
    const inside = size - 2 * board;
    if (inside <= 0) throw geometryError(field, 'walls-leave-no-room', 'the walls leave no room inside');
    return inside;
  };
  const lower = (height: number, field: string): number => {
    const inside = height - floorInset - roofInset;
    if (inside <= 0) throw geometryError(field, 'walls-leave-no-room', 'floor and lid leave no room inside');
    return inside;
  };
  switch (shape.kind) {
    case 'box':
      return { kind: 'box', ...internalDims({ ...shape, wall, endWall, floorInset, roofInset }) };
    case 'cylinder': {
      const diameter = thinner(shape.diameter, wall, 'diameter');
      if (shape.axis !== 'lying') return { ...shape, diameter, length: lower(shape.length, 'length') };
      const cut = shape.cut ?? 0;
      if (cut > 0 && cut <= wall)
        throw geometryError('cut', 'cut-within-wall', 'the cut does not reach through the wall');
      return { ...shape, diameter, length: thinner(shape.length, endWall, 'length'), cut: Math.max(0, cut - wall) };
    }
    case 'cone':
      return {
        kind: 'cone',
        diameterBottom: thinner(shape.diameterBottom, wall, 'diameterBottom'),
        diameterTop: thinner(shape.diameterTop, wall, 'diameterTop'),
        height: lower(shape.height, 'height'),
      };
    case 'frustum': {
      const plan = (end: 'bottom' | 'top'): { length: number; width: number } => ({
        length: thinner(shape[end].length, endWall, `${end}.length`),
        width: thinner(shape[end].width, wall, `${end}.width`),
      });
      return {
        kind: 'frustum',
        bottom: plan('bottom'),
        top: plan('top'),
        height: lower(shape.height, 'height'),
        cornerRadius: Math.max(0, (shape.cornerRadius ?? 0) - wall),
      };
    }
  }
}

/** A section of the design as `cavity` and `volumeUncertainty` read it: outside sizes carry the error of the walls too. */
export function insideSection(section: DesignSection): Section {
  const fromOutside = section.sizes === 'outside' && section.shape.kind !== 'measured';
  return {
    ...roomShape(insideShape(section), section.contents),
    contents: section.contents,
    closedAbove: section.closedAbove,
    readError: fromOutside ? Math.hypot(DEFAULT_READ_ERROR, 2 * WALL_READ_ERROR) : DEFAULT_READ_ERROR,
  };
}

/** Thickness of the walls in front and at the back: of their own in boxes and lying tubes, else the one wall there is. */
export function frontWall({ shape, wall, endWall }: DesignSection): number {
  if (shape.kind === 'measured') return 0;
  const ownEnds =
    shape.kind === 'box' || shape.kind === 'frustum' || (shape.kind === 'cylinder' && shape.axis === 'lying');
  return ownEnds ? endWall : wall;
}

/** Height a section takes in the drawing; a measured one is drawn as a cube of its volume. */
export function drawnHeight(shape: Shape): number {
  switch (shape.kind) {
    case 'cylinder':
      return shape.axis === 'lying' ? shape.diameter - (shape.cut ?? 0) : shape.length;
    case 'measured':
      return Math.cbrt(shape.volume);
    default:
      return shape.height;
  }
}

/** A section in its place: inside shape, and the heights of its inside floor and ceiling above the inside floor of all. */
export interface PlacedSection {
  readonly section: DesignSection;
  readonly inside: Shape;
  readonly base: number;
  readonly top: number;
  /** m of built-in floor below `base` and built-in lid above `top`. */
  readonly floorInset: number;
  readonly roofInset: number;
}

/** The stack from the bottom up with the height of every joint. */
export function placeSections(design: Design): readonly PlacedSection[] {
  let edge = 0;
  return design.sections.map((section, n) => {
    const inside = insideShape(section);
    const builtIn = section.sizes === 'outside' && section.shape.kind !== 'measured';
    const floorInset = builtIn ? section.floorInset : 0;
    const roofInset = builtIn ? section.roofInset : 0;
    const base = n === 0 ? 0 : edge + floorInset;
    const top = base + drawnHeight(inside);
    edge = top + roofInset;
    return { section, inside, base, top, floorInset, roofInset };
  });
}

/** Width (front, back) or length (left, right) of a shape inside, at `at` = 0 bottom to 1 top. */
export function faceWidth(shape: Shape, face: Face, at: number): number {
  const across = face === 'front' || face === 'back';
  const between = (bottom: number, top: number): number => bottom + (top - bottom) * at;
  switch (shape.kind) {
    case 'box':
      return across ? shape.width : shape.length;
    case 'cone':
      return between(shape.diameterBottom, shape.diameterTop);
    case 'frustum':
      return across ? between(shape.bottom.width, shape.top.width) : between(shape.bottom.length, shape.top.length);
    case 'measured':
      return Math.cbrt(shape.volume);
    case 'cylinder': {
      if (shape.axis !== 'lying') return shape.diameter;
      if (!across) return shape.length;
      const radius = shape.diameter / 2;
      const up = at * drawnHeight(shape) - radius;
      return 2 * Math.sqrt(Math.max(0, radius * radius - up * up));
    }
  }
}
