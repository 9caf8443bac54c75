import {
  counted,
  type EffectAsk,
  type Effects,
  effects,
  filling,
  type KeptSpell,
  leftOut,
  narrowed,
  poissonRegression,
  pooledEffects,
  SEASON_DAYS,
  sidesOf,
  trapSeasonsNeeded,
} from '@yewridge/core/evidence';
import { refused, spell, stays } from './evidence-rows.js';

const COMB: EffectAsk = {
  id: 'comb',
  kind: 'sides',
  fact: 'comb',
  optionA: 'oldBrood',
  optionB: '*',
  nameA: 'old comb',
  nameB: 'no old comb',
};
const SHADE: EffectAsk = {
  id: 'shade',
  kind: 'sides',
  fact: 'shade',
  optionA: 'shade',
  optionB: '*',
  nameA: 'shade',
  nameB: 'a lighter spot',
};
const HEIGHT: EffectAsk = {
  id: 'height',
  kind: 'step',
  fact: 'heightM',
  step: 1,
  nameA: 'one metre higher',
  nameB: 'one metre lower',
};
const EDGE: EffectAsk = { ...COMB, id: 'edge', fact: 'site', optionA: 'orchard', nameA: 'an edge', nameB: 'elsewhere' };

/** Old comb catches `with_` of 20 stays, no comb `without` of 20, at the same five places. */
const combs = (with_: number, without: number, more: Parameters<typeof spell>[0] = {}): readonly KeptSpell[] =>
  [
    ...stays(20, with_, { ...more, facts: { comb: 'oldBrood', ...more.facts } }),
    ...stays(20, without, { ...more, facts: { comb: 'none', ...more.facts } }),
  ].map((one, n) => {
    const siteId = `p${n % 5}`;
    return { ...one, siteId, facts: { ...one.facts, site: one.facts.site === null ? null : siteId } };
  });
const rowOf = (found: Effects, id: string) => found.rows.find((row) => row.id === id);

