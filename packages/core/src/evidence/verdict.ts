/**
 * What a comparison comes to, in words that promise no more than it does.
 *
 * Few catches never give a verdict; many comparisons on one page make each of them less sure (Bonferroni). A difference is called
 * clear from 97.5 % and 20 catches on, a leaning from 90 % and 10, and none worth having where the interval stays within a quarter.
 * Source: conventions; the thresholds allow for normal intervals being poor below some ten catches.
 * Left out: that traps were not assigned by chance. That sentence stands under every table but a trial's.
 */
import { DomainError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import type { VerdictCode } from './words.js';

export interface Compared {
  readonly optionA: string;
  readonly optionB: string;
  /** Catches of the two groups that are compared. */
  readonly events: number;
  /** Rate of A over that of B, with its 90 % interval. */
  readonly ratio: number;
  readonly lo: number;
  readonly hi: number;
  /** How sure the direction is, 0.5 to 1. */
  readonly pDirection: number;
  /** Effects shown on one page. */
  readonly comparisons?: number | null;
}
export interface Verdict {
  readonly code: VerdictCode;
  readonly text: string;
}

const NON_NEGATIVE: NumberRange = { min: 0 };
const SHARE: NumberRange = { min: 0, max: 1 };
const COUNT: NumberRange = { min: 0, max: 1e9 };
const COMPARISONS: NumberRange = { min: 1, max: 1e6 };
const FEWEST = 5;
const CLOSE = { lo: 0.8, hi: 1.25 } as const;
const CLEAR = { p: 0.975, events: 20 } as const;
const LEANING = { p: 0.9, events: 10 } as const;
const MOST_SAID = 99;

/** How many times: one decimal with a point, halves up, and no more than 99. */
export function timesSaid(value: number): string {
  if (!(value <= MOST_SAID)) return `more than ${MOST_SAID}`;
  return (Math.floor(10 * value + 0.5) / 10).toFixed(1);
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `CONFLICT` for an interval that does not hold its ratio. */
export function evidenceVerdict(compared: Compared): Verdict {
  const fields = new Fields(compared, '', 'wrong type');
  const [a, b] = [fields.text('optionA'), fields.text('optionB')];
  const n = fields.whole('events', COUNT);
  const ratio = fields.number('ratio', POSITIVE);
  const lo = fields.number('lo', NON_NEGATIVE);
  const hi = fields.number('hi', POSITIVE);
  const direction = fields.number('pDirection', SHARE);
  const comparisons = fields.wholeOr('comparisons', 1, COMPARISONS);
  if (lo > ratio || hi < ratio)
    throw new DomainError('CONFLICT', 'ratio', `${ratio} is not within ${lo} to ${hi}`, { value: ratio });
  const p = Math.max(0.5, 1 - comparisons * (1 - direction));
  const [winner, times, low, high] = ratio >= 1 ? [a, ratio, lo, hi] : [b, 1 / ratio, 1 / hi, 1 / lo];
  const interval = `90 % interval ${timesSaid(low)} to ${timesSaid(high)}, ${n} catches`;
  if (n < FEWEST)
    return { code: 'too-few', text: `Only ${n} catches so far. That is too few to say anything about this.` };
  if (lo >= CLOSE.lo && hi <= CLOSE.hi) {
    const text = `No difference worth having: the 90 % interval ${timesSaid(lo)} to ${timesSaid(hi)} stays close to 1 (${n} catches).`;
    return { code: 'same', text };
  }
  if (p >= CLEAR.p && n >= CLEAR.events)
    return {
      code: 'clear',
      text: `The records favour ${winner} clearly: ${timesSaid(times)} times the catch rate (${interval}).`,
    };
  if (p >= LEANING.p && n >= LEANING.events) {
    const text = `The records lean towards ${winner}: ${timesSaid(times)} times the catch rate (${interval}). Not settled.`;
    return { code: 'leaning', text };
  }
  const text = `Undecided: ${a} may catch ${timesSaid(lo)} to ${timesSaid(hi)} times as often as ${b} (${n} catches).`;
  return { code: 'undecided', text };
}
