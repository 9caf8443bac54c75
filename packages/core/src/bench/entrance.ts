/**
 * The way in: area of an opening, what passes it, and whether all openings together make a door swarms choose.
 *
 * area = the opening less the bars of its guard; clear = its least free dimension, which decides who passes. An opening
 * that workers cannot pass does not count.
 *
 * Source: target band 10–16 cm2 (1.5–2.5 sq in), best 12.5 cm2 (Insectes Soc. 1978); bee space 1/4–3/8 in, queen
 * excluder 4.1–4.4 mm, drones about 5.2–5.5 mm, 3.2 mm mesh keeps workers in, mouse guard 3/8 in, hornets 5.5–6 mm [all
 * conventions]; two bees pass at about 10 mm, and between 3.2 and 4.1 mm an opening is neither entrance nor safe closure
 * [estimates]; tits and wrens enter from 25 mm.
 */
import {
  arrayAt,
  DomainError,
  geometryError,
  NON_NEGATIVE,
  numberAt,
  type NumberRange,
  objectAt,
  orDefault,
  wholeAt,
  wordAt,
} from '../shared/errors/index.js';

/** Parallel nails or wires, evenly spread over the opening; count 0 is no guard. */
export interface Guard {
  readonly count?: number;
  readonly diameter: number;
}
export const DISC_POSITIONS = ['open', 'excluder', 'vent', 'closed'] as const;
export type DiscPosition = (typeof DISC_POSITIONS)[number];

export type OpeningShape =
  | { readonly kind: 'hole'; readonly diameter: number; readonly guard?: Guard }
  | { readonly kind: 'slot'; readonly width: number; readonly height: number; readonly guard?: Guard }
  | { readonly kind: 'notch'; readonly width: number; readonly height: number; readonly top?: 'flat' | 'round' }
  | {
      readonly kind: 'disc';
      readonly diameter: number;
      readonly position: DiscPosition;
      readonly slots?: number;
      readonly slotWidth?: number;
      readonly slotLength?: number;
      readonly guard?: Guard;
    }
  | { readonly kind: 'mesh'; readonly aperture: number };
export type Opening = OpeningShape & { readonly count?: number };

export const OPENING_KINDS = ['hole', 'slot', 'notch', 'disc', 'mesh'] as const;

/** Gaps in metres that decide who passes. */
export const PASSAGE = {
  workerProof: 0.0032,
  excluderMin: 0.0041,
  excluderMax: 0.0044,
  drone: 0.0055,
  twoBees: 0.01,
  hornet: 0.006,
  mouse: 0.009525,
  bird: 0.025,
  beeSpaceMin: 0.00635,
  beeSpaceMax: 0.009525,
  looseMax: 0.0127,
} as const;

/** m2; the band and the best of the nest-choice experiments. */
export const DOOR_BAND = { low: 10e-4, best: 12.5e-4, high: 16e-4 } as const;

const GAP_SLACK = 1e-9;

export type EntranceFlag = 'bees-cannot-pass' | 'bird' | 'closed' | 'excludes-drone-or-queen' | 'mouse' | 'tight';
export type EntranceBand = 'below' | 'within' | 'above';
export interface OpeningArea {
  /** m2 of one opening. */
  readonly area: number;
  /** m, the least free dimension. */
  readonly clear: number;
}

interface Bars {
  readonly count: number;
  readonly diameter: number;
}
type OpeningRead =
  | { kind: 'hole'; diameter: number; bars: Bars }
  | { kind: 'slot'; width: number; height: number; bars: Bars }
  | { kind: 'notch'; width: number; height: number; round: boolean }
  | { kind: 'disc'; diameter: number; position: DiscPosition; slots: Slots | null; bars: Bars }
  | { kind: 'mesh'; aperture: number };
interface Slots {
  readonly count: number;
  readonly width: number;
  readonly length: number;
}

/** Bars of a guard: more would hold a search for long, and no door has them. */
export const BARS: NumberRange = { min: 0, max: 200 };
const NO_BARS: Bars = { count: 0, diameter: 0 };

function readGuard(value: unknown, path: string): Bars {
  if (value === undefined) return NO_BARS;
  const i = objectAt(value, path);
  return {
    count: wholeAt(orDefault(i['count'], 1), `${path}.count`, BARS),
    diameter: numberAt(i['diameter'], `${path}.diameter`),
  };
}

