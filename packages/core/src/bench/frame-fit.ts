/**
 * Whether frames go into a box: side by side, above and below, and with their lugs in its ends.
 *
 * Source: bee space 1/4–3/8 in, loose to 1/2 in, end gaps over 3/8 in let frames slide, 6 mm of wood outside a frame rest
 * [conventions]; frame and box sizes from the tables of `frames` and `hive-standards`.
 */
import { NON_NEGATIVE, numberAt, objectAt, orDefault, wholeAt } from '../shared/errors/index.js';
import { METRES_PER_INCH } from '../shared/units/index.js';
import { PASSAGE } from './entrance.js';
import type { FrameSpec } from './frames.js';

const SLACK = 1e-9;
/** Centre to centre of the common frame, and what a row of frames needs besides, m. */
const COMMON_SPACING = 0.034925;
const LEAST_SLACK = METRES_PER_INCH / 16;
/** Wood that must stay outside the lug of a frame, m [convention]. */
export const WOOD_BEHIND_LUG = 0.006;

export interface FramesFit {
  readonly fits: boolean;
  /** m left over; negative when it is too tight. */
  readonly slack: number;
  readonly maxFrames: number;
  /** m at either end of the row. */
  readonly endGap: number;
  readonly verdict: 'too-tight' | 'good' | 'spacers';
}

/**
 * Frames side by side in a clear width.
 * @throws DomainError `TYPE`, `RANGE`.
 * @example framesFit({ clearWidth: 0.1397, frames: 4 }).maxFrames // 3
 */
export function framesFit(input: {
  readonly clearWidth: number;
  readonly frames: number;
  readonly spacing?: number;
  readonly minSlack?: number;
  readonly tolerance?: number;
}): FramesFit {
  const i = objectAt(input, 'input');
  const clearWidth = numberAt(i['clearWidth'], 'clearWidth');
  const frames = wholeAt(i['frames'], 'frames', { min: 1 });
  const spacing = numberAt(orDefault(i['spacing'], COMMON_SPACING), 'spacing');
  const minSlack = numberAt(orDefault(i['minSlack'], LEAST_SLACK), 'minSlack', NON_NEGATIVE);
  const tolerance = numberAt(orDefault(i['tolerance'], 0), 'tolerance', NON_NEGATIVE);
  const slack = clearWidth - tolerance - frames * spacing;
  const fits = slack >= minSlack - SLACK;
  const endGap = Math.max(0, slack) / 2;
  return {
    fits,
    slack,
    maxFrames: Math.max(0, Math.floor((clearWidth - tolerance - minSlack) / spacing + SLACK)),
    endGap,
    verdict: !fits ? 'too-tight' : endGap > PASSAGE.beeSpaceMax + SLACK ? 'spacers' : 'good',
  };
}

export type BeeSpaceVerdict = 'propolis' | 'bee-space' | 'loose' | 'brace-comb';

function spaceOf(gap: number): BeeSpaceVerdict {
  if (gap < PASSAGE.beeSpaceMin - SLACK) return 'propolis';
  if (gap <= PASSAGE.beeSpaceMax + SLACK) return 'bee-space';
  return gap <= PASSAGE.looseMax + SLACK ? 'loose' : 'brace-comb';
}

/**
 * What bees do with a gap: glue it, walk it, or build in it.
 * @throws DomainError `TYPE`, `RANGE`.
 */
export function beeSpace(input: { readonly gap: number }): { readonly verdict: BeeSpaceVerdict } {
  return { verdict: spaceOf(numberAt(objectAt(input, 'input')['gap'], 'gap', NON_NEGATIVE)) };
}

export interface FrameHeight {
  /** m from the upper rim down to the bars, and from the bars below to the lower rim; negative when they stand out. */
  readonly top: number;
  readonly bottom: number;
  readonly lidGap: number;
  readonly floorGap: number;
  /** m between the frames of two such boxes. */
  readonly stackGap: number;
  readonly fits: boolean;
  readonly lid: BeeSpaceVerdict | 'flush' | 'none';
  readonly stack: BeeSpaceVerdict | 'none';
}

/**
 * Gaps above and below the frames of a box.
 * @param input m; `above` is what the lid adds over the rim, `below` what the floor adds under it.
 * @throws DomainError `TYPE`, `RANGE`.
 */
export function frameHeight(input: {
  readonly boxDepth: number;
  readonly frameHeight: number;
  readonly rabbetDepth: number;
  readonly lugThickness: number;
  readonly above?: number;
  readonly below?: number;
}): FrameHeight {
  const i = objectAt(input, 'input');
  const depth = numberAt(i['boxDepth'], 'boxDepth');
  const height = numberAt(i['frameHeight'], 'frameHeight');
  const rabbet = numberAt(i['rabbetDepth'], 'rabbetDepth', NON_NEGATIVE);
  const lug = numberAt(i['lugThickness'], 'lugThickness', NON_NEGATIVE);
  const above = numberAt(orDefault(i['above'], 0), 'above', NON_NEGATIVE);
  const below = numberAt(orDefault(i['below'], 0), 'below', NON_NEGATIVE);
  const top = rabbet - lug;
  const bottom = depth - top - height;
  const lidGap = top + above;
  const floorGap = bottom + below;
  const stackGap = top + bottom;
  return {
    top,
    bottom,
    lidGap,
    floorGap,
    stackGap,
    fits: lidGap >= -SLACK && floorGap >= -SLACK,
    lid: Math.abs(lidGap) <= SLACK ? 'flush' : lidGap < -SLACK ? 'none' : spaceOf(lidGap),
    stack: stackGap < -SLACK ? 'none' : spaceOf(stackGap),
  };
}

/**
 * What a lug needs beyond the inside of the end wall, and whether the wall has it. A projection of nothing or less does not
 * reach the wall, whatever `fits` says.
 * @throws DomainError `TYPE`, `RANGE`.
 */
export function lugFit(input: { readonly topBarLength: number; readonly length: number; readonly endWall: number }): {
  readonly projection: number;
  readonly fits: boolean;
} {
  const i = objectAt(input, 'input');
  const bar = numberAt(i['topBarLength'], 'topBarLength');
  const length = numberAt(i['length'], 'length');
  const endWall = numberAt(i['endWall'], 'endWall');
  const projection = (bar - length) / 2;
  return { projection, fits: projection <= endWall - WOOD_BEHIND_LUG + SLACK };
}

export interface FeederRoom {
  /** m across the frames, and down from their bars. */
  readonly wide: number;
  readonly high: number;
}

/** What a feeder of so many m3 takes beside frames, when it is as long and as high as they are [estimate]. */
export function feederRoom(
  volume: number,
  frame: Pick<FrameSpec, 'bodyLength' | 'height'>,
  boxHeight: number,
): FeederRoom {
  const high = Math.min(frame.height, boxHeight);
  return { wide: volume / (frame.bodyLength * high), high };
}