describe('what makes a difference', () => {
  it('tells a question of two sides with the catches and days behind each', () => {
    const row = rowOf(effects(combs(12, 4), [COMB]), 'comb');
    expect([row?.a, row?.b]).toEqual([
      { stays: 20, events: 12, days: 1000 },
      { stays: 20, events: 4, days: 1000 },
    ]);
    expect(row?.ratio).toBeGreaterThan(1);
    expect(row?.verdict.text).toContain('16 catches');
  });

  it('says the other way round what is put the other way round', () => {
    const [there] = effects(combs(12, 4), [COMB]).rows;
    const [back] = effects(combs(12, 4), [
      { ...COMB, optionA: 'none', optionB: '*', nameA: 'no old comb', nameB: 'old comb' },
    ]).rows;
    expect((there?.ratio ?? 0) * (back?.ratio ?? 0)).toBeCloseTo(1, 9);
    expect((there?.lo ?? 0) * (back?.hi ?? 0)).toBeCloseTo(1, 9);
    expect(there?.pDirection).toBeCloseTo(back?.pDirection ?? 0, 9);
  });

  it('is the regression itself: one column a question, places and seasons as groups', () => {
    const rows = combs(9, 5);
    const [row] = effects(rows, [COMB]).rows;
    const fitted = poissonRegression({
      rows: rows.map((one) => ({
        y: one.event,
        exposure: one.days,
        x: { comb: one.facts.comb === 'oldBrood' ? 1 : 0 },
        groups: { site: `own ${one.siteId}`, season: String(one.season) },
      })),
      columns: [{ name: 'comb' }],
      groups: ['site', 'season'],
    });
    expect(row?.ratio).toBeCloseTo(fitted.effects[0]?.ratio ?? 0, 12);
  });

  it('of a number counts all stays on both sides, and a step twice as long squares the ratio', () => {
    const rows = [
      ...stays(15, 9, { siteId: 'a', facts: { heightM: 5 } }),
      ...stays(15, 4, { siteId: 'b', facts: { heightM: 2 } }),
      ...stays(15, 6, { siteId: 'c', facts: { heightM: 3 } }),
    ];
    const [one] = effects(rows, [HEIGHT]).rows;
    expect([one?.a.events, one?.b.events, one?.settle]).toEqual([19, 19, null]);
    const wide = { ...HEIGHT, kind: 'step', step: 2 } as const;
    const [two] = effects(rows, [wide]).rows;
    // The prior holds a longer step as near to nothing as a shorter one, so that it is not quite the square.
    expect(Math.abs(Math.log(two?.ratio ?? 1))).toBeGreaterThan(1.2 * Math.abs(Math.log(one?.ratio ?? 1)));
  });

  it('cannot be said where everything is on one side', () => {
    const found = effects(stays(10, 3), [COMB, HEIGHT]);
    expect([found.rows, found.silent, found.events]).toEqual([[], ['comb', 'height'], 3]);
  });

  it('leaves a stretch out of all questions where one fact of it is not known, and counts it', () => {
    const rows = [...combs(8, 4), spell({ event: 1, facts: { comb: null } })];
    const found = effects(rows, [COMB]);
    expect([found.dropped, found.events]).toEqual([1, 12]);
    expect(effects(rows, [{ ...COMB, optionB: 'none' }]).dropped).toBe(1);
  });

  it('counts neither a stretch of no day nor one outside the season', () => {
    const rows = [...combs(8, 4), spell({ days: 0 }), spell({ season: null })];
    expect(counted(rows).length).toBe(40);
    expect(effects(rows, [COMB]).dropped).toBe(0);
  });

  it('of no records, or with no question, is empty', () => {
    expect(effects([], [COMB]).rows).toEqual([]);
    expect(effects(combs(5, 5), []).rows).toEqual([]);
  });

  it('needs more to lean the more is asked at once', () => {
    const rows = combs(13, 4);
    const code = (comparisons: number): string | undefined => effects(rows, [COMB], comparisons).rows[0]?.verdict.code;
    expect(code(1)).toBe('leaning');
    expect(code(40)).toBe('undecided');
    expect(effects(rows, [COMB, HEIGHT]).comparisons).toBe(2);
  });

  it('says nothing of four catches, whatever their ratio', () => {
    expect(effects(combs(4, 0), [COMB]).rows[0]?.verdict.code).toBe('too-few');
    expect(effects(combs(5, 0), [COMB]).rows[0]?.verdict.code).not.toBe('too-few');
  });

  it('does not change with the order of the records', () => {
    const rows = combs(11, 6);
    const [there] = effects(rows, [COMB]).rows;
    const [back] = effects([...rows].reverse(), [COMB]).rows;
    expect(there?.ratio).toBeCloseTo(back?.ratio ?? 0, 9);
  });

  for (const [asks, says] of [
    [[COMB, COMB], 'CONFLICT asks'],
    [Array.from({ length: 21 }, (_, n) => ({ ...COMB, id: String(n) })), 'RANGE asks'],
    [[{ ...HEIGHT, fact: 'comb' }], 'ENUM fact'],
    [[{ ...HEIGHT, fact: 'facingDeg' }], 'ENUM fact'],
  ] as const) {
    it(`is refused: ${says} of ${asks.length}`, () => {
      expect(refused(() => effects(combs(5, 5), asks as readonly EffectAsk[]))).toBe(says);
    });
  }

  it('takes the latest 2000 stretches, and says how many are older', () => {
    const many = (count: number): readonly KeptSpell[] =>
      Array.from({ length: count }, (_, n) =>
        spell({
          start: n === 0 ? '2020-05-01' : '2024-05-01',
          facts: { comb: n % 2 === 0 ? 'oldBrood' : 'none' },
          event: n % 9 === 0 ? 1 : 0,
        }),
      );
    const [full, over] = [effects(many(2000), [COMB]), effects(many(2001), [COMB])];
    expect([full.older, over.older]).toEqual([0, 1]);
    // The one that is older was caught.
    expect(over.events).toBe(full.events - 1);
  });

  it('lets the places that hung least share one where there are more than 250', () => {
    const places = (count: number): readonly KeptSpell[] =>
      Array.from({ length: 2 * count }, (_, n) =>
        spell({
          siteId: `p${n % count}`,
          event: n % 5 === 0 ? 1 : 0,
          facts: { comb: n < count ? 'oldBrood' : 'none' },
        }),
      );
    for (const count of [250, 251, 400]) expect(effects(places(count), [COMB]).rows.length).toBe(1);
  });

  it('takes twenty questions at once', () => {
    const asks = Array.from({ length: 20 }, (_, n) => ({ ...COMB, id: String(n) }));
    expect(effects(combs(5, 5), asks).rows.length).toBe(20);
  });
});

