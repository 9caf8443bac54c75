/** Which stretches a question is about: between two heights and two seasons, both within. */
import { DomainError } from '../shared/errors/index.js';
import type { EvidenceSpell } from './sides.js';

export interface Narrowing {
  readonly heightFromM: number | null;
  readonly heightToM: number | null;
  readonly seasonFrom: number | null;
  readonly seasonTo: number | null;
}

/** A height nobody wrote down is within no bounds. @throws DomainError `RANGE` for bounds that end before they begin. */
export function narrowed<S extends EvidenceSpell>(spells: readonly S[], by: Narrowing): readonly S[] {
  const { heightFromM, heightToM, seasonFrom, seasonTo } = by;
  if (heightFromM !== null && heightToM !== null && heightToM < heightFromM)
    throw new DomainError('RANGE', 'heightToM', 'must not be below where it begins', { value: heightToM });
  if (seasonFrom !== null && seasonTo !== null && seasonTo < seasonFrom)
    throw new DomainError('RANGE', 'seasonTo', 'must not be before where it begins', { value: seasonTo });
  const within = (value: number | null, from: number | null, to: number | null): boolean =>
    (from === null && to === null) || (value !== null && value >= (from ?? -Infinity) && value <= (to ?? Infinity));
  return spells.filter(
    ({ facts, season }) => within(facts.heightM, heightFromM, heightToM) && within(season, seasonFrom, seasonTo),
  );
}
