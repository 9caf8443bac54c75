import { sunTimes, type SunTimes } from '@yewridge/core/catches';
import type { IsoDate } from '@yewridge/core/season';
import type { SeasonLog } from './season-log.js';

const DAY_MIN = 1440;

/** The sun over the first site, in local minutes of a day; `null` without a site. */
export async function localSun(log: SeasonLog, date: IsoDate): Promise<SunTimes | null> {
  const [place] = await log.places();
  if (!place) return null;
  const sun = sunTimes(date, place.lat, place.lon);
  const offset = log.offset(date, place.timeZone);
  const shift = offset - DAY_MIN * Math.floor((sun.noon + offset) / DAY_MIN);
  const local = (minute: number | null): number | null => (minute === null ? null : minute + shift);
  return {
    state: sun.state,
    noon: sun.noon + shift,
    sunrise: local(sun.sunrise),
    sunset: local(sun.sunset),
    civilDawn: local(sun.civilDawn),
    civilDusk: local(sun.civilDusk),
  };
}
