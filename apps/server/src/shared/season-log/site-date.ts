import { DateTime } from 'luxon';
import { AppError } from '../../http/app-error.js';

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

/**
 * The instant of a wall time at a site, as UTC. Of a wall time that is there twice (the clock is put back) the first is taken.
 * @throws AppError `VALIDATION` for a wall time that the clock jumps over, or a zone nobody knows.
 */
export function instantOf(minute: string, timeZone: string, path: string): string {
  const at = DateTime.fromISO(minute, { zone: timeZone });
  if (!at.isValid) {
    throw new AppError('VALIDATION', { fields: [{ path, message: `"${timeZone}" is not a time zone that is known` }] });
  }
  if (at.toFormat("yyyy-MM-dd'T'HH:mm") !== minute) {
    throw new AppError('VALIDATION', {
      fields: [{ path, message: `${minute} does not exist in ${timeZone}: the clock was put forward then` }],
    });
  }
  const [first = at] = at.getPossibleOffsets().sort((a, b) => a.toMillis() - b.toMillis());
  return first.toUTC().toISO();
}
