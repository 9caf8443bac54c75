/**
 * Oil in a lure by the dose a keeper gives: drops, mL or g.
 *
 * mass = drops x 0.03 mL x 0.89 g/mL; mL x 0.89 g/mL; g as it is.
 * Source: a drop from an orifice bottle is 0.02 to 0.05 mL, 0.03 usual [rule of thumb]; lemongrass oil weighs 0.87 to 0.90 g/mL
 * (handbook), other oils of lures 0.84 to 0.90. Error: a factor of 1.6 either way for drops, 5 % for mL.
 */
import { Fields, POSITIVE } from '../shared/errors/index.js';

export const DOSE_UNITS = ['drops', 'mL', 'g'] as const;
export type DoseUnit = (typeof DOSE_UNITS)[number];

const KG_PER_ML = 0.89e-3;
const ML_PER_DROP = 0.03;
const KG_PER: Readonly<Record<DoseUnit, number>> = { drops: ML_PER_DROP * KG_PER_ML, mL: KG_PER_ML, g: 1e-3 };

/** kg of oil. @throws DomainError `MISSING`, `TYPE`, `RANGE` (a dose more than 0), `ENUM`. */
export function oilMass(a: { readonly dose: number; readonly unit: DoseUnit }): number {
  const fields = new Fields(a);
  const dose = fields.number('dose', POSITIVE);
  return dose * KG_PER[fields.word('unit', DOSE_UNITS)];
}

/** The dose in a unit that holds a mass of oil: what a table's usual load is in drops. Same errors. */
export function doseOf(a: { readonly massKg: number; readonly unit: DoseUnit }): number {
  const fields = new Fields(a);
  const mass = fields.number('massKg', POSITIVE);
  return mass / KG_PER[fields.word('unit', DOSE_UNITS)];
}
