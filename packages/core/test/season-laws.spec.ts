import { afterCatchPlan, type MarkedStep, planTrack, sunTimes } from '@yewridge/core/catches';
import {
  accumulateDegreeDays,
  addDays,
  arrivalProbability,
  type Bait,
  BAIT_CARRIERS,
  baitCourse,
  type BaitWeather,
  calibrateBait,
  daysBetween,
  degreeDayLag,
  degreeDays,
  delayByWeather,
  fitScoutModel,
  nextRebait,
  predictSwarmSeason,
  swarmPrior,
  swarmSeasonCurve,
} from '@yewridge/core/season';
import { gammaInv, gammaP, gammaQ, normCdf, normInv } from '@yewridge/core/shared/stats';
import fc from 'fast-check';
import { called } from './called.js';

const SITE = { lat: 47.4, lon: 13.2, elevationM: 600, climate: 'continental' } as const;
const days = (length: number, tMin: number, tMax: number): readonly BaitWeather[] =>
  Array.from({ length }, (_, n) => ({ date: addDays('2026-05-01', n), tMin, tMax }));
const temperatures = fc
  .tuple(fc.double({ min: -20, max: 40, noNaN: true }), fc.double({ min: 0, max: 20, noNaN: true }))
  .map(([tMin, range]) => ({ tMin, tMax: tMin + range }));

// Printed with a failure; fixed so that a failure comes back.
fc.configureGlobal({ seed: 20260514 });

describe('special functions', () => {
  it('are the inverses of each other, far into the tails', () => {
    fc.assert(
      fc.property(fc.double({ min: -8, max: 8, noNaN: true }), (z) => {
        const p = normCdf(z);
        if (p < 1 - 1e-12) expect(normInv(p)).toBeCloseTo(z, z > 5 ? 3 : 8);
      }),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 200, noNaN: true }),
        fc.double({ min: 1e-6, max: 1 - 1e-6, noNaN: true }),
        (a, p) => {
          expect(gammaP(a, gammaInv(p, a))).toBeCloseTo(p, 10);
        },
      ),
    );
    expect(normCdf(-30)).toBeGreaterThan(0);
    expect(normCdf(-30)).toBeCloseTo(4.906713927148187e-198, 210);
    expect(normInv(1e-300)).toBeCloseTo(-37.0471, 3);
  });

  it('are closed formulas where those are known', () => {
    for (const x of [0, 0.1, 1, 5, 40]) expect(gammaP(1, x)).toBeCloseTo(1 - Math.exp(-x), 13);
    for (const x of [0.1, 2, 30]) expect(gammaQ(2, x)).toBeCloseTo((1 + x) * Math.exp(-x), 13);
    expect([0, 1, -0.5].map((bad) => called(() => normInv(bad), null))).toEqual(
      Array.from({ length: 3 }, () => ({ error: 'RANGE' })),
    );
  });
});

describe('warmth of a spring', () => {
  it('a day is worth between nothing and the room between base and ceiling, and more when it is warmer', () => {
    fc.assert(
      fc.property(temperatures, fc.double({ min: 0, max: 10, noNaN: true }), ({ tMin, tMax }, more) => {
        const dd = degreeDays(tMin, tMax);
        expect(dd).toBeGreaterThanOrEqual(-1e-12);
        expect(dd).toBeLessThanOrEqual(20 + 1e-12);
        expect(degreeDays(tMin, tMax + more)).toBeGreaterThanOrEqual(dd - 1e-12);
        expect(degreeDays(tMin, tMax)).toBeGreaterThanOrEqual(degreeDays(Math.max(-60, tMin - more), tMax) - 1e-12);
      }),
    );
  });

  it('the sine is the mean over a sine day of what lies between base and ceiling', () => {
    fc.assert(
      fc.property(temperatures, ({ tMin, tMax }) => {
        const steps = 20_000;
        let sum = 0;
        for (let n = 0; n < steps; n++) {
          const t = (tMin + tMax) / 2 + ((tMax - tMin) / 2) * Math.sin((2 * Math.PI * (n + 0.5)) / steps);
          sum += Math.min(Math.max(t, 10), 30) - 10;
        }
        expect(degreeDays(tMin, tMax)).toBeCloseTo(sum / steps, 3);
      }),
      { numRuns: 30 },
    );
  });

  it('a short gap is filled and said, a long one is refused with its day', () => {
    const known = days(10, 8, 20).map((day, n) => (n > 2 && n < 6 ? { ...day, tMax: null } : day));
    expect(accumulateDegreeDays(known).filter(({ filled }) => filled).length).toBe(3);
    expect(() => accumulateDegreeDays(known, { maxGap: 2 })).toThrowMatching(
      ({ code, path }: { code: string; path: string }) => code === 'MISSING' && path === '2026-05-04',
    );
    expect(called(() => accumulateDegreeDays(known, { from: '2026-04-20' }), null)).toEqual({ error: 'MISSING' });
  });

  it('a year like the others is on time, and one with little warmth says nothing yet', () => {
    const year = Array.from({ length: 200 }, (_, n) => Math.max(0, n - 60) * 2);
    const lag = degreeDayLag(100, year[99]!, [year, year, year]);
    expect(lag.lag).toBeCloseTo(0, 9);
    expect(degreeDayLag(70, 18, [year])).toEqual(jasmine.objectContaining({ lag: null, sd: null }));
    expect(degreeDayLag(190, 9999, [year]).clamped).toBeTrue();
  });
});

