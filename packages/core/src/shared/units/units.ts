/**
 * Units of length, area, volume, mass, force, moment, speed, pressure, flow, charge and time with their SI factors.
 *
 * Source: the international yard and pound (1959: 1 in = 25.4 mm, 1 lb = 0.453 592 37 kg), the US liquid gallon of
 * 231 cubic inches, standard gravity 9.806 65 m/s2. All factors are exact by definition, but the millimetre and inch of water, which are the
 * conventional ones (9.806 65 and 249.088 91 Pa).
 */
import { ANY, DomainError, numberAt, objectAt, wordAt } from '../errors/index.js';

const INCH = 0.0254;
const POUND = 0.45359237;
const CUBIC_INCH = 1.6387064e-5;
const GRAVITY = 9.80665;

export type Quantity =
  'length' | 'area' | 'volume' | 'mass' | 'force' | 'moment' | 'speed' | 'pressure' | 'flow' | 'charge' | 'time';

export const UNITS = {
  m: { quantity: 'length', factor: 1 },
  cm: { quantity: 'length', factor: 0.01 },
  mm: { quantity: 'length', factor: 0.001 },
  in: { quantity: 'length', factor: INCH },
  ft: { quantity: 'length', factor: 12 * INCH },
  m2: { quantity: 'area', factor: 1 },
  cm2: { quantity: 'area', factor: 1e-4 },
  mm2: { quantity: 'area', factor: 1e-6 },
  in2: { quantity: 'area', factor: 0.00064516 },
  ft2: { quantity: 'area', factor: (12 * INCH) ** 2 },
  m3: { quantity: 'volume', factor: 1 },
  L: { quantity: 'volume', factor: 0.001 },
  cm3: { quantity: 'volume', factor: 1e-6 },
  in3: { quantity: 'volume', factor: CUBIC_INCH },
  gal: { quantity: 'volume', factor: 0.003785411784 },
  qt: { quantity: 'volume', factor: 0.000946352946 },
  kg: { quantity: 'mass', factor: 1 },
  g: { quantity: 'mass', factor: 0.001 },
  lb: { quantity: 'mass', factor: POUND },
  oz: { quantity: 'mass', factor: POUND / 16 },
  N: { quantity: 'force', factor: 1 },
  kgf: { quantity: 'force', factor: GRAVITY },
  lbf: { quantity: 'force', factor: POUND * GRAVITY },
  'N m': { quantity: 'moment', factor: 1 },
  'lbf ft': { quantity: 'moment', factor: POUND * GRAVITY * 12 * INCH },
  'm/s': { quantity: 'speed', factor: 1 },
  'ft/s': { quantity: 'speed', factor: 12 * INCH },
  Pa: { quantity: 'pressure', factor: 1 },
  kPa: { quantity: 'pressure', factor: 1000 },
  mmH2O: { quantity: 'pressure', factor: GRAVITY },
  inH2O: { quantity: 'pressure', factor: 25.4 * GRAVITY },
  'm3/s': { quantity: 'flow', factor: 1 },
  'L/s': { quantity: 'flow', factor: 0.001 },
  'm3/h': { quantity: 'flow', factor: 1 / 3600 },
  cfm: { quantity: 'flow', factor: (12 * INCH) ** 3 / 60 },
  C: { quantity: 'charge', factor: 1 },
  Ah: { quantity: 'charge', factor: 3600 },
  s: { quantity: 'time', factor: 1 },
  min: { quantity: 'time', factor: 60 },
} as const satisfies Record<string, { quantity: Quantity; factor: number }>;

export type Unit = keyof typeof UNITS;
export type LengthUnit = 'm' | 'cm' | 'mm' | 'in' | 'ft';

export const LENGTH_UNITS: readonly LengthUnit[] = ['m', 'cm', 'mm', 'in', 'ft'];
const UNIT_NAMES = Object.keys(UNITS) as Unit[];

/**
 * A value in another unit of the same quantity.
 * @throws DomainError `TYPE` for a value that is not a finite number; `ENUM` for an unknown unit or a unit of another
 * quantity.
 * @example convert({ value: 40, from: 'L', to: 'gal' }) // 10.5669
 */
export function convert(input: { readonly value: number; readonly from: Unit; readonly to: Unit }): number {
  const i = objectAt(input, 'input');
  const value = numberAt(i['value'], 'value', ANY);
  const from = UNITS[wordAt(i['from'], 'from', UNIT_NAMES)];
  const to = UNITS[wordAt(i['to'], 'to', UNIT_NAMES)];
  if (from.quantity !== to.quantity) {
    throw new DomainError('ENUM', 'to', `${input.to} measures ${to.quantity}, not ${from.quantity}`);
  }
  return (value * from.factor) / to.factor;
}

/** The international inch in metres, for code that steps in inches. */
export const METRES_PER_INCH = INCH;

/** 0 °C in kelvin. */
export const ZERO_CELSIUS = 273.15;
