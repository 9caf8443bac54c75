import { fileColumns } from '@yewridge/contract/files';
import type { Fields } from '@yewridge/contract/season';
import type { Cell } from './csv-file.js';
import { FileFault } from './file-fault.js';
import { type XmlElement, xmlTree } from './xml-tree.js';

/**
 * Sites as GeoJSON (RFC 7946) and GPX 1.1, out and in, and OGC KML 2.2 in. WGS 84, degrees; elevations in m.
 * Properties carry the column names of the table's file, with the units in them.
 */
export type SiteOut = Fields<'sites'> & { readonly id: string };
type PlacedSite = SiteOut & { readonly lat: number; readonly lon: number };

/** A site that is not placed yet has no mark on a map; its row in the table says so. */
const isPlaced = (site: SiteOut): site is PlacedSite => site.lat !== null && site.lon !== null;

/** A place as a map file says it, with the columns it gave besides; nothing is checked yet but the position. */
export interface PlaceIn {
  readonly id: string | null;
  readonly lat: number;
  readonly lon: number;
  readonly elevationM: number | null;
  readonly name: string;
  readonly properties: Readonly<Record<string, unknown>>;
}

const SITE_COLUMNS = fileColumns('sites');
const OUTSIDE_PROPERTIES = new Set(['id', 'lat', 'lon', 'elevationM']);

function bad(row: number, code: 'FORMAT' | 'TYPE' | 'RANGE', message: string, column = ''): FileFault {
  return new FileFault({ row, column, code, message });
}

function routed(sites: readonly PlacedSite[], route: readonly string[] | undefined): readonly PlacedSite[] {
  return (route ?? []).flatMap((id) => sites.filter((site) => site.id === id));
}