describe('the season to come', () => {
  const catches = ['2023-05-18', '2024-05-04', '2024-05-20', '2025-05-25'].map((date) => ({ date }));
  const input = { site: SITE, season: 2026, catches };

  it('its curve is a share of arrivals a day, and its marks are in order', () => {
    for (const one of [input, { ...input, catches: [] }, { ...input, site: { ...SITE, lat: -33 }, catches: [] }]) {
      const curve = swarmSeasonCurve(one);
      expect(Math.min(...curve)).toBeGreaterThanOrEqual(0);
      expect(curve.reduce((sum, mass) => sum + mass, 0)).toBeCloseTo(1, 1);
      const { earliest, median, last, peak } = predictSwarmSeason(one);
      expect(earliest.day).toBeLessThan(median);
      expect(median).toBeLessThan(last.day);
      expect(Math.abs(peak.day - median)).toBeLessThan(60);
    }
  });

  it('a late spring moves it later, a new year of catches narrows it more than the same year again', () => {
    const late = predictSwarmSeason({ ...input, anomalies: { 2026: { mean: 10, sd: 3 } } });
    const usual = predictSwarmSeason(input);
    expect(late.median - usual.median).toBeCloseTo(6, 0);
    const width = (more: readonly { readonly date: string }[]): number => {
      const { earliest } = predictSwarmSeason({ ...input, catches: [...catches, ...more] });
      return earliest.hi - earliest.lo;
    };
    const again = catches.filter(({ date }) => date.startsWith('2024'));
    const anew = again.map(({ date }) => ({ date: date.replace('2024', '2022') }));
    expect(width(anew)).toBeLessThan(width(again));
  });

  it('a catch of a later season is refused, and in the tropics nothing is said without catches', () => {
    expect(called(() => predictSwarmSeason({ ...input, season: 2024 }), null)).toEqual({ error: 'CONFLICT' });
    const tropics = predictSwarmSeason({ site: { lat: 8 }, season: 2026 });
    expect([tropics.tropical, tropics.hangBy, tropics.takeIn]).toEqual([true, null, null]);
  });

  it('the guess from latitude makes no jump', () => {
    for (let lat = -54; lat < 55; lat += 0.5) {
      const [a, b] = [swarmPrior({ lat }), swarmPrior({ lat: lat + 0.01 })];
      expect(Math.abs(a.centreDay - b.centreDay))
        .withContext(`${lat}`)
        .toBeLessThan(0.3);
      expect(Math.abs(a.sdDays - b.sdDays))
        .withContext(`${lat}`)
        .toBeLessThan(0.3);
    }
  });

  it('weather delays swarms and loses none', () => {
    const some = fc.array(
      fc.tuple(fc.double({ min: 0, max: 5, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
    );
    fc.assert(
      fc.property(some, (pairs) => {
        const mass = pairs.map(([one]) => one);
        const out = delayByWeather(
          mass,
          pairs.map(([, fit]) => fit),
        );
        const sum = (list: readonly number[]): number => list.reduce((all, one) => all + one, 0);
        expect(sum(out.mass) + out.backlog).toBeCloseTo(sum(mass), 9);
      }),
    );
  });
});

describe('lures', () => {
  it('only ever empty, and what they lose is what they had', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BAIT_CARRIERS),
        fc.array(temperatures, { minLength: 1, maxLength: 60 }),
        (carrier, weather) => {
          const daily = weather.map((day, n) => ({ ...day, date: addDays('2026-04-01', n) }));
          const bait: Bait = { carrier, massKg: 4e-4 };
          const course = baitCourse(bait, daily);
          let before = 1;
          for (const { fraction } of course) {
            expect(fraction).toBeLessThanOrEqual(before);
            before = fraction;
          }
          const lost = course.reduce((sum, { emissionKgPerDay }) => sum + emissionKgPerDay, 0);
          expect(lost).toBeCloseTo(4e-4 * (1 - before), 12);
        },
      ),
    );
  });

  it('the day to renew lies within its range, and comes sooner in the sun', () => {
    for (const carrier of BAIT_CARRIERS) {
      const { date, earliest, latest } = nextRebait({ carrier }, days(30, 8, 20));
      if (date !== null && earliest !== null) expect(earliest <= date).toBeTrue();
      if (date !== null && latest !== null) expect(date <= latest).toBeTrue();
      const sunny = nextRebait({ carrier, exposure: 'fullSun' }, days(30, 8, 20)).date;
      if (date !== null)
        expect(sunny !== null && sunny <= date)
          .withContext(carrier)
          .toBeTrue();
    }
  });

  it('a weighing that fits what was foretold changes nothing but the doubt', () => {
    const bait: Bait = { carrier: 'swabInBag', multiplier: 1.3 };
    const daily = days(20, 8, 20);
    const { fraction } = baitCourse(bait, daily)[12]!;
    const found = calibrateBait(bait, daily, [{ date: daily[12]!.date, massKg: 5e-4 * fraction }]);
    expect(found.multiplier).toBeCloseTo(1.3, 4);
    expect(found.gsd).toBeLessThan(2.5);
    expect(called(() => calibrateBait(bait, daily, [{ date: '2027-01-01', massKg: 0 }]), null)).toEqual({
      error: 'MISSING',
    });
  });

  it('the table of first weak days is what the carriers come to at 8 to 20 °C in shade', () => {
    const first = (carrier: (typeof BAIT_CARRIERS)[number]): number =>
      baitCourse({ carrier }, days(200, 8, 20)).findIndex(({ state }) => state === 'weak') + 1;
    expect(BAIT_CARRIERS.map(first)).toEqual([16, 64, 85, 32, 169, 52, 6]);
  });
});

