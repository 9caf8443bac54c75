import fc from 'fast-check';
import { bearing, haversine } from '@yewridge/core/ground';
import { offsetPlace } from '@yewridge/core/shared/geometry';
import { refusal } from './refusal.js';

const orchard = { lat: 47.4, lon: 13.2 };

describe('the way from one place to another', () => {
  it('is north, east, south or west of it, and all between', () => {
    const by = (east: number, north: number): number => bearing(orchard, offsetPlace(orchard, east, north));
    expect(by(0, 500)).toBeCloseTo(0, 6);
    expect(by(500, 500)).toBeCloseTo(45, 1);
    expect(by(500, 0)).toBeCloseTo(90, 1);
    expect(by(0, -500)).toBeCloseTo(180, 6);
    expect(by(-500, 0)).toBeCloseTo(270, 1);
    expect(by(-1, 500)).toBeCloseTo(359.9, 1);
  });

  it('is told across the line of dates the short way', () => {
    expect(bearing({ lat: 0, lon: 179.999 }, { lat: 0, lon: -179.999 })).toBeCloseTo(90, 6);
    expect(bearing({ lat: 0, lon: -179.999 }, { lat: 0, lon: 179.999 })).toBeCloseTo(270, 6);
  });

  it('from a place to itself is no way at all: 0, never NaN, at the poles too', () => {
    for (const lat of [-90, -47.4, 0, 47.4, 90]) {
      const way = bearing({ lat, lon: 13.2 }, { lat, lon: 13.2 });
      expect(way).withContext(`${lat}`).toBe(0);
    }
  });

  it('gone back is the other way, over the distances of a round', () => {
    const metres = fc.integer({ min: -4000, max: 4000 });
    fc.assert(
      fc.property(fc.double({ min: -65, max: 65, noNaN: true }), metres, metres, (lat, east, north) => {
        fc.pre(Math.hypot(east, north) > 50);
        const from = { lat, lon: 13.2 };
        const to = offsetPlace(from, east, north);
        const turn = (bearing(from, to) - bearing(to, from) + 540) % 360;
        // The meridians of 4 km at 65 degrees lie 0.15 degrees apart.
        expect(Math.min(turn, 360 - turn)).toBeLessThan(0.2);
      }),
      { numRuns: 1000 },
    );
  });

  it('gone as far as it is leads there', () => {
    fc.assert(
      fc.property(fc.integer({ min: -3000, max: 3000 }), fc.integer({ min: -3000, max: 3000 }), (east, north) => {
        const to = offsetPlace(orchard, east, north);
        const [way, far] = [(bearing(orchard, to) * Math.PI) / 180, haversine(orchard, to)];
        const reached = offsetPlace(orchard, far * Math.sin(way), far * Math.cos(way));
        expect(haversine(reached, to)).toBeLessThan(2.5);
      }),
      { numRuns: 1000 },
    );
  });

  it('of what is no place is refused, with the field', () => {
    expect(refusal(() => bearing({ lat: 91, lon: 0 }, orchard))).toEqual(['RANGE', 'from.lat']);
    expect(refusal(() => bearing(orchard, { lat: 0, lon: 181 }))).toEqual(['RANGE', 'to.lon']);
  });
});
