/**
 * Places where keepers hang traps, read off a sheet: along the edges of woods, orchards and gardens and along hedges at a spacing, at
 * the corners of fields, and at every tree that stands by itself.
 *
 * A line is cut into equal parts of at most the spacing; a closed line is laid once around. Places closer than half the spacing to one
 * that is there already are left out. Holes of an area are edges too.
 * Source: GeoJSON (RFC 7946) for the sheet; which edge is which kind of place is a convention, as in {@link siteAttraction}.
 */
import { DomainError, numberAt, POSITIVE } from '../shared/errors/index.js';
import { EARTH_RADIUS_M, metresBetween, type Place } from '../shared/geometry/index.js';
import type { Landmark } from './attraction.js';
import { MOST_CANDIDATES } from './drawn.js';

/** Kinds of feature that are looked for, what a place there is, and how it lies on it. */
const EDGES = {
  wood: { landmark: 'woodEdge', at: 'edge' },
  orchard: { landmark: 'orchardEdge', at: 'edge' },
  allotment: { landmark: 'hedgerow', at: 'edge' },
  hedgerow: { landmark: 'hedgerow', at: 'edge' },
  field: { landmark: 'fieldCorner', at: 'corner' },
  tree: { landmark: 'loneTree', at: 'point' },
} as const satisfies Readonly<
  Record<string, { readonly landmark: Landmark; readonly at: 'edge' | 'corner' | 'point' }>
>;
export type EdgeKind = keyof typeof EDGES;
const EDGE_KINDS = Object.keys(EDGES) as readonly EdgeKind[];

export interface EdgePoint extends Place {
  readonly kind: EdgeKind;
  readonly landmark: Landmark;
  /** What it lies at, where the sheet has a name for it. */
  readonly of: string | null;
}

type Point = readonly [lon: number, lat: number];
const isPoint = (value: unknown): value is Point =>
  Array.isArray(value) && value.length >= 2 && value.slice(0, 2).every((one) => Number.isFinite(one));
const place = ([lon, lat]: Point): Place => ({ lat, lon });

/** Every line of a geometry, and every point that stands by itself. What is no geometry holds nothing. */
function partsOf(geometry: unknown): {
  readonly lines: readonly (readonly Place[])[];
  readonly points: readonly Place[];
} {
  const { type, coordinates, geometries } = (geometry ?? {}) as {
    readonly type?: unknown;
    readonly coordinates?: unknown;
    readonly geometries?: readonly unknown[];
  };
  if (type === 'GeometryCollection' && Array.isArray(geometries)) {
    const all = geometries.map(partsOf);
    return { lines: all.flatMap(({ lines }) => lines), points: all.flatMap(({ points }) => points) };
  }
  if (type === 'Point') return { lines: [], points: isPoint(coordinates) ? [place(coordinates)] : [] };
  const lists = (value: unknown): readonly (readonly Point[])[] => {
    if (!Array.isArray(value)) return [];
    if (value.every(isPoint)) return [value];
    return value.flatMap(lists);
  };
  const found = lists(coordinates).map((line) => line.map(place));
  return type === 'MultiPoint' ? { lines: [], points: found.flat() } : { lines: found, points: [] };
}

const same = (a: Place | undefined, b: Place | undefined): boolean => a?.lat === b?.lat && a?.lon === b?.lon;

/** Points along a line, both ends among them unless it is closed. */
function along(line: readonly Place[], spacingM: number): readonly Place[] {
  const legs = line.slice(1).map((to, n) => ({ from: line[n] ?? to, to, length: metresBetween(line[n] ?? to, to) }));
  const length = legs.reduce((sum, leg) => sum + leg.length, 0);
  if (length === 0) return line.slice(0, 1);
  const parts = Math.max(1, Math.ceil(length / spacingM));
  const closed = same(line[0], line.at(-1));
  const wanted = Array.from({ length: closed ? parts : parts + 1 }, (_part, n) => (n * length) / parts);
  let leg = 0;
  let before = 0;
  const between = (from: Place, to: Place, share: number): Place => ({
    lat: from.lat + share * (to.lat - from.lat),
    lon: from.lon + share * (to.lon - from.lon),
  });
  return wanted.map((at) => {
    while (leg < legs.length - 1 && before + (legs[leg]?.length ?? 0) < at) {
      before += legs[leg]?.length ?? 0;
      leg += 1;
    }
    const here = legs[leg];
    if (!here) return line[0] ?? { lat: 0, lon: 0 };
    return between(here.from, here.to, here.length === 0 ? 0 : Math.min(1, (at - before) / here.length));
  });
}

function pointsAt(kind: EdgeKind, geometry: unknown, spacingM: number): readonly Place[] {
  const { lines, points } = partsOf(geometry);
  switch (EDGES[kind].at) {
    case 'point':
      return points;
    case 'corner':
      return lines.flatMap((line) => (same(line[0], line.at(-1)) ? line.slice(1) : line));
    case 'edge':
      return lines.flatMap((line) => along(line, spacingM));
  }
}

/**
 * @param sheets GeoJSON of the map: feature collections whose features say their `kind`.
 * @param there places that are there already.
 * @throws DomainError `TYPE` or `RANGE` for a spacing, `TOO_LARGE` for more than 5000 places.
 */
export function edgePoints(
  sheets: readonly unknown[],
  spacingM: number,
  there: readonly Place[] = [],
): readonly EdgePoint[] {
  const spacing = numberAt(spacingM, 'spacingM', POSITIVE);
  const found: EdgePoint[] = [];
  const band = (spacing / 2 / EARTH_RADIUS_M) * (180 / Math.PI) * 1.001;
  const near = (at: Place, all: readonly Place[]): boolean => {
    const wide = band / Math.max(1e-6, Math.cos((at.lat * Math.PI) / 180));
    return all.some(
      (one) =>
        Math.abs(one.lat - at.lat) <= band &&
        Math.abs(one.lon - at.lon) <= wide &&
        metresBetween(one, at) < spacing / 2,
    );
  };
  for (const sheet of sheets) {
    const { features } = (sheet ?? {}) as { readonly features?: unknown };
    for (const feature of Array.isArray(features) ? (features as readonly unknown[]) : []) {
      const { properties, geometry } = (feature ?? {}) as {
        readonly properties?: { readonly kind?: unknown; readonly name?: unknown } | null;
        readonly geometry?: unknown;
      };
      const kind = EDGE_KINDS.find((one) => one === properties?.kind);
      if (kind === undefined) continue;
      const of = typeof properties?.name === 'string' ? properties.name : null;
      for (const at of pointsAt(kind, geometry, spacing)) {
        if (near(at, there) || near(at, found)) continue;
        found.push({ ...at, kind, landmark: EDGES[kind].landmark, of });
        if (found.length > MOST_CANDIDATES)
          throw new DomainError('TOO_LARGE', 'spacingM', `more than ${MOST_CANDIDATES} places: lay them wider`, {
            value: spacing,
          });
      }
    }
  }
  return found;
}
