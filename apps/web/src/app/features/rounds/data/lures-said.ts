import { type ChangeDto, type Fields, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import {
  BAIT_CARRIERS,
  type BaitCarrier,
  doseOf,
  type DoseUnit,
  type IsoDate,
  oilMass,
  usualLoad,
} from '@yewridge/core/season';
import { made } from '../../../shared/season/records-api';
import { CARRIER_NAMES, doseText, SUBSTANCE_NAMES } from '../../../shared/season/season-words';
import { decimalText } from '../../../shared/units/format';

type Bait = Fields<'baits'>;

/** A lure as far as it has been said; what was not said is `null`, and is never filled in. */
export type LureSaid = Readonly<{
  [F in 'carrier' | 'substance' | 'placed' | 'dose' | 'doseUnit' | 'blendId']: Bait[F] | null;
}>;

export const NOTHING_SAID: LureSaid = {
  carrier: null,
  substance: null,
  placed: null,
  dose: null,
  doseUnit: null,
  blendId: null,
};

/** A dose of nothing is none. */
export const DOSE_RANGE = { ...RECORD_TABLES.baits.dose, above: true };
const GRAMS = 1000;
const OWN = 'own:';

/** What a lure may smell of: the oils, and the keeper's own blends out of Stores by their names. */
export function scentNames(blends: readonly RecordDto<'goods'>[]): Readonly<Record<string, string>> {
  return { ...SUBSTANCE_NAMES, ...Object.fromEntries(blends.map(({ id, name }) => [OWN + id, name])) };
}
export function scentKey({ substance, blendId }: LureSaid): string | null {
  return blendId === null ? substance : OWN + blendId;
}
export function scentOf(key: string): Pick<LureSaid, 'substance' | 'blendId'> {
  return key.startsWith(OWN)
    ? { substance: 'blend', blendId: key.slice(OWN.length) }
    : { substance: key as Bait['substance'], blendId: null };
}

/** What keepers load this carrier with, in the unit chosen; `null` where nobody knows. A proposal: taken with one tap. */
export function usualDose({ carrier, doseUnit }: LureSaid): { readonly dose: number; readonly unit: DoseUnit } | null {
  if (!(BAIT_CARRIERS as readonly (string | null)[]).includes(carrier)) return null;
  const unit = doseUnit ?? 'drops';
  const decimals = unit === 'drops' ? 0 : 2;
  const dose = doseOf({ massKg: usualLoad(carrier as BaitCarrier), unit });
  return { dose: Number(dose.toFixed(decimals)), unit };
}

export function usualWords(said: LureSaid): string | null {
  const usual = usualDose(said);
  return usual && doseText(usual.dose, usual.unit);
}

/** What is still to be said of a lure before it can be kept; `null` when nothing is. */
export function lureMissing({ carrier, substance, dose, doseUnit }: LureSaid): string | null {
  if (carrier === null) return 'what carries the lure';
  if (substance === null) return 'what the lure is';
  return dose !== null && doseUnit === null ? 'whether the dose is drops, mL or g' : null;
}

/** The lures as records. Grams are a mass; drops and mL stay what they were said to be. */
export function baitsOf(lures: readonly LureSaid[], deploymentId: string, appliedOn: IsoDate): readonly ChangeDto[] {
  return lures.map((said) => {
    const { dose, doseUnit } = said;
    const known = Object.fromEntries(Object.entries(said).filter(([, value]) => value !== null)) as Partial<Bait>;
    const weighed = dose !== null && doseUnit === 'g' ? { massKg: oilMass({ dose, unit: 'g' }) } : {};
    return made('baits', { ...known, ...weighed, deploymentId, appliedOn });
  });
}

/** The lures put in last, all of that day: what "the same again" means. */
export function lastLures(baits: readonly RecordDto<'baits'>[]): readonly RecordDto<'baits'>[] {
  const there = baits.filter(({ removedOn }) => removedOn === null);
  const latest = there.reduce((day, { appliedOn }) => (appliedOn > day ? appliedOn : day), '');
  return there.filter(({ appliedOn }) => appliedOn === latest);
}

/** `swab in a bag with lemongrass oil, 11 drops`. */
export function lureSays({ carrier, substance, dose, doseUnit, massKg }: RecordDto<'baits'>): string {
  const much =
    dose !== null && doseUnit !== null
      ? `, ${doseText(dose, doseUnit)}`
      : massKg === null
        ? ''
        : `, ${decimalText(massKg * GRAMS, 2, true)} g`;
  return `${CARRIER_NAMES[carrier]} with ${SUBSTANCE_NAMES[substance]}${much}`;
}

/** The lures as named, else those that were there again, in the same places. */
export function refreshedLures(
  deploymentId: string,
  appliedOn: IsoDate,
  named: readonly LureSaid[],
  last: readonly RecordDto<'baits'>[],
): readonly ChangeDto[] {
  if (named.length > 0) return baitsOf(named, deploymentId, appliedOn);
  return last.map(({ carrier, substance, massKg, placed, dose, doseUnit, blendId }) =>
    made('baits', { deploymentId, appliedOn, carrier, substance, massKg, placed, dose, doseUnit, blendId }),
  );
}