describe('scouts, tuned', () => {
  const look = (perMin: number, arrived: 0 | 1) => ({ counts: [{ day: 100.5, perMin }], days: 1, arrived });

  it('nothing in the log is the rule of thumb, and arrivals make few scouts mean more', () => {
    const none = fitScoutModel([]);
    expect([none.n, none.events, none.mean]).toEqual([0, 0, [-4.6, 1.5, 0.8]]);
    const log = [look(8, 1), look(9, 1), look(7, 1), look(8, 0), look(0, 0), look(0, 0)];
    const tuned = fitScoutModel(log);
    const counts = [{ day: 100.5, perMin: 8 }];
    expect(arrivalProbability(counts, tuned).h24).toBeGreaterThan(arrivalProbability(counts).h24);
    for (const n of [0, 1, 2] as const) expect(tuned.sd[n]).toBeLessThanOrEqual(none.sd[n]);
  });
});

describe('sun and the steps after a catch', () => {
  it('the sun rises before noon and sets after it, wherever it does', () => {
    const place = fc.tuple(
      fc.integer({ min: 0, max: 364 }),
      fc.double({ min: -58, max: 58, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
    );
    fc.assert(
      fc.property(place, ([n, lat, lon]) => {
        const { sunrise, sunset, noon, civilDawn, civilDusk } = sunTimes(addDays('2026-01-01', n), lat, lon);
        expect(sunrise! < noon && noon < sunset!).toBeTrue();
        expect(civilDawn! < sunrise! && sunset! < civilDusk!).toBeTrue();
        expect(Math.abs(noon - (720 - 4 * lon))).toBeLessThan(18);
      }),
    );
    expect(sunTimes('2026-06-21', 90, 0).state).toBe('polarDay');
    expect(sunTimes('2026-06-21', -78, 15)).toEqual(jasmine.objectContaining({ state: 'polarNight', sunset: null }));
  });

  it('nobody is sent up a ladder in the dark with live bees, in any season, school or weather', () => {
    const caught = fc.record({
      foundOn: fc.integer({ min: 0, max: 364 }).map((n) => addDays('2026-01-01', n)),
      school: fc.constantFrom('anchor' as const, 'sameEvening' as const),
      size: fc.constantFrom('small' as const, 'medium' as const, 'large' as const, 'secondary' as const),
      broodFrame: fc.boolean(),
      lat: fc.double({ min: -60, max: 60, noNaN: true }),
      tMax: fc.constantFrom(null, 12, 24, 31),
    });
    fc.assert(
      fc.property(caught, ({ tMax, ...rest }) => {
        const forecast = Array.from({ length: 30 }, (_, n) => ({ date: addDays(rest.foundOn, n), tMax, rainMm: 0 }));
        const { tasks, notes } = afterCatchPlan({ ...rest, heightM: 4, lon: 0, tzOffsetMin: 0, forecast });
        const lower = tasks.find(({ code }) => code === 'lowerAtFirstLight')!;
        const { sunrise } = sunTimes(lower.start.slice(0, 10), rest.lat, 0);
        const minute = Number(lower.start.slice(11, 13)) * 60 + Number(lower.start.slice(14));
        expect(minute).toBeGreaterThanOrEqual(Math.floor(sunrise!) - 1);
        expect(notes).toContain('ladder');
        const codes = tasks.map(({ code }) => code);
        expect(codes.indexOf('closeAtDusk')).toBe(0);
        expect(codes.indexOf('open')).toBeGreaterThan(codes.indexOf('closeAtDusk'));
        for (const { startMin, endMin } of tasks) expect(startMin).toBeLessThan(endMin);
      }),
    );
  });

  it('heat that is known shortens a hold, and heat that is not known does not', () => {
    const caught = {
      foundOn: '2026-06-11',
      school: 'sameEvening',
      size: 'medium',
      lat: 47.4,
      lon: 13.2,
      tzOffsetMin: 120,
    } as const;
    const held = (tMax: number | null): number => {
      const forecast = [{ date: '2026-06-13', tMax, rainMm: null }];
      const { tasks } = afterCatchPlan({ ...caught, forecast });
      const hold = tasks.find(({ code }) => code === 'hold')!;
      return Math.round((hold.endMin - hold.startMin) / 1440);
    };
    expect([held(null), held(27.9), held(28)]).toEqual([2, 2, 0]);
  });
});

describe('a plan as it is lived', () => {
  const { tasks } = afterCatchPlan({
    foundOn: '2026-05-13',
    school: 'sameEvening',
    size: 'medium',
    lat: 47.4,
    lon: 13.2,
    tzOffsetMin: 120,
  });
  const track = (marks: readonly MarkedStep[], now = '2026-05-14T18:20') => {
    const steps = planTrack('2026-05-13', tasks, marks, now);
    return new Map(steps.map((step) => [step.code, step]));
  };
  const startOf = (code: string): string => tasks.find((task) => task.code === code)!.start;

  it('nothing marked is the plan, late where its time is over', () => {
    const steps = track([]);
    expect([steps.get('closeAtDusk')!.state, steps.get('rehang')!.state, steps.get('open')!.state]).toEqual([
      'late',
      'now',
      'ahead',
    ]);
    for (const { code, start } of tasks) expect(steps.get(code)!.start).toBe(start);
  });

  it('closed a day later, everything on the way follows by a day, and brood keeps its own clock', () => {
    const steps = track([{ code: 'closeAtDusk', state: 'moved', at: '2026-05-14T21:05' }]);
    expect(steps.get('closeAtDusk')!.start).toBe('2026-05-14T21:05');
    for (const code of ['move', 'open', 'feed', 'rehang'] as const) {
      expect(daysBetween(startOf(code).slice(0, 10), steps.get(code)!.start.slice(0, 10)))
        .withContext(code)
        .toBe(1);
    }
    expect(steps.get('broodCheck')!.start).toBe(startOf('broodCheck'));
    expect(steps.get('broodCheck')!.shiftedDays).toBe(0);
  });

  it('done is done, a step done in the small hours counts for its evening, and a skipped one moves nothing', () => {
    const done = track([
      { code: 'closeAtDusk', state: 'done', at: '2026-05-13T21:20' },
      { code: 'move', state: 'done', at: '2026-05-14T00:10' },
      { code: 'feed', state: 'skipped' },
    ]);
    expect([done.get('move')!.state, done.get('feed')!.state, done.get('open')!.start]).toEqual([
      'done',
      'skipped',
      startOf('open'),
    ]);
    expect(called(() => track([{ code: 'open', state: 'done', at: 'at dawn' }]), null)).toEqual({ error: 'FORMAT' });
  });
});
