/**
 * Times of one's own for the way between places: one by one, or a table out of a file.
 *
 * A table is CSV (RFC 4180) with the names of the places in its first row and its first column and minutes in its cells, from row to
 * column; an empty cell says nothing, the diagonal is not read. It may be asymmetric.
 * Source: {@link travelMatrix} for every way nobody timed.
 */
import { DomainError } from '../shared/errors/index.js';
import type { Place } from '../shared/geometry/index.js';
import { MOST_NODES, travelMatrix, type USUAL_TRAVEL } from './travel.js';

/** s from a place to another, by their ids. */
export interface OwnTime {
  readonly from: string;
  readonly to: string;
  readonly s: number;
}
export interface OwnTimeRow {
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
}

type Named = Place & { readonly id: string };

/**
 * s between the places of a round, the start first; its first column is the way home, which may lie elsewhere.
 * @param home where the round ends; `null` where it ends at its last stop. @throws DomainError as {@link travelMatrix}.
 */
export function roundMatrix(
  start: Named,
  home: Named | null,
  stops: readonly Named[],
  own: readonly OwnTime[],
  travel: Partial<Record<keyof typeof USUAL_TRAVEL, number>> = {},
): number[][] {
  const { stopS = 0, ...ways } = travel;
  const all = [start, ...stops, ...(home ? [home] : [])];
  const times = travelMatrix(all, ways);
  const timed = new Map(own.map(({ from, to, s }) => [`${from} ${to}`, s]));
  const between = (a: number, b: number): number => {
    const [from, to] = [all[a], all[b]];
    if (!from || !to || from.id === to.id) return 0;
    return timed.get(`${from.id} ${to.id}`) ?? times[a]?.[b] ?? 0;
  };
  const count = stops.length + 1;
  return Array.from({ length: count }, (_, a) =>
    Array.from({ length: count }, (_cell, b) => {
      if (a === b) return 0;
      if (b > 0) return between(a, b) + stopS;
      return home ? between(a, all.length - 1) : 0;
    }),
  );
}

const MINUTES = /^\d+([.,]\d+)?$/;
const MOST_MINUTES = 1440;

/**
 * Rows of a file as times between known places.
 * @throws DomainError `EMPTY`, `TOO_LARGE` above 101 places, `LENGTH` where it is not square, `CONFLICT` where a row's name is not that of
 *   its column, `TYPE` for a cell that is no number of minutes, `RANGE` above a day.
 */
export function readTimes(rows: readonly (readonly string[])[]): readonly OwnTimeRow[] {
  const [head = [], ...body] = rows.filter((row) => row.some((one) => one.trim() !== ''));
  const names = head.slice(1).map((one) => one.trim());
  if (names.length === 0) throw new DomainError('EMPTY', 'table', 'has no place in its first row');
  if (names.length > MOST_NODES)
    throw new DomainError('TOO_LARGE', 'table', `${names.length} places are more than ${MOST_NODES}`);
  if (body.length !== names.length)
    throw new DomainError('LENGTH', 'table', `has ${body.length} rows for ${names.length} places: a table is square`);
  return body.flatMap((row, n) => {
    const from = (row[0] ?? '').trim();
    if (from !== names[n])
      throw new DomainError('CONFLICT', `row ${n + 2}`, `is of ${from}, its column of ${names[n] ?? ''}`);
    if (row.length !== names.length + 1)
      throw new DomainError('LENGTH', `row ${n + 2}`, `has ${row.length - 1} times for ${names.length} places`);
    return row.slice(1).flatMap((text, m) => {
      const cell = text.trim();
      if (m === n || cell === '') return [];
      const path = `row ${n + 2}, ${names[m] ?? ''}`;
      if (!MINUTES.test(cell))
        throw new DomainError('TYPE', path, `"${cell}" is no number of minutes`, { value: cell });
      const minutes = Number(cell.replace(',', '.'));
      if (minutes > MOST_MINUTES)
        throw new DomainError('RANGE', path, `${minutes} min is more than a day`, { value: minutes });
      return [{ from, to: names[m] ?? '', minutes }];
    });
  });
}
