/**
 * What the honey and the comb of a call-out may still be used for.
 *
 * Source: honey is never fed to other colonies, as spores of foulbrood travel in it (textbook); quarantine of 42 days, 35 for a
 * hanging swarm, is a convention: registration and movement rules of the place come first. No date where an inspection ends it.
 */
import { Fields } from '../shared/errors/index.js';
import { POISONS } from './call-words.js';
import { codesOf, type Poison, type Said } from './call-facts.js';

export const DISEASES = ['noneSeen', 'notInspected', 'suspected', 'confirmed'] as const;
export type Disease = (typeof DISEASES)[number];
export const TAKEN_KINDS = ['hanging', 'cutOut', 'trap'] as const;
export type TakenKind = (typeof TAKEN_KINDS)[number];
const QUARANTINE_DAYS = 42;
const SWARM_QUARANTINE_DAYS = 35;

export interface HoneyUse {
  readonly eat: boolean;
  readonly backToOwn: boolean;
  readonly feedOthers: false;
  readonly keepBrood: boolean;
  readonly quarantineDays: number | null;
  readonly notes: readonly string[];
}

/** @throws DomainError `MISSING`, `TYPE`, `ENUM`. */
export function honeyUse(a: {
  readonly poison: Poison;
  readonly disease: Disease;
  readonly debris?: boolean | null;
  readonly zone?: boolean | null;
  readonly kind?: TakenKind | null;
  readonly treatedLately?: boolean | null;
}): HoneyUse {
  const fields = new Fields(a);
  const poison = fields.word('poison', POISONS);
  const disease = fields.word('disease', DISEASES);
  const debris = fields.flagOr('debris', false);
  const zone = fields.flagOr('zone', false);
  const kind = fields.wordOr('kind', 'cutOut', TAKEN_KINDS);
  const treated = fields.flagOr('treatedLately', false);
  const clean = poison === 'no';
  const doubted = poison === 'yes' || poison === 'suspected';
  const sick = disease === 'suspected' || disease === 'confirmed';
  const said: readonly Said[] = [
    ['register', true],
    ['cover-buckets', true],
    ['feed-no-others', true],
    ['bag-and-dispose', doubted],
    ['wax-too', doubted],
    ['ask-poison', poison === 'unknown'],
    ['report', sick],
    ['tools-flamed', sick],
    ['move-nothing', sick],
    ['inspect-brood', disease === 'notInspected'],
    ['debris', debris],
    ['zone', zone],
    ['withholding-time', treated],
  ];
  return {
    eat: clean && disease === 'noneSeen' && !debris && !treated,
    backToOwn: clean && !sick && !debris,
    feedOthers: false,
    keepBrood: (clean || poison === 'unknown') && !sick,
    quarantineDays: !clean || sick ? null : kind === 'hanging' ? SWARM_QUARANTINE_DAYS : QUARANTINE_DAYS,
    notes: [...codesOf(said)].sort(),
  };
}
