/** A round as a route other programs can follow. Source: GPX 1.1, WGS 84; six decimals of a degree, 0.1 m. */
import type { Place } from '../shared/geometry/index.js';

export interface GpxPoint extends Place {
  readonly name: string;
  /** A line of words. */
  readonly says?: string;
}
const NAMED: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&apos;',
};
// Characters XML 1.0 does not allow are left out.
// eslint-disable-next-line no-control-regex -- they are what is looked for
const NOT_XML = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g;
const escaped = (text: string): string => text.replace(NOT_XML, '').replace(/[&<>"']/g, (one) => NAMED[one] ?? '');

export function gpxRoute(name: string, points: readonly GpxPoint[]): string {
  const point = ({ lat, lon, name: of, says }: GpxPoint): string =>
    `<rtept lat="${lat.toFixed(6)}" lon="${lon.toFixed(6)}"><name>${escaped(of)}</name>${
      says === undefined ? '' : `<desc>${escaped(says)}</desc>`
    }</rtept>`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<gpx version="1.1" creator="Yewridge" xmlns="http://www.topografix.com/GPX/1/1">',
    `<rte><name>${escaped(name)}</name>${points.map(point).join('')}</rte>`,
    '</gpx>',
    '',
  ].join('\n');
}
