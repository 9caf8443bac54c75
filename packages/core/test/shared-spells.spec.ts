import fc from 'fast-check';
import {
  effects,
  fromShared,
  MOST_SHARED,
  readSharedText,
  SHARED_COLUMNS,
  type SharedSpell,
  sharedSpells,
  sharedText,
  toShare,
} from '@yewridge/core/evidence';
import { refused, spell, stays } from './evidence-rows.js';

const ROW: SharedSpell = {
  season: 2024,
  month: 4,
  days: 37,
  caught: 1,
  why: 'occupied',
  height_m: 3.2,
  facing_deg: 160,
  volume_m3: 0.0346,
  entrance_m2: 0.00126,
  comb: 'none',
  lure: 'lemongrassOil/swabInBag',
  landmark: 'hedgerow',
  shade: 'partSun',
  lat_deg: 47,
  lon_deg: 13,
};
const messageOf = (row: object): string => {
  try {
    sharedSpells([row]);
  } catch (error) {
    return (error as Error).message;
  }
  throw new Error('was not refused');
};

describe('spells that keepers hand to each other', () => {
  it('are read as they stand, all columns of them', () => {
    expect(sharedSpells([ROW])).toEqual([ROW]);
    expect(Object.keys(ROW).sort()).toEqual([...SHARED_COLUMNS].sort());
  });

  it('may leave unsaid what nobody wrote down', () => {
    const { season, month, days, caught, why } = ROW;
    const [read] = sharedSpells([{ season, month, days, caught, why }]);
    expect([read?.height_m, read?.comb, read?.lat_deg]).toEqual([null, null, null]);
  });

  for (const [field, under, at, top, over] of [
    ['season', 1899, 1900, 2200, 2201],
    ['month', 0, 1, 12, 13],
    ['days', 0.4, 0.5, 366, 367],
    ['height_m', -0.1, 0, 40, 40.1],
    ['facing_deg', -1, 0, 360, 361],
    ['volume_m3', 0.0009, 0.001, 0.2, 0.21],
    ['entrance_m2', 0.000009, 0.00001, 0.02, 0.021],
    ['lat_deg', -91, -90, 90, 91],
    ['lon_deg', -181, -180, 180, 181],
  ] as const) {
    it(`${field} is ${at} to ${top}`, () => {
      for (const value of [at, top]) expect(sharedSpells([{ ...ROW, [field]: value }]).length).toBe(1);
      for (const value of [under, over]) {
        expect(refused(() => sharedSpells([ROW, { ...ROW, [field]: value }]))).toBe(`RANGE spells[1].${field}`);
      }
    });
  }

  for (const [field, value, unit] of [
    ['height_m', 320, 'centimetres'],
    ['volume_m3', 40, 'litres'],
    ['entrance_m2', 12, 'cm²'],
    ['entrance_m2', 1200, 'mm²'],
  ] as const) {
    it(`${field} of ${value} is asked about: is it in ${unit}?`, () => {
      expect(messageOf({ ...ROW, [field]: value })).toContain(`is it in ${unit}?`);
    });
  }

  it('a column in another unit is none of theirs, and theirs is named', () => {
    expect(refused(() => sharedSpells([{ ...ROW, height_ft: 10 }]))).toBe('ENUM spells[0].height_ft');
    expect(messageOf({ ...ROW, height_ft: 10 })).toContain('did you mean height_m?');
    expect(messageOf({ ...ROW, keeperName: 'x' })).not.toContain('did you mean');
  });

  for (const [change, says] of [
    [{ caught: 2 }, 'ENUM spells[0].caught'],
    [{ caught: 0 }, 'CONFLICT spells[0].why'],
    [{ why: 'removed' }, 'CONFLICT spells[0].why'],
    [{ why: 'stolen' }, 'ENUM spells[0].why'],
    [{ days: '37' }, 'TYPE spells[0].days'],
    [{ days: Number.NaN }, 'TYPE spells[0].days'],
    [{ comb: 'x'.repeat(61) }, 'LENGTH spells[0].comb'],
    [{ season: undefined }, 'MISSING spells[0].season'],
  ] as const) {
    it(`are refused with ${JSON.stringify(change)}: ${says}`, () => {
      expect(refused(() => sharedSpells([{ ...ROW, ...change }]))).toBe(says);
    });
  }

  it('are 1 to 2000 rows: no row is refused, and the 2001st is named', () => {
    expect(refused(() => sharedSpells([]))).toBe('EMPTY spells');
    const rows = Array.from({ length: MOST_SHARED }, () => ROW);
    expect(sharedSpells(rows).length).toBe(2000);
    expect(refused(() => sharedSpells([...rows, ROW]))).toBe('TOO_LARGE spells[2000]');
  });

  it('that are no rows at all are refused', () => {
    expect(refused(() => sharedSpells([7]))).toBe('TYPE spells[0]');
    expect(refused(() => sharedSpells([null]))).toContain('spells[0]');
  });
});

