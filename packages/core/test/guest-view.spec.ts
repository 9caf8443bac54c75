import fc from 'fast-check';
import { cellCentre, GUEST_CELL_M, guestView } from '@yewridge/core/field';
import { haversine } from '@yewridge/core/ground';

const NOW = { today: '2026-05-14', hemisphere: 'N' } as const;
const place = fc.record({
  lat: fc.double({ min: -90, max: 90, noNaN: true }),
  lon: fc.double({ min: -180, max: 180, noNaN: true }),
});

describe('a place as a guest is told it', () => {
  it('is the centre of a cell, never further than half its diagonal, and the same for all of the cell', () => {
    fc.assert(
      fc.property(place, (at) => {
        const centre = cellCentre(at);
        expect(haversine(at, centre)).toBeLessThanOrEqual((GUEST_CELL_M / 2) * Math.SQRT2 + 1);
        expect(cellCentre(centre)).toEqual(centre);
      }),
      { numRuns: 2000 },
    );
  });

  it('tells places of one cell apart by nothing, and those of two by 500 m or so', () => {
    const orchard = { lat: 47.4012, lon: 13.2034 };
    const near = { lat: 47.4013, lon: 13.2036 };
    expect(cellCentre(near)).toEqual(cellCentre(orchard));
    const north = { lat: orchard.lat + GUEST_CELL_M / 111_195, lon: orchard.lon };
    const apart = haversine(cellCentre(orchard), cellCentre(north));
    expect(apart).toBeGreaterThan(480);
    expect(apart).toBeLessThan(720);
  });
});

describe('the season as a guest sees it', () => {
  const places = new Map([
    ['s1', { lat: 47.4012, lon: 13.2034 }],
    ['s2', { lat: 47.4013, lon: 13.2036 }],
    ['s3', { lat: 47.45123, lon: 13.20987 }],
  ]);
  const stays = [
    { id: 'd1', siteId: 's1', takenDownOn: null },
    { id: 'd2', siteId: 's2', takenDownOn: '2026-05-14' },
    { id: 'd3', siteId: 's2', takenDownOn: '2026-05-15' },
    { id: 'd4', siteId: 'nowhere', takenDownOn: null },
  ];

  it('counts what hangs today and what was caught this season, cell by cell', () => {
    const catches = [
      { deploymentId: 'd1', foundOn: '2026-05-12', arrivedOn: '2026-05-10' },
      { deploymentId: 'd2', foundOn: '2026-05-13', arrivedOn: '2026-05-10' },
      { deploymentId: null, foundOn: '2026-05-13', arrivedOn: null },
      { deploymentId: 'd1', foundOn: '2025-05-13', arrivedOn: null },
    ];
    const seen = guestView({ stays, catches, places }, NOW);
    // Taken down today hangs no longer; one without a place is counted and stands nowhere.
    expect(seen).toEqual({
      today: '2026-05-14',
      season: 2026,
      hanging: 3,
      catches: 3,
      arrivals: [
        { on: '2026-05-10', count: 2 },
        { on: '2026-05-13', count: 1 },
      ],
      cells: [{ ...cellCentre({ lat: 47.4012, lon: 13.2034 }), hanging: 2, catches: 2 }],
    });
  });

  it('holds no place as it is kept', () => {
    const text = JSON.stringify(guestView({ stays, catches: [], places }, NOW));
    for (const { lat, lon } of places.values())
      expect(text.includes(String(lat)) || text.includes(String(lon))).toBeFalse();
  });
});