describe('what would settle it', () => {
  it('is a twofold difference where nothing leans, at the rates both sides have together', () => {
    const [row] = effects(combs(8, 8), [COMB]).rows;
    // One catch in 300 days is put to the records before anything is known.
    const rate = (16 + 1) / (2000 + 300);
    const need = trapSeasonsNeeded({ ratePerDay: (2 * rate) / 3, ratio: 2 });
    expect(row?.settle?.ratio).toBe(2);
    expect(row?.settle?.neededSeasons).toBe(need.trapSeasonsPerArm);
    expect(row?.settle?.hadA).toBeCloseTo(1000 / SEASON_DAYS, 12);
  });

  it('is the difference itself where the records lean', () => {
    const [row] = effects(combs(13, 4), [COMB]).rows;
    expect(row?.verdict.code).toBe('leaning');
    expect(row?.settle?.ratio).toBeCloseTo(row?.ratio ?? 0, 12);
  });

  it('is not asked any more of what is clear', () => {
    const rows = [0, 1, 2, 3].flatMap(() => combs(16, 4));
    const [row] = effects(rows, [COMB]).rows;
    expect([row?.verdict.code, row?.settle]).toEqual(['clear', null]);
  });

  it('is dearer for a smaller difference', () => {
    const settle = effects(combs(8, 8), [COMB]).rows[0]?.settle;
    expect(settle?.neededForHalfMore ?? 0).toBeGreaterThan(2 * (settle?.neededSeasons ?? 0));
  });
});

describe('records of other keepers', () => {
  const theirs = combs(15, 4, { keeper: 'k-1', facts: { site: null, trap: null } }).map((one) => ({
    ...one,
    siteId: 'k-1',
  }));

  it('move an answer, and are moved back by leaving them out', () => {
    const own = combs(6, 6);
    const alone = effects(own, [COMB]).rows[0];
    const together = effects([...own, ...theirs], [COMB]).rows[0];
    expect(alone?.verdict.code).toBe('undecided');
    expect(together?.ratio ?? 0).toBeGreaterThan(alone?.ratio ?? 0);
    expect(together?.a.events).toBe(21);
    expect(effects([...own, ...theirs].slice(0, own.length), [COMB]).rows[0]).toEqual(alone);
  });

  it('tell each keeper’s own share of the rate', () => {
    const found = effects([...combs(6, 6), ...theirs], [COMB]);
    expect(found.keepers.map(({ level }) => level)).toEqual(['k-1', 'own']);
    expect(found.keepers.every(({ ratio }) => ratio > 0)).toBeTrue();
  });

  it('do not silence a question about one’s own places, and are not asked it', () => {
    const own = [
      ...stays(20, 12, { siteId: 'orchard', facts: { comb: 'oldBrood' } }),
      ...stays(20, 4, { siteId: 'weir', facts: { comb: 'none' } }),
    ];
    const found = pooledEffects([...own, ...theirs], [EDGE, COMB]);
    expect(found.rows.map(({ id }) => id)).toEqual(['edge', 'comb']);
    expect(rowOf(found, 'edge')?.a.events).toBe(12);
    expect(rowOf(found, 'comb')?.a.events).toBe(27);
    expect(found.comparisons).toBe(2);
    expect(found.dropped).toBe(0);
  });

  it('change nothing where there are none', () => {
    const own = combs(9, 4);
    const edge: EffectAsk = { ...EDGE, optionA: 'p0,p1' };
    expect(pooledEffects(own, [edge, COMB, SHADE])).toEqual(effects(own, [edge, COMB, SHADE]));
    // Held still beside the places, comb is another answer than by itself.
    expect(rowOf(pooledEffects(own, [edge, COMB]), 'comb')?.ratio).not.toBe(effects(own, [COMB]).rows[0]?.ratio);
  });

  it('are left out one keeper after the other, with progress', () => {
    const told: [number, number][] = [];
    const rows = leftOut([...combs(6, 6), ...theirs], COMB, (done, of) => told.push([done, of]));
    expect(rows.map(({ keeper }) => keeper)).toEqual([null, '', 'k-1']);
    expect(rows[1]?.row?.a.events).toBe(15);
    expect(rows[2]?.row?.a.events).toBe(6);
    expect(told).toEqual([
      [1, 3],
      [2, 3],
      [3, 3],
    ]);
  });

  it('leave nothing to say where one keeper alone has one of the sides', () => {
    const own = stays(10, 4, { facts: { comb: 'none' } });
    const rows = leftOut([...own, ...theirs], COMB);
    expect(rows.find(({ keeper }) => keeper === 'k-1')?.row).toBeNull();
  });
});

