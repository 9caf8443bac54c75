import type { TrapCondition, TrapDocument } from '@yewridge/contract/stores';

export const CONDITION_NAMES: Readonly<Record<TrapCondition, string>> = {
  new: 'new',
  good: 'good',
  worn: 'worn',
  'to-mend': 'to mend',
  retired: 'retired',
};

/** Days a coat of paint airs before scouts like the box [convention]. */
const AIRING_DAYS = 21;
/** A comb is due out in its fifth year [convention]. */
const COMB_YEARS = 5;
const DAY_MS = 24 * 3600 * 1000;
const SOON_DAYS = 60;

function days(from: string, to: string): number {
  return Math.floor((Date.parse(to.slice(0, 10)) - Date.parse(from)) / DAY_MS);
}

function dayAfter(day: string, count: number): string {
  return new Date(Date.parse(day) + count * DAY_MS).toISOString().slice(0, 10);
}

/** `14 May 2026`. */
export function dayWords(day: string): string {
  return new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(
    Date.parse(day),
  );
}

export interface TrapCheck {
  readonly level: 'look' | 'know' | 'good';
  readonly sentence: string;
}

/** What to look at on a trap, on the day `now`: paint, comb, condition, and whether it was weighed. */
export function trapChecks(trap: TrapDocument, now: string): readonly TrapCheck[] {
  const checks: TrapCheck[] = [];
  if (trap.condition === 'to-mend') checks.push({ level: 'look', sentence: 'It is to be mended before it hangs' });
  if (trap.paintedOn !== null) {
    const aired = dayAfter(trap.paintedOn, AIRING_DAYS);
    const age = days(trap.paintedOn, now);
    if (age < 0) checks.push({ level: 'look', sentence: 'It is painted on a day that is still to come' });
    else if (age < AIRING_DAYS) {
      checks.push({
        level: 'look',
        sentence: `Let the paint air out until ${dayWords(aired)}: scouts turn away from it`,
      });
    } else checks.push({ level: 'good', sentence: 'The paint has aired' });
  }
  if (trap.darkCombs > 0 && trap.combSince === null) {
    checks.push({
      level: 'know',
      sentence: 'Nobody said when its comb went in: dark comb is due out after five years',
    });
  }
  if (trap.darkCombs > 0 && trap.combSince !== null) {
    const year = Number(trap.combSince.slice(0, 4)) + COMB_YEARS;
    const out = `${year}${trap.combSince.slice(4)}`;
    const left = -days(out, now);
    if (left <= 0) checks.push({ level: 'look', sentence: `Its comb is due out since ${dayWords(out)}` });
    else if (left <= SOON_DAYS) checks.push({ level: 'know', sentence: `Its comb is due out on ${dayWords(out)}` });
  }
  if (trap.massKg === null)
    checks.push({ level: 'know', sentence: 'Not weighed yet: until then its mass is computed' });
  return checks;
}

/** Whether it can be hung on the day `now`. */
export function readyToHang(trap: TrapDocument, now: string): boolean {
  return trap.condition !== 'retired' && trapChecks(trap, now).every(({ level }) => level !== 'look');
}
