import fc from 'fast-check';
import {
  adjustPValues,
  binomTest,
  designRows,
  detectableRatio,
  evidenceVerdict,
  exact2xK,
  fisherExact,
  kaplanMeier,
  logRank,
  type Observation,
  occupancyRate,
  planTrial,
  poissonRegression,
  rateRatioTest,
  trapSeasonsNeeded,
  trialPower,
} from '@yewridge/core/evidence';
import { normCdf } from '@yewridge/core/shared/stats';
import { refusal } from './refusal.js';

const SEED = 20261201;
const observation: fc.Arbitrary<Observation> = fc.record({
  time: fc.integer({ min: 0, max: 90 }),
  event: fc.constantFrom(0 as const, 1 as const),
});

describe('evidence: rates', () => {
  it('16 catches in 20 trap-seasons and 2 a year later do not overlap: years differ for reasons outside the trap', () => {
    const [good, bad] = [occupancyRate(16, 1500), occupancyRate(2, 1500)];
    expect([good.lo100, good.hi100, bad.lo100, bad.hi100].map((one) => Number(one.toFixed(2)))).toEqual([
      0.6, 1.35, 0.05, 0.35,
    ]);
    expect(good.lo100).toBeGreaterThan(bad.hi100);
  });

  it('lie within their interval, which tightens with days at risk, and a raw rate needs a day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 9000 }), (events, days) => {
        const rate = occupancyRate(events, days);
        expect(rate.lo100).toBeLessThan(rate.per100);
        expect(rate.hi100).toBeGreaterThan(rate.per100);
        expect(rate.perSeason).toBeCloseTo(rate.per100 * 0.75, 9);
        expect(rate.pAtLeastOne).toBeGreaterThan(0);
        expect(rate.pAtLeastOne).toBeLessThan(1);
        const more = occupancyRate(events * 4, days * 4);
        expect(more.hi100 / more.lo100).toBeLessThan(rate.hi100 / rate.lo100 + 1e-9);
      }),
      { seed: SEED, numRuns: 300 },
    );
    expect(occupancyRate(0, 0).raw100).toBeNull();
  });

  it('turned round, a ratio of two is one over itself and as sure', () => {
    const [there, back] = [rateRatioTest(9, 600, 3, 640), rateRatioTest(3, 640, 9, 600)];
    expect(back.ratio).toBeCloseTo(1 / there.ratio, 12);
    expect(back.lo).toBeCloseTo(1 / there.hi, 12);
    expect(back.pDirection).toBeCloseTo(there.pDirection, 12);
    expect(back.p).toBeCloseTo(there.p, 9);
  });

  it('of nothing, of half a catch and of days that are none are refused', () => {
    expect(refusal(() => occupancyRate(1.5, 10))).toEqual(['TYPE', 'events']);
    expect(refusal(() => occupancyRate(1, -1))).toEqual(['RANGE', 'trapDays']);
    expect(refusal(() => rateRatioTest(1, 0, 1, 10))).toEqual(['RANGE', 't1']);
    expect(refusal(() => occupancyRate(1, 10, { level: 1 }))[0]).toBe('RANGE');
  });
});

