/**
 * The part of a year in which a trap counts as at risk: one definition for every rate, table and question.
 *
 * Formula: from a day to a day of every year; a window that ends before it begins runs over the turn of the year.
 * Source: a convention, from the first swarms to mid-July in the north and half a year later in the south; the keeper may say
 * otherwise, and then it holds for all years.
 */
import { type Hemisphere, type IsoDate, isIsoDate } from '../shared/calendar/index.js';
import { DomainError } from '../shared/errors/index.js';

/** Days of a year like `04-01`, both within. */
export interface ExposureWindow {
  readonly from: string;
  readonly until: string;
}
export const USUAL_WINDOW: Readonly<Record<Hemisphere, ExposureWindow>> = {
  N: { from: '04-01', until: '07-15' },
  S: { from: '10-01', until: '01-15' },
};

export interface ExposureSeason {
  readonly season: number;
  readonly start: IsoDate;
  readonly end: IsoDate;
}
/** A leap day is in no other year. */
const PLAIN_YEAR = '2001';
const YEAR_DIGITS = 4;

/** @throws DomainError `FORMAT` for what is no day of every year, `RANGE` for one day alone. */
function readDay(day: string, path: string): string {
  if (!/^\d\d-\d\d$/.test(day) || !isIsoDate(`${PLAIN_YEAR}-${day}`))
    throw new DomainError('FORMAT', path, 'must be a day of every year, like 04-01', { value: day });
  return day;
}

/** The window in every year from one season to another, both within, oldest first. @throws DomainError `FORMAT`, `RANGE`. */
export function exposureSeasons(window: ExposureWindow, first: number, last: number): readonly ExposureSeason[] {
  const from = readDay(window.from, 'from');
  const until = readDay(window.until, 'until');
  if (from === until) throw new DomainError('RANGE', 'until', 'must be another day than it begins', { value: until });
  const text = (year: number): string => String(year).padStart(YEAR_DIGITS, '0');
  const over = until < from ? 1 : 0;
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, n) => first + n).map((season) => ({
    season,
    start: `${text(season)}-${from}`,
    end: `${text(season + over)}-${until}`,
  }));
}
