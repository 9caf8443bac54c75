import { offsetPlace, type Place } from '@yewridge/core/shared/geometry';

/** The invented valley lies on a sheet: x to the right, y down, one unit = 5 m, its middle at 47.4 N, 13.2 E. */
const MIDDLE: Place = { lat: 47.4, lon: 13.2 };
const UNIT_M = 5;
const MIDDLE_X = 512;
const MIDDLE_Y = 435;
const DEGREES = 1e6;

const rounded = (degrees: number): number => Math.round(degrees * DEGREES) / DEGREES;

/** A point of the sheet as a place, to about a tenth of a metre. */
export function onSheet(x: number, y: number): Place {
  const { lat, lon } = offsetPlace(MIDDLE, (x - MIDDLE_X) * UNIT_M, (MIDDLE_Y - y) * UNIT_M);
  return { lat: rounded(lat), lon: rounded(lon) };
}
