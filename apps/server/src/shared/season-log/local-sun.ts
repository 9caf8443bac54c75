import { sunTimes, type SunTimes } from '@yewridge/core/catches';
import { addDays, type IsoDate, wallTime } from '@yewridge/core/shared/calendar';
import type { PlaceLine, SeasonLog } from './season-log.js';

const DAY_MIN = 1440;

/** The sun over the first site, in local minutes of a day; `null` without a site. */
export async function localSun(log: SeasonLog, date: IsoDate): Promise<SunTimes | null> {
  const [place] = await log.places();
  return place ? sunOver(place, date, log) : null;
}

function sunOver(place: PlaceLine, date: IsoDate, log: SeasonLog): SunTimes {
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

const NIGHTS_FROM = -1;
const NIGHTS_TO = 2;

/** Sunset to sunrise of the nights around a day, local wall times; none where the sun does not set, or without a site. */
export async function nightsAround(
  log: SeasonLog,
  today: IsoDate,
): Promise<readonly { readonly from: string; readonly to: string }[]> {
  const [place] = await log.places();
  if (!place) return [];
  return Array.from({ length: NIGHTS_TO - NIGHTS_FROM + 1 }, (_, n) => NIGHTS_FROM + n).flatMap((n) => {
    const [date, morning] = [addDays(today, n), addDays(today, n + 1)];
    const { sunset } = sunOver(place, date, log);
    const { sunrise } = sunOver(place, morning, log);
    return sunset === null || sunrise === null
      ? []
      : [{ from: wallTime(date, sunset), to: wallTime(morning, sunrise) }];
  });
}