describe('evidence: small tables', () => {
  const few = fc.integer({ min: 0, max: 9 });

  it('Fisher’s test is the exact test of two options', () => {
    fc.assert(
      fc.property(few, few, few, few, (a, b, c, d) => {
        fc.pre(a + b + c + d > 0);
        expect(fisherExact(a, b, c, d).p).toBeCloseTo(
          exact2xK([
            [a, b],
            [c, d],
          ]).p,
          9,
        );
      }),
      { seed: SEED, numRuns: 300 },
    );
  });

  it('both sides of Fisher’s test hold the table itself, and turned round they change places', () => {
    fc.assert(
      fc.property(few, few, few, few, (a, b, c, d) => {
        fc.pre(a + b + c + d > 0);
        const [there, back] = [fisherExact(a, b, c, d), fisherExact(c, d, a, b)];
        expect(there.less + there.greater).toBeGreaterThan(1 - 1e-9);
        expect(back.less).toBeCloseTo(there.greater, 9);
        expect(there.p).toBeLessThanOrEqual(1);
      }),
      { seed: SEED, numRuns: 300 },
    );
  });

  it('a fair split is no news, and all or nothing is', () => {
    expect(binomTest(5, 10)).toBe(1);
    expect(binomTest(0, 10)).toBeCloseTo(2 / 1024, 12);
    expect(binomTest(0, 0)).toBe(1);
    expect(binomTest(0, 10, 0)).toBe(1);
    expect(binomTest(1, 10, 0)).toBe(0);
    expect(binomTest(10, 10, 1)).toBe(1);
    // Far more than are looked at one by one, against the normal distribution.
    expect(binomTest(499_000, 1e6)).toBeCloseTo(2 * normCdf(-1.999), 4);
    expect(refusal(() => binomTest(3, 2))).toEqual(['RANGE', 'k']);
  });

  it('of nobody, of one option and of too many tables are refused', () => {
    expect(refusal(() => fisherExact(0, 0, 0, 0))[0]).toBe('EMPTY');
    expect(refusal(() => exact2xK([[1, 2]]))[0]).toBe('EMPTY');
    expect(refusal(() => exact2xK(Array.from({ length: 6 }, () => [5, 5] as const)))[0]).toBe('TOO_LARGE');
    expect(refusal(() => exact2xK([[1] as never, [1, 2]]))).toEqual(['LENGTH', 'groups[0]']);
  });

  it('made honest, chances grow, keep their order, and Holm’s are never smaller than the other’s', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 12 }), (ps) => {
        const [holm, bh] = [adjustPValues(ps), adjustPValues(ps, 'bh')];
        for (const [n, p] of ps.entries()) {
          expect(bh[n]).toBeGreaterThanOrEqual(p - 1e-15);
          expect(holm[n]).toBeGreaterThanOrEqual((bh[n] ?? 0) - 1e-15);
          for (const [m, other] of ps.entries()) if (p < other) expect(holm[n]).toBeLessThanOrEqual(holm[m] ?? 0);
        }
      }),
      { seed: SEED, numRuns: 300 },
    );
    expect(adjustPValues([])).toEqual([]);
  });
});

describe('evidence: time until a trap fills', () => {
  it('without a trap that came down empty, the share still empty is counted', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 40 }), (times) => {
        const { steps } = kaplanMeier(times.map((time) => ({ time, event: 1 })));
        for (const { time, survival } of steps) {
          expect(survival).toBeCloseTo(times.filter((one) => one > time).length / times.length, 12);
        }
        expect(steps.at(-1)?.se).toBeNull();
      }),
      { seed: SEED, numRuns: 300 },
    );
  });

  it('it never rises, and its interval holds it', () => {
    fc.assert(
      fc.property(fc.array(observation, { minLength: 1, maxLength: 60 }), (rows) => {
        let before = 1;
        for (const { survival, lo, hi } of kaplanMeier(rows).steps) {
          expect(survival).toBeLessThanOrEqual(before);
          if (lo !== null && hi !== null) expect([lo <= survival, hi >= survival]).toEqual([true, true]);
          before = survival;
        }
      }),
      { seed: SEED, numRuns: 300 },
    );
  });

  it('groups in another order are the same groups, and what each would have had adds up to all', () => {
    const group = fc.array(observation, { minLength: 1, maxLength: 25 });
    fc.assert(
      fc.property(group, group, group, (a, b, c) => {
        const [there, back] = [logRank([a, b, c]), logRank([c, a, b])];
        expect(back.chi2).toBeCloseTo(there.chi2, 6);
        const sum = (list: readonly number[]): number => list.reduce((all, one) => all + one, 0);
        expect(sum(there.expected)).toBeCloseTo(sum(there.observed), 9);
        expect(there.p).toBeGreaterThanOrEqual(0);
        expect(there.p).toBeLessThanOrEqual(1);
      }),
      { seed: SEED, numRuns: 200 },
    );
  });

  it('of nothing, of one group, and of what is neither caught nor empty is refused', () => {
    expect(refusal(() => kaplanMeier([{ time: -1, event: 1 }]))).toEqual(['RANGE', 'obs[0].time']);
    expect(refusal(() => kaplanMeier([{ time: 1, event: 2 as never }]))).toEqual(['ENUM', 'obs[0].event']);
    expect(refusal(() => logRank([[{ time: 1, event: 1 }]]))[0]).toBe('EMPTY');
    expect(refusal(() => logRank([[{ time: 1, event: 1 }], []]))[0]).toBe('EMPTY');
    const many = Array.from({ length: 10_001 }, (): Observation => ({ time: 1, event: 1 }));
    expect(refusal(() => logRank([many, many]))).toEqual(['TOO_LARGE', 'groups']);
  });
});

