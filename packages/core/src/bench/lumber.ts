/**
 * Boards as they really are: their size behind the name they are sold by, and what they shrink to.
 *
 * q(M) = 1 − S (1 − min(M, 30) / 30); width' = width q(to) / q(from), S from green to oven-dry, fibre saturation at 30 %.
 *
 * Source: PS 20 (dressed lumber), PS 1 and trade thickness (plywood), EN 1313-1 less planing (planed metric)
 * [convention], fence pickets [convention: no standard governs them, measure]; shrinkage FPL-GTR-282 chapter 4, Scots pine
 * and Norway spruce from European tables, less sure. Real boards scatter by about a fifth of the value.
 * Left out: shrinkage along the grain (0.1 %).
 */
import { DomainError, numberAt, objectAt, orDefault, wordAt } from '../shared/errors/index.js';
import { METRES_PER_INCH } from '../shared/units/index.js';

export const BOARD_KINDS = ['dressed', 'fence', 'plywood', 'planed-metric'] as const;
export type BoardKind = (typeof BOARD_KINDS)[number];
const DIMENSIONS = ['width', 'thickness'] as const;

/** m: what the board measures, and what it may. */
export interface ActualSize {
  readonly actual: number;
  readonly low: number;
  readonly high: number;
}

type Rows = Readonly<Record<string, number | readonly [actual: number, low: number, high: number]>>;
interface SizeTable {
  readonly rows: Rows;
  /** m a unit of the table. */
  readonly unit: number;
  /** Tolerance of rows that give none, in the unit. */
  readonly tolerance: number;
}

const INCHES = { unit: METRES_PER_INCH, tolerance: 1 / 32 };
const DRESSED_WIDTHS: SizeTable = {
  ...INCHES,
  rows: { 2: 1.5, 3: 2.5, 4: 3.5, 5: 4.5, 6: 5.5, 8: 7.25, 10: 9.25, 12: 11.25 },
};
const DRESSED_THICKNESSES: SizeTable = { ...INCHES, rows: { 1: 0.75, 1.25: 1, 1.5: 1.25, 2: 1.5 } };
const FENCE_WIDTHS: SizeTable = {
  ...INCHES,
  rows: { 4: [3.5, 3.25, 3.625], 6: [5.5, 5.25, 5.875], 8: [7.25, 7, 7.5] },
};
const PLYWOOD: SizeTable = {
  ...INCHES,
  rows: { 0.25: 0.21875, 0.375: 0.34375, 0.5: 0.46875, 0.625: 0.59375, 0.75: 0.71875, 1: 0.96875 },
};
const PLANED_METRIC: SizeTable = {
  unit: 0.001,
  tolerance: 1,
  rows: { 25: 20, 32: 27, 38: 33, 50: 45, 75: 70, 100: 95, 125: 120, 150: 145, 175: 170, 200: 195, 225: 220 },
};

function tableOf(kind: BoardKind, dimension: (typeof DIMENSIONS)[number]): SizeTable {
  switch (kind) {
    case 'dressed':
      return dimension === 'width' ? DRESSED_WIDTHS : DRESSED_THICKNESSES;
    case 'fence':
      if (dimension === 'thickness') {
        throw new DomainError('ENUM', 'dimension', 'fence boards have no usual thickness: measure it', {
          value: dimension,
        });
      }
      return FENCE_WIDTHS;
    case 'plywood':
      return PLYWOOD;
    case 'planed-metric':
      return PLANED_METRIC;
  }
}

/** The names a kind of board is sold by, in inches (mm for planed metric). */
export function nominalSizes(kind: BoardKind): readonly number[] {
  return Object.keys(tableOf(kind, 'width').rows)
    .map(Number)
    .sort((a, b) => a - b);
}

/**
 * What a board of a name measures.
 * @param input `nominal` in inches, in mm for planed metric; `dimension` is read for dressed and fence boards only.
 * @throws DomainError `TYPE`, `RANGE`; `ENUM` for a name that is not in the table.
 * @example actualSize({ kind: 'fence', nominal: 6 }).actual // 0.1397 m, 5-1/2 in
 */
