/**
 * Is the queen with them? What bees do in the minutes after they are shaken, sucked or brought in, and what each sign suggests.
 *
 * Formula: a sign speaks for or against; signs on both sides leave it open. Fanning with the scent gland open at the entrance
 * and clustering in one corner speak for her, frantic running against; orienting flights say that they mean to stay, which a
 * colony seldom does without her.
 * Source: rules of thumb of swarm collecting; nothing is known of how often they mislead.
 * Left out: seeing her, and brood, which settle it.
 */
import { arrayAt, wordAt } from '../shared/errors/index.js';

export const QUEEN_SIGNS = ['clustering', 'fanning', 'orienting', 'frantic'] as const;
export type QueenSign = (typeof QUEEN_SIGNS)[number];
export type QueenGuess = 'likelyIn' | 'likelyNot' | 'unclear' | 'nothingSeen';

const AGAINST: readonly QueenSign[] = ['frantic'];
/** Says that they stay; weaker than the others. */
const WEAK: readonly QueenSign[] = ['orienting'];

/** @throws DomainError `TYPE`, `ENUM`. */
export function queenGuess(signs: readonly QueenSign[]): QueenGuess {
  const seen = arrayAt(signs, 'signs').map((one, n) => wordAt(one, `signs[${n}]`, QUEEN_SIGNS));
  if (seen.length === 0) return 'nothingSeen';
  const against = seen.some((sign) => AGAINST.includes(sign));
  const strong = seen.some((sign) => !AGAINST.includes(sign) && !WEAK.includes(sign));
  if (against) return strong ? 'unclear' : 'likelyNot';
  return strong ? 'likelyIn' : 'unclear';
}