describe('evidence: how much would settle it', () => {
  it('a twofold difference needs 107 trap-seasons a side, a threefold one 38, a fourfold one 23, one of a half 345', () => {
    const needed = [2, 3, 4, 1.5].map((ratio) => trapSeasonsNeeded({ ratePerDay: 0.004, ratio }).trapSeasonsPerArm);
    expect(needed).toEqual([107, 38, 23, 345]);
  });

  it('what so many days can see needs so many days', () => {
    fc.assert(
      fc.property(fc.integer({ min: 200, max: 50_000 }), (trapDaysPerArm) => {
        const { ratio } = detectableRatio({ ratePerDay: 0.004, trapDaysPerArm });
        fc.pre(ratio !== null);
        const back = trapSeasonsNeeded({ ratePerDay: 0.004, ratio: ratio }).trapDaysPerArm;
        expect(back / trapDaysPerArm).toBeCloseTo(1, 6);
      }),
      { seed: SEED, numRuns: 100 },
    );
    expect(detectableRatio({ ratePerDay: 0.0001, trapDaysPerArm: 10 }).ratio).toBeNull();
    expect(refusal(() => trapSeasonsNeeded({ ratePerDay: 0.004, ratio: 1 }))).toEqual(['RANGE', 'ratio']);
  });
});

describe('evidence: verdicts', () => {
  const compared = {
    optionA: 'dark comb',
    optionB: 'no comb',
    events: 30,
    ratio: 2,
    lo: 1.2,
    hi: 3.4,
    pDirection: 0.99,
  };
  const code = (change: object): string => evidenceVerdict({ ...compared, ...change }).code;

  it('each threshold just under, at and over it', () => {
    expect([code({ events: 4 }), code({ events: 5, pDirection: 0.6 })]).toEqual(['too-few', 'undecided']);
    expect([code({ events: 19 }), code({ events: 20 })]).toEqual(['leaning', 'clear']);
    expect([code({ pDirection: 0.9749 }), code({ pDirection: 0.975 })]).toEqual(['leaning', 'clear']);
    expect([code({ events: 9 }), code({ events: 10 })]).toEqual(['undecided', 'leaning']);
    expect([code({ pDirection: 0.8999 }), code({ pDirection: 0.9 })]).toEqual(['undecided', 'leaning']);
    const close = { ratio: 1, pDirection: 0.5 };
    expect([code({ ...close, lo: 0.8, hi: 1.25 }), code({ ...close, lo: 0.799, hi: 1.25 })]).toEqual([
      'same',
      'undecided',
    ]);
  });

  it('many comparisons on a page make each less sure', () => {
    expect([1, 2, 3, 9].map((comparisons) => code({ comparisons }))).toEqual(['clear', 'clear', 'leaning', 'leaning']);
    expect(code({ comparisons: 11 })).toBe('undecided');
  });

  it('an interval that does not hold its ratio is refused', () => {
    expect(refusal(() => evidenceVerdict({ ...compared, lo: 2.1 }))).toEqual(['CONFLICT', 'ratio']);
    expect(refusal(() => evidenceVerdict({ ...compared, hi: 1.9 }))).toEqual(['CONFLICT', 'ratio']);
  });
});

