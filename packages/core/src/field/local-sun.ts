/** The sun over the keeper's first site, in local minutes and wall times. Source: {@link sunTimes}. */
import { sunTimes, type SunTimes } from '../catches/index.js';
import { addDays, type IsoDate, wallTime } from '../shared/calendar/index.js';
import type { Place } from '../shared/geometry/index.js';
import type { FieldNow, PlaceLine } from './lines.js';

const DAY_MIN = 1440;

/** The sun over the first site, in local minutes of a day; `null` without a site. */
export function localSun(places: readonly PlaceLine[], date: IsoDate, offset: FieldNow['offset']): SunTimes | null {
  const [place] = places;
  return place ? sunOver(place, date, offset) : null;
}

function sunOver(place: PlaceLine, date: IsoDate, offsetOf: FieldNow['offset']): SunTimes {
  return sunByClock(place, date, offsetOf(date, place.timeZone));
}

/** The sun of a day over a place, in local minutes of that day. `offset`: local less UTC, in minutes. */
export function sunByClock(place: Place, date: IsoDate, offset: number): SunTimes {
  const sun = sunTimes(date, place.lat, place.lon);
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

/** Sunset to sunrise of the nights around today, local wall times; none where the sun does not set, or without a site. */
export function nightsAround(
  places: readonly PlaceLine[],
  { today, offset }: Pick<FieldNow, 'today' | 'offset'>,
): readonly { readonly from: string; readonly to: string }[] {
  const [place] = places;
  if (!place) return [];
  return Array.from({ length: NIGHTS_TO - NIGHTS_FROM + 1 }, (_, n) => NIGHTS_FROM + n).flatMap((n) => {
    const [date, morning] = [addDays(today, n), addDays(today, n + 1)];
    const { sunset } = sunOver(place, date, offset);
    const { sunrise } = sunOver(place, morning, offset);
    return sunset === null || sunrise === null
      ? []
      : [{ from: wallTime(date, sunset), to: wallTime(morning, sunrise) }];
  });
}
