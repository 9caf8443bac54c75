/**
 * What a trial came to: catches and days of each side as the coin gave them, and the test that was fixed before.
 *
 * Days and catches between the first and the last day of the trial count for the side a trap was given, whatever was done with it
 * later: what went otherwise is told beside it. A trap hung again counts on.
 * Source: the conditional test of two Poisson counts ({@link rateRatioTest}) at 5 %, by convention; counting as assigned.
 * Left out: that both traps of a pair share a place. The test is a little weaker for that, never too sure.
 */
import { dayNextYear, dayNumber, type IsoDate } from '../shared/calendar/index.js';
import { DomainError } from '../shared/errors/index.js';
import { rateRatioTest, type RateRatio } from './rates.js';
import { tallyOf, type Tally } from './sides.js';
import type { TrapSpell } from './trap-spells.js';

export const TRIAL_ALPHA = 0.05;
export type Side = 'A' | 'B';
export interface TrialDays {
  readonly beginsOn: IsoDate;
  readonly endsOn: IsoDate;
}
export type TrialState = 'toCome' | 'running' | 'over' | 'opened';
/** Where a trial stands on a day: its last day belongs to it, and the answer is there from the next on. */
export function trialState({ beginsOn, endsOn }: TrialDays, openedOn: IsoDate | null, today: IsoDate): TrialState {
  if (openedOn !== null) return 'opened';
  if (today < beginsOn) return 'toCome';
  return today <= endsOn ? 'running' : 'over';
}

export interface TrialAnswer {
  readonly a: Tally;
  readonly b: Tally;
  /** `null` where a side has no day at risk. */
  readonly test: RateRatio | null;
  readonly settled: boolean;
}

const HALF_DAY = 0.5;
type Spell = Pick<TrapSpell, 'deploymentId' | 'trapId' | 'start' | 'end' | 'days' | 'event'>;

/** A stretch as far as it lies in the trial; `null` for none of it. */
function within(spell: Spell, { beginsOn, endsOn }: TrialDays): Pick<Spell, 'deploymentId' | 'days' | 'event'> | null {
  const [from, to] = [dayNumber(beginsOn), dayNumber(endsOn)];
  const [start, end] = [Math.max(from, dayNumber(spell.start)), Math.min(to, dayNumber(spell.end))];
  if (end < start || spell.days === 0) return null;
  const event = spell.event === 1 && dayNumber(spell.end) <= to ? 1 : 0;
  const days = event === 1 ? Math.max(HALF_DAY, end - start) : end - start;
  return { deploymentId: spell.deploymentId, days, event };
}

/** @throws DomainError `RANGE` for a trial that ends before it begins, `CONFLICT` for a trap on both sides. */
export function trialAnswer(
  spells: readonly Spell[],
  days: TrialDays,
  sides: readonly { readonly trapId: string; readonly side: Side }[],
): TrialAnswer {
  if (dayNumber(days.endsOn) <= dayNumber(days.beginsOn))
    throw new DomainError('RANGE', 'endsOn', 'must be after the beginning', { value: days.endsOn });
  const sideOf = new Map<string, Side>();
  for (const { trapId, side } of sides) {
    if (sideOf.has(trapId) && sideOf.get(trapId) !== side)
      throw new DomainError('CONFLICT', 'sides', `${trapId} is on both sides`, { value: trapId });
    sideOf.set(trapId, side);
  }
  const on = (side: Side): Tally =>
    tallyOf(
      spells.flatMap((spell) => {
        const part = sideOf.get(spell.trapId) === side ? within(spell, days) : null;
        return part ? [part] : [];
      }),
    );
  const [a, b] = [on('A'), on('B')];
  const test = a.days > 0 && b.days > 0 ? rateRatioTest(a.events, a.days, b.events, b.days) : null;
  return { a, b, test, settled: test !== null && test.p <= TRIAL_ALPHA };
}

/** The same days a year later, for sides that are swapped. A leap day becomes the day before. */
export function yearLater({ beginsOn, endsOn }: TrialDays): TrialDays {
  return { beginsOn: dayNextYear(beginsOn), endsOn: dayNextYear(endsOn) };
}