function readDisc(i: Readonly<Record<string, unknown>>, path: string): OpeningRead {
  const diameter = numberAt(i['diameter'], `${path}.diameter`);
  const position = wordAt(i['position'], `${path}.position`, DISC_POSITIONS);
  const needed = position === 'excluder';
  const read = (field: string, check: typeof numberAt): number | null =>
    i[field] === undefined && !needed
      ? null
      : check(i[field], `${path}.${field}`, field === 'slots' ? { min: 1 } : undefined);
  const count = read('slots', wholeAt);
  const width = read('slotWidth', numberAt);
  const length = read('slotLength', numberAt);
  const slots = count !== null && width !== null && length !== null ? { count, width, length } : null;
  return { kind: 'disc', diameter, position, slots, bars: readGuard(i['guard'], `${path}.guard`) };
}

function readOpening(value: unknown, path: string): OpeningRead {
  const i = objectAt(value, path);
  const at = (field: string): number => numberAt(i[field], `${path}.${field}`);
  const kind = wordAt(i['kind'], `${path}.kind`, OPENING_KINDS);
  switch (kind) {
    case 'hole':
      return { kind, diameter: at('diameter'), bars: readGuard(i['guard'], `${path}.guard`) };
    case 'slot':
      return { kind, width: at('width'), height: at('height'), bars: readGuard(i['guard'], `${path}.guard`) };
    case 'notch':
      return {
        kind,
        width: at('width'),
        height: at('height'),
        round: wordAt(orDefault(i['top'], 'flat'), `${path}.top`, ['flat', 'round']) === 'round',
      };
    case 'disc':
      return readDisc(i, path);
    case 'mesh':
      return {
        kind,
        aperture: numberAt(i['aperture'], `${path}.aperture`, {
          ...NON_NEGATIVE,
          above: true,
          max: PASSAGE.workerProof,
        }),
      };
  }
}

/** Free gap between the bars of a guard over `span`. */
function gapOf(span: number, bars: Bars, path: string): number {
  if (bars.count === 0) return span;
  const gap = (span - bars.count * bars.diameter) / (bars.count + 1);
  if (gap <= 0) {
    throw new DomainError('GEOMETRY', `${path}.guard`, 'the guard fills the opening', {
      reason: 'guard-too-wide',
      value: bars.count * bars.diameter,
      range: { max: span },
    });
  }
  return gap;
}

/** Left edges of the bars, measured from the middle of the span. */
export function barPositions(span: number, count: number, diameter: number): readonly number[] {
  const gap = (span - count * diameter) / (count + 1);
  return Array.from({ length: count }, (_, j) => -span / 2 + gap * (j + 1) + diameter * j);
}

/** Area of a circle of radius `r` between two upright lines at x = a and x = b. */
function strip(r: number, a: number, b: number): number {
  // A bar that ends on the rim may lie outside it by one rounding, where the root and the arc sine do not exist.
  const integral = (x: number): number => {
    const onDisc = Math.min(r, Math.max(-r, x));
    return onDisc * Math.sqrt(r * r - onDisc * onDisc) + r * r * Math.asin(onDisc / r);
  };
  return integral(b) - integral(a);
}

/** Free area of a round hole behind `count` bars. Bars must leave a gap. */
export function guardedHoleArea(diameter: number, count: number, barDiameter: number): number {
  const radius = diameter / 2;
  const covered = barPositions(diameter, count, barDiameter).reduce(
    (sum, left) => sum + strip(radius, left, left + barDiameter),
    0,
  );
  return Math.PI * radius * radius - covered;
}

function holeArea(diameter: number, bars: Bars, path: string): OpeningArea {
  const clear = gapOf(diameter, bars, path);
  return { area: guardedHoleArea(diameter, bars.count, bars.diameter), clear };
}

function discArea(disc: Extract<OpeningRead, { kind: 'disc' }>, path: string): OpeningArea {
  if (disc.position === 'open') return holeArea(disc.diameter, disc.bars, path);
  if (disc.position !== 'excluder' || !disc.slots) return { area: 0, clear: 0 };
  const { count, width, length } = disc.slots;
  const area = count * width * length;
  if (area > (Math.PI * disc.diameter ** 2) / 4) {
    throw geometryError(`${path}.slots`, 'slots-larger-than-disc', 'the slots are larger than the disc');
  }
  return { area, clear: Math.min(width, length) };
}

