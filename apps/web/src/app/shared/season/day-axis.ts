import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';

/** Days along x. */
export interface DayScale {
  readonly first: IsoDate;
  readonly days: number;
  readonly dayPx: number;
}
export interface AxisMark {
  readonly date: IsoDate;
  readonly words: string;
  readonly strong: boolean;
}

const MONTHS = new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' });
const SHORT_MONTHS = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

/** Where a day begins. */
export const xOf = ({ first, dayPx }: Pick<DayScale, 'first' | 'dayPx'>, date: IsoDate): number =>
  daysBetween(first, date) * dayPx;

/** Where a moment lies; a day without an hour lies at its noon. */
export function xAt(scale: Pick<DayScale, 'first' | 'dayPx'>, moment: string): number {
  const [date = moment, time = '12:00'] = moment.split('T');
  const [hour = 12, minute = 0] = time.split(':').map(Number);
  return xOf(scale, date) + ((hour + minute / 60) / 24) * scale.dayPx;
}

/** Marks of an axis between two days: years, months, weeks or days as there is room. */
export function axisMarks({ dayPx }: Pick<DayScale, 'dayPx'>, from: IsoDate, to: IsoDate): readonly AxisMark[] {
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
