/**
 * Inside sizes of one box of the hives keepers own.
 *
 * Source: BS 1300:1960 (beehives, frames, wax foundation); agricultural extension drawings for the Langstroth and the
 * modified Dadant. Certainty: high = agreed widely to about 2 mm; medium = makers differ by 3–6 mm in a dimension, 2–4 %
 * of the volume; low = the frame is better known than the box: measure.
 */
import { objectAt, orDefault, wholeAt, wordAt } from '../shared/errors/index.js';
import { displacementOf, type Fill, FILLS, FRAMES, type FrameId } from './frames.js';

export type Certainty = 'high' | 'medium' | 'low';

export interface HiveStandard {
  readonly id: HiveStandardId;
  readonly name: string;
  readonly length: number;
  readonly width: number;
  readonly height: number;
  /** Frames (or bars) a full box takes. */
  readonly frames: number;
  readonly frame: FrameId | null;
  readonly beeSpaceTop: number;
  readonly beeSpaceBottom: number;
  readonly certainty: Certainty;
  readonly note: string;
}

type Row = readonly [
  name: string,
  length: number,
  width: number,
  height: number,
  frames: number,
  frame: FrameId | null,
  top: number,
  bottom: number,
  certainty: Certainty,
  note?: string,
];

const BY_MAKER = 'inside width varies by maker by about 1/2 in';

/** Sizes and bee spaces in mm. */
const ROWS = {
  'langstroth-10-deep': [
    'Langstroth 10-frame deep',
    466.725,
    374.65,
    244.475,
    10,
    'langstroth-deep',
    6.35,
    6.35,
    'high',
  ],
  'langstroth-10-medium': [
    'Langstroth 10-frame medium',
    466.725,
    374.65,
    168.275,
    10,
    'langstroth-medium',
    6.35,
    3.175,
    'high',
  ],
  'langstroth-10-shallow': [
    'Langstroth 10-frame shallow',
    466.725,
    374.65,
    146.05,
    10,
    'langstroth-shallow',
    6.35,
    3.175,
    'high',
  ],
  'langstroth-8-deep': [
    'Langstroth 8-frame deep',
    466.725,
    311.15,
    244.475,
    8,
    'langstroth-deep',
    6.35,
    6.35,
    'medium',
    BY_MAKER,
  ],
  'langstroth-8-medium': [
    'Langstroth 8-frame medium',
    466.725,
    311.15,
    168.275,
    8,
    'langstroth-medium',
    6.35,
    3.175,
    'medium',
    BY_MAKER,
  ],
  'langstroth-8-shallow': [
    'Langstroth 8-frame shallow',
    466.725,
    311.15,
    146.05,
    8,
    'langstroth-shallow',
    6.35,
    3.175,
    'medium',
    BY_MAKER,
  ],
  'langstroth-5-deep': [
    'Langstroth 5-frame deep',
    466.725,
    190.5,
    244.475,
    5,
    'langstroth-deep',
    6.35,
    6.35,
    'medium',
    BY_MAKER,
  ],
  'langstroth-5-medium': [
    'Langstroth 5-frame medium',
    466.725,
    190.5,
    168.275,
    5,
    'langstroth-medium',
    6.35,
    3.175,
    'medium',
    BY_MAKER,
  ],
  'langstroth-5-shallow': [
    'Langstroth 5-frame shallow',
    466.725,
    190.5,
    146.05,
    5,
    'langstroth-shallow',
    6.35,
    3.175,
    'medium',
    BY_MAKER,
  ],
  'langstroth-4-deep': [
    'Langstroth 4-frame deep',
    466.725,
    152.4,
    244.475,
    4,
    'langstroth-deep',
    6.35,
    6.35,
    'medium',
    BY_MAKER,
  ],
  'langstroth-4-medium': [
    'Langstroth 4-frame medium',
    466.725,
    152.4,
    168.275,
    4,
    'langstroth-medium',
    6.35,
    3.175,
    'medium',
    BY_MAKER,
  ],
  'langstroth-4-shallow': [
    'Langstroth 4-frame shallow',
    466.725,
    152.4,
    146.05,
    4,
    'langstroth-shallow',
    6.35,
    3.175,
    'medium',
    BY_MAKER,
  ],
  national: [
    'British National brood',
    371,
    422,
    225,
    11,
    'national-dn',
    0,
    9,
    'medium',
    'frame-wise length is between the inner end walls; BS 1300:1960',
  ],
  'national-14x12': ['British National 14x12', 371, 422, 315, 11, 'national-14x12', 0, 9, 'medium'],
  wbc: ['WBC-size inner brood box', 371, 390, 225, 10, 'national-dn', 0, 9, 'low'],
  commercial: ['Commercial 16x10', 419, 422, 267, 11, 'commercial-16x10', 0, 9, 'medium'],
  'dadant-mod': ['Modified Dadant 11-frame', 466.725, 431.8, 295.275, 11, 'dadant-mod', 6.35, 3.175, 'medium'],
  'dadant-blatt-12': ['Dadant-Blatt 12-frame', 450, 450, 315, 12, 'dadant-blatt', 8, 7, 'low'],
  'zander-10': ['Zander 10-frame', 437, 375, 230, 10, 'zander', 0, 8, 'low'],
  'dnm-11': ['DNM 11-frame', 385, 400, 235, 11, 'dnm', 0, 8, 'low'],
  warre: ['Warre box', 300, 300, 210, 8, null, 0, 0, 'high', 'eight bars 315 x 24 x 9 mm at 36 mm'],
  'layens-12': ['Layens 12-frame', 350, 490, 410, 12, 'layens', 0, 15, 'low', 'horizontal; length follows frame count'],
} as const satisfies Record<string, Row>;

