/**
 * Two sides of a question, and which stay belongs to which.
 *
 * An option of a word names one or more of its values, `*` every other; an option of a number or a direction is a range, its lower end
 * within and its upper end without, so that ranges which meet share nothing. A stay of which that is not known is on neither side.
 * Source: conventions of ours.
 */
import { DomainError } from '../shared/errors/index.js';
import type { TrapSpell } from './trap-spells.js';
import { type Fact, FACT_NAMES, FACTS } from './words.js';

/** What is known of a stay besides its days; `null` where nobody said. Site and trap are ids. */
export interface SpellFacts extends Readonly<Record<Fact, string | number | null>> {
  readonly site: string | null;
  readonly trap: string | null;
  readonly landmark: string | null;
  readonly shade: string | null;
  readonly comb: string | null;
  readonly lure: string | null;
  /** m of the door above the ground. */
  readonly heightM: number | null;
  /** Degrees from north, clockwise. */
  readonly facingDeg: number | null;
  /** m3 net. */
  readonly volumeM3: number | null;
  /** m2 of all openings. */
  readonly entranceM2: number | null;
}
/** A stretch at risk with all that is known of it, and what its place and trap are called. */
export type EvidenceSpell = TrapSpell & {
  readonly facts: SpellFacts;
  readonly site: string;
  readonly trap: string;
  /** kg of bees that came, where somebody weighed or judged them. */
  readonly massKg: number | null;
};

/** Every other value. */
export const OTHERS = '*';
const RANGE = /^(-?\d+(?:\.\d+)?)?\.\.(-?\d+(?:\.\d+)?)?$/;

/** Whether a value is that option. */
type Holds = (value: string | number) => boolean;

/** @throws DomainError `FORMAT` for what is neither values nor a range. */
function holdsOf(fact: Fact, option: string, path: string): Holds {
  if (FACTS[fact] === 'word') {
    const values = option.split(',').map((one) => one.trim());
    if (values.some((one) => one === '')) throw new DomainError('FORMAT', path, 'must name a value', { value: option });
    return (value) => values.includes(String(value));
  }
  const found = RANGE.exec(option);
  if (!found || (found[1] === undefined && found[2] === undefined))
    throw new DomainError('FORMAT', path, 'must be a range like 2..4', { value: option });
  const [from, to] = [Number(found[1] ?? -Infinity), Number(found[2] ?? Infinity)];
  // A range of directions may run over north.
  if (FACTS[fact] === 'direction' && from > to) return (value) => Number(value) >= from || Number(value) < to;
  if (from >= to) throw new DomainError('RANGE', path, 'must end above its beginning', { value: option });
  return (value) => Number(value) >= from && Number(value) < to;
}

export interface Sides {
  readonly fact: Fact;
  readonly optionA: string;
  readonly optionB: string;
}
/** Which side a stay is on; `null` for neither. */
export type SideOf = (spell: Pick<EvidenceSpell, 'facts'>) => 'A' | 'B' | null;

/** @throws DomainError `ENUM`, `FORMAT`, `RANGE`; `CONFLICT` for a stay that is on both sides, told when it is met. */
export function sidesOf({ fact, optionA, optionB }: Sides): SideOf {
  if (!(FACT_NAMES as readonly string[]).includes(fact))
    throw new DomainError('ENUM', 'fact', `must be one of ${FACT_NAMES.join(', ')}`, { value: fact });
  if (optionA === OTHERS) throw new DomainError('FORMAT', 'optionA', 'must be said: only the second may be all others');
  const a = holdsOf(fact, optionA, 'optionA');
  const b = optionB === OTHERS ? (value: string | number) => !a(value) : holdsOf(fact, optionB, 'optionB');
  return ({ facts }) => {
    const value = facts[fact];
    if (value === null) return null;
    if (a(value) && b(value)) throw new DomainError('CONFLICT', 'optionB', `${value} is on both sides`, { value });
    return a(value) ? 'A' : b(value) ? 'B' : null;
  };
}

/** Catches and days at risk of some stays. */
export interface Tally {
  readonly stays: number;
  readonly events: number;
  readonly days: number;
}
export function tallyOf(spells: readonly Pick<TrapSpell, 'event' | 'days' | 'deploymentId'>[]): Tally {
  return {
    stays: new Set(spells.map(({ deploymentId }) => deploymentId)).size,
    events: spells.reduce((sum, { event }) => sum + event, 0),
    days: spells.reduce((sum, { days }) => sum + days, 0),
  };
}
