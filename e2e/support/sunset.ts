/**
 * Sunrise and sunset by another way than the program's: the almanac's short sunrise equation, good to about two minutes at
 * these latitudes. Local minutes of the day, for a zone `offsetMin` ahead of UTC.
 */
export function sunOf(
  date: string,
  { lat, lon, offsetMin }: { readonly lat: number; readonly lon: number; readonly offsetMin: number },
): { readonly rise: number; readonly set: number } {
  const rad = Math.PI / 180;
  const midnight = Date.parse(`${date}T00:00:00Z`);
  const days = Math.round(midnight / 86_400_000 + 2_440_587.5 - 2_451_545 + 0.5);
  const meanNoon = days - lon / 360;
  const anomaly = (357.5291 + 0.98560028 * meanNoon) * rad;
  const centre = 1.9148 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly) + 0.0003 * Math.sin(3 * anomaly);
  const longitude = anomaly + (centre + 180 + 102.9372) * rad;
  const transit = meanNoon + 0.0053 * Math.sin(anomaly) - 0.0069 * Math.sin(2 * longitude);
  const declination = Math.asin(Math.sin(longitude) * Math.sin(23.4397 * rad));
  const cosine =
    (Math.sin(-0.833 * rad) - Math.sin(lat * rad) * Math.sin(declination)) /
    (Math.cos(lat * rad) * Math.cos(declination));
  const half = Math.acos(cosine) / rad / 360;
  const minuteOf = (julian: number): number =>
    (julian + 2_451_545 - 2_440_587.5) * 1440 - midnight / 60_000 + offsetMin;
  return { rise: minuteOf(transit - half), set: minuteOf(transit + half) };
}

/** Minutes from 00:00 of a day to a wall time. */
export function minutesFrom(date: string, minute: string): number {
  return (Date.parse(`${minute}Z`) - Date.parse(`${date}T00:00Z`)) / 60_000;
}
