/**
 * What a diffuser screen costs the air, bare or partly under bees.
 *
 * U = flow / (area (1 - coverage)); Re = U d density / viscosity (not below 1e-3);
 * c = 7.125/Re + 0.88/log10(Re + 1.25) + 0.055 log10 Re; K = c (1 - s²)/s²; drop = K density U² / 2. Covered meshes count as
 * airtight, which is pessimistic: bees leak air between them.
 *
 * Source: J. Fluids Eng. 1993 115 (±15 %).
 */
import { Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { type Air, readAir } from './air.js';

export interface Screen {
  /** m². */
  readonly area: number;
  /** Share of the screen that is hole, (0, 1]. */
  readonly openFraction: number;
  /** m. */
  readonly wireDiameter: number;
  /** Share under bees, 0 unless given; [0, 1). */
  readonly coverage?: number | null;
}
export type CheckedScreen = { readonly [K in keyof Screen]-?: number };

/** A share of holes that is not zero. */
export const OPEN_FRACTION: NumberRange = { min: 0, max: 1, above: true };
/** A share that leaves something open. */
export const BELOW_ONE: NumberRange = { min: 0, max: 1 - Number.EPSILON / 2 };

export function screenOf(fields: Fields): CheckedScreen {
  return {
    area: fields.number('area', POSITIVE),
    openFraction: fields.number('openFraction', OPEN_FRACTION),
    wireDiameter: fields.number('wireDiameter', POSITIVE),
    coverage: fields.numberOr('coverage', 0, BELOW_ONE),
  };
}

function coefficientAt(openFraction: number, wireReynolds: number): number {
  const re = Math.max(wireReynolds, 1e-3);
  const c = 7.125 / re + 0.88 / Math.log10(re + 1.25) + 0.055 * Math.log10(re);
  return (c * (1 - openFraction ** 2)) / openFraction ** 2;
}

/** K of a screen on the head of the air in front of it. `openFraction` (0, 1], `wireReynolds` >= 0. */
export function screenLossCoefficient(a: { openFraction: number; wireReynolds: number }): number {
  const fields = new Fields(a);
  const openFraction = fields.number('openFraction', OPEN_FRACTION);
  return coefficientAt(openFraction, fields.number('wireReynolds', NON_NEGATIVE));
}

export function dropAt(screen: CheckedScreen, flow: number, air: Air): number {
  if (flow === 0) return 0;
  const speed = flow / (screen.area * (1 - screen.coverage));
  const k = coefficientAt(screen.openFraction, (speed * screen.wireDiameter * air.density) / air.viscosity);
  return (k * air.density * speed ** 2) / 2;
}

/** Pa lost across the screen at a flow in m³/s. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function screenDrop(a: { screen: Screen; flow: number; air: Air }): number {
  const fields = new Fields(a);
  const screen = screenOf(fields.object('screen'));
  const flow = fields.number('flow', NON_NEGATIVE);
  return dropAt(screen, flow, readAir(fields.object('air')));
}
