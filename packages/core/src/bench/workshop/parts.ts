/**
 * The parts of what a trap is built of: how many, how large, of what, and how the grain runs.
 *
 * Formula: outside = inside + two walls; butt sides run past the ends, rabbeted sides sit `rabbet` deep in the end boards, box
 * joints take both at full length with an odd number of fingers.
 * Source: geometry; overhangs, plates, members and clearances are conventions, each an input with its default.
 */
import { DomainError, Fields, geometryError, NON_NEGATIVE, POSITIVE } from '../../shared/errors/index.js';
import { slotWidth } from '../opening-for-area.js';

export const PART_COMPONENTS = [
  'box',
  'solid-floor',
  'nailed-cover',
  'telescoping-roof',
  'migratory-lid',
  'sloped-roof',
  'tall-base',
  'hanging-board',
  'tree-bracket',
  'post-bracket',
  'fence-bracket',
  'reducer-block',
  'transfer-shim',
  'vacuum-lid',
  'ramped-bottom',
  'split-deep',
] as const;
export type PartComponent = (typeof PART_COMPONENTS)[number];
export const JOINTS = ['butt', 'rabbet', 'box-joint'] as const;
export type Joint = (typeof JOINTS)[number];
export type PartMaterial = 'board' | 'sheet' | 'metal' | 'mesh' | 'hardware';

/** Sizes in m; hardware has none. */
export interface Part {
  readonly name: string;
  readonly qty: number;
  readonly length?: number;
  readonly width?: number;
  readonly thickness?: number;
  readonly material: PartMaterial;
  /** `length`: the grain runs along the length; `any`: it may lie either way. */
  readonly grain?: 'length' | 'any';
  readonly fingers?: number;
  readonly fingerWidth?: number;
  readonly taperTo?: number;
  readonly slopeDeg?: number;
  readonly miterDeg?: number;
  readonly holeDiameter?: number;
  readonly holeFromTop?: number;
  readonly holeFromSide?: number;
  readonly minEdge?: number;
  /** m2 */
  readonly bleedArea?: number;
}
/** Inside sizes, m; what a component takes besides is read by its name, each with a default where it has one. */
export interface PartInput {
  readonly component: PartComponent;
  readonly length: number;
  readonly width: number;
  readonly depth: number;
  readonly wall: number;
  readonly joint?: Joint;
  readonly rabbet?: number;
  readonly panel?: number;
  readonly [extra: string]: unknown;
}

const DEGREES = 180 / Math.PI;
const MESH = 0.0006;
const COVER_METAL = 0.0005;
const FLOOR_PLATE = 0.14;

interface Box {
  readonly length: number;
  readonly width: number;
  readonly depth: number;
  readonly wall: number;
  readonly joint: Joint;
  readonly rabbet: number;
  readonly panel: number;
  /** Outside, over the walls. */
  readonly outLength: number;
  readonly outWidth: number;
}
type Sizes = readonly [length: number, width: number, thickness: number];
type Extras = Omit<Part, 'name' | 'qty' | 'length' | 'width' | 'thickness' | 'material' | 'grain'>;

function part(
  name: string,
  qty: number,
  [length, width, thickness]: Sizes,
  material: PartMaterial,
  extras: Extras & { readonly grain?: 'any' } = {},
): Part {
  if (!(length > 0 && width > 0 && thickness > 0)) {
    throw geometryError('component', 'part-size', `the ${name} would have no size`);
  }
  return { name, qty, length, width, thickness, material, grain: 'length', ...extras };
}
const boards = (name: string, qty: number, sizes: Sizes, extras: Extras = {}): Part =>
  part(name, qty, sizes, 'board', extras);
const sheet = (name: string, sizes: Sizes, extras: Extras = {}): Part => part(name, 1, sizes, 'sheet', extras);
const mesh = (name: string, length: number, width: number): Part =>
  part(name, 1, [length, width, MESH], 'mesh', { grain: 'any' });

/** Fingers over a height: as near to square as goes, and odd, so that both ends of a side are alike. */
export function fingersOver(height: number, wall: number): { readonly fingers: number; readonly fingerWidth: number } {
  const near = Math.max(3, Math.floor(height / wall + 0.5));
  const fingers = near % 2 === 0 ? near + 1 : near;
  return { fingers, fingerWidth: height / fingers };
}

/** Inside length and width of a box, m, and what its corners are made of; `rabbet` deep in the end boards. */
export interface BoxWalls {
  readonly length: number;
  readonly width: number;
  readonly height: number;
  readonly wall: number;
  readonly endWall: number;
  readonly joint: Joint;
  readonly rabbet: number;
}

/** Two sides and two ends; sides and ends may be of different boards. */
export function boxWalls({ length, width, height, wall, endWall, joint, rabbet }: BoxWalls): readonly [Part, Part] {
  const side = joint === 'rabbet' ? length + 2 * rabbet : length + 2 * endWall;
  const end = joint === 'butt' ? width : width + 2 * wall;
  const cut: Extras = joint === 'box-joint' && height > 0 ? fingersOver(height, wall) : {};
  return [boards('side', 2, [side, height, wall], cut), boards('end', 2, [end, height, endWall], cut)];
}

