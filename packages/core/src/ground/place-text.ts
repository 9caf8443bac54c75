/**
 * Coordinates as keepers write them: decimal degrees, degrees and minutes, or degrees, minutes and seconds, with N S E W
 * before or behind or with signs; latitude first unless the letters say otherwise.
 *
 * Source: ISO 6709 for the order and the signs; the spellings are those of maps and telephones.
 */
import { DomainError } from '../shared/errors/index.js';
import type { Place } from '../shared/geometry/index.js';

interface Angle {
  readonly degrees: number;
  readonly letter: 'N' | 'S' | 'E' | 'W' | null;
}

const NUMBER = String.raw`\d+(?:[.,]\d+)?`;
const ANGLE = new RegExp(
  String.raw`^([NSEW])?\s*([-+]?)(${NUMBER})\s*°?(?:\s*(${NUMBER})\s*['′]?(?:\s*(${NUMBER})\s*(?:["″]|''|′′)?)?)?\s*([NSEW])?$`,
);
const DECIMALS = 1e5;

const plain = (text: string | undefined): number => Number((text ?? '0').replace(',', '.'));

function angleAt(text: string): Angle | null {
  const match = ANGLE.exec(text.trim().toUpperCase().replaceAll('O', 'E'));
  if (!match) return null;
  const [, before, sign, degrees, minutes, seconds, behind] = match;
  const letter = (before ?? behind ?? null) as Angle['letter'];
  const [m, s] = [plain(minutes), plain(seconds)];
  const fractionBefore =
    (minutes !== undefined && !Number.isInteger(plain(degrees))) || (seconds !== undefined && !Number.isInteger(m));
  if (m >= 60 || s >= 60 || (before !== undefined && behind !== undefined) || fractionBefore) return null;
  const size = plain(degrees) + m / 60 + s / 3600;
  const negative = sign === '-' || letter === 'S' || letter === 'W';
  if (sign === '-' && letter !== null) return null;
  return { degrees: negative ? -size : size, letter };
}

/** The ways a text can be cut into two angles: at a comma or semicolon, behind the first letter, or in the middle. */
function cuts(text: string): readonly (readonly [string, string])[] {
  const found: (readonly [string, string])[] = [];
  for (const mark of [';', ', ', ',']) {
    const at = text.indexOf(mark);
    if (at > 0 && text.indexOf(mark, at + mark.length) < 0)
      found.push([text.slice(0, at), text.slice(at + mark.length)]);
  }
  const letters = [...text.matchAll(/[NSEWO]/gi)];
  const [first, second] = letters;
  if (first && second && letters.length === 2) {
    found.push(
      first.index === 0
        ? [text.slice(0, second.index), text.slice(second.index)]
        : [text.slice(0, first.index + 1), text.slice(first.index + 1)],
    );
  }
  const words = text.split(/\s+/);
  if (words.length % 2 === 0) {
    const half = words.length / 2;
    found.push([words.slice(0, half).join(' '), words.slice(half).join(' ')]);
  }
  return found;
}

/**
 * The place of a text such as `47.4, 13.2` or `47° 24' N 13° 12' E`.
 * @throws DomainError `FORMAT` if it is no pair of coordinates, `RANGE` if a latitude is over 90 or a longitude over 180.
 */
export function parsePlace(text: string): Place {
  const tidy = text.trim().replace(/[()]/g, '').replace(/\s+/g, ' ');
  for (const [a, b] of cuts(tidy)) {
    const [first, second] = [angleAt(a), angleAt(b)];
    if (!first || !second) continue;
    const turned = first.letter === 'E' || first.letter === 'W';
    const wrong = second.letter !== null && (second.letter === 'E' || second.letter === 'W') === turned;
    if (wrong || (first.letter === null) !== (second.letter === null)) continue;
    const [lat, lon] = turned ? [second.degrees, first.degrees] : [first.degrees, second.degrees];
    if (Math.abs(lat) > 90) {
      throw new DomainError('RANGE', 'lat', `a latitude of ${lat} is not between -90 and 90`, {
        value: lat,
        range: { min: -90, max: 90 },
      });
    }
    if (Math.abs(lon) > 180) {
      throw new DomainError('RANGE', 'lon', `a longitude of ${lon} is not between -180 and 180`, {
        value: lon,
        range: { min: -180, max: 180 },
      });
    }
    return { lat, lon };
  }
  throw new DomainError(
    'FORMAT',
    'place',
    `"${text}" is not a pair of coordinates like 47.4, 13.2 or 47° 24.0' N 13° 12.0' E`,
    { value: text },
  );
}

/** Decimal degrees to a metre or so: `47.40000, 13.20000`. */
export function placeText({ lat, lon }: Place): string {
  const shown = (degrees: number): string => (Math.round(degrees * DECIMALS) / DECIMALS).toFixed(5);
  return `${shown(lat)}, ${shown(lon)}`;
}
