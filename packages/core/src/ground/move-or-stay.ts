/**
 * A trap nobody comes to: whether moving it to a free place gains anything this season, and where it gains most.
 *
 * What a place catches is reckoned with all other traps hung as they are, and taken times the share of the season's swarms that is still to
 * come. Too late: less than a tenth of them is; not worth the way: less than a fiftieth of a swarm gained.
 * Source: the model of {@link expectedCatches}; both thresholds are conventions. Left out: that nobody came so far, which speaks against the
 * place more than the model knows.
 */
import { DomainError } from '../shared/errors/index.js';
import { expectedCatches, type KnownColony, type TrapPlace } from './drawn.js';

export type MovePlace = TrapPlace & {
  readonly id: string;
  /** A trap hangs there now. */
  readonly hung: boolean;
  /** The owner's yes holds. */
  readonly allowed: boolean;
};
export interface MoveOrStay {
  readonly code: 'tooLate' | 'stay' | 'move';
  /** Swarms still to come to the place it hangs at, and to the best free one. */
  readonly stay: number;
  readonly best: { readonly id: string; readonly swarms: number } | null;
}

/** Less than that share of the season's swarms is not waited for. */
export const TOO_LATE = 0.1;
/** Fewer swarms than that are not worth the way. */
export const WORTH_MOVING = 0.02;

/**
 * @param here the place the trap hangs at. @param remaining share of the season's swarms that is still to come, 0..1.
 * @throws DomainError `ENUM` where that place is not among them, those of {@link expectedCatches} else.
 */
export function moveOrStay(
  places: readonly MovePlace[],
  colonies: readonly KnownColony[],
  here: string,
  remaining: number,
): MoveOrStay {
  const own = places.find(({ id }) => id === here);
  if (!own) throw new DomainError('ENUM', 'here', 'is not among the places', { value: here });
  const others = places.filter(({ id, hung }) => hung && id !== here);
  const at = (place: MovePlace): number =>
    remaining * (expectedCatches([...others, place], colonies).perSite[others.length] ?? 0);
  const stay = at(own);
  const free = places
    .filter(({ id, hung, allowed }) => allowed && !hung && id !== here)
    .map((place) => ({ id: place.id, swarms: at(place) }))
    .sort((a, b) => b.swarms - a.swarms || (a.id < b.id ? -1 : 1));
  const best = free[0] ?? null;
  if (remaining < TOO_LATE) return { code: 'tooLate', stay, best };
  return { code: best && best.swarms - stay >= WORTH_MOVING ? 'move' : 'stay', stay, best };
}
