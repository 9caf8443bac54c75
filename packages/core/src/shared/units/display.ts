import { METRES_PER_INCH, type Unit } from './units.js';

/** Metric, or inches with fractions and US gallons. Never mixed in one figure. */
export type UnitSystem = 'metric' | 'imperial';
export const UNIT_SYSTEMS: readonly UnitSystem[] = ['metric', 'imperial'];

/** What a figure on the screen measures; `part` is a wire, nail or gap, too small for whole millimetres. */
export type DisplayQuantity = 'length' | 'part' | 'area' | 'volume';

export interface DisplayUnit {
  readonly unit: Unit;
  readonly symbol: string;
  readonly decimals: number;
  /** Shown as a whole number and a fraction of this denominator instead of decimals. */
  readonly fraction?: 16 | 32;
}

/** The one table of how figures are shown. */
export const DISPLAY: Readonly<Record<DisplayQuantity, Readonly<Record<UnitSystem, DisplayUnit>>>> = {
  length: {
    metric: { unit: 'mm', symbol: 'mm', decimals: 1 },
    imperial: { unit: 'in', symbol: 'in', decimals: 3, fraction: 16 },
  },
  part: {
    metric: { unit: 'mm', symbol: 'mm', decimals: 1 },
    imperial: { unit: 'in', symbol: 'in', decimals: 3, fraction: 32 },
  },
  area: {
    metric: { unit: 'cm2', symbol: 'cm²', decimals: 1 },
    imperial: { unit: 'in2', symbol: 'in²', decimals: 2 },
  },
  volume: {
    metric: { unit: 'L', symbol: 'L', decimals: 1 },
    imperial: { unit: 'gal', symbol: 'gal', decimals: 1 },
  },
};

/** What one press of an arrow key moves a length by, in metres: 1 mm or 1/16 in. */
export const NATURAL_STEP: Readonly<Record<UnitSystem, number>> = {
  metric: 0.001,
  imperial: METRES_PER_INCH / 16,
};
