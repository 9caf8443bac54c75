import { addDays, dateOfSeasonDay, daysBetween, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import type { DayScale } from '../../../shared/season/day-axis';

export const SPANS = ['month', 'season'] as const;
export type Span = (typeof SPANS)[number];
export const SPAN_NAMES: Readonly<Record<Span, string>> = { month: 'Seven weeks', season: 'Season' };

/** Days that are shown, and how many of them lie before tonight. */
const WEEKS = { days: 49, before: 24 };
const PHONE = { days: 21, before: 11 };
const ROOM_DAYS = 6;

/** The days around tonight. */
export function weeksAround(today: IsoDate, widthPx: number, narrow: boolean): DayScale {
  const { days, before } = narrow ? PHONE : WEEKS;
  return { first: addDays(today, -before), days, dayPx: widthPx / days };
}

/** From the first of these days to the last, with room at both ends; never fewer than the weeks around tonight would be. */
export function seasonScale(dates: readonly IsoDate[], widthPx: number): DayScale {
  const sorted = [...dates].sort();
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (first === undefined || last === undefined) throw new Error('no day to show');
  const from = addDays(first, -ROOM_DAYS);
  const days = Math.max(WEEKS.days, daysBetween(from, last) + ROOM_DAYS);
  return { first: from, days, dayPx: widthPx / days };
}

/** The same days of another year's season. */
export function inSeason(scale: DayScale, season: number, half: Hemisphere): DayScale {
  const { season: own, day } = seasonDay(scale.first, half);
  return own === season ? scale : { ...scale, first: dateOfSeasonDay(season, half, day) };
}

export const lastDay = ({ first, days }: DayScale): IsoDate => addDays(first, days - 1);
