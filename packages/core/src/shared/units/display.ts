import { METRES_PER_INCH, type Unit } from './units.js';

/** Metric, or inches with fractions and US gallons. Never mixed in one figure. */
export type UnitSystem = 'metric' | 'imperial';
export const UNIT_SYSTEMS: readonly UnitSystem[] = ['metric', 'imperial'];

/**
 * What a figure on the screen measures; `part` is a wire, nail or gap, too small for whole millimetres, `height` a distance on
 * a site, too large for them; `comb` an area of comb, `column` the water in a gauge that shows a pressure.
 */
export type DisplayQuantity =
  | 'length'
  | 'part'
  | 'height'
  | 'area'
  | 'volume'
  | 'mass'
  | 'force'
  | 'moment'
  | 'comb'
  | 'column'
  | 'speed'
  | 'pressure'
  | 'flow'
  | 'charge'
  | 'time';

/** The SI unit a figure is stored in. */
export const SI_UNIT: Readonly<Record<DisplayQuantity, Unit>> = {
  length: 'm',
  part: 'm',
  height: 'm',
  area: 'm2',
  volume: 'm3',
  mass: 'kg',
  force: 'N',
  moment: 'N m',
  comb: 'm2',
  column: 'Pa',
  speed: 'm/s',
  pressure: 'Pa',
  flow: 'm3/s',
  charge: 'C',
  time: 's',
};

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
  height: {
    metric: { unit: 'm', symbol: 'm', decimals: 1 },
    imperial: { unit: 'ft', symbol: 'ft', decimals: 1 },
  },
  area: {
    metric: { unit: 'cm2', symbol: 'cm²', decimals: 1 },
    imperial: { unit: 'in2', symbol: 'in²', decimals: 2 },
  },
  volume: {
    metric: { unit: 'L', symbol: 'L', decimals: 1 },
    imperial: { unit: 'gal', symbol: 'gal', decimals: 1 },
  },
  mass: {
    metric: { unit: 'kg', symbol: 'kg', decimals: 1 },
    imperial: { unit: 'lb', symbol: 'lb', decimals: 1 },
  },
  force: {
    metric: { unit: 'N', symbol: 'N', decimals: 0 },
    imperial: { unit: 'lbf', symbol: 'lbf', decimals: 0 },
  },
  moment: {
    metric: { unit: 'N m', symbol: 'N m', decimals: 0 },
    imperial: { unit: 'lbf ft', symbol: 'lbf ft', decimals: 0 },
  },
  comb: {
    metric: { unit: 'm2', symbol: 'm²', decimals: 1 },
    imperial: { unit: 'ft2', symbol: 'ft²', decimals: 1 },
  },
  column: {
    metric: { unit: 'mmH2O', symbol: 'mm', decimals: 0 },
    imperial: { unit: 'inH2O', symbol: 'in', decimals: 1 },
  },
  speed: {
    metric: { unit: 'm/s', symbol: 'm/s', decimals: 1 },
    imperial: { unit: 'ft/s', symbol: 'ft/s', decimals: 1 },
  },
  pressure: {
    metric: { unit: 'Pa', symbol: 'Pa', decimals: 0 },
    imperial: { unit: 'inH2O', symbol: 'inH₂O', decimals: 2 },
  },
  flow: {
    metric: { unit: 'L/s', symbol: 'L/s', decimals: 1 },
    imperial: { unit: 'cfm', symbol: 'cfm', decimals: 0 },
  },
  charge: {
    metric: { unit: 'Ah', symbol: 'Ah', decimals: 1 },
    imperial: { unit: 'Ah', symbol: 'Ah', decimals: 1 },
  },
  time: {
    metric: { unit: 'min', symbol: 'min', decimals: 0 },
    imperial: { unit: 'min', symbol: 'min', decimals: 0 },
  },
};

/** What one press of an arrow key moves a length by, in metres: 1 mm or 1/16 in. */
export const NATURAL_STEP: Readonly<Record<UnitSystem, number>> = {
  metric: 0.001,
  imperial: METRES_PER_INCH / 16,
};