export function sitesToGeoJson(
  all: readonly SiteOut[],
  { route, without = () => false }: { readonly route?: readonly string[]; without?: (field: string) => boolean } = {},
): object {
  const sites = all.filter(isPlaced);
  const line = routed(sites, route);
  const lineString = {
    type: 'Feature',
    id: 'route',
    geometry: { type: 'LineString', coordinates: line.map(({ lat, lon }) => [lon, lat]) },
    properties: { kind: 'route' },
  };
  const points = sites.map((site) => ({
    type: 'Feature',
    id: site.id,
    geometry: {
      type: 'Point',
      coordinates: [site.lon, site.lat, ...(site.elevationM === null ? [] : [site.elevationM])],
    },
    properties: Object.fromEntries(
      SITE_COLUMNS.filter(({ field }) => !OUTSIDE_PROPERTIES.has(field) && !without(field)).flatMap(
        ({ name, field }) => {
          const value = (site as unknown as Readonly<Record<string, Cell>>)[field] ?? null;
          return value === null ? [] : [[name, value]];
        },
      ),
    ),
  }));
  return { type: 'FeatureCollection', features: [...(line.length > 1 ? [lineString] : []), ...points] };
}

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string): string =>
  text
    .replace(/[&<>"]/g, (letter) => ESCAPES[letter] ?? letter)
    // What XML 1.0 cannot hold at all.
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');

export function sitesToGpx(all: readonly SiteOut[], route?: readonly string[]): string {
  const sites = all.filter(isPlaced);
  const point = (tag: string, { lat, lon, elevationM, name }: PlacedSite): string => {
    const elevation = elevationM === null ? '' : `<ele>${elevationM.toFixed(1)}</ele>`;
    return `<${tag} lat="${lat.toFixed(6)}" lon="${lon.toFixed(6)}">${elevation}<name>${escaped(name)}</name></${tag}>`;
  };
  const line = routed(sites, route);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<gpx version="1.1" creator="Yewridge" xmlns="http://www.topografix.com/GPX/1/1">',
    ...sites.map((site) => point('wpt', site)),
    ...(line.length > 0 ? [`<rte>${line.map((site) => point('rtept', site)).join('')}</rte>`] : []),
    '</gpx>',
    '',
  ].join('\n');
}

function coordinate(row: number, column: 'lat' | 'lon', value: unknown): number {
  const most = column === 'lat' ? 90 : 180;
  const number = typeof value === 'string' && value.trim() !== '' ? Number(value) : value;
  if (typeof number !== 'number' || !Number.isFinite(number)) {
    throw bad(row, 'TYPE', `${JSON.stringify(value ?? null)} is not a number of degrees`, column);
  }
  if (Math.abs(number) > most) throw bad(row, 'RANGE', `${number} is outside -${most} to ${most} degrees`, column);
  return number;
}

function elevation(row: number, value: unknown): number | null {
  if (value === undefined || value === null || value === '') return null;
  const number = typeof value === 'string' ? Number(value) : value;
  if (typeof number !== 'number' || !Number.isFinite(number)) {
    throw bad(row, 'TYPE', `${JSON.stringify(value)} is not an elevation in metres`, 'elevation_m');
  }
  return number;
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether a GeoJSON holds places only; lines and areas are a sheet for under the map. */
export function holdsOnlyPlaces(json: unknown): boolean {
  const features = isObject(json) && Array.isArray(json['features']) ? (json['features'] as unknown[]) : [];
  const kinds = features
    .filter((feature) => isObject(feature) && feature['id'] !== 'route')
    .map((feature) => (isObject(feature) && isObject(feature['geometry']) ? feature['geometry']['type'] : null));
  return kinds.length > 0 && kinds.every((kind) => kind === 'Point');
}

/** @throws FileFault `FORMAT` for anything but a collection of points, `TYPE` and `RANGE` for their positions. */
export function sitesFromGeoJson(json: unknown): PlaceIn[] {
  if (!isObject(json) || json['type'] !== 'FeatureCollection' || !Array.isArray(json['features'])) {
    throw bad(0, 'FORMAT', 'this is not a GeoJSON FeatureCollection');
  }
  const features = (json['features'] as unknown[]).filter((one) => !isObject(one) || one['id'] !== 'route');
  return features.map((feature, n) => {
    const row = n + 1;
    const geometry = isObject(feature) && isObject(feature['geometry']) ? feature['geometry'] : null;
    const coordinates: unknown = geometry?.['coordinates'];
    if (!isObject(feature) || geometry?.['type'] !== 'Point' || !Array.isArray(coordinates)) {
      const type = typeof geometry?.['type'] === 'string' ? `a ${geometry['type']}` : 'without a shape';
      throw bad(row, 'FORMAT', `this is ${type}; a site is a Point`);
    }
    const properties = isObject(feature['properties']) ? feature['properties'] : {};
    const given = feature['id'] ?? properties['id'];
    const id = typeof given === 'string' || typeof given === 'number' ? String(given) : null;
    const named = properties['name'];
    return {
      id,
      lon: coordinate(row, 'lon', coordinates[0]),
      lat: coordinate(row, 'lat', coordinates[1]),
      elevationM: elevation(row, coordinates[2]),
      name: typeof named === 'string' && named.trim() !== '' ? named : (id ?? `import-${row}`),
      properties,
    };
  });
}

/** The root of an XML file, which must be the one wanted. @throws FileFault `FORMAT` */
function xmlRoot(text: string, tag: string): XmlElement {
  const root = xmlTree(text);
  if (root.tag !== tag) throw bad(0, 'FORMAT', `the file begins with <${root.tag}> and not with <${tag}>`);
  return root;
}

function textIn({ children }: XmlElement, tag: string): string | null {
  const text = children.find((child) => child.tag === tag)?.text.trim() ?? '';
  return text === '' ? null : text;
}

/** Waypoints; routes and tracks are left out. */
export function sitesFromGpx(text: string): PlaceIn[] {
  const points = xmlRoot(text, 'gpx').children.filter(({ tag }) => tag === 'wpt');
  if (points.length === 0) throw bad(0, 'FORMAT', 'there is no waypoint in it');
  return points.map((point, n) => ({
    id: null,
    lat: coordinate(n + 1, 'lat', point.attributes['lat']),
    lon: coordinate(n + 1, 'lon', point.attributes['lon']),
    elevationM: elevation(n + 1, textIn(point, 'ele')),
    name: textIn(point, 'name') ?? `Waypoint ${n + 1}`,
    properties: {},
  }));
}

/** Elements of one name, at any depth. */
function all(element: XmlElement, tag: string): readonly XmlElement[] {
  return element.children.flatMap((child) => [...(child.tag === tag ? [child] : []), ...all(child, tag)]);
}

/** Every Placemark with a Point, at any depth. */
export function sitesFromKml(text: string): PlaceIn[] {
  const marks = all(xmlRoot(text, 'kml'), 'Placemark').flatMap((mark, n) => {
    const [point] = all(mark, 'Point');
    return point ? [{ point, name: textIn(mark, 'name') ?? `Placemark ${n + 1}` }] : [];
  });
  if (marks.length === 0) throw bad(0, 'FORMAT', 'there is no Placemark with a Point in it');
  return marks.map(({ point, name }, n) => {
    const [lon, lat, above] = (textIn(point, 'coordinates') ?? '').split(',');
    return {
      id: null,
      lat: coordinate(n + 1, 'lat', lat),
      lon: coordinate(n + 1, 'lon', lon),
      elevationM: elevation(n + 1, above?.trim()),
      name,
      properties: {},
    };
  });
}
