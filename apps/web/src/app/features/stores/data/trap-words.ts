import { TRAP_NUMBER, type TrapCondition, type TrapDocument } from '@yewridge/contract/stores';
import { type TrapCheck, type TrapCheckCode, trapChecks } from '@yewridge/core/bench';

export const CONDITION_NAMES: Readonly<Record<TrapCondition, string>> = {
  new: 'new',
  good: 'good',
  worn: 'worn',
  'to-mend': 'to mend',
  retired: 'retired',
};

/** `14 May 2026`. */
export function dayWords(day: string): string {
  return new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(
    Date.parse(day),
  );
}

/** The day it is where the traps are. */
export function todayIn(now: string, timeZone: string): string {
  return new Intl.DateTimeFormat('en-CA', { timeZone }).format(Date.parse(now));
}

const SENTENCES: Readonly<Record<TrapCheckCode, (day: string) => string>> = {
  'to-mend': () => 'It is to be mended before it hangs',
  retired: () => 'Retired',
  'painted-in-future': () => 'Its painting day is still to come',
  'fresh-paint': (day) => `Let the paint air out until ${day}: scouts turn away from it`,
  'paint-aired': () => 'The paint has aired',
  'comb-age-unknown': () => 'Nobody said when its comb went in: take dark comb out after five years',
  'comb-overdue': (day) => `Its comb has been too old since ${day}`,
  'comb-due-soon': (day) => `Its comb is too old from ${day} on`,
  'not-weighed': () => 'Not weighed yet: until then its mass is computed',
};

export interface TrapLine {
  readonly level: TrapCheck['level'];
  readonly sentence: string;
}

/** What to look at on a trap, in words. */
export function trapLines(trap: TrapDocument, today: string): readonly TrapLine[] {
  return trapChecks(trap, today).map(({ code, level, day }) => ({
    level,
    sentence: SENTENCES[code](day === null ? '' : dayWords(day)),
  }));
}

/** Why this cannot be painted on a trap; `null` when it can. */
export function numberFault(text: string): string | null {
  if (text.trim() === '') return 'A trap needs a number; it keeps the old one.';
  return TRAP_NUMBER.test(text.trim())
    ? null
    : `“${text.trim()}” is not a number to paint on: use letters, digits, spaces and - . / The old one stays.`;
}