export function actualSize(input: {
  readonly kind: BoardKind;
  readonly nominal: number;
  readonly dimension?: 'width' | 'thickness';
}): ActualSize {
  const i = objectAt(input, 'input');
  const kind = wordAt(i['kind'], 'kind', BOARD_KINDS);
  const nominal = numberAt(i['nominal'], 'nominal');
  const dimension = wordAt(orDefault(i['dimension'], 'width'), 'dimension', DIMENSIONS);
  const { rows, unit, tolerance } = tableOf(kind, dimension);
  const row = rows[nominal];
  if (row === undefined) {
    throw new DomainError('ENUM', 'nominal', `${nominal} is not one of ${Object.keys(rows).join(', ')}`, {
      value: nominal,
    });
  }
  const [actual, low, high] = typeof row === 'number' ? [row, row - tolerance, row + tolerance] : row;
  return { actual: actual * unit, low: low * unit, high: high * unit };
}

/** Shrinkage from green to oven-dry, as a share. */
const SHRINKAGE = {
  'eastern-white-pine': { radial: 0.021, tangential: 0.061 },
  'ponderosa-pine': { radial: 0.039, tangential: 0.062 },
  'loblolly-pine': { radial: 0.048, tangential: 0.074 },
  'scots-pine': { radial: 0.04, tangential: 0.077 },
  'white-spruce': { radial: 0.047, tangential: 0.082 },
  'sitka-spruce': { radial: 0.043, tangential: 0.075 },
  'norway-spruce': { radial: 0.036, tangential: 0.078 },
  'western-redcedar': { radial: 0.024, tangential: 0.05 },
  'northern-white-cedar': { radial: 0.022, tangential: 0.049 },
  'yellow-poplar': { radial: 0.046, tangential: 0.082 },
  'douglas-fir': { radial: 0.048, tangential: 0.076 },
} as const;
export type Species = keyof typeof SHRINKAGE;
export const SPECIES = Object.keys(SHRINKAGE) as Species[];
export const GRAINS = ['radial', 'tangential', 'mixed'] as const;
export type Grain = (typeof GRAINS)[number];

/** Percent of dry mass at which the cell walls are full: above it wood does not swell. */
const FIBRE_SATURATION = 30;
export const MOISTURE = { min: 0, max: 200 } as const;

function shrinkage(species: Species, grain: Grain): number {
  const { radial, tangential } = SHRINKAGE[species];
  if (grain === 'mixed') return (radial + tangential) / 2;
  return grain === 'radial' ? radial : tangential;
}

/**
 * Width of a board at another moisture.
 * @param input `width` in m, `mcFrom` and `mcTo` in percent, 0 to 200.
 * @returns m; `change` is negative when it shrinks.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`.
 * @example dryWidth({ width: 0.1397, species: 'western-redcedar', mcFrom: 30, mcTo: 12 }).width // 0.1355
 */
export function dryWidth(input: {
  readonly width: number;
  readonly species: Species;
  readonly mcFrom: number;
  readonly mcTo: number;
  readonly grain?: Grain;
}): { readonly width: number; readonly change: number } {
  const i = objectAt(input, 'input');
  const width = numberAt(i['width'], 'width');
  const species = wordAt(i['species'], 'species', SPECIES);
  const from = numberAt(i['mcFrom'], 'mcFrom', MOISTURE);
  const to = numberAt(i['mcTo'], 'mcTo', MOISTURE);
  const share = shrinkage(species, wordAt(orDefault(i['grain'], 'tangential'), 'grain', GRAINS));
  const size = (moisture: number): number => 1 - share * (1 - Math.min(moisture, FIBRE_SATURATION) / FIBRE_SATURATION);
  const dry = (width * size(to)) / size(from);
  return { width: dry, change: dry - width };
}
