import { queenGuess } from '@yewridge/core/catches';
import {
  addDays,
  BAIT_CARRIERS,
  busiestHours,
  daysBetween,
  expectedWeather,
  lureTrips,
  nextRebait,
  type SensorRead,
  sensorSign,
  seedOf,
  simSwarms,
  simTrapSensor,
  simWeather,
  stormDay,
  type SwarmRecipe,
} from '@yewridge/core/season';
import { dateOfDay, dayNumber, isIsoDate } from '@yewridge/core/shared/calendar';
import fc from 'fast-check';
import { called } from './called.js';

const weather = simWeather({ seed: 5, from: '2026-03-01', days: 150 });
const recipe = (change: Partial<SwarmRecipe> = {}): SwarmRecipe => ({
  seed: 11,
  days: weather,
  sites: Array.from({ length: 300 }, (_, n) => ({ id: `site-${n}`, swarms: 0.5 })),
  ...change,
});

describe('a played season: swarms', () => {
  it('is the same season for the same seed, and another for another', () => {
    expect(simSwarms(recipe())).toEqual(simSwarms(recipe()));
    expect(simSwarms(recipe({ seed: 12 }))).not.toEqual(simSwarms(recipe()));
  });

  it('leaves one site alone when others are added or the season is played further', () => {
    const whole = simSwarms(recipe());
    const of = (id: string): unknown => whole.filter(({ siteId }) => siteId === id);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 299 }), fc.integer({ min: 30, max: 150 }), (n, length) => {
        const id = `site-${n}`;
        const alone = simSwarms(recipe({ sites: [{ id, swarms: 0.5 }], days: weather.slice(0, length) }));
        const last = addDays('2026-03-01', length - 1);
        expect(alone).toEqual(whole.filter(({ siteId, date }) => siteId === id && date <= last));
        expect(alone.length).toBeLessThanOrEqual((of(id) as unknown[]).length);
      }),
    );
  });

  it('brings about as many as are expected, in the season, by day and in weather that bees fly in', () => {
    const swarms = simSwarms(recipe());
    // 300 sites of 0.5: 150 expected, 3 standard deviations of a Poisson count either way; weather only delays.
    expect(Math.abs(swarms.length - 150)).toBeLessThan(3 * Math.sqrt(150));
    const tMax = new Map(weather.map((day) => [day.date, day.tMax]));
    for (const { date, hour, massKg } of swarms) {
      expect(tMax.get(date)).toBeGreaterThan(14);
      expect(hour >= 10 && hour <= 16 && massKg >= 0.4 && massKg <= 4).toBe(true);
    }
    const mean = swarms.reduce((sum, { massKg }) => sum + massKg, 0) / swarms.length;
    expect(mean).toBeCloseTo(1.6, 0);
    expect(simSwarms(recipe({ sites: [{ id: 'nowhere', swarms: 0 }] }))).toEqual([]);
  });

  it('refuses days that do not follow each other, and sites that are none', () => {
    const error = (change: object): unknown => called(() => simSwarms({ ...recipe(), ...change }), null);
    expect(error({ days: [weather[0], weather[2]] })).toEqual(jasmine.objectContaining({ error: 'CONFLICT' }));
    expect(error({ sites: [{ id: 'a', swarms: -1 }] })).toEqual(jasmine.objectContaining({ error: 'RANGE' }));
    expect(error({ seed: 1.5 })).toEqual(jasmine.objectContaining({ error: 'TYPE' }));
    expect(seedOf('a', 1)).not.toBe(seedOf('b', 1));
    expect(seedOf('any', 2 ** 32 - 1)).toBeGreaterThanOrEqual(0);
  });
});

const at = (hour: number): string =>
  `${addDays('2026-05-14', Math.floor(hour / 24))}T${String(hour % 24).padStart(2, '0')}:00`;
const played = (arrivalHour: number | null, hours: number, change: Partial<SensorRead> = {}): readonly SensorRead[] =>
  simTrapSensor({ seed: 3, hours, arrivalHour, tMin: 9, tMax: 24 }).map(({ hour, perMin, insideC, massKg }) => ({
    at: at(hour),
    perMin,
    insideC,
    massKg,
    ...change,
  }));

