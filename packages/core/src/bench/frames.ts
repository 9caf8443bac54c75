/**
 * The frames that hang in hives, and the room they take.
 *
 * wood = top bar + two side bars + bottom bar between the end walls (lug ends sit in the rabbet, outside the cavity);
 * wax by fill; solid = wood + wax, what water would show; envelope = wood + the part of the comb a scout cannot cross.
 *
 * Source: BS 1300:1960 and agricultural extension drawings for the Langstroth and the modified Dadant; bars and pitches
 * of the European frames are typical, not normative [estimate]. Wax: 1.15 kg/m2 new comb, 2.6 kg/m2 old comb with
 * cocoons at 960 kg/m3 [estimate, about 0.1 kg of wax in a deep comb]; comb 25 mm thick; foundation 0.8 mm.
 */
import { geometryError, numberAt, objectAt, orDefault, wordAt, DomainError } from '../shared/errors/index.js';

export interface FrameSpec {
  readonly topBarLength: number;
  readonly bodyLength: number;
  readonly height: number;
  readonly topBarWidth: number;
  readonly topBarDepth: number;
  readonly sideBarWidth: number;
  readonly sideBarThickness: number;
  readonly bottomBarWidth: number;
  readonly bottomBarThickness: number;
  readonly lugThickness: number;
  readonly pitch: number;
}

/** The columns of the table of frames, in its order. */
export const FRAME_COLUMNS = [
  'topBarLength',
  'bodyLength',
  'height',
  'topBarWidth',
  'topBarDepth',
  'sideBarWidth',
  'sideBarThickness',
  'bottomBarWidth',
  'bottomBarThickness',
  'lugThickness',
  'pitch',
] as const satisfies readonly (keyof FrameSpec)[];

/** Every frame is one kind of object with its fields in one order, which keeps reading them cheap. */
function frameOf(at: (column: number) => number): FrameSpec {
  return {
    topBarLength: at(0),
    bodyLength: at(1),
    height: at(2),
    topBarWidth: at(3),
    topBarDepth: at(4),
    sideBarWidth: at(5),
    sideBarThickness: at(6),
    bottomBarWidth: at(7),
    bottomBarThickness: at(8),
    lugThickness: at(9),
    pitch: at(10),
  };
}

/** One row of the table, in millimetres, in the order of `FRAME_COLUMNS`. */
function millimetres(...row: readonly number[]): FrameSpec {
  const at = (column: number): number => (row[column] ?? NaN) / 1000;
  return frameOf(at);
}

export const FRAMES = {
  'langstroth-deep': millimetres(482.6, 447.675, 231.775, 27, 19, 31, 9.5, 19, 9.5, 9.5, 34.925),
  'langstroth-medium': millimetres(482.6, 447.675, 158.75, 27, 19, 31, 9.5, 19, 9.5, 9.5, 34.925),
  'langstroth-shallow': millimetres(482.6, 447.675, 136.525, 27, 19, 31, 9.5, 19, 9.5, 9.5, 34.925),
  'national-dn': millimetres(431.8, 355.6, 215.9, 22, 9.5, 22, 9.5, 20, 9.5, 9.5, 37.5),
  'national-14x12': millimetres(431.8, 355.6, 304.8, 27, 9.5, 22, 9.5, 20, 9.5, 9.5, 37.5),
  'commercial-16x10': millimetres(441.325, 406.4, 254, 27, 9.5, 22, 9.5, 20, 9.5, 9.5, 37.5),
  'dadant-mod': millimetres(482.6, 447.675, 285.75, 27, 19, 31, 9.5, 19, 9.5, 9.5, 38.1),
  'dadant-blatt': millimetres(470, 435, 300, 25, 20, 25, 9.5, 20, 10, 9.5, 37.5),
  zander: millimetres(477, 420, 220, 25, 20, 25, 9.5, 20, 10, 9.5, 35),
  dnm: millimetres(395, 370, 223, 25, 20, 25, 9.5, 20, 10, 9.5, 35),
  layens: millimetres(380, 330, 385, 25, 20, 25, 9.5, 20, 10, 9.5, 38),
} as const;

export type FrameId = keyof typeof FRAMES;
export const FRAME_IDS = Object.keys(FRAMES) as FrameId[];

export const FILLS = ['empty', 'starter', 'foundation', 'comb', 'oldComb'] as const;
export type Fill = (typeof FILLS)[number];

