import {
  exposureSeasons,
  FACTS,
  FACT_NAMES,
  HARDLY_DAYS,
  occupancyRate,
  placeRates,
  type Sides,
  sidesOf,
  tallyOf,
  USUAL_WINDOW,
  yearRates,
} from '@yewridge/core/evidence';
import { refused, spell, stays } from './evidence-rows.js';

describe('the days that count', () => {
  it('are one definition for every year, oldest first', () => {
    expect(exposureSeasons(USUAL_WINDOW.N, 2023, 2025)).toEqual([
      { season: 2023, start: '2023-04-01', end: '2023-07-15' },
      { season: 2024, start: '2024-04-01', end: '2024-07-15' },
      { season: 2025, start: '2025-04-01', end: '2025-07-15' },
    ]);
  });

  it('run over the turn of the year in the south, and belong to the season they begin in', () => {
    expect(exposureSeasons(USUAL_WINDOW.S, 2024, 2024)).toEqual([
      { season: 2024, start: '2024-10-01', end: '2025-01-15' },
    ]);
  });

  it('are none where the last season lies before the first', () => {
    expect(exposureSeasons(USUAL_WINDOW.N, 2025, 2024)).toEqual([]);
  });

  for (const [from, until, says] of [
    ['4-1', '07-15', 'FORMAT from'],
    ['04-31', '07-15', 'FORMAT from'],
    ['02-29', '07-15', 'FORMAT from'],
    ['04-01', '13-01', 'FORMAT until'],
    ['04-01', '04-01', 'RANGE until'],
  ] as const) {
    it(`are refused from ${from} to ${until}`, () => {
      expect(refused(() => exposureSeasons({ from, until }, 2024, 2024))).toBe(says);
    });
  }

  it('may end the day after they begin', () => {
    expect(exposureSeasons({ from: '04-01', until: '04-02' }, 2024, 2024)).toEqual([
      { season: 2024, start: '2024-04-01', end: '2024-04-02' },
    ]);
  });
});

describe('the sides of a question', () => {
  const sideOf = (sides: Sides, facts: Parameters<typeof spell>[0]): 'A' | 'B' | null => sidesOf(sides)(spell(facts));

  it('of a word are one or more of its values, and all others', () => {
    const sides: Sides = { fact: 'landmark', optionA: 'hedgerow, orchardEdge', optionB: '*' };
    expect(sideOf(sides, { facts: { landmark: 'orchardEdge' } })).toBe('A');
    expect(sideOf(sides, { facts: { landmark: 'building' } })).toBe('B');
    expect(sideOf(sides, { facts: { landmark: null } })).toBeNull();
  });

  it('of a word that name both leave the rest on neither', () => {
    const sides: Sides = { fact: 'comb', optionA: 'oldBrood', optionB: 'none' };
    expect(sideOf(sides, { facts: { comb: 'drawn' } })).toBeNull();
    expect(sideOf(sides, { facts: { comb: 'none' } })).toBe('B');
  });

  for (const [heightM, side] of [
    [1.99, 'B'],
    [2, 'A'],
    [3.99, 'A'],
    [4, 'B'],
  ] as const) {
    it(`of a height from 2 to under 4 m put ${heightM} m on ${side}`, () => {
      expect(sideOf({ fact: 'heightM', optionA: '2..4', optionB: '*' }, { facts: { heightM } })).toBe(side);
    });
  }

  it('of a height that is open at one end take everything beyond', () => {
    expect(sideOf({ fact: 'heightM', optionA: '4..', optionB: '..2' }, { facts: { heightM: 40 } })).toBe('A');
    expect(sideOf({ fact: 'heightM', optionA: '4..', optionB: '..2' }, { facts: { heightM: 0 } })).toBe('B');
    expect(sideOf({ fact: 'heightM', optionA: '4..', optionB: '..2' }, { facts: { heightM: 3 } })).toBeNull();
  });

  for (const [facingDeg, side] of [
    [315, 'A'],
    [359.9, 'A'],
    [0, 'A'],
    [44.9, 'A'],
    [45, 'B'],
    [314.9, 'B'],
  ] as const) {
    it(`of a door to the north put ${facingDeg}° on ${side}`, () => {
      expect(sideOf({ fact: 'facingDeg', optionA: '315..45', optionB: '*' }, { facts: { facingDeg } })).toBe(side);
    });
  }

  for (const [sides, says] of [
    [{ fact: 'comb', optionA: '', optionB: '*' }, 'FORMAT optionA'],
    [{ fact: 'comb', optionA: 'none,', optionB: '*' }, 'FORMAT optionA'],
    [{ fact: 'comb', optionA: '*', optionB: 'none' }, 'FORMAT optionA'],
    [{ fact: 'heightM', optionA: '3', optionB: '*' }, 'FORMAT optionA'],
    [{ fact: 'heightM', optionA: '..', optionB: '*' }, 'FORMAT optionA'],
    [{ fact: 'heightM', optionA: '4..4', optionB: '*' }, 'RANGE optionA'],
    [{ fact: 'heightM', optionA: '4..2', optionB: '*' }, 'RANGE optionA'],
    [{ fact: 'heightM', optionA: '2..4', optionB: 'x' }, 'FORMAT optionB'],
    [{ fact: 'colour', optionA: 'red', optionB: '*' }, 'ENUM fact'],
  ] as const) {
    it(`are refused: ${JSON.stringify(sides)}`, () => {
      expect(refused(() => sidesOf(sides as Sides))).toBe(says);
    });
  }

  it('never overlap: a stay on both is refused when it is met', () => {
    const both = sidesOf({ fact: 'heightM', optionA: '2..4', optionB: '3..5' });
    expect(both(spell({ facts: { heightM: 2.5 } }))).toBe('A');
    expect(refused(() => both(spell({ facts: { heightM: 3 } })))).toBe('CONFLICT optionB');
  });

  it('can be taken of every fact that is known of a stay', () => {
    expect<string[]>([...FACT_NAMES].sort()).toEqual(Object.keys(spell().facts).sort());
    for (const fact of FACT_NAMES) {
      const value = spell().facts[fact];
      const optionA = FACTS[fact] === 'word' ? String(value) : `${Number(value)}..`;
      expect(sidesOf({ fact, optionA, optionB: '*' })(spell()))
        .withContext(fact)
        .toBe('A');
    }
  });
});