function walls(box: Box, height: number, prefix = '', joint = box.joint): readonly Part[] {
  const pair = boxWalls({ ...box, height, endWall: box.wall, joint });
  return pair.map((one) => ({ ...one, name: `${prefix}${one.name}` }));
}

function slopedRoof({ width, wall, panel, outLength, outWidth }: Box, f: Fields): readonly Part[] {
  const back = f.numberOr('back', 0.06, POSITIVE);
  const front = f.numberOr('front', 0.015, NON_NEGATIVE);
  const overFront = f.numberOr('overhangFront', 0.05, NON_NEGATIVE);
  const overBack = f.numberOr('overhangBack', 0.015, NON_NEGATIVE);
  const overSide = f.numberOr('overhangSide', 0.025, NON_NEGATIVE);
  if (back <= front) throw geometryError('back', 'slope', 'the back is no higher than the front: the rain stays');
  const slope = (back - front) / outLength;
  return [
    boards('wedge side', 2, [outLength, back, wall], { taperTo: front }),
    boards('back', 1, [width, back, wall]),
    ...(front > 0 ? [boards('front', 1, [width, front, wall])] : []),
    sheet(
      'roof panel',
      [(outLength + overFront + overBack) * Math.sqrt(1 + slope ** 2), outWidth + 2 * overSide, panel],
      {
        slopeDeg: Math.atan(slope) * DEGREES,
      },
    ),
  ];
}

function telescopingRoof({ wall, panel, outLength, outWidth }: Box, f: Fields): readonly Part[] {
  const clearance = f.numberOr('clearance', 0.006, NON_NEGATIVE);
  const drop = f.numberOr('drop', 0.05, POSITIVE);
  const [long, wide] = [outLength + 2 * clearance, outWidth + 2 * clearance];
  const [top, across] = [long + 2 * wall, wide + 2 * wall];
  return [
    boards('rim side', 2, [top, drop, wall]),
    boards('rim end', 2, [wide, drop, wall]),
    sheet('top', [top, across, panel]),
    part('metal cover', 1, [top + 2 * drop, across + 2 * drop, COVER_METAL], 'metal', { grain: 'any' }),
  ];
}

function hangingBoard({ depth, wall }: Box, f: Fields): readonly Part[] {
  const above = f.numberOr('above', 0.15, POSITIVE);
  const below = f.numberOr('below', 0.05, NON_NEGATIVE);
  const bodyHeight = f.numberOr('bodyHeight', depth, POSITIVE);
  const hole = f.numberOr('hole', 0.0635, POSITIVE);
  const boardWidth = f.numberOr('boardWidth', 0.1397, POSITIVE);
  if (hole >= boardWidth || hole >= above) {
    throw geometryError('hole', 'hole-edge', 'the hole leaves no wood at its edge');
  }
  return [
    boards('hanging board', 1, [above + bodyHeight + below, boardWidth, wall], {
      holeDiameter: hole,
      holeFromTop: above / 2,
      holeFromSide: boardWidth / 2,
      minEdge: Math.min((boardWidth - hole) / 2, (above - hole) / 2),
    }),
  ];
}

function bracket({ wall, panel, outLength, outWidth }: Box, f: Fields, post: boolean): readonly Part[] {
  const plate = f.numberOr('plate', 0.4, POSITIVE);
  const member = f.numberOr('member', 0.0889, POSITIVE);
  const leg = Math.min(0.7 * outLength, 0.8 * plate);
  return [
    boards('back plate', 1, [plate, Math.min(outWidth, FLOOR_PLATE), wall]),
    boards('arm', 2, [outLength, member, wall]),
    boards('brace', 2, [leg * Math.SQRT2, member, wall], { miterDeg: 45 }),
    sheet('shelf', [outLength, outWidth, panel]),
    ...(post ? [{ name: 'U-bolt', qty: 2, material: 'hardware' } as const] : []),
  ];
}

function fenceBracket({ depth, wall, panel, outLength, outWidth }: Box, f: Fields): readonly Part[] {
  const rail = f.numberOr('rail', 0.04, POSITIVE);
  const drop = f.numberOr('drop', 0.1, POSITIVE);
  const member = f.numberOr('member', 0.0889, POSITIVE);
  return [
    boards('hanger', 2, [drop + depth, member, wall]),
    boards('hook', 2, [rail + 0.003 + 2 * wall, member, wall]),
    boards('catch', 2, [drop, member, wall]),
    sheet('shelf', [outLength, outWidth, panel]),
  ];
}