/** Fills that close the way across the box. */
export function dividesRoom(fill: Fill): boolean {
  return fill === 'foundation' || fill === 'comb' || fill === 'oldComb';
}

const SHEET_THICKNESS = 0.0008;
const STARTER_STRIP_HEIGHT = 0.02;
const COMB_THICKNESS = 0.025;
const WAX_DENSITY = 960;
const WAX_PER_AREA = { comb: 1.15, oldComb: 2.6 } as const;

export interface FrameDisplacement {
  /** m3 of bars. */
  readonly wood: number;
  /** m3 of wax, cocoons included. */
  readonly wax: number;
  /** m3 that water would show. */
  readonly solid: number;
  /** m3 a scout cannot cross. */
  readonly envelope: number;
  /** m2 of one face between the bars. */
  readonly innerArea: number;
}

/** A frame by name, or a keeper's own, checked like a table row. */
export function readFrame(value: unknown, path: string): FrameSpec {
  if (typeof value === 'string') return FRAMES[wordAt(value, path, FRAME_IDS)];
  if (value === undefined) throw new DomainError('TYPE', path, 'is missing');
  const given = objectAt(value, path);
  return frameOf((n) => {
    const column = FRAME_COLUMNS[n] ?? '';
    return numberAt(given[column], `${path}.${column}`);
  });
}

/** The sizes of a frame that is known to be one of the table or complete. */
export function frameSpec(frame: FrameId | FrameSpec): FrameSpec {
  return typeof frame === 'string' ? FRAMES[frame] : frame;
}

/** Bars that leave no space between them. Checked after all single values. */
export function checkFrameGeometry(frame: FrameSpec, path: string): void {
  if (frame.height <= frame.topBarDepth + frame.bottomBarThickness) {
    throw geometryError(path, 'frame-bars-too-deep', 'the bars leave no height for comb');
  }
  if (frame.bodyLength <= 2 * frame.sideBarThickness) {
    throw geometryError(path, 'frame-bars-too-thick', 'the side bars leave no length for comb');
  }
}

/** The room one frame takes. No checks: for callers that have read the frame. */
export function displacementOf(frame: FrameSpec, fill: Fill): FrameDisplacement {
  const innerHeight = frame.height - frame.topBarDepth - frame.bottomBarThickness;
  const innerLength = frame.bodyLength - 2 * frame.sideBarThickness;
  const innerArea = innerLength * innerHeight;
  const wood =
    frame.bodyLength * frame.topBarWidth * frame.topBarDepth +
    2 * innerHeight * frame.sideBarWidth * frame.sideBarThickness +
    frame.bodyLength * frame.bottomBarWidth * frame.bottomBarThickness;
  const { wax, blocked } = waxOf(fill, innerLength, innerHeight);
  return { wood, wax, solid: wood + wax, envelope: wood + blocked, innerArea };
}

function waxOf(fill: Fill, innerLength: number, innerHeight: number): { wax: number; blocked: number } {
  const innerArea = innerLength * innerHeight;
  switch (fill) {
    case 'empty':
      return { wax: 0, blocked: 0 };
    case 'starter': {
      const strip = innerLength * Math.min(STARTER_STRIP_HEIGHT, innerHeight) * SHEET_THICKNESS;
      return { wax: strip, blocked: strip };
    }
    case 'foundation': {
      const sheet = innerArea * SHEET_THICKNESS;
      return { wax: sheet, blocked: sheet };
    }
    case 'comb':
    case 'oldComb':
      return { wax: (innerArea * WAX_PER_AREA[fill]) / WAX_DENSITY, blocked: innerArea * COMB_THICKNESS };
  }
}

/**
 * The wood, wax and room of one frame.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM` for the fields, `GEOMETRY` for bars that leave no room for comb.
 * @example frameDisplacement({ frame: 'langstroth-deep', fill: 'oldComb' }).envelope // 0.00261 m3
 */
export function frameDisplacement(input: {
  readonly frame: FrameId | FrameSpec;
  readonly fill?: Fill;
}): FrameDisplacement {
  const i = objectAt(input, 'input');
  const frame = readFrame(i['frame'], 'frame');
  const fill = wordAt(orDefault(i['fill'], 'empty'), 'fill', FILLS);
  checkFrameGeometry(frame, 'frame');
  return displacementOf(frame, fill);
}
