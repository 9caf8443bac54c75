/**
 * The opening that gives a wanted area: how wide a slot, which hole saw, how many holes, how long a reducer block.
 *
 * slot: w = target/height + bars; hole: the root of holes·area(D) = target; nearest stocked size by least error of area.
 *
 * Source: the inverse of `entrance`; stocked bits and hole saws as sold in inches and millimetres [convention].
 */
import { DomainError, NON_NEGATIVE, numberAt, objectAt, orDefault, wholeAt, wordAt } from '../shared/errors/index.js';
import { bisect } from '../shared/numeric/index.js';
import { METRES_PER_INCH } from '../shared/units/index.js';
import { BARS, guardedHoleArea } from './entrance.js';

const sixteenths = (...marks: readonly number[]): readonly number[] => marks.map((n) => (n / 16) * METRES_PER_INCH);
const millimetres = (...sizes: readonly number[]): readonly number[] => sizes.map((mm) => mm / 1000);

/** Stocked bits and hole saws, in metres, ascending. */
export const DRILL_SIZES = {
  inch: sixteenths(
    4,
    5,
    6,
    7,
    8,
    9,
    10,
    12,
    14,
    16,
    18,
    20,
    22,
    24,
    26,
    28,
    30,
    32,
    34,
    36,
    38,
    40,
    42,
    44,
    48,
    52,
    56,
    64,
  ),
  metric: millimetres(
    6,
    8,
    10,
    12,
    14,
    16,
    18,
    19,
    20,
    22,
    24,
    25,
    26,
    28,
    30,
    32,
    35,
    38,
    40,
    41,
    44,
    45,
    48,
    50,
    51,
    54,
    57,
    60,
    64,
    65,
    68,
    70,
    73,
    76,
    79,
    80,
    83,
    89,
    92,
    95,
    102,
  ),
} as const;
export type DrillSizes = keyof typeof DRILL_SIZES;

/** A root this much over the largest stocked size is not answered with that size. */
const LARGEST_STRETCH = 1.1;
/** m2; errors closer than this are a tie, and the smaller size wins. */
const AREA_TIE = 1e-12;
const DIAMETER_TOLERANCE = 1e-12;

/**
 * Width of a slot of the given height, and the block that closes the rest of a full-width slot.
 * @throws DomainError `TYPE`, `RANGE`; `NO_SOLUTION` where the slot would be wider than `fullWidth`.
 * @example slotWidth({ target: 0.00125, height: 0.01905, fullWidth: 0.37465, clearance: 0.002 }).blockLength // 0.307
 */
export function slotWidth(input: {
  readonly target: number;
  readonly height: number;
  readonly bars?: number;
  readonly barDiameter?: number;
  readonly fullWidth?: number;
  readonly clearance?: number;
}): { width: number; blockLength?: number } {
  const i = objectAt(input, 'input');
  const target = numberAt(i['target'], 'target');
  const height = numberAt(i['height'], 'height');
  const bars = wholeAt(orDefault(i['bars'], 0), 'bars', BARS);
  const barDiameter = numberAt(orDefault(i['barDiameter'], 0), 'barDiameter', NON_NEGATIVE);
  const fullWidth = i['fullWidth'] === undefined ? undefined : numberAt(i['fullWidth'], 'fullWidth');
  const clearance = numberAt(orDefault(i['clearance'], 0), 'clearance', NON_NEGATIVE);
  const width = target / height + bars * barDiameter;
  if (fullWidth === undefined) return { width };
  if (width > fullWidth) {
    throw new DomainError('NO_SOLUTION', 'fullWidth', 'the whole slot is smaller than the target', {
      value: width,
      range: { max: fullWidth },
    });
  }
  return { width, blockLength: Math.max(0, fullWidth - width - clearance) };
}

function exactDiameter(each: number, bars: number, barDiameter: number): number {
  const bare = 2 * Math.sqrt(each / Math.PI);
  const barred = bars * barDiameter;
  if (barred === 0) return bare;
  const missing = (diameter: number): number => guardedHoleArea(diameter, bars, barDiameter) - each;
  // Each bar hides at most its width times the diameter, so adding all bars to the bare diameter is always enough.
  return bisect(missing, { low: barred, high: bare + 2 * barred, tolerance: DIAMETER_TOLERANCE, path: 'target' });
}

/**
 * The hole that gives `target` m2, exact and as the nearest stocked size.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`; `NO_SOLUTION` where no stocked size comes near.
 * @example holeForArea({ target: 0.00125 }).nearest // 0.041275 m, a 1-5/8 in saw
 */
export function holeForArea(input: {
  readonly target: number;
  readonly holes?: number;
  readonly bars?: number;
  readonly barDiameter?: number;
  readonly sizes?: DrillSizes;
}): { exact: number; nearest: number; area: number; excess: number } {
  const i = objectAt(input, 'input');
  const target = numberAt(i['target'], 'target');
  const holes = wholeAt(orDefault(i['holes'], 1), 'holes', { min: 1 });
  const bars = wholeAt(orDefault(i['bars'], 0), 'bars', BARS);
  const barDiameter = numberAt(orDefault(i['barDiameter'], 0), 'barDiameter', NON_NEGATIVE);
  const sizes = DRILL_SIZES[wordAt(orDefault(i['sizes'], 'inch'), 'sizes', ['inch', 'metric'])];
  const exact = exactDiameter(target / holes, bars, barDiameter);
  const areaWith = (diameter: number): number => holes * guardedHoleArea(diameter, bars, barDiameter);
  const errorOf = (diameter: number): number => Math.round(Math.abs(areaWith(diameter) - target) / AREA_TIE);
  let nearest: number | undefined;
  for (const size of sizes) {
    if (size <= bars * barDiameter) continue;
    if (nearest === undefined || errorOf(size) < errorOf(nearest)) nearest = size;
  }
  if (nearest === undefined || exact > LARGEST_STRETCH * Math.max(...sizes)) {
    throw new DomainError('NO_SOLUTION', 'target', 'no stocked drill or hole saw gives this area', { value: exact });
  }
  const area = areaWith(nearest);
  return { exact, nearest, area, excess: area - target };
}

/**
 * How many holes of one size come nearest to `target` m2; at least one.
 * @throws DomainError `TYPE`, `RANGE`.
 */
export function holesForArea(input: { readonly target: number; readonly diameter: number }): {
  count: number;
  area: number;
  excess: number;
} {
  const i = objectAt(input, 'input');
  const target = numberAt(i['target'], 'target');
  const diameter = numberAt(i['diameter'], 'diameter');
  const one = (Math.PI * diameter * diameter) / 4;
  const count = Math.max(1, Math.floor(target / one + 0.5));
  return { count, area: count * one, excess: count * one - target };
}