describe('which places catch', () => {
  const edge: Sides = { fact: 'site', optionA: 'orchard', optionB: '*' };
  const records = [
    ...stays(4, 3, { siteId: 'orchard', days: 60 }),
    ...stays(4, 1, { siteId: 'weir', days: 60 }),
    ...stays(1, 1, { siteId: 'gate', days: HARDLY_DAYS - 0.5 }),
    ...stays(1, 0, { siteId: 'lane', days: HARDLY_DAYS }),
  ];

  it('is catches over days at risk, with the range of the rate', () => {
    const [all] = placeRates(records, null).groups;
    const orchard = all?.places.find(({ siteId }) => siteId === 'orchard');
    expect([orchard?.events, orchard?.days, orchard?.stays]).toEqual([3, 240, 4]);
    expect(orchard?.rate).toEqual(occupancyRate(3, 240));
  });

  it('stands in the order of rates from five catches on, and in that of names below', () => {
    const order = (rows: typeof records): readonly string[] =>
      placeRates(rows, null).groups.flatMap(({ places }) => places.map(({ siteId }) => siteId));
    expect(placeRates(records, null).ranked).toBeTrue();
    expect(order(records)).toEqual(['orchard', 'gate', 'weir', 'lane']);
    const four = records.filter(({ siteId }) => siteId !== 'gate');
    expect(placeRates(four, null).ranked).toBeFalse();
    expect(order(four)).toEqual(['lane', 'orchard', 'weir']);
  });

  it('says which place hung too short: just under 20 days, and at 20 no more', () => {
    const hardly = new Map(
      placeRates(records, null).groups.flatMap(({ places }) => places.map(({ siteId, hardly: one }) => [siteId, one])),
    );
    expect([hardly.get('gate'), hardly.get('lane'), hardly.get('weir')]).toEqual([true, false, false]);
  });

  it('by the keeper’s groups adds each group up, the first option first', () => {
    const { groups, total } = placeRates(records, edge);
    expect(groups.map(({ side, events, places }) => [side, events, places.length])).toEqual([
      ['A', 3, 1],
      ['B', 2, 3],
    ]);
    expect(groups.reduce((sum, { days }) => sum + days, 0)).toBe(total.days);
    expect(groups.reduce((sum, { events }) => sum + events, 0)).toBe(total.events);
  });

  it('puts a place of which nobody said what it is beside both groups', () => {
    const rows = [
      spell({ siteId: 'a', facts: { landmark: 'hedgerow' } }),
      spell({ siteId: 'b', facts: { landmark: 'building' } }),
      spell({ siteId: 'c', facts: { landmark: null } }),
    ];
    const { groups } = placeRates(rows, { fact: 'landmark', optionA: 'hedgerow', optionB: 'building' });
    expect(groups.map(({ side }) => side)).toEqual(['A', 'B', 'neither']);
  });

  it('leaves out what is no day at risk: a stretch of none, and bees outside the season', () => {
    const rows = [spell({ days: 0 }), spell({ season: null, days: 0, reason: 'outOfSeason' })];
    expect(placeRates(rows, null)).toEqual(
      jasmine.objectContaining({ groups: [], total: { stays: 0, events: 0, days: 0 }, ranked: false }),
    );
  });

  it('shows a place’s stretches oldest first, however they came', () => {
    const rows = [spell({ start: '2024-06-01' }), spell({ start: '2023-06-01' }), spell({ start: '2024-04-01' })];
    const [group] = placeRates(rows, null).groups;
    expect(group?.places[0]?.spells.map(({ start }) => start)).toEqual(['2023-06-01', '2024-04-01', '2024-06-01']);
  });

  it('counts a stay that two seasons share once', () => {
    const rows = [
      spell({ id: 'x-2023', deploymentId: 'x', season: 2023 }),
      spell({ id: 'x-2024', deploymentId: 'x', season: 2024 }),
    ];
    expect(tallyOf(rows)).toEqual({ stays: 1, events: 0, days: 100 });
  });

  it('year by year is the latest first', () => {
    const years = yearRates(records);
    expect(years.map(({ season }) => season)).toEqual([2024, 2023, 2022, 2021]);
    expect(years.reduce((sum, { days }) => sum + days, 0)).toBe(placeRates(records, null).total.days);
  });
});
