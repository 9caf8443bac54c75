/**
 * How long the way takes between places, and how a table of such times is read.
 *
 * Time = great circle x detour / speed, and some time a stop besides: 12 m/s and 1.3 are rules of thumb for country roads. Times of
 * one's own replace cells. A table may be asymmetric: uphill takes longer.
 * Source: distances of {@link haversine}; the detour is a usual ratio of road to straight line.
 */
import { DomainError, emptyError, Fields, NON_NEGATIVE, numberAt, POSITIVE } from '../shared/errors/index.js';
import { LATITUDE, LONGITUDE, metresBetween, type Place } from '../shared/geometry/index.js';

export const MOST_NODES = 101;
export const USUAL_TRAVEL = { speedMps: 12, detour: 1.3, stopS: 0 } as const;

/** s from row to column; node 0 is the start. */
export type TravelMatrix = readonly (readonly number[])[];

/** @throws DomainError `TYPE`, `RANGE`, `EMPTY`, `TOO_LARGE` above 101 nodes, `LENGTH` where it is not square. */
export function matrixAt(value: unknown, path: string): TravelMatrix {
  if (!Array.isArray(value)) throw new DomainError('TYPE', path, 'must be a list of rows', { value });
  const rows = value as readonly unknown[];
  if (rows.length === 0) throw emptyError(path);
  if (rows.length > MOST_NODES) throw new DomainError('TOO_LARGE', path, `more than ${MOST_NODES} places`);
  return rows.map((row, n) => {
    const at = `${path}[${n}]`;
    if (!Array.isArray(row)) throw new DomainError('TYPE', at, 'must be a list', { value: row });
    if (row.length !== rows.length)
      throw new DomainError('LENGTH', at, `has ${row.length} times for ${rows.length} places: a table is square`);
    return (row as readonly unknown[]).map((cell, m) => numberAt(cell, `${at}[${m}]`, NON_NEGATIVE));
  });
}

/** s between all places. @throws DomainError `TYPE`, `MISSING`, `RANGE`, `EMPTY`, `TOO_LARGE`. */
export function travelMatrix(
  points: readonly Place[],
  options: { readonly speedMps?: number; readonly detour?: number; readonly stopS?: number } = {},
): number[][] {
  const fields = new Fields({ points, options }, '', 'wrong type');
  const places = fields
    .objects('points')
    .map((one) => ({ lat: one.number('lat', LATITUDE), lon: one.number('lon', LONGITUDE) }));
  if (places.length === 0) throw emptyError('points');
  if (places.length > MOST_NODES) throw new DomainError('TOO_LARGE', 'points', `more than ${MOST_NODES} places`);
  const given = fields.object('options');
  const speed = given.numberOr('speedMps', USUAL_TRAVEL.speedMps, POSITIVE);
  const detour = given.numberOr('detour', USUAL_TRAVEL.detour, POSITIVE);
  const stopS = given.numberOr('stopS', USUAL_TRAVEL.stopS, NON_NEGATIVE);
  return places.map((from, n) =>
    places.map((to, m) => (n === m ? 0 : (metresBetween(from, to) * detour) / speed + stopS)),
  );
}
