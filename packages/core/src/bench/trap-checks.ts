/**
 * What to look at on a built trap on a given day: paint that still airs, comb that is due out, condition, weight.
 *
 * Source: trap lore [conventions of the craft]: paint airs 21 days before scouts like the box; dark comb goes out after five
 * years, for what it gathers of spores and residues.
 */
export interface TrapFacts {
  readonly condition: string;
  /** ISO days, `2026-05-14`; `null` = never, or not known. */
  readonly paintedOn: string | null;
  readonly darkCombs: number;
  readonly combSince: string | null;
  readonly massKg: number | null;
}

export type TrapCheckCode =
  | 'to-mend'
  | 'retired'
  | 'painted-in-future'
  | 'fresh-paint'
  | 'paint-aired'
  | 'comb-age-unknown'
  | 'comb-overdue'
  | 'comb-due-soon'
  | 'not-weighed';
export interface TrapCheck {
  readonly code: TrapCheckCode;
  readonly level: 'look' | 'know' | 'good';
  /** ISO day the check speaks of. */
  readonly day: string | null;
}

const AIRING_DAYS = 21;
const COMB_YEARS = 5;
const SOON_DAYS = 60;
const DAY_MS = 24 * 3600 * 1000;

/** Whole days from one ISO day to another; negative when it lies before. */
function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);
}

function dayAfter(day: string, count: number): string {
  return new Date(Date.parse(day) + count * DAY_MS).toISOString().slice(0, 10);
}

/** The same day so many years on; 29 February falls on 1 March in common years. */
function yearsAfter(day: string, count: number): string {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return new Date(Date.UTC(year + count, month - 1, date)).toISOString().slice(0, 10);
}

function paintCheck(paintedOn: string, today: string): TrapCheck {
  const age = daysBetween(paintedOn, today);
  if (age < 0) return { code: 'painted-in-future', level: 'look', day: paintedOn };
  if (age < AIRING_DAYS) return { code: 'fresh-paint', level: 'look', day: dayAfter(paintedOn, AIRING_DAYS) };
  return { code: 'paint-aired', level: 'good', day: paintedOn };
}

function combCheck(combSince: string | null, today: string): TrapCheck | null {
  if (combSince === null) return { code: 'comb-age-unknown', level: 'know', day: null };
  const out = yearsAfter(combSince, COMB_YEARS);
  const left = daysBetween(today, out);
  if (left <= 0) return { code: 'comb-overdue', level: 'look', day: out };
  return left <= SOON_DAYS ? { code: 'comb-due-soon', level: 'know', day: out } : null;
}

/** In the order: condition, paint, comb, weight. `today` is an ISO day. */
export function trapChecks(trap: TrapFacts, today: string): readonly TrapCheck[] {
  const checks: (TrapCheck | null)[] = [
    trap.condition === 'to-mend' ? { code: 'to-mend', level: 'look', day: null } : null,
    trap.condition === 'retired' ? { code: 'retired', level: 'look', day: null } : null,
    trap.paintedOn === null ? null : paintCheck(trap.paintedOn, today),
    trap.darkCombs > 0 ? combCheck(trap.combSince, today) : null,
    trap.massKg === null ? { code: 'not-weighed', level: 'know', day: null } : null,
  ];
  return checks.filter((check) => check !== null);
}

/** Whether it can be hung on that day: nothing on it is to be looked at. */
export function readyToHang(trap: TrapFacts, today: string): boolean {
  return trapChecks(trap, today).every(({ level }) => level !== 'look');
}
