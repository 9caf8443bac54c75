import { addDays, daysBetween, type IsoDate, seasonDay, type Hemisphere } from '@yewridge/core/season';
import { type DayScale, xOf } from '../../../shared/season/day-axis';

export const ZOOMS = ['week', 'month', 'season', 'years'] as const;
export type Zoom = (typeof ZOOMS)[number];
export const ZOOM_NAMES: Readonly<Record<Zoom, string>> = {
  week: 'Week',
  month: 'Month',
  season: 'Season',
  years: 'All years',
};

/** Below this looks merge into a line that is the denser the more there were. */
export const DENSE_BELOW_PX = 4;
const SHOWN_DAYS: Readonly<Record<Exclude<Zoom, 'years'>, number>> = { week: 10, month: 36, season: 122 };
/** Days after the last one known that the sheet goes on. */
const AHEAD_DAYS = 62;

export function scaleOf(zoom: Zoom, first: IsoDate, today: IsoDate, widthPx: number): DayScale {
  const days = daysBetween(first, today) + AHEAD_DAYS;
  const dayPx = zoom === 'years' ? Math.max(0.5, widthPx / days) : widthPx / SHOWN_DAYS[zoom];
  return { first, days, dayPx };
}

export function dateAtX({ first, days, dayPx }: DayScale, x: number): IsoDate {
  return addDays(first, Math.min(days - 1, Math.max(0, Math.floor(x / dayPx))));
}

/** Where to scroll so that tonight stands where it stood, or at two thirds of the width at first. */
export function scrollFor(scale: DayScale, today: IsoDate, widthPx: number, standsAt: number | null): number {
  const tonight = xOf(scale, today) + scale.dayPx;
  return Math.max(0, tonight - (standsAt ?? (widthPx * 2) / 3));
}

/** Season years that a stretch of days touches. */
export function yearsIn(from: IsoDate, to: IsoDate, hemisphere: Hemisphere): readonly number[] {
  const first = seasonDay(from, hemisphere).season;
  const last = seasonDay(to, hemisphere).season;
  return Array.from({ length: last - first + 1 }, (_, n) => first + n);
}