describe('one’s own spells on their way to others', () => {
  const own = [
    spell({
      siteId: 'weir',
      event: 1,
      days: 37,
      start: '2024-04-12',
      facts: { volumeM3: 0.034606363, entranceM2: 0.00125663 },
    }),
    spell({ siteId: 'loft', reason: 'removed' }),
  ];
  const regions = new Map([['weir', { lat: 47.412, lon: 13.187 }]]);

  it('carry days, ends and facts, and the region to a whole degree', () => {
    const [first, second] = toShare(own, regions);
    expect(first).toEqual(
      jasmine.objectContaining({
        season: 2024,
        month: 4,
        days: 37,
        caught: 1,
        why: 'occupied',
        volume_m3: 0.03461,
        entrance_m2: 0.001257,
        lat_deg: 47,
        lon_deg: 13,
      }),
    );
    expect([second?.why, second?.lat_deg]).toEqual(['removed', null]);
  });

  it('carry no name, no place and no trap', () => {
    const named = own.map((one) => ({ ...one, site: 'Old weir', trap: 'V-07', siteId: 'old-weir' }));
    const text = JSON.stringify(toShare(named, regions));
    for (const secret of ['Old weir', 'old-weir', 'V-07', 't1', '47.4', '13.1']) expect(text).not.toContain(secret);
  });

  it('leave out what does not count, and what is somebody else’s', () => {
    const rows = [...own, spell({ days: 0 }), spell({ season: null }), spell({ keeper: 'k-1' })];
    expect(toShare(rows, regions).length).toBe(2);
  });

  it('are read by whoever takes them in', () => {
    expect(sharedSpells(toShare(own, regions)).length).toBe(2);
  });

  it('answer a question there as they do here, as far as the facts go', () => {
    const rows = [...stays(20, 12, { facts: { comb: 'oldBrood' } }), ...stays(20, 5, { facts: { comb: 'none' } })];
    const ask = {
      id: 'comb',
      kind: 'sides',
      fact: 'comb',
      optionA: 'oldBrood',
      optionB: '*',
      nameA: 'old comb',
      nameB: 'no comb',
    } as const;
    const [here] = effects(rows, [ask]).rows;
    const [there] = effects(fromShared(toShare(rows, new Map()), 'k-1'), [ask]).rows;
    expect([there?.a, there?.b].map((one) => [one?.events, one?.days])).toEqual(
      [here?.a, here?.b].map((one) => [one?.events, one?.days]),
    );
    expect(there?.ratio).toBeCloseTo(here?.ratio ?? 0, 9);
  });
});

describe('spells as they are kept', () => {
  const word = fc.option(fc.string({ minLength: 1, maxLength: 20 }), { nil: null });
  const rows: fc.Arbitrary<SharedSpell> = fc.record({
    season: fc.integer({ min: 1900, max: 2200 }),
    month: fc.integer({ min: 1, max: 12 }),
    days: fc.integer({ min: 1, max: 366 }),
    caught: fc.constant(0 as const),
    why: fc.constantFrom('removed' as const, 'seasonEnd' as const, 'asOf' as const),
    height_m: fc.option(fc.integer({ min: 0, max: 40 }), { nil: null }),
    facing_deg: fc.option(fc.integer({ min: 0, max: 360 }), { nil: null }),
    volume_m3: fc.constant(0.04),
    entrance_m2: fc.constant(null),
    comb: word,
    lure: word,
    landmark: word,
    shade: word,
    lat_deg: fc.option(fc.integer({ min: -90, max: 90 }), { nil: null }),
    lon_deg: fc.option(fc.integer({ min: -180, max: 180 }), { nil: null }),
  });

  it('come back as they were, whatever stands in their words', () => {
    fc.assert(
      fc.property(fc.array(rows, { minLength: 1, maxLength: 20 }), (spells) => {
        expect(readSharedText(sharedText(spells))).toEqual(spells);
      }),
      { seed: 20261201, numRuns: 200 },
    );
  });

  it('are a line a spell, whatever stands in their words', () => {
    const odd = { ...ROW, comb: 'a|b\nc%7C\r' };
    expect(sharedText([odd, ROW]).split('\n').length).toBe(2);
    expect(readSharedText(sharedText([odd]))[0]?.comb).toBe(odd.comb);
  });

  it('that were cut off are refused, and not half read', () => {
    const text = sharedText([ROW, ROW]);
    expect(() => readSharedText(text.slice(0, -80))).toThrowError();
    expect(() => readSharedText('')).toThrowError();
  });

  it('of 2000 rows are within what a record holds', () => {
    const text = sharedText(Array.from({ length: MOST_SHARED }, () => ({ ...ROW, landmark: 'woodInterior' })));
    expect(text.length).toBeLessThan(240_000);
  });

  it('belong to their keeper: a place of theirs is the keeper, and a trap is nobody’s', () => {
    const [one] = fromShared([ROW], 'k-9');
    expect([one?.keeper, one?.siteId, one?.facts.site, one?.facts.trap]).toEqual(['k-9', 'k-9', null, null]);
    expect([one?.season, one?.days, one?.event]).toEqual([2024, 37, 1]);
  });
});
