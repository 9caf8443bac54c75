/**
 * Sunrise, sunset and civil twilight, in minutes after 00:00 UTC of a civil date.
 *
 * Formula: the solar equations of the almanac in mean longitude, anomaly and obliquity; each event is evaluated at its own
 * time. Zenith 90.833° for the rim of the sun with refraction, 96° for civil twilight.
 * Source: NOAA solar equations. About a minute below 65°, worse near grazing sun; hills and refraction matter more.
 */
import { dayNumber, type IsoDate } from '../shared/calendar/index.js';
import { givenAt, numberAt } from '../shared/errors/index.js';
import { LATITUDE, LONGITUDE } from '../shared/geometry/index.js';

export interface SunTimes {
  /** Minutes after 00:00 UTC of the date, below 0 or above 1440 where that is so; `null` where there is none. */
  readonly sunrise: number | null;
  readonly sunset: number | null;
  readonly noon: number;
  readonly civilDawn: number | null;
  readonly civilDusk: number | null;
  readonly state: 'normal' | 'polarDay' | 'polarNight';
}

const RIM = 90.833;
const CIVIL = 96;
const DAY_MIN = 1440;
const MOST_TURNS = 30;
const rad = (degrees: number): number => (degrees * Math.PI) / 180;
const deg = (radians: number): number => (radians * 180) / Math.PI;

interface Sun {
  /** Radians. */
  readonly declination: number;
  /** Minutes. */
  readonly equationOfTime: number;
}

/** The sun at a minute of a day. */
function sunAt(day: number, minute: number): Sun {
  const t = (day + 2440587.5 + minute / DAY_MIN - 2451545) / 36525;
  const l0 = rad((280.46646 + t * (36000.76983 + 0.0003032 * t)) % 360);
  const m = rad(357.52911 + t * (35999.05029 - 0.0001537 * t));
  const e = 0.016708634 - t * (0.000042037 + 0.0000001267 * t);
  const c =
    Math.sin(m) * (1.914602 - t * (0.004817 + 0.000014 * t)) +
    Math.sin(2 * m) * (0.019993 - 0.000101 * t) +
    0.000289 * Math.sin(3 * m);
  const omega = rad(125.04 - 1934.136 * t);
  const lambda = l0 + rad(c - 0.00569 - 0.00478 * Math.sin(omega));
  const seconds = 21.448 - t * (46.815 + t * (0.00059 - 0.001813 * t));
  const epsilon = rad(23 + (26 + seconds / 60) / 60 + 0.00256 * Math.cos(omega));
  const y = Math.tan(epsilon / 2) ** 2;
  const equation =
    y * Math.sin(2 * l0) -
    2 * e * Math.sin(m) +
    4 * e * y * Math.sin(m) * Math.cos(2 * l0) -
    0.5 * y * y * Math.sin(4 * l0) -
    1.25 * e * e * Math.sin(2 * m);
  return { declination: Math.asin(Math.sin(epsilon) * Math.sin(lambda)), equationOfTime: 4 * deg(equation) };
}

type Found = { readonly minute: number } | { readonly none: 'polarDay' | 'polarNight' };

/** When the sun stands at a zenith distance, before (-1) or after noon (1). */
function crossing(day: number, lat: number, lon: number, zenith: number, side: -1 | 1): Found {
  let minute = 720 - 4 * lon;
  for (let n = 0; n < MOST_TURNS; n++) {
    const { declination, equationOfTime } = sunAt(day, minute);
    if (Math.abs(lat) === 90) return { none: lat * declination < 0 ? 'polarNight' : 'polarDay' };
    const cosine =
      Math.cos(rad(zenith)) / (Math.cos(rad(lat)) * Math.cos(declination)) - Math.tan(rad(lat)) * Math.tan(declination);
    if (cosine > 1) return { none: 'polarNight' };
    if (cosine < -1) return { none: 'polarDay' };
    const next = 720 - 4 * (lon - side * deg(Math.acos(cosine))) - equationOfTime;
    if (Math.abs(next - minute) < 1e-6) return { minute: next };
    minute = next;
  }
  return { minute };
}

function noonOf(day: number, lon: number): number {
  let minute = 720 - 4 * lon;
  for (let n = 0; n < 5; n++) minute = 720 - 4 * lon - sunAt(day, minute).equationOfTime;
  return minute;
}

function pair(day: number, lat: number, lon: number, zenith: number): readonly [Found, Found] {
  return [crossing(day, lat, lon, zenith, -1), crossing(day, lat, lon, zenith, 1)];
}

/** `lon` east positive. @throws DomainError `MISSING`, `TYPE`, `FORMAT`, `RANGE`. */
export function sunTimes(date: IsoDate, lat: number, lon: number): SunTimes {
  givenAt(date, 'date');
  const day = dayNumber(date);
  givenAt(lat, 'lat');
  const latitude = numberAt(lat, 'lat', LATITUDE);
  givenAt(lon, 'lon');
  const longitude = numberAt(lon, 'lon', LONGITUDE);
  const [rise, set] = pair(day, latitude, longitude, RIM);
  const [dawn, dusk] = pair(day, latitude, longitude, CIVIL);
  const both = (a: Found, b: Found): boolean => 'minute' in a && 'minute' in b;
  const minuteOf = (one: Found, other: Found): number | null =>
    both(one, other) && 'minute' in one ? one.minute : null;
  return {
    sunrise: minuteOf(rise, set),
    sunset: minuteOf(set, rise),
    noon: noonOf(day, longitude),
    civilDawn: minuteOf(dawn, dusk),
    civilDusk: minuteOf(dusk, dawn),
    state: 'none' in rise ? rise.none : 'none' in set ? set.none : 'normal',
  };
}