describe('a sensor in a trap', () => {
  it('says nothing of an empty trap, however warm the day', () => {
    expect(sensorSign(played(null, 96))).toEqual(jasmine.objectContaining({ movedIn: false, since: null, by: [] }));
    const hot = played(null, 24).map((one) => ({ ...one, insideC: 20 + (Number(one.at.slice(11, 13)) > 9 ? 15 : 0) }));
    expect(sensorSign(hot.slice(0, 20)).movedIn).toBe(false);
    expect(sensorSign([]).movedIn).toBe(false);
  });

  it('tells the hour a swarm moved in by its weight within three hours, and by its warmth alone after nightfall', () => {
    expect(sensorSign(played(59, 62))).toEqual(
      jasmine.objectContaining({ movedIn: true, since: at(59), by: ['mass'] }),
    );
    const unweighed = played(59, 80, { massKg: null });
    expect(sensorSign(unweighed.slice(0, 62)).movedIn).toBe(false);
    const after = sensorSign(unweighed);
    expect(after).toEqual(jasmine.objectContaining({ movedIn: true, since: at(59), by: ['warmth'], gainKg: null }));
    expect(sensorSign(played(59, 80)).gainKg).toBeCloseTo(1.8, 1);
  });

  it('knows bees that were in before it was hung, and bees that have gone', () => {
    expect(sensorSign(played(-100, 30)).by).toEqual(['warmth']);
    const gone = [...played(10, 40), ...played(null, 60).slice(40)];
    expect(sensorSign(gone).movedIn).toBe(false);
  });

  it('refuses times that do not rise and figures no sensor gives', () => {
    const [first, second] = played(null, 2);
    const error = (reads: unknown): unknown => called(() => sensorSign(reads as SensorRead[]), null);
    expect(error([second, first])).toEqual(jasmine.objectContaining({ error: 'CONFLICT' }));
    expect(error([{ ...first, at: '2026-05-14' }])).toEqual(jasmine.objectContaining({ error: 'FORMAT' }));
    expect(error([{ ...first, insideC: 900 }])).toEqual(jasmine.objectContaining({ error: 'RANGE' }));
  });
});

const hourly = (perMin: number, hour: number, day = '2026-05-14'): { at: string; perMin: number } => ({
  at: `${day}T${String(hour).padStart(2, '0')}:00`,
  perMin,
});

describe('what a day comes to', () => {
  it('is the busiest hour while scouts are out, a day at a time', () => {
    const told = [hourly(4, 8), hourly(20, 13), hourly(31, 15), hourly(90, 19), hourly(2, 10, '2026-05-15')];
    expect(busiestHours(told)).toEqual([hourly(31, 15), hourly(2, 10, '2026-05-15')]);
    expect(busiestHours([{ at: '2026-05-14T12:00', perMin: null }])).toEqual([]);
  });

  it('is a storm by its wind or its rain, the last of them', () => {
    const day = (
      date: string,
      windMps: number | null,
      rainMm: number | null,
    ): Parameters<typeof stormDay>[0][number] => ({
      date,
      windMps,
      rainMm,
    });
    expect(stormDay([day('2026-05-10', 9, 0), day('2026-05-12', 2, 25), day('2026-05-13', 7.9, 19.9)])).toBe(
      '2026-05-12',
    );
    expect(stormDay([day('2026-05-13', null, null)])).toBeNull();
  });
});