describe('which stays a question is about', () => {
  const NONE = { heightFromM: null, heightToM: null, seasonFrom: null, seasonTo: null };
  const rows = [1.9, 2, 4, 4.1].map((heightM, n) => spell({ season: 2021 + n, facts: { heightM } }));

  it('takes heights and seasons with both their ends', () => {
    const heights = narrowed(rows, { ...NONE, heightFromM: 2, heightToM: 4 }).map(({ facts }) => facts.heightM);
    expect(heights).toEqual([2, 4]);
    const seasons = narrowed(rows, { ...NONE, seasonFrom: 2022, seasonTo: 2023 }).map(({ season }) => season);
    expect(seasons).toEqual([2022, 2023]);
  });

  it('takes all where nothing bounds it, and what is beyond one end where one does', () => {
    expect(narrowed(rows, NONE).length).toBe(4);
    expect(narrowed(rows, { ...NONE, heightFromM: 4 }).length).toBe(2);
    expect(narrowed(rows, { ...NONE, seasonTo: 2021 }).length).toBe(1);
  });

  it('leaves out a height that nobody wrote down once heights are asked for', () => {
    const unsaid = [spell({ facts: { heightM: null } })];
    expect(narrowed(unsaid, NONE).length).toBe(1);
    expect(narrowed(unsaid, { ...NONE, heightToM: 40 }).length).toBe(0);
  });

  it('is refused where it ends before it begins', () => {
    expect(refused(() => narrowed(rows, { ...NONE, heightFromM: 4, heightToM: 3.9 }))).toBe('RANGE heightToM');
    expect(refused(() => narrowed(rows, { ...NONE, seasonFrom: 2024, seasonTo: 2023 }))).toBe('RANGE seasonTo');
    expect(narrowed(rows, { ...NONE, heightFromM: 4, heightToM: 4 }).length).toBe(1);
  });
});

describe('how long until a trap fills', () => {
  const fast = [10, 12, 15, 18, 20, 22].map((days) => spell({ event: 1, days, facts: { comb: 'oldBrood' } }));
  const slow = [60, 62, 65, 68, 70, 72].map((days) => spell({ event: 1, days, facts: { comb: 'none' } }));
  const byComb = sidesOf({ fact: 'comb', optionA: 'oldBrood', optionB: '*' });

  it('is one curve for all, and has no test', () => {
    const found = filling([...fast, ...slow]);
    expect([found.groups.length, found.p, found.differs]).toEqual([1, null, false]);
    expect(found.groups[0]?.survival.median).toBe(22);
  });

  it('is a curve a group, told apart from ten catches on', () => {
    const found = filling([...fast, ...slow], byComb);
    expect(found.groups.map(({ name, survival }) => [name, survival.median])).toEqual([
      ['A', 15],
      ['B', 65],
    ]);
    expect(found.differs).toBeTrue();
    const fewer = filling([...fast.slice(0, 5), ...slow.slice(0, 4)], byComb);
    expect(fewer.p ?? 1).toBeLessThan(0.05);
    expect(fewer.differs).toBeFalse();
  });

  it('leaves out what belongs to no group', () => {
    const found = filling([...fast, spell({ facts: { comb: null } })], byComb);
    expect(found.groups.map(({ survival }) => survival.n)).toEqual([6]);
  });

  it('is coarse where a third of the catches lie between looks more than 14 days apart', () => {
    const between = (left: string, right: string): KeptSpell => spell({ event: 1, left, right });
    const near = [between('2024-05-01', '2024-05-15'), between('2024-05-01', '2024-05-10')];
    expect(filling(near).coarse).toBeFalse();
    expect(filling([...near, between('2024-05-01', '2024-05-16')]).coarse).toBeTrue();
    const more = [...near, between('2024-05-01', '2024-05-02'), between('2024-05-01', '2024-05-16')];
    expect(filling(more).coarse).toBeFalse();
  });

  it('of nothing is nothing', () => {
    expect(filling([])).toEqual({ groups: [], p: null, differs: false, coarse: false });
  });
});
