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

const SECOND = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)(?::([0-5]\d))?$/;

/** s from 1970-01-01T00:00 of the same clock; a time to the minute stands at its full minute. */
function secondOf(at: string): number {
  const [, date, hour, minute, second = '0'] = SECOND.exec(at) ?? [];
  if (date === undefined) throw new DomainError('FORMAT', 'at', `"${at}" is not a time like 2026-05-14T18:20:05`);
  return 60 * (DAY_MINUTES * daysBetween('1970-01-01', date) + 60 * Number(hour) + Number(minute)) + Number(second);
}

/** s between two wall times of one place, to the minute or to the second. @throws DomainError `FORMAT` for a time that is none. */
export const secondsBetween = (from: string, to: string): number => secondOf(to) - secondOf(from);
/** Minutes between two wall times of one place. @throws DomainError `FORMAT` for a time that is none. */
export const minutesBetween = (from: string, to: string): number => Math.floor(secondsBetween(from, to) / 60);
/** The wall time to the minute so many minutes after another. @throws DomainError `FORMAT` for a time that is none. */
export const minuteAfter = (minute: string, more: number): string =>
  wallTime(minute.slice(0, 10), minutesAfter(minute.slice(0, 10), minute, 'minute') + more);

/** Minutes from 00:00 of a day to a wall time. @throws DomainError `FORMAT` for a time that is none. */
export function minutesAfter(day: IsoDate, at: string, path: string): number {
  const [, date, hour, minute] = MINUTE.exec(at) ?? [];
  if (date === undefined) throw new DomainError('FORMAT', path, `"${at}" is not a time like 2026-05-14T18:20`);
  return daysBetween(day, date) * DAY_MINUTES + 60 * Number(hour) + Number(minute);
}
