/**
 * Distances on the ground, along the great circle of a sphere.
 *
 * Formula: 2 R asin sqrt(hav dlat + cos lat1 cos lat2 hav dlon), R = 6 371 008.8 m, the mean radius of the Earth.
 * Source: International Union of Geodesy and Geophysics mean radius R1. Error up to 0.5 % of the distance, the Earth being no sphere.
 */
import { Fields, type NumberRange } from '../errors/index.js';

export const LATITUDE: NumberRange = { min: -90, max: 90 };
export const LONGITUDE: NumberRange = { min: -180, max: 180 };
const EARTH_RADIUS_M = 6_371_008.8;
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

/** m between two places. @throws DomainError `TYPE`, `MISSING`, `RANGE`. */
export function haversine(a: Place, b: Place): number {
  const [from, to] = [placeAt(a, 'a'), placeAt(b, 'b')];
  const half = (degrees: number): number => Math.sin((degrees * RAD) / 2) ** 2;
  const share = half(to.lat - from.lat) + Math.cos(from.lat * RAD) * Math.cos(to.lat * RAD) * half(to.lon - from.lon);
  return 2 * EARTH_RADIUS_M * Math.asin(Math.min(1, Math.sqrt(share)));
}

/** The place `eastM` and `northM` away, on the flat sheet that touches the Earth at `origin`; good for some kilometres. */
export function offsetPlace(origin: Place, eastM: number, northM: number): Place {
  const lat = origin.lat + northM / (EARTH_RADIUS_M * RAD);
  const lon = origin.lon + eastM / (EARTH_RADIUS_M * RAD * Math.cos(origin.lat * RAD));
  return { lat, lon: ((((lon + 180) % 360) + 360) % 360) - 180 };
}
