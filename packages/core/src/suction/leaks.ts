/**
 * Air that comes in where it should not (seams), and where it should (an opening of known area).
 *
 * Orifice: Cd · area · sqrt(2 u / density). Seam: 0.6 · area · sqrt(2 · 100 / density) · (u / 100 Pa)^n, n between 0.5 (a hole)
 * and 1 (a long thin gap). A seam's equivalent gap is the least certain figure here: calibrate before trusting it.
 *
 * Source: discharge of a sharp edge 0.62 (0.60–0.64), of a hole through a board 0.75 (0.68–0.82); equivalent gaps of seams
 * [rules of thumb].
 */
import { Fields, NON_NEGATIVE, type NumberRange } from '../shared/errors/index.js';
import { type Air, readAir } from './air.js';

export const SEAMS = ['tape', 'weatherStrip', 'bareWood', 'warped'] as const;
export type Seam = (typeof SEAMS)[number];

/** Equivalent gap along a seam in m, with the range met, and the exponent of its flow. */
export const SEAM_GAPS: Readonly<Record<Seam, { low: number; typical: number; high: number; exponent: number }>> = {
  tape: { low: 0, typical: 1e-5, high: 3e-5, exponent: 0.65 },
  weatherStrip: { low: 1e-5, typical: 3e-5, high: 1e-4, exponent: 0.65 },
  bareWood: { low: 3e-5, typical: 1e-4, high: 3e-4, exponent: 0.6 },
  warped: { low: 4e-4, typical: 8e-4, high: 2e-3, exponent: 0.55 },
};

/** A coefficient of discharge. */
export const DISCHARGE: NumberRange = { min: 0, max: 1, above: true };

export const PLACES = ['box', 'plenum'] as const;
/** Before the screen, or behind it. */
export type Place = (typeof PLACES)[number];

export interface Leak {
  /** 'box' unless given. */
  readonly at?: Place | null;
  /** m². */
  readonly area: number;
  /** 0.5..1, 0.6 unless given. */
  readonly exponent?: number | null;
}
export interface CheckedLeak {
  readonly at: Place;
  readonly area: number;
  readonly exponent: number;
}

/** Under-pressure at which a seam's equivalent area is stated, Pa. */
const REFERENCE = 100;

export function leakOf(fields: Fields): CheckedLeak {
  return {
    at: fields.wordOr('at', 'box', PLACES),
    area: fields.number('area', NON_NEGATIVE),
    exponent: fields.numberOr('exponent', 0.6, { min: 0.5, max: 1 }),
  };
}

export function orificeAt(effectiveArea: number, underPressure: number, density: number): number {
  return effectiveArea * Math.sqrt((2 * underPressure) / density);
}

/** m³/s through an opening. `area` >= 0, `dischargeCoefficient` (0, 1], `underPressure` >= 0 Pa. */
export function orificeFlow(a: {
  area: number;
  dischargeCoefficient: number;
  underPressure: number;
  air: Air;
}): number {
  const fields = new Fields(a);
  const area = fields.number('area', NON_NEGATIVE);
  const cd = fields.number('dischargeCoefficient', DISCHARGE);
  const underPressure = fields.number('underPressure', NON_NEGATIVE);
  return orificeAt(cd * area, underPressure, readAir(fields.object('air')).density);
}

/** Equivalent area (m²) and exponent of a seam of `length` m. */
export function seamLeak(a: { seam: Seam; length: number }): { area: number; exponent: number } {
  const fields = new Fields(a);
  const { typical, exponent } = SEAM_GAPS[fields.word('seam', SEAMS)];
  return { area: typical * fields.number('length', NON_NEGATIVE), exponent };
}

export function leakAt(leak: CheckedLeak, underPressure: number, density: number): number {
  return 0.6 * leak.area * Math.sqrt((2 * REFERENCE) / density) * (underPressure / REFERENCE) ** leak.exponent;
}

/** m³/s through a leak at an under-pressure >= 0 Pa. */
export function leakFlow(a: { leak: Leak; underPressure: number; air: Air }): number {
  const fields = new Fields(a);
  const leak = leakOf(fields.object('leak'));
  const underPressure = fields.number('underPressure', NON_NEGATIVE);
  return leakAt(leak, underPressure, readAir(fields.object('air')).density);
}