export type HiveStandardId = keyof typeof ROWS;
export const HIVE_STANDARD_IDS = Object.keys(ROWS) as HiveStandardId[];
const MOST_BOXES = 20;

/**
 * One hive standard by id.
 * @throws DomainError `TYPE` or `ENUM` for the id.
 */
export function hiveStandard(input: { readonly id: HiveStandardId }): HiveStandard {
  const id = wordAt(objectAt(input, 'input')['id'], 'id', HIVE_STANDARD_IDS);
  const row: Row = ROWS[id];
  const [name, length, width, height, frames, frame, top, bottom, certainty, note = ''] = row;
  const metres = (mm: number): number => mm / 1000;
  return {
    id,
    name,
    length: metres(length),
    width: metres(width),
    height: metres(height),
    frames,
    frame,
    beeSpaceTop: metres(top),
    beeSpaceBottom: metres(bottom),
    certainty,
    note,
  };
}

/**
 * Volume of so many boxes of a standard, each with so many frames.
 * @throws DomainError `TYPE`, `RANGE` (boxes 1–20, frames 0 to what a box takes), `ENUM`.
 * @example standardVolume({ id: 'langstroth-5-deep', boxes: 2, fill: 'foundation' }).net // 0.0385 m3
 */
export function standardVolume(input: {
  readonly id: HiveStandardId;
  readonly boxes?: number;
  readonly frames?: number;
  readonly fill?: Fill;
}): { gross: number; displaced: number; net: number } {
  const standard = hiveStandard(input);
  const i = objectAt(input, 'input');
  const most = standard.frame === null ? 0 : standard.frames;
  const boxes = wholeAt(orDefault(i['boxes'], 1), 'boxes', { min: 1, max: MOST_BOXES });
  const frames = wholeAt(orDefault(i['frames'], most), 'frames', { min: 0, max: most });
  const fill = wordAt(orDefault(i['fill'], 'empty'), 'fill', FILLS);
  const one = standard.frame === null ? 0 : displacementOf(FRAMES[standard.frame], fill).solid;
  const gross = boxes * standard.length * standard.width * standard.height;
  const displaced = boxes * frames * one;
  return { gross, displaced, net: gross - displaced };
}
