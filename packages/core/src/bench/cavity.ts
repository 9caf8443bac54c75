/**
 * What a stack of sections holds once its contents are in it.
 *
 * gross = sum of the sections; displaced = solids of the contents; net = gross − displaced; clear = gross − what a scout
 * cannot cross; open room = the largest run of connected space beside the frames, walking up the stack.
 *
 * Source: exact solids; that a centred block of frames leaves one half of the free width, and that walls count as
 * covered in proportion to the frames in front of them, are conventions of ours.
 * Left out: volumes are not shifted where a frame hangs into the section below (see `protrudes`); a full division board
 * takes only its own volume: narrow the section instead.
 */
import {
  arrayAt,
  DomainError,
  geometryError,
  numberAt,
  objectAt,
  orDefault,
  wholeAt,
  wordAt,
} from '../shared/errors/index.js';
import {
  checkFrameGeometry,
  displacementOf,
  dividesRoom,
  type Fill,
  FILLS,
  type FrameId,
  type FrameSpec,
  readFrame,
} from './frames.js';
import { checkShape, geometryOf, readShape, type SectionGeometry, type Shape } from './section-geometry.js';

export const ARRANGEMENTS = ['one-side', 'both-sides', 'centre', 'spread'] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];

export interface FramesContent {
  readonly kind: 'frames';
  readonly frame: FrameId | FrameSpec;
  readonly count?: number;
  readonly fill?: Fill;
  readonly pitch?: number;
  readonly arrangement?: Arrangement;
}
export type Content =
  | FramesContent
  | {
      readonly kind: 'topBars';
      readonly length: number;
      readonly width: number;
      readonly depth: number;
      readonly count?: number;
    }
  | {
      readonly kind: 'divider';
      readonly length: number;
      readonly height: number;
      readonly thickness: number;
      readonly count?: number;
    }
  | { readonly kind: 'insulation'; readonly area: number; readonly thickness: number; readonly count?: number }
  | {
      /** Rods across a box without frames, that old comb is pushed on. */
      readonly kind: 'skewers';
      readonly length: number;
      readonly diameter: number;
      readonly count?: number;
      /** Pieces of dark comb on them, each as much to scouts as a whole one; their room is not counted. */
      readonly combs?: number;
    }
  | {
      readonly kind: 'feeder' | 'other';
      readonly volume: number;
      readonly count?: number;
      /** kg of one, as weighed. */
      readonly mass?: number;
    };

export const CONTENT_KINDS = ['frames', 'topBars', 'divider', 'insulation', 'skewers', 'feeder', 'other'] as const;

/** A section of the stack, inside sizes. */
export type Section = Shape & {
  readonly label?: string;
  readonly contents?: readonly Content[];
  /** A board above this section keeps bees from going up. */
  readonly closedAbove?: boolean;
  readonly readError?: number;
};

export interface Cavity {
  /** m3 inside the walls. */
  readonly gross: number;
  /** m3 of solid contents. */
  readonly displaced: number;
  /** m3, gross − displaced. */
  readonly net: number;
  /** m3 a scout can fly and walk through. */
  readonly clear: number;
  /** m3 of the largest connected room beside the frames. */
  readonly openRoom: number;
  /** open room ÷ gross, 0 to 1. */
  readonly openFraction: number;
  /** m2 of wall, floor and ceiling. */
  readonly wallArea: number;
  /** m2 of it that no frame stands in front of. */
  readonly walkableArea: number;
  /** m the longest frame hangs below its section. */
  readonly protrudes: number;
}

/** Widths add up in floating point; a nanometre is no misfit. */
const FIT_SLACK = 1e-9;

interface FramesRead {
  readonly frame: FrameSpec;
  readonly count: number;
  readonly fill: Fill;
  readonly pitch: number;
  readonly arrangement: Arrangement;
  readonly path: string;
}
interface SectionRead {
  readonly shape: Shape;
  readonly frames: readonly FramesRead[];
  /** m3 of everything that is not a frame. */
  readonly otherSolid: number;
  readonly closedAbove: boolean;
}