describe('trips for a lure', () => {
  const mild = Array.from({ length: 100 }, (_, n) => ({ date: addDays('2026-04-09', n), tMin: 8, tMax: 20 }));

  it('are as many as the lure is weak, each from the day it is renewed', () => {
    for (const carrier of BAIT_CARRIERS) {
      const bait = { carrier };
      const { renewals, trips, firstWeakDays } = lureTrips(bait, mild);
      expect(trips).toBe(renewals.length);
      // The first renewal is the day `nextRebait` names; the weather never changes, so the rest follow at the same pace.
      const first = nextRebait(bait, mild, { horizonDays: mild.length }).date;
      expect(renewals[0] ?? null)
        .withContext(carrier)
        .toBe(first);
      const gaps = renewals.slice(1).map((date, n) => daysBetween(renewals[n]!, date));
      for (const gap of gaps) expect(gap).withContext(carrier).toBe(firstWeakDays!);
    }
  });

  it('lie within their range, and heat costs more of them', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BAIT_CARRIERS),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (carrier, warmer, gsd) => {
          const cool = lureTrips({ carrier }, mild, { gsd });
          const warm = lureTrips(
            { carrier },
            mild.map(({ date, tMin, tMax }) => ({ date, tMin: tMin + warmer, tMax: tMax + warmer })),
            { gsd },
          );
          expect(warm.trips).toBeGreaterThanOrEqual(cool.trips);
          for (const one of [cool, warm]) {
            expect(one.fewest <= one.trips && one.trips <= one.most).toBe(true);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('say when a gel runs, when it is too much, and when too little', () => {
    const hot = mild.map((day) => ({ ...day, tMax: 31 }));
    expect(lureTrips({ carrier: 'gel' }, hot).meltedDays).toBe(0);
    expect(lureTrips({ carrier: 'gel', exposure: 'partSun' }, hot).meltedDays).toBe(100);
    expect(lureTrips({ carrier: 'openSwab', massKg: 1e-3 }, mild).overdoseDays).toBe(100);
    expect(lureTrips({ carrier: 'wickVial', multiplier: 0.01 }, mild)).toEqual(
      jasmine.objectContaining({ faint: true, trips: 0 }),
    );
    expect(called(() => lureTrips({ carrier: 'gel' }, []), null)).toEqual(jasmine.objectContaining({ error: 'EMPTY' }));
  });
});

describe('weather to expect', () => {
  it('is what is known, else the mean of other years, else a guess that is counted', () => {
    const lines = [
      { date: '2024-05-15', tMin: 4, tMax: 16 },
      { date: '2025-05-15', tMin: 6, tMax: 20 },
      { date: '2026-05-14', tMin: 9, tMax: 21 },
    ];
    const { daily, typical, guessed } = expectedWeather(lines, '2026-05-14', '2026-05-16');
    expect(daily).toEqual([
      { date: '2026-05-14', tMin: 9, tMax: 21 },
      { date: '2026-05-15', tMin: 5, tMax: 18 },
      { date: '2026-05-16', tMin: 8, tMax: 20 },
    ]);
    expect([typical, guessed]).toEqual([1, 1]);
  });
});

describe('signs of a queen', () => {
  it('speak for her, against her, or say no one thing', () => {
    expect(queenGuess([])).toBe('nothingSeen');
    expect(queenGuess(['clustering'])).toBe('likelyIn');
    expect(queenGuess(['fanning', 'orienting'])).toBe('likelyIn');
    expect(queenGuess(['orienting'])).toBe('unclear');
    expect(queenGuess(['frantic', 'orienting'])).toBe('likelyNot');
    expect(queenGuess(['frantic', 'clustering'])).toBe('unclear');
    expect(called(() => queenGuess(['singing' as 'fanning']), null)).toEqual(
      jasmine.objectContaining({ error: 'ENUM' }),
    );
  });
});

describe('a civil date', () => {
  it('is read as the calendar has it, and nothing else is a date', () => {
    fc.assert(
      fc.property(fc.integer({ min: -719_162, max: 2_932_531 }), (number) => {
        const date = dateOfDay(number);
        expect(dayNumber(date)).toBe(number);
        // Date's own years of four digits agree.
        if (number > -500_000) expect(new Date(number * 86_400_000).toISOString().slice(0, 10)).toBe(date);
      }),
    );
    for (const bad of [
      '2023-02-29',
      '1900-02-29',
      '2026-13-01',
      '2026-00-10',
      '2026-04-31',
      '2026-5-1',
      '0000-01-01',
      '9999-01-01',
      '2026-05-1a',
      ' 2026-05-14',
      '2026-05-14T',
      '2026/05/14',
      '２０２６-05-14',
      '-026-05-14',
    ]) {
      expect(isIsoDate(bad)).withContext(bad).toBe(false);
    }
    expect(dayNumber('2024-02-29') - dayNumber('2024-02-28')).toBe(1);
    expect(isIsoDate('2000-02-29')).toBe(true);
  });
});
