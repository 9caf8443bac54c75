import {
  addDays,
  type SensorRead,
  sensorSign,
  seedOf,
  simSwarms,
  simTrapSensor,
  simWeather,
  type SwarmRecipe,
} from '@yewridge/core/season';
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
