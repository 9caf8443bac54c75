/**
 * Distances on the ground, along the great circle of a sphere.
 *
 * Formula: 2 R asin sqrt(hav dlat + cos lat1 cos lat2 hav dlon), R = 6 371 008.8 m, the mean radius of the Earth.
 * Source: International Union of Geodesy and Geophysics mean radius R1. Error up to 0.5 % of the distance, the Earth being no sphere.
 */
import { Fields, type NumberRange } from '../errors/index.js';

export const LATITUDE: NumberRange = { min: -90, max: 90 };
export const LONGITUDE: NumberRange = { min: -180, max: 180 };
/** Mean radius R1 of the Earth, m. */
export const EARTH_RADIUS_M = 6_371_008.8;
const RAD = Math.PI / 180;

/** Degrees, east and north positive. */
export interface Place {
  readonly lat: number;
  readonly lon: number;
}

function placeAt(value: unknown, path: string): Place {
  const fields = new Fields(value, path, 'wrong type');
  return { lat: fields.number('lat', LATITUDE), lon: fields.number('lon', LONGITUDE) };
}

const half = (degrees: number): number => Math.sin((degrees * RAD) / 2) ** 2;

/** m between two places that were read already: of millions of pairs none is looked at twice. */
export function metresBetween(from: Place, to: Place): number {
  const share = half(to.lat - from.lat) + Math.cos(from.lat * RAD) * Math.cos(to.lat * RAD) * half(to.lon - from.lon);
  return 2 * EARTH_RADIUS_M * Math.asin(Math.min(1, Math.sqrt(share)));
}

/** m between two places. @throws DomainError `TYPE`, `MISSING`, `RANGE`. */
export function haversine(a: Place, b: Place): number {
  return metresBetween(placeAt(a, 'a'), placeAt(b, 'b'));
}

/**
 * Degrees from north, clockwise, in which one sets out from `from` to come to `to` by the shortest way; 0 where both are one place.
 *
 * Formula: atan2(sin dlon cos lat2, cos lat1 sin lat2 - sin lat1 cos lat2 cos dlon), on a sphere.
 * @throws DomainError `TYPE`, `MISSING`, `RANGE`.
 */
export function bearing(from: Place, to: Place): number {
  const [a, b] = [placeAt(from, 'from'), placeAt(to, 'to')];
  const [lat1, lat2, dLon] = [a.lat * RAD, b.lat * RAD, (b.lon - a.lon) * RAD];
  const east = Math.sin(dLon) * Math.cos(lat2);
  const north = Math.cos(lat1) * Math.sin(lat2) - Math.sin(lat1) * Math.cos(lat2) * Math.cos(dLon);
  return (Math.atan2(east, north) / RAD + 360) % 360;
}

/** The place `eastM` and `northM` away, on the flat sheet that touches the Earth at `origin`; good for some kilometres. */
export function offsetPlace(origin: Place, eastM: number, northM: number): Place {
  const lat = origin.lat + northM / (EARTH_RADIUS_M * RAD);
  const lon = origin.lon + eastM / (EARTH_RADIUS_M * RAD * Math.cos(origin.lat * RAD));
  return { lat, lon: ((((lon + 180) % 360) + 360) % 360) - 180 };
}
