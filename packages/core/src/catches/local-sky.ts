/**
 * Sunrise and sunset in the local minutes of a plan, whatever the distance of its zone from the sun's time.
 *
 * Source: `sunTimes`; where the sun does not rise or set, 6:00 and 21:00 stand in [convention].
 */
import { DAY_MINUTES, dateOfDay } from '../shared/calendar/index.js';
import { sunTimes } from './sun-times.js';

const NO_SUNSET = 21 * 60;
const NO_SUNRISE = 6 * 60;

/** Of a day number, in minutes after 00:00 of the first day. */
export interface LocalSky {
  readonly rise: (day: number) => number;
  readonly set: (day: number) => number;
}

/** `offset`: local less UTC, in minutes. */
export function localSky(
  first: number,
  { lat, lon, offset }: { readonly lat: number; readonly lon: number; readonly offset: number },
): LocalSky {
  const event = (day: number, which: 'sunrise' | 'sunset', missing: number): number => {
    const sun = sunTimes(dateOfDay(day), lat, lon);
    // Where local time is most of a day from the sun's, whole days are taken off until noon falls on the date.
    const days = Math.floor((sun.noon + offset) / DAY_MINUTES);
    const minute = sun[which];
    return (day - first) * DAY_MINUTES + (minute === null ? missing : minute + offset - days * DAY_MINUTES);
  };
  return {
    rise: (day) => event(day, 'sunrise', NO_SUNRISE),
    set: (day) => event(day, 'sunset', NO_SUNSET),
  };
}
