import { addDays, daysBetween, type IsoDate } from './iso-date.js';
import { DomainError } from '../errors/index.js';

/** Minutes of a civil day. */
export const DAY_MINUTES = 1440;
const MINUTE = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)$/;

/** The wall time so many minutes after 00:00 of a day, rounded to the minute: `2026-05-14T21:06`. */
export function wallTime(day: IsoDate, minutes: number): string {
  const whole = Math.round(minutes);
  const days = Math.floor(whole / DAY_MINUTES);
  const ofDay = whole - days * DAY_MINUTES;
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${addDays(day, days)}T${two(Math.floor(ofDay / 60))}:${two(ofDay % 60)}`;
}

/** Minutes from 00:00 of a day to a wall time. @throws DomainError `FORMAT` for a time that is none. */
export function minutesAfter(day: IsoDate, at: string, path: string): number {
  const [, date, hour, minute] = MINUTE.exec(at) ?? [];
  if (date === undefined) throw new DomainError('FORMAT', path, `"${at}" is not a time like 2026-05-14T18:20`);
  return daysBetween(day, date) * DAY_MINUTES + 60 * Number(hour) + Number(minute);
}