describe('evidence: rows of a regression', () => {
  const spell = (days: number, start = '2025-05-01'): { days: number; event: 0; siteId: string; start: string } => ({
    days,
    event: 0,
    siteId: 's',
    start,
  });

  it('a direction is told as north and east, a category beside its usual reference, a size in its usual step', () => {
    const { rows, columns } = designRows({
      spells: [spell(10), spell(20, '2025-12-01')],
      attributes: [
        { facingDeg: 0, comb: 'dark', entranceM2: 0.0015 },
        { facingDeg: 90, comb: 'none', entranceM2: 0.001 },
      ],
      factors: [
        { name: 'facingDeg', kind: 'angle' },
        { name: 'comb', kind: 'category' },
        { name: 'entranceM2', kind: 'number', priorSd: 0.4 },
      ],
      hemisphere: 'S',
    });
    expect(columns).toEqual([
      { name: 'facingDeg:north', scale: 1 },
      { name: 'facingDeg:east', scale: 1 },
      { name: 'comb=dark', scale: 1 },
      { name: 'entranceM2', scale: 0.001, priorSd: 0.4 },
    ]);
    expect(rows[1]?.x['facingDeg:east']).toBeCloseTo(1, 12);
    // A southern December belongs to the season that began in July.
    expect(rows.map(({ groups }) => groups['season'])).toEqual(['2024', '2025']);
  });

  it('a category of more levels than a page could show is refused', () => {
    const levels = Array.from({ length: 102 }, (_, n) => n);
    const ask = {
      spells: levels.map(() => spell(10)),
      attributes: levels.map((n) => ({ comb: `kind ${n}` })),
      factors: [{ name: 'comb', kind: 'category' as const }],
      hemisphere: 'N' as const,
    };
    expect(refusal(() => designRows(ask))).toEqual(['TOO_LARGE', 'factors']);
  });

  it('attributes that are not one a spell are refused', () => {
    const ask = { spells: [spell(1)], attributes: [], factors: [], hemisphere: 'N' as const };
    expect(refusal(() => designRows(ask))).toEqual(['LENGTH', 'attributes']);
  });
});

describe('evidence: trials', () => {
  const trap = (id: string, metres: number): { id: string; lat: number; lon: number; x: object } => ({
    id,
    lat: 47.4 + metres / 111_195,
    lon: 13.2,
    x: {},
  });

  it('every pair has both options, every trap stands once, and an odd one is left over', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 15 }), fc.integer({ min: 0, max: 1e6 }), (n, seed) => {
        const traps = Array.from({ length: n }, (_, k) => trap(`t${k}`, k * k * 37)) as never;
        const { assignments, unpaired } = planTrial({ traps, options: ['bag', 'drops'], seed });
        expect(new Set([...assignments.map(({ trapId }) => trapId), ...unpaired]).size).toBe(n);
        expect(unpaired.length).toBe(n % 2);
        for (let block = 1; block <= Math.floor(n / 2); block++) {
          const pair = assignments.filter((one) => one.block === block);
          expect(pair.map(({ option }) => option).sort()).toEqual(['bag', 'drops']);
        }
      }),
      { seed: SEED, numRuns: 100 },
    );
  });

  it('two options that are one, one trap, and a trap twice are refused', () => {
    const traps = [trap('a', 0), trap('b', 10)] as never;
    expect(refusal(() => planTrial({ traps, options: ['x', 'x'], seed: 1 }))).toEqual(['RANGE', 'options']);
    expect(refusal(() => planTrial({ traps: [trap('a', 0)] as never, options: ['x', 'y'], seed: 1 }))[0]).toBe('EMPTY');
    const twice = [trap('a', 0), trap('a', 10)] as never;
    expect(refusal(() => planTrial({ traps: twice, options: ['x', 'y'], seed: 1 }))[0]).toBe('CONFLICT');
  });

  it('20 pairs see a twofold difference about one time in five in a season, a threefold one two times in three', () => {
    const power = (ratio: number, seasons = 1): number =>
      trialPower({ pairs: 20, ratePerDay: 0.004, ratio, seed: 7, seasons }).power;
    expect(power(2)).toBeCloseTo(0.22, 1);
    expect(power(3)).toBeCloseTo(0.63, 1);
    expect(power(2, 3)).toBeCloseTo(0.65, 1);
  });

  it('catch what their rates say, and a trap that is not hung again catches once a season', () => {
    const ask = { pairs: 30, ratePerDay: 0.004, ratio: 2, seed: 3 };
    expect(trialPower(ask).meanCatches / (30 * 75 * 0.004 * 3)).toBeCloseTo(1, 1);
    const once = trialPower({ ...ask, ratePerDay: 0.1, cap: 1 });
    expect(once.meanCatches).toBeLessThanOrEqual(60);
    expect(refusal(() => trialPower({ ...ask, pairs: 501 }))).toEqual(['RANGE', 'pairs']);
    expect(refusal(() => trialPower({ ...ask, ratePerDay: 1e6 }))).toEqual(['RANGE', 'ratePerDay']);
    expect(refusal(() => trialPower({ ...ask, pairs: 500, seasons: 20, nSim: 20_000 }))).toEqual(['TOO_LARGE', 'nSim']);
  });
});

