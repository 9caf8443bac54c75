/**
 * Past catches over the days of a season: how many a bin holds, and a smooth count per day.
 *
 * Formula: a Gaussian of `bandwidth` days around each catch, on a circle of 365.2425 days, read at the middle of each bin.
 * Source: kernel density estimation; bin width and bandwidth are conventions.
 */
import { HEMISPHERES, type Hemisphere, type IsoDate, seasonDay } from '../shared/calendar/index.js';
import { DomainError, Fields, POSITIVE, wordAt } from '../shared/errors/index.js';

const YEAR_DAYS = 365.2425;
const LONGEST_SEASON = 366;

export interface CatchBin {
  /** Season day at the middle of the bin, from 1. */
  readonly day: number;
  readonly count: number;
  readonly perDay: number;
}

/** @throws DomainError `MISSING`, `TYPE`, `ENUM`, `FORMAT`, `RANGE`. */
export function catchCurve(
  catches: readonly { readonly date: IsoDate }[],
  hemisphere: Hemisphere,
  options: { readonly binDays?: number; readonly bandwidth?: number } | null = {},
): readonly CatchBin[] {
  if (!Array.isArray(catches)) throw new DomainError('TYPE', 'catches', 'must be a list', { value: catches });
  const half = wordAt(hemisphere, 'hemisphere', HEMISPHERES);
  const days = catches.map((one, n) => {
    const date = new Fields(one, `catches[${n}]`, 'wrong type').text('date');
    return seasonDay(date, half).day;
  });
  const fields = new Fields(options ?? {}, 'options');
  const binDays = fields.wholeOr('binDays', 7, { min: 1, max: LONGEST_SEASON });
  const width = fields.numberOr('bandwidth', 7, POSITIVE);
  const bell = (away: number): number => Math.exp(-0.5 * (away / width) ** 2) / (Math.sqrt(2 * Math.PI) * width);
  return Array.from({ length: Math.ceil(LONGEST_SEASON / binDays) }, (_, bin) => {
    const centre = bin * binDays + (binDays + 1) / 2;
    const perDay = days.reduce(
      (sum, day) => sum + [-YEAR_DAYS, 0, YEAR_DAYS].reduce((all, turn) => all + bell(centre - day + turn), 0),
      0,
    );
    return { day: centre, count: days.filter((day) => Math.floor((day - 1) / binDays) === bin).length, perDay };
  });
}
