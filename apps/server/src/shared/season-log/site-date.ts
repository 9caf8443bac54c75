import { DateTime, IANAZone } from 'luxon';
import { AppError } from '../../http/app-error.js';

/** Whether a time zone is one of the database of zones, so that wall times can be told in it. */
export function isTimeZone(zone: string): boolean {
  return IANAZone.isValidZone(zone);
}

/** The civil date of an instant in a time zone. */
export function dateAt(instant: Date, timeZone: string): string {
  return DateTime.fromJSDate(instant, { zone: timeZone }).toFormat('yyyy-MM-dd');
}

/** The wall time of an instant in a time zone, to the minute. */
export function minuteAt(instant: Date, timeZone: string): string {
  return DateTime.fromJSDate(instant, { zone: timeZone }).toFormat("yyyy-MM-dd'T'HH:mm");
}

/** Minutes that a zone is ahead of UTC at noon of a civil date; daylight saving included. */
export function offsetAt(date: string, timeZone: string): number {
  return DateTime.fromISO(`${date}T12:00`, { zone: timeZone }).offset;
}

const WALL_MINUTE = /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/;
const MINUTES_OF_A_DAY = 1440;
const MS_OF_A_MINUTE = 60_000;
/** Days of zones that are kept: a season of a few zones. */
const DAYS_KNOWN = 2000;
const steadyDays = new Map<string, number | null>();

/**
 * Minutes that a zone is ahead of UTC all through a civil date and the days beside it; `null` where a clock is put forward or back
 * about then. Asked for every look that is kept, and slow to ask: told once for each day.
 */
function steadyOffset(date: string, timeZone: string): number | null {
  const key = `${timeZone} ${date}`;
  const known = steadyDays.get(key);
  if (known !== undefined) return known;
  const noon = DateTime.fromISO(`${date}T12:00`, { zone: timeZone });
  const offsets = [-1, 0, 1].map((days) => noon.plus({ minutes: days * MINUTES_OF_A_DAY }).offset);
  const offset = noon.isValid && offsets.every((one) => one === offsets[0]) ? noon.offset : null;
  if (steadyDays.size >= DAYS_KNOWN) steadyDays.clear();
  steadyDays.set(key, offset);
  return offset;
}

/** The instant of a wall time as UTC; `null` for one that the clock jumps over. Of one that comes twice, the first. */
export function instantIn(minute: string, timeZone: string): string | null {
  const steady = WALL_MINUTE.test(minute) ? steadyOffset(minute.slice(0, 10), timeZone) : null;
  if (steady !== null) return new Date(Date.parse(`${minute}Z`) - steady * MS_OF_A_MINUTE).toISOString();
  const at = DateTime.fromISO(minute, { zone: timeZone });
  if (!at.isValid || at.toFormat("yyyy-MM-dd'T'HH:mm") !== minute) return null;
  const [first = at] = at.getPossibleOffsets().sort((a, b) => a.toMillis() - b.toMillis());
  return first.toUTC().toISO();
}

/** The same wall time some days later; one that the clock jumps over then is an hour later. */
export function daysLater(instant: Date, days: number, timeZone: string): Date {
  return DateTime.fromJSDate(instant, { zone: timeZone }).plus({ days }).toJSDate();
}

/**
 * The instant of a wall time at a site, as UTC. Of a wall time that is there twice (the clock is put back) the first is taken.
 * @throws AppError `VALIDATION` for a wall time that the clock jumps over, or a zone nobody knows.
 */
export function instantOf(minute: string, timeZone: string, path: string): string {
  const instant = instantIn(minute, timeZone);
  if (instant === null && !isTimeZone(timeZone)) {
    throw new AppError('VALIDATION', { fields: [{ path, message: `"${timeZone}" is not a time zone that is known` }] });
  }
  if (instant === null) {
    throw new AppError('VALIDATION', {
      fields: [{ path, message: `${minute} does not exist in ${timeZone}: the clock was put forward then` }],
    });
  }
  return instant;
}