describe('evidence: several things at once', () => {
  const rows = Array.from({ length: 30 }, (_, n) => ({
    y: n % 7 === 0 ? 1 : 0,
    exposure: 40 + (n % 5) * 10,
    x: { heightM: 1 + (n % 6) * 0.7 },
    groups: { site: `s${n % 4}`, season: String(2023 + (n % 3)) },
  }));
  const ask = { rows, columns: [{ name: 'heightM' }], groups: ['site', 'season'] };

  it('rows in another order are the same rows', () => {
    const [there, back] = [poissonRegression(ask), poissonRegression({ ...ask, rows: [...rows].reverse() })];
    expect(back.effects[0]?.coef).toBeCloseTo(there.effects[0]?.coef ?? NaN, 8);
    expect(back.tau['site']).toBeCloseTo(there.tau['site'] ?? NaN, 8);
  });

  it('a step twice as long has an effect twice as large', () => {
    const by = (scale: number): number =>
      poissonRegression({ ...ask, columns: [{ name: 'heightM', scale, priorSd: 0.7 * scale }] }).effects[0]?.coef ??
      NaN;
    expect(by(2)).toBeCloseTo(2 * by(1), 8);
  });

  it('without a factor or a group the rate lies between the records’ and the prior’s', () => {
    const { intercept, events, exposure } = poissonRegression({ rows, columns: [] });
    const [raw, prior] = [Math.log(events / exposure), Math.log(0.003)];
    expect(intercept).toBeGreaterThan(Math.min(raw, prior));
    expect(intercept).toBeLessThan(Math.max(raw, prior));
  });

  it('no catch at all still has a mode, and its interval is wide', () => {
    const none = poissonRegression({ ...ask, rows: rows.map((row) => ({ ...row, y: 0 })) });
    expect(none.events).toBe(0);
    expect((none.effects[0]?.hi ?? 0) / (none.effects[0]?.lo ?? 1)).toBeGreaterThan(2);
  });

  it('what is too much, has no days, or misses a column is refused', () => {
    const row = rows[0]!;
    expect(refusal(() => poissonRegression({ rows: [], columns: [] }))[0]).toBe('EMPTY');
    expect(refusal(() => poissonRegression({ rows: [{ ...row, exposure: 0 }], columns: [] }))[0]).toBe('RANGE');
    expect(refusal(() => poissonRegression({ rows, columns: [{ name: 'volume' }] }))[0]).toBe('MISSING');
    expect(refusal(() => poissonRegression({ ...ask, groups: ['yard'] }))[0]).toBe('MISSING');
    const many = Array.from({ length: 31 }, (_, n) => ({ name: `c${n}` }));
    expect(refusal(() => poissonRegression({ rows, columns: many }))).toEqual(['TOO_LARGE', 'columns']);
    expect(refusal(() => poissonRegression({ rows: Array(2001).fill(row) as never, columns: [] }))[0]).toBe(
      'TOO_LARGE',
    );
  });
});
