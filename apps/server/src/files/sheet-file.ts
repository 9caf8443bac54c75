import { FileFault } from './file-fault.js';

/** A GeoJSON under the map: how much of it can be drawn in good time. */
const MOST_FEATURES = 20_000;
const MOST_BYTES = 16 * 1024 * 1024;
const GEOMETRIES = new Set([
  'Point',
  'MultiPoint',
  'LineString',
  'MultiLineString',
  'Polygon',
  'MultiPolygon',
  'GeometryCollection',
]);

function inDegrees(position: unknown): boolean {
  if (!Array.isArray(position)) return false;
  const [lon, lat] = position as unknown[];
  return typeof lon === 'number' && typeof lat === 'number' && Math.abs(lon) <= 180 && Math.abs(lat) <= 90;
}

/** Positions at any depth of brackets. */
function everyPosition(coordinates: unknown): boolean {
  if (!Array.isArray(coordinates)) return false;
  return Array.isArray(coordinates[0]) ? coordinates.every(everyPosition) : inDegrees(coordinates);
}

interface Geometry {
  readonly type?: unknown;
  readonly coordinates?: unknown;
  readonly geometries?: unknown;
}

function holds(geometry: unknown): boolean {
  if (typeof geometry !== 'object' || geometry === null) return false;
  const { type, coordinates, geometries } = geometry as Geometry;
  if (typeof type !== 'string' || !GEOMETRIES.has(type)) return false;
  return type === 'GeometryCollection'
    ? Array.isArray(geometries) && geometries.every(holds)
    : everyPosition(coordinates);
}

/** How many features a sheet has. @throws FileFault for what cannot be drawn, and names the first feature that cannot. */
export function sheetSize(json: unknown, text: string): number {
  const { features } = json as { readonly features?: unknown };
  const bad = (row: number, code: 'FORMAT' | 'RANGE' | 'EMPTY', message: string): FileFault =>
    new FileFault({ row, column: '', code, message });
  if (!Array.isArray(features)) throw bad(0, 'FORMAT', 'its features are missing');
  if (features.length === 0) throw bad(0, 'EMPTY', 'there is no feature in it');
  if (features.length > MOST_FEATURES || text.length > MOST_BYTES) {
    throw bad(
      0,
      'RANGE',
      `it has ${features.length} features in ${Math.ceil(text.length / 1e6)} MB; a sheet may have ${MOST_FEATURES} in 16 MB`,
    );
  }
  const wrong = features.findIndex((feature: unknown) => {
    const geometry: unknown = (feature as { readonly geometry?: unknown } | null)?.geometry;
    return !holds(geometry);
  });
  if (wrong >= 0) throw bad(wrong + 1, 'FORMAT', 'its shape is missing, or not in degrees of longitude and latitude');
  return features.length;
}
