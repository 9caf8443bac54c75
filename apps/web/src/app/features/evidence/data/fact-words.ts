import type { EvidenceDto } from '@yewridge/contract/evidence';
import { type EvidenceSpell, type Fact, FACTS, OTHERS } from '@yewridge/core/evidence';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { wordSaid } from '../../../shared/records/record-words';
import { CARRIER_NAMES, SHADE_NAMES, SUBSTANCE_NAMES, windName } from '../../../shared/season/season-words';
import type { FieldKind } from '../../../shared/units/parse';
import { valueText } from '../../../shared/units/parse';

export const FACT_SAID: Readonly<Record<Fact, string>> = {
  landmark: 'kind of spot',
  site: 'place',
  heightM: 'height of the door',
  lure: 'lure',
  comb: 'comb inside',
  entranceM2: 'size of the door',
  volumeM3: 'room inside',
  facingDeg: 'where the door looks',
  shade: 'shade',
  trap: 'trap',
};
export const FACT_KINDS: Partial<Record<Fact, FieldKind>> = {
  heightM: 'height',
  entranceM2: 'area',
  volumeM3: 'volume',
  facingDeg: 'degrees',
};
export const FACT_RANGES: Partial<Record<Fact, { readonly min: number; readonly max: number }>> = {
  heightM: { min: 0, max: 40 },
  entranceM2: { min: 0, max: 0.02 },
  volumeM3: { min: 0, max: 0.2 },
  facingDeg: { min: 0, max: 360 },
};
const COMBS: Readonly<Record<string, string>> = { none: 'no comb', drawn: 'drawn comb', oldBrood: 'old brood comb' };

function lureSaid(value: string): string {
  if (value === 'none') return 'no lure';
  return value
    .split('+')
    .map((one) => {
      const [substance = '', carrier = ''] = one.split('/');
      const scent = (SUBSTANCE_NAMES as Readonly<Record<string, string>>)[substance] ?? substance;
      return `${scent}, ${(CARRIER_NAMES as Readonly<Record<string, string>>)[carrier] ?? carrier}`;
    })
    .join(' and ');
}

/** One value of a fact in words. */
export function valueSaid(fact: Fact, value: string | number | null, system: UnitSystem): string {
  if (value === null) return 'nobody said';
  if (fact === 'facingDeg') return `${windName(Number(value))} (${valueText(Number(value), 'degrees', system)})`;
  const kind = FACT_KINDS[fact];
  if (kind) return valueText(Number(value), kind, system);
  const text = String(value);
  if (fact === 'shade') return (SHADE_NAMES as Readonly<Record<string, string>>)[text] ?? text;
  if (fact === 'comb') return COMBS[text] ?? text;
  return fact === 'lure' ? lureSaid(text) : wordSaid('sites', text);
}

/** What a stay's fact is called: places and traps go by their names. */
export function factSaid(spell: EvidenceSpell, fact: Fact, system: UnitSystem): string {
  if (fact === 'site') return spell.site;
  return fact === 'trap' ? spell.trap : valueSaid(fact, spell.facts[fact], system);
}

export interface FactValue {
  readonly id: string;
  readonly name: string;
  readonly stays: number;
}
/** Every value a fact of words has in the records, by its name. */
export function valuesOf({ spells }: EvidenceDto, fact: Fact, system: UnitSystem): readonly FactValue[] {
  if (FACTS[fact] !== 'word') return [];
  const found = new Map<string, { name: string; stays: Set<string> }>();
  for (const spell of spells) {
    const value = spell.facts[fact];
    if (value === null) continue;
    const one = found.get(String(value)) ?? { name: factSaid(spell, fact, system), stays: new Set() };
    one.stays.add(spell.deploymentId);
    found.set(String(value), one);
  }
  return [...found]
    .map(([id, { name, stays }]) => ({ id, name, stays: stays.size }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

/** An option in words: its values, its range, or all others. */
export function optionSaid(fact: Fact, option: string, values: readonly FactValue[], system: UnitSystem): string {
  if (option === OTHERS) return 'all others';
  if (FACTS[fact] === 'word') {
    return option
      .split(',')
      .map((id) => values.find((one) => one.id === id)?.name ?? id)
      .join(', ');
  }
  const kind = FACT_KINDS[fact] ?? 'number';
  const [from = '', to = ''] = option.split('..');
  const said = (text: string): string => valueText(Number(text), kind, system);
  if (from === '') return `under ${said(to)}`;
  return to === '' ? `${said(from)} and more` : `${said(from)} to under ${said(to)}`;
}