function readFrames(i: Readonly<Record<string, unknown>>, path: string): FramesRead {
  const frame = readFrame(i['frame'], `${path}.frame`);
  return {
    frame,
    count: wholeAt(orDefault(i['count'], 1), `${path}.count`),
    fill: wordAt(orDefault(i['fill'], 'empty'), `${path}.fill`, FILLS),
    pitch: numberAt(orDefault(i['pitch'], frame.pitch), `${path}.pitch`),
    arrangement: wordAt(orDefault(i['arrangement'], 'one-side'), `${path}.arrangement`, ARRANGEMENTS),
    path,
  };
}

/** m3 of a content that is not a frame, all its pieces together. */
function readSolid(
  kind: Exclude<Content['kind'], 'frames'>,
  i: Readonly<Record<string, unknown>>,
  path: string,
): number {
  const fields = {
    topBars: ['length', 'width', 'depth'],
    divider: ['length', 'height', 'thickness'],
    insulation: ['area', 'thickness'],
    skewers: ['length', 'diameter'],
    feeder: ['volume'],
    other: ['volume'],
  }[kind];
  const sizes = fields.map((field) => numberAt(i[field], `${path}.${field}`));
  const [length = 0, diameter = 0] = sizes;
  const rod = (Math.PI / 4) * length * diameter * diameter;
  const one = kind === 'skewers' ? rod : sizes.reduce((product, size) => product * size, 1);
  return one * wholeAt(orDefault(i['count'], 1), `${path}.count`);
}

function readSection(value: unknown, path: string): SectionRead {
  const i = objectAt(value, path);
  const shape = readShape(value, path);
  const frames: FramesRead[] = [];
  let otherSolid = 0;
  for (const [n, item] of arrayAt(orDefault(i['contents'], []), `${path}.contents`).entries()) {
    const at = `${path}.contents[${n}]`;
    const content = objectAt(item, at);
    const kind = wordAt(content['kind'], `${at}.kind`, CONTENT_KINDS);
    if (kind === 'frames') frames.push(readFrames(content, at));
    else otherSolid += readSolid(kind, content, at);
  }
  const closedAbove = orDefault(i['closedAbove'], false);
  if (typeof closedAbove !== 'boolean') {
    throw new DomainError('TYPE', `${path}.closedAbove`, 'must be true or false', { value: closedAbove });
  }
  return { shape, frames: frames.filter((entry) => entry.count > 0), otherSolid, closedAbove };
}

interface SectionRoom extends SectionGeometry {
  readonly solid: number;
  readonly envelope: number;
  readonly open: number;
  readonly covered: number;
  readonly protrudes: number;
  readonly closedAbove: boolean;
}

function checkFramesFit(section: SectionRead, path: string): void {
  const { shape, frames } = section;
  const first = frames[0];
  if (!first) return;
  if (shape.kind !== 'box') {
    throw geometryError(first.path, 'frames-need-a-box', 'frames hang in boxes only; use top bars here');
  }
  for (const entry of frames) {
    checkFrameGeometry(entry.frame, `${entry.path}.frame`);
    if (entry.frame.bodyLength > shape.length + FIT_SLACK) {
      throw new DomainError('GEOMETRY', entry.path, 'the frame is longer than the box', {
        reason: 'frame-too-long',
        value: entry.frame.bodyLength,
        range: { max: shape.length },
      });
    }
    if (entry.frame.topBarWidth > entry.pitch + FIT_SLACK) {
      throw new DomainError('GEOMETRY', `${entry.path}.pitch`, 'the top bars are wider than their spacing', {
        reason: 'pitch-too-small',
        value: entry.pitch,
        range: { min: entry.frame.topBarWidth },
      });
    }
  }
  const width = frames.reduce((sum, entry) => sum + entry.count * entry.pitch, 0);
  if (width > shape.width + FIT_SLACK) {
    throw new DomainError('GEOMETRY', `${path}.contents`, 'the frames are wider than the box', {
      reason: 'frames-too-wide',
      value: width,
      range: { max: shape.width },
    });
  }
}