function areaOf(opening: OpeningRead, path: string): OpeningArea {
  switch (opening.kind) {
    case 'hole':
      return holeArea(opening.diameter, opening.bars, path);
    case 'slot': {
      const { width, height, bars } = opening;
      const gap = gapOf(width, bars, path);
      return { area: (width - bars.count * bars.diameter) * height, clear: Math.min(height, gap) };
    }
    case 'notch': {
      const { width, height, round } = opening;
      if (round && height < width / 2) {
        throw geometryError(`${path}.height`, 'notch-too-low', 'a round top needs at least half its width in height');
      }
      const area = round ? width * (height - width / 2) + (Math.PI * width * width) / 8 : width * height;
      return { area, clear: Math.min(width, height) };
    }
    case 'disc':
      return discArea(opening, path);
    case 'mesh':
      return { area: 0, clear: opening.aperture };
  }
}

/**
 * Area and least free dimension of ONE opening.
 * @throws DomainError `TYPE`, `RANGE` (mesh wider than 3.2 mm is no closure), `ENUM`; `GEOMETRY` for a guard that fills
 * the opening, slots larger than their disc, a round notch lower than half its width.
 * @example openingArea({ kind: 'hole', diameter: 0.0381 }).area // 0.00114 m2
 */
export function openingArea(opening: Opening): OpeningArea {
  return areaOf(readOpening(opening, 'opening'), 'opening');
}

export interface Entrance {
  /** m2 of all openings that bees can pass. */
  readonly area: number;
  readonly band: EntranceBand;
  readonly flags: readonly EntranceFlag[];
  /** A hornet gets in: of interest in late summer. */
  readonly passesHornet: boolean;
}

function flagsOf(passages: readonly number[], blocked: boolean): EntranceFlag[] {
  const flags: EntranceFlag[] = [];
  const wider = (limit: number): boolean => passages.some((clear) => clear > limit + GAP_SLACK);
  if (blocked) flags.push('bees-cannot-pass');
  if (wider(PASSAGE.bird)) flags.push('bird');
  if (passages.length === 0) flags.push('closed');
  else if (passages.every((clear) => clear < PASSAGE.drone - GAP_SLACK)) flags.push('excludes-drone-or-queen');
  if (wider(PASSAGE.mouse)) flags.push('mouse');
  const tight = (clear: number): boolean =>
    clear >= PASSAGE.drone - GAP_SLACK && clear < PASSAGE.beeSpaceMin - GAP_SLACK;
  if (passages.some(tight)) flags.push('tight');
  return flags;
}

/**
 * All openings of a box together: area, its place against the band, and what they let in.
 * @throws DomainError as `openingArea`; `RANGE` for a band whose low end is above its high end.
 */
export function entrance(input: {
  readonly openings: readonly Opening[];
  readonly low?: number;
  readonly high?: number;
}): Entrance {
  const i = objectAt(input, 'input');
  const read = arrayAt(i['openings'], 'openings').map((value, n) => {
    const path = `openings[${n}]`;
    const opening = readOpening(value, path);
    return { opening, path, count: wholeAt(orDefault(objectAt(value, path)['count'], 1), `${path}.count`) };
  });
  const low = numberAt(orDefault(i['low'], DOOR_BAND.low), 'low', NON_NEGATIVE);
  const high = numberAt(orDefault(i['high'], DOOR_BAND.high), 'high', NON_NEGATIVE);
  if (low > high) throw new DomainError('RANGE', 'low', 'the band ends before it begins', { value: low });

  let area = 0;
  let blocked = false;
  const passages: number[] = [];
  for (const { opening, path, count } of read) {
    const one = areaOf(opening, path);
    if (one.area <= 0 || count === 0) continue;
    if (one.clear < PASSAGE.excluderMin - GAP_SLACK) {
      blocked = true;
      continue;
    }
    area += count * one.area;
    passages.push(one.clear);
  }
  return {
    area,
    band: area < low ? 'below' : area > high ? 'above' : 'within',
    flags: flagsOf(passages, blocked),
    passesHornet: passages.some((clear) => clear > PASSAGE.hornet + GAP_SLACK),
  };
}