function reducerBlock({ width, wall }: Box, f: Fields): readonly Part[] {
  const height = f.number('slotHeight', POSITIVE);
  const target = f.numberOr('target', 12.5e-4, POSITIVE);
  const fullWidth = f.numberOr('fullWidth', width, POSITIVE);
  const clearance = f.numberOr('clearance', 0.002, NON_NEGATIVE);
  const { blockLength } = slotWidth({ target, height, fullWidth, clearance });
  if (blockLength === undefined)
    throw geometryError('target', 'no-block', 'the slot is no wider than what is to stay open');
  return [boards('reducer block', 1, [blockLength, height, wall])];
}

function vacuumLid({ length, width, panel, outLength, outWidth }: Box, f: Fields): readonly Part[] {
  const hose = f.numberOr('hose', 0.051, POSITIVE);
  const long = f.numberOr('bleedLength', 0.08, POSITIVE);
  const wide = f.numberOr('bleedWidth', 0.03, POSITIVE);
  if (3 * long > length || wide + 0.04 > width || hose > width / 2) {
    throw geometryError('bleedLength', 'lid-room', 'bleed slide and hose do not fit side by side on this lid');
  }
  return [
    sheet('lid panel', [outLength, outWidth, panel], { holeDiameter: hose, bleedArea: long * wide }),
    sheet('bleed slide', [2 * long, wide + 0.02, 0.006]),
    boards('slide rail', 2, [3 * long, 0.015, 0.012]),
    mesh('bleed screen', long + 0.02, wide + 0.02),
  ];
}

function rampedBottom({ length, width, wall, panel, outLength }: Box, f: Fields): readonly Part[] {
  const rise = f.numberOr('rise', 0.012, POSITIVE);
  const rim = f.numberOr('rim', 0.038, POSITIVE);
  if (rise >= rim) throw geometryError('rise', 'ramp', 'the ramp rises above its rim');
  return [
    boards('rail', 2, [outLength, rim, wall]),
    boards('back rail', 1, [width, rim, wall]),
    sheet('ramp', [Math.hypot(length + wall, rise), width, panel]),
  ];
}

function splitDeep(box: Box, f: Fields): readonly Part[] {
  const first = f.number('firstHeight', POSITIVE);
  const kerf = f.numberOr('kerf', 0.003, NON_NEGATIVE);
  const second = box.depth - kerf - first;
  if (second <= 0) throw geometryError('firstHeight', 'split', 'nothing is left for the second box');
  return [...walls(box, first, 'first '), ...walls(box, second, 'second ')];
}

const flat = ({ outLength, outWidth, panel }: Box): readonly Part[] => [sheet('panel', [outLength, outWidth, panel])];

const PARTS: Readonly<Record<PartComponent, (box: Box, f: Fields) => readonly Part[]>> = {
  box: (box) => walls(box, box.depth),
  'solid-floor': flat,
  'nailed-cover': flat,
  'telescoping-roof': telescopingRoof,
  'migratory-lid': ({ wall, panel, outLength, outWidth }, f) => [
    sheet('panel', [outLength + 2 * wall, outWidth, panel]),
    boards('cleat', 2, [outWidth, f.numberOr('cleat', 0.038, POSITIVE), wall]),
  ],
  'sloped-roof': slopedRoof,
  'tall-base': (box, f) => [
    ...walls(box, f.number('height', POSITIVE), 'base '),
    sheet('floor', [box.outLength, box.outWidth, box.panel]),
  ],
  'hanging-board': hangingBoard,
  'tree-bracket': (box, f) => bracket(box, f, false),
  'post-bracket': (box, f) => bracket(box, f, true),
  'fence-bracket': fenceBracket,
  'reducer-block': reducerBlock,
  'transfer-shim': (box, f) => [
    ...walls(box, f.numberOr('height', 0.019, POSITIVE), 'shim ', 'butt'),
    mesh('screen', box.outLength, box.outWidth),
  ],
  'vacuum-lid': vacuumLid,
  'ramped-bottom': rampedBottom,
  'split-deep': splitDeep,
};

/** @throws DomainError `MISSING`, `TYPE`, `ENUM`, `RANGE`; `GEOMETRY` for a part without a size, or parts that do not go together. */
export function partsFor(i: PartInput): readonly Part[] {
  const f = new Fields(i, '', 'strict');
  const component = f.word('component', PART_COMPONENTS);
  const length = f.number('length', POSITIVE);
  const width = f.number('width', POSITIVE);
  const depth = f.number('depth', POSITIVE);
  const wall = f.number('wall', POSITIVE);
  const joint = f.wordOr('joint', 'butt', JOINTS);
  const rabbet = f.numberOr('rabbet', wall / 2, POSITIVE);
  if (rabbet >= wall) {
    throw new DomainError('RANGE', 'rabbet', 'is as deep as the board is thick', {
      value: rabbet,
      range: { max: wall },
    });
  }
  const panel = f.numberOr('panel', 0.012, POSITIVE);
  const outside = { outLength: length + 2 * wall, outWidth: width + 2 * wall };
  return PARTS[component]({ length, width, depth, wall, joint, rabbet, panel, ...outside }, f);
}
