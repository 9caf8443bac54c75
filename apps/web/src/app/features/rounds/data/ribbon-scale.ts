import { addDays, daysBetween, type IsoDate, seasonDay, type Hemisphere } from '@yewridge/core/season';

export const ZOOMS = ['week', 'month', 'season', 'years'] as const;
export type Zoom = (typeof ZOOMS)[number];
export const ZOOM_NAMES: Readonly<Record<Zoom, string>> = {
  week: 'Week',
  month: 'Month',
  season: 'Season',
  years: 'All years',
};

/** Days of the record along x. */
export interface RibbonScale {
  readonly first: IsoDate;
  readonly days: number;
  readonly dayPx: number;
}

/** Below this looks merge into a line that is the denser the more there were. */
export const DENSE_BELOW_PX = 4;
const SHOWN_DAYS: Readonly<Record<Exclude<Zoom, 'years'>, number>> = { week: 10, month: 36, season: 122 };
/** Days after the last one known that the sheet goes on. */
const AHEAD_DAYS = 62;

export function scaleOf(zoom: Zoom, first: IsoDate, today: IsoDate, widthPx: number): RibbonScale {
  const days = daysBetween(first, today) + AHEAD_DAYS;
  const dayPx = zoom === 'years' ? Math.max(0.5, widthPx / days) : widthPx / SHOWN_DAYS[zoom];
  return { first, days, dayPx };
}

export const xOf = ({ first, dayPx }: RibbonScale, date: IsoDate): number => daysBetween(first, date) * dayPx;

export function dateAtX({ first, days, dayPx }: RibbonScale, x: number): IsoDate {
  return addDays(first, Math.min(days - 1, Math.max(0, Math.floor(x / dayPx))));
}

/** Where to scroll so that tonight stands where it stood, or at two thirds of the width at first. */
export function scrollFor(scale: RibbonScale, today: IsoDate, widthPx: number, standsAt: number | null): number {
  const tonight = xOf(scale, today) + scale.dayPx;
  return Math.max(0, tonight - (standsAt ?? (widthPx * 2) / 3));
}

/** Season years that a stretch of days touches. */
export function yearsIn(from: IsoDate, to: IsoDate, hemisphere: Hemisphere): readonly number[] {
  const first = seasonDay(from, hemisphere).season;
  const last = seasonDay(to, hemisphere).season;
  return Array.from({ length: last - first + 1 }, (_, n) => first + n);
}

export interface AxisMark {
  readonly date: IsoDate;
  readonly words: string;
  readonly strong: boolean;
}
const MONTHS = new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' });
const SHORT_MONTHS = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

/** Marks of the axis between two days: years, months, weeks or days as there is room. */
export function axisMarks({ dayPx }: RibbonScale, from: IsoDate, to: IsoDate): readonly AxisMark[] {
  const marks: AxisMark[] = [];
  for (let date = from; date <= to; date = addDays(date, 1)) {
    const day = Number(date.slice(8));
    const month = Number(date.slice(5, 7));
    if (day === 1 && (dayPx >= 2 || month === 1)) {
      const name = dayPx >= 2 ? (dayPx >= 4 ? MONTHS : SHORT_MONTHS).format(Date.parse(date)) : date.slice(0, 4);
      marks.push({ date, words: month === 1 && dayPx >= 2 ? `${name} ${date.slice(0, 4)}` : name, strong: true });
    } else if (dayPx >= 14 || (dayPx >= 4 && [8, 15, 22].includes(day))) {
      marks.push({ date, words: String(day), strong: false });
    }
  }
  return marks;
}