/** Free width beside the dividing frames, by how they are arranged. */
function freeWidth(width: number, dividing: readonly FramesRead[], blocked: number): number {
  const arrangement = dividing.at(-1)?.arrangement ?? 'one-side';
  if (arrangement === 'centre') return (width - blocked) / 2;
  if (arrangement === 'spread') {
    const count = dividing.reduce((sum, entry) => sum + entry.count, 0);
    const widest = Math.max(...dividing.map((entry) => entry.frame.topBarWidth));
    return (width - count * widest) / (count + 1);
  }
  return width - blocked;
}

function roomOf(section: SectionRead, path: string): SectionRoom {
  checkShape(section.shape, path);
  checkFramesFit(section, path);
  const { shape, frames, otherSolid } = section;
  const geometry = geometryOf(shape);
  let solid = otherSolid;
  let envelope = otherSolid;
  let undividing = otherSolid;
  let protrudes = 0;
  for (const entry of frames) {
    const one = displacementOf(entry.frame, entry.fill);
    solid += entry.count * one.solid;
    envelope += entry.count * one.envelope;
    if (!dividesRoom(entry.fill)) undividing += entry.count * one.envelope;
    if (shape.kind === 'box') protrudes = Math.max(protrudes, entry.frame.height - shape.height);
  }
  if (solid > geometry.volume) {
    throw geometryError(`${path}.contents`, 'contents-overfill', 'the contents take more room than the section has');
  }
  const dividing = frames.filter((entry) => dividesRoom(entry.fill));
  const blocked = dividing.reduce((sum, entry) => sum + entry.count * entry.pitch, 0);
  let open = geometry.volume - undividing;
  let covered = 0;
  if (shape.kind === 'box' && dividing.length > 0) {
    const free = Math.max(0, freeWidth(shape.width, dividing, blocked));
    open = free * shape.length * shape.height - undividing;
    covered = Math.min(1, blocked / shape.width);
  }
  return {
    volume: geometry.volume,
    lateral: geometry.lateral,
    floor: geometry.floor,
    ceiling: geometry.ceiling,
    solid,
    envelope,
    open: Math.max(0, open),
    covered,
    protrudes,
    closedAbove: section.closedAbove,
  };
}

/** The largest connected room: a full section or a closed board ends the run below it. */
function largestRun(rooms: readonly SectionRoom[]): number {
  let largest = 0;
  let run = 0;
  for (const room of rooms) {
    run += room.open;
    largest = Math.max(largest, run);
    if (room.open === 0 || room.closedAbove) run = 0;
  }
  return largest;
}

/**
 * Volumes and surfaces of a stack, listed from the bottom up.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM` for the fields; `EMPTY` without sections; `GEOMETRY` where frames stand in
 * something that is no box, are longer or wider than it, or the contents take more room than the section has.
 */
export function cavity(input: { readonly sections: readonly Section[] }): Cavity {
  const given = arrayAt(objectAt(input, 'input')['sections'], 'sections');
  const sections = given.map((section, n) => readSection(section, `sections[${n}]`));
  if (sections.length === 0) throw new DomainError('EMPTY', 'sections', 'a stack needs at least one section');
  const rooms = sections.map((section, n) => roomOf(section, `sections[${n}]`));

  const total = (pick: (room: SectionRoom) => number): number => rooms.reduce((sum, room) => sum + pick(room), 0);
  const gross = total((room) => room.volume);
  const displaced = total((room) => room.solid);
  const openRoom = largestRun(rooms);
  const bottom = rooms[0];
  const top = rooms.at(-1);
  const ends = (room: SectionRoom | undefined, face: 'floor' | 'ceiling', bare: boolean): number =>
    room === undefined ? 0 : room[face] * (bare ? 1 - room.covered : 1);
  return {
    gross,
    displaced,
    net: gross - displaced,
    clear: Math.max(0, gross - total((room) => room.envelope)),
    openRoom,
    openFraction: openRoom / gross,
    wallArea: total((room) => room.lateral) + ends(bottom, 'floor', false) + ends(top, 'ceiling', false),
    walkableArea:
      total((room) => room.lateral * (1 - room.covered)) + ends(bottom, 'floor', true) + ends(top, 'ceiling', true),
    protrudes: Math.max(...rooms.map((room) => room.protrudes)),
  };
}
