/**
 * The colour of a queen's year, and when a comb drawn in a year is due out.
 *
 * Source: the international marking colours by the last figure of the year (1 and 6 white, 2 and 7 yellow, 3 and 8 red,
 * 4 and 9 green, 5 and 0 blue); five years for a brood comb are a rule of thumb of comb hygiene.
 */
import { type NumberRange, wholeAt } from '../shared/errors/index.js';

export const YEAR_COLOURS = ['white', 'yellow', 'red', 'green', 'blue'] as const;
export type YearColour = (typeof YEAR_COLOURS)[number];

const YEAR: NumberRange = { min: 1, max: 9998 };
/** Seasons a comb is used: when its colour comes round again it is due out. */
const COMB_YEARS = 5;

/** @throws DomainError `TYPE`, `RANGE`. */
export function yearColour(year: number): YearColour {
  return YEAR_COLOURS[(wholeAt(year, 'year', YEAR) + 4) % COMB_YEARS] ?? 'white';
}

/** @throws DomainError `TYPE`, `RANGE`. */
export function combDue(
  drawnYear: number,
  thisYear: number,
): { readonly dueYear: number; readonly state: 'fine' | 'dueNext' | 'due' } {
  const dueYear = wholeAt(drawnYear, 'drawnYear', YEAR) + COMB_YEARS;
  const now = wholeAt(thisYear, 'thisYear', YEAR);
  if (now >= dueYear) return { dueYear, state: 'due' };
  return { dueYear, state: now === dueYear - 1 ? 'dueNext' : 'fine' };
}
