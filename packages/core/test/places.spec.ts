import fc from 'fast-check';
import { parsePlace, placeText } from '@yewridge/core/ground';
import { DomainError } from '@yewridge/core/shared/errors';

const VELLMARK = { lat: 47.4, lon: 13.2 };

describe('ground: coordinates as keepers write them', () => {
  const SPELLINGS: readonly (readonly [text: string, lat: number, lon: number])[] = [
    ['47.4, 13.2', 47.4, 13.2],
    ['47.4 13.2', 47.4, 13.2],
    ['47,4; 13,2', 47.4, 13.2],
    ['-26.2, 28.05', -26.2, 28.05],
    ["47° 24.0' N 13° 12.0' E", 47.4, 13.2],
    ['47°24′00″N 13°12′00″E', 47.4, 13.2],
    ['N 47 24 00 E 13 12 00', 47.4, 13.2],
    ['13.2 E, 47.4 N', 47.4, 13.2],
    ["17° 48' S, 179° 54' W", -17.8, -179.9],
    ['(47.4, 13.2)', 47.4, 13.2],
  ];
  for (const [text, lat, lon] of SPELLINGS) {
    it(`reads ${text}`, () => {
      const place = parsePlace(text);
      expect(place.lat).toBeCloseTo(lat, 9);
      expect(place.lon).toBeCloseTo(lon, 9);
    });
  }

  const REFUSED: readonly (readonly [text: string, code: string])[] = [
    ['', 'FORMAT'],
    ['Old weir', 'FORMAT'],
    ['47.4', 'FORMAT'],
    ['47.4, 13.2, 500', 'FORMAT'],
    ["47° 61' N 13° 12' E", 'FORMAT'],
    ['47.4 N 13.2 N', 'FORMAT'],
    ['91, 13.2', 'RANGE'],
    ['47.4, 181', 'RANGE'],
    ['-47.4 N 13.2 E', 'FORMAT'],
  ];
  for (const [text, code] of REFUSED) {
    it(`refuses "${text}" as ${code}`, () => {
      expect(() => parsePlace(text)).toThrowMatching(
        (error: unknown) => error instanceof DomainError && error.code === code,
      );
    });
  }

  it('reads back what it writes, to a metre', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        (lat, lon) => {
          const back = parsePlace(placeText({ lat, lon }));
          expect(Math.abs(back.lat - lat)).toBeLessThan(6e-6);
          expect(Math.abs(back.lon - lon)).toBeLessThan(6e-6);
        },
      ),
      { seed: 20260514 },
    );
    expect(placeText(VELLMARK)).toBe('47.40000, 13.20000');
  });
});
