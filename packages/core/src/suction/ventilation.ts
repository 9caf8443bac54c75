/**
 * The draught a warm box makes by itself, and the one the wind makes.
 *
 * Stack: discharge A1 A2 / sqrt(A1² + A2²) · sqrt(2 g h |dT| / To); one horizontal opening: 0.055 sqrt(g |dT| / To · D^5), only when
 * inside is warmer; wind 0.025 (A1 + A2 + At) U. Natural = root of the sum of squares [rule of thumb]; a fan counts where it moves
 * more.
 *
 * Source: J. Heat Transfer 1988 110 (exchange flow); BS 5925:1991 (single-sided wind).
 */
import { Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { STANDARD_GRAVITY } from './air.js';
import { FLOW } from './capture.js';

/** Free areas in m² after screens: area x open share x (1 - coverage). */
export interface Vents {
  readonly lowArea?: number | null;
  readonly highArea?: number | null;
  readonly topArea?: number | null;
  /** m between low and high, 0..5. */
  readonly height?: number | null;
  /** 0.01..1, 0.6 unless given. */
  readonly discharge?: number | null;
}
export type CheckedVents = { readonly [K in keyof Vents]-?: number };

export const WIND: NumberRange = { min: 0, max: 40 };

export function ventsOf(fields: Fields): CheckedVents {
  return {
    lowArea: fields.numberOr('lowArea', 0, NON_NEGATIVE),
    highArea: fields.numberOr('highArea', 0, NON_NEGATIVE),
    topArea: fields.numberOr('topArea', 0, NON_NEGATIVE),
    height: fields.numberOr('height', 0, { min: 0, max: 5 }),
    discharge: fields.numberOr('discharge', 0.6, { min: 0.01, max: 1 }),
  };
}

export function naturalDraught(vents: CheckedVents, inside: number, outside: number, wind: number): number {
  const { lowArea, highArea, topArea, height, discharge } = vents;
  const relative = Math.abs(inside - outside) / outside;
  let stack = 0;
  if (lowArea > 0 && highArea > 0) {
    const both = (lowArea * highArea) / Math.sqrt(lowArea * lowArea + highArea * highArea);
    stack = discharge * both * Math.sqrt(2 * STANDARD_GRAVITY * height * relative);
  }
  let top = 0;
  if (topArea > 0 && inside > outside) {
    const diameter = Math.sqrt((4 * topArea) / Math.PI);
    top = 0.055 * Math.sqrt(STANDARD_GRAVITY * relative * diameter ** 5);
  }
  const blown = 0.025 * (lowArea + highArea + topArea) * wind;
  return Math.sqrt(stack * stack + top * top + blown * blown);
}

/** m³/s through a box's vents. K; `fanFlow` m³/s, `windSpeed` 0..40 m/s, both 0 unless given. */
export function ventilationFlow(a: {
  insideTemp: number;
  outsideTemp: number;
  vents: Vents;
  fanFlow?: number | null;
  windSpeed?: number | null;
}): number {
  const fields = new Fields(a);
  const inside = fields.number('insideTemp', POSITIVE);
  const outside = fields.number('outsideTemp', POSITIVE);
  const vents = ventsOf(fields.object('vents'));
  const fan = fields.numberOr('fanFlow', 0, FLOW);
  return Math.max(fan, naturalDraught(vents, inside, outside, fields.numberOr('windSpeed', 0, WIND)));
}
