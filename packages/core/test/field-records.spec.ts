import fc from 'fast-check';
import {
  dueWeather,
  type FieldRecords,
  type FieldRows,
  FieldViews,
  type PastLooks,
  RecordShelf,
} from '../src/field/index.js';
import { SCOUT_PRIOR } from '../src/season/index.js';
import type { Rig } from '../src/suction/index.js';
import { design } from './sample-design.js';

type Rows = FieldRows<FieldRecords & { readonly rigs: { readonly id: string; readonly document: Rig } }>;
const NOTHING: PastLooks = { empty: [], days: [] };
const SCOUTS = { model: SCOUT_PRIOR, own: SCOUT_PRIOR, looks: 0, arrivals: 0, earned: false, tuned: false };

const trap = (id: string, number: string): Rows['traps'][number] => ({
  id,
  document: {
    number,
    asBuilt: design(),
    massKg: null,
    paintedOn: null,
    darkCombs: 0,
    condition: 'good',
  },
});
const site = (id: string, more: Partial<Rows['sites'][number]> = {}): Rows['sites'][number] => ({
  id,
  name: `Site ${id}`,
  lat: 48.2,
  lon: 15.6,
  elevationM: 300,
  timeZone: null,
  shade: null,
  landmark: null,
  landmarkNote: null,
  accessWeekdays: null,
  permission: 'granted',
  permissionUntil: null,
  ownerId: null,
  ...more,
});
const stay = (id: string, more: Partial<Rows['deployments'][number]> = {}): Rows['deployments'][number] => ({
  id,
  trapId: 't1',
  siteId: 's1',
  hungOn: '2026-04-01',
  takenDownOn: null,
  heightM: 3,
  facingDeg: 180,
  hungBy: 'strap',
  comb: null,
  shade: null,
  ...more,
});
const look = (id: string, at: string, more: Partial<Rows['visits'][number]> = {}): Rows['visits'][number] => ({
  id,
  deploymentId: 'd1',
  at,
  occupied: null,
  scoutsPerMin: null,
  ...more,
});
const caught = (id: string, foundOn: string, deploymentId = 'd1'): Rows['catches'][number] => ({
  id,
  deploymentId,
  foundOn,
  arrivedOn: null,
  size: null,
  massKg: 1.2,
  framesCovered: null,
  method: 'trap',
  siteId: null,
  place: null,
  placeLat: null,
  placeLon: null,
  school: null,
  broodFrame: null,
  wentTo: null,
});
const bait = (id: string, appliedOn: string, more: Partial<Rows['baits'][number]> = {}): Rows['baits'][number] => ({
  id,
  deploymentId: 'd1',
  appliedOn,
  removedOn: null,
  carrier: 'swabBag',
  substance: 'lemongrass',
  massKg: 0.0005,
  dose: null,
  doseUnit: null,
  ...more,
});

const EMPTY: Rows = {
  traps: [],
  sites: [],
  owners: [],
  colonies: [],
  deployments: [],
  visits: [],
  baits: [],
  weighings: [],
  catches: [],
  followups: [],
  steps: [],
  weather: [],
  phenology: [],
  kit: [],
  designs: [],
  rigs: [],
  callouts: [],
  collections: [],
  spells: [],
  pieces: [],
  signs: [],
  tasks: [],
  windows: [],
  corrections: [],
  trials: [],
  assignments: [],
  placings: [],
  picks: [],
};
const SEASON: Rows = {
  ...EMPTY,
  traps: [trap('t1', 'V-02'), trap('t2', 'V-01')],
  sites: [site('s1'), site('s2')],
  deployments: [stay('d1'), stay('d2', { trapId: 't2', siteId: 's2', hungOn: '2026-04-03' })],
  visits: [
    look('v1', '2026-04-20T18:00', { scoutsPerMin: 2, occupied: false }),
    look('v2', '2026-05-02T12:10', { scoutsPerMin: 9 }),
    look('v3', '2026-05-04T12:10', { deploymentId: 'd2', scoutsPerMin: 0, occupied: false }),
    look('v4', '2026-05-09T12:30', { deploymentId: 'd2', scoutsPerMin: 20 }),
  ],
  baits: [bait('b1', '2026-04-01'), bait('b2', '2026-04-25'), bait('b3', '2026-04-03', { deploymentId: 'd2' })],
  catches: [caught('c1', '2026-05-08')],
  weather: Array.from({ length: 60 }, (_, n) => ({
    date: new Date(Date.UTC(2026, 3, 1 + n)).toISOString().slice(0, 10),
    tMinC: 8,
    tMaxC: 19 + (n % 5),
    rainMm: 0,
    windMps: 2,
    source: 'measured' as const,
  })),
};
const shelfOf = (rows: Partial<Rows>, past = NOTHING): RecordShelf =>
  new RecordShelf<FieldRecords>({ ...EMPTY, ...rows }, past);
const viewsOf = (rows: Rows, past = NOTHING): FieldViews<FieldRecords & { readonly rigs: Rows['rigs'][number] }> =>
  new FieldViews(
    new RecordShelf(rows, past),
    { scouts: SCOUTS, sensors: new Map() },
    {
      today: '2026-05-10',
      minute: '2026-05-10T18:20',
      hemisphere: 'N',
      offset: () => 120,
    },
  );
const ids = (rows: readonly { readonly id: string }[]): readonly string[] => rows.map(({ id }) => id);

describe('records read as lines', () => {
  it('a stay is in a span whose first day is its last, and out of one that begins the day after', () => {
    const shelf = shelfOf({ sites: [site('s1')], deployments: [stay('d1', { takenDownOn: '2026-05-03' })] });
    expect(ids(shelf.stays({ from: '2026-05-03', to: '2026-06-01' }))).toEqual(['d1']);
    expect(ids(shelf.stays({ from: '2026-05-04', to: '2026-06-01' }))).toEqual([]);
    expect(ids(shelf.stays({ from: '2026-03-01', to: '2026-04-01' }))).toEqual(['d1']);
    expect(ids(shelf.stays({ from: '2026-03-01', to: '2026-03-31' }))).toEqual([]);
  });

  it('a look late on the last day of a span is in it, and one a minute after midnight is not', () => {
    const shelf = shelfOf({
      sites: [site('s1')],
      deployments: [stay('d1')],
      visits: [look('in', '2026-05-03T23:59'), look('out', '2026-05-04T00:00'), look('first', '2026-05-01T00:00')],
    });
    expect(ids(shelf.visits({ from: '2026-05-01', to: '2026-05-03' }))).toEqual(['first', 'in']);
  });

  it('a stay’s own shade counts before its site’s', () => {
    const sites = [site('s1', { shade: 'fullSun' })];
    const shade = (own: 'shade' | null): string | null | undefined =>
      shelfOf({ sites, deployments: [stay('d1', { shade: own })] }).stays({ from: '2026-05-01', to: '2026-05-01' })[0]
        ?.shade;
    expect([shade('shade'), shade(null)]).toEqual(['shade', 'fullSun']);
  });

  it('what the last look that said so came to: a count of none is a count and no sign of life', () => {
    const shelf = shelfOf({
      ...SEASON,
      visits: [
        look('a', '2026-05-01T12:00', { scoutsPerMin: 8, occupied: false }),
        look('b', '2026-05-02T12:00', { scoutsPerMin: 0 }),
        look('c', '2026-05-03T12:00'),
      ],
    });
    expect(shelf.looks().get('d1')).toEqual({
      deploymentId: 'd1',
      lastAt: '2026-05-03T12:00',
      lastCount: 0,
      lastOccupied: 0,
      lastActivityAt: '2026-05-01T12:00',
      lureChangedOn: '2026-04-25',
    });
  });

  it('days found empty count for stays that ended in a catch, those of earlier seasons told in short among them, each once', () => {
    const past: PastLooks = {
      empty: [
        ['d1', '2026-04-20'],
        ['d1', '2025-06-01'],
        ['d2', '2025-06-01'],
      ],
      days: ['2025-06-01', '2026-04-20'],
    };
    const shelf = shelfOf(SEASON, past);
    expect(
      shelf
        .emptyLooks()
        .map(({ deploymentId, date }) => `${deploymentId} ${date}`)
        .sort(),
    ).toEqual(['d1 2025-06-01', 'd1 2026-04-20']);
    expect(shelf.emptyLooks('2026-05-09')).toEqual([]);
    expect(shelf.daysOut().map(({ date }) => date)).toEqual([
      ...['2025-06-01', '2026-04-01', '2026-04-03', '2026-04-20', '2026-05-02', '2026-05-04', '2026-05-09'],
    ]);
  });

  it('lures at stays that are over are left out, unless they were weighed', () => {
    const over = { ...SEASON, deployments: [stay('d1', { takenDownOn: '2026-05-01' })] };
    expect(ids(shelfOf(over).lures())).toEqual([]);
    const weighed = { ...over, weighings: [{ id: 'w', baitId: 'b2', weighedOn: '2026-04-30', oilMassKg: 0.0002 }] };
    expect(ids(shelfOf(weighed).lures())).toEqual(['b2']);
  });

  it('a site that is not placed is no place for the sun', () => {
    expect(shelfOf({ sites: [site('s1', { lat: null, lon: null })] }).places()).toEqual([]);
  });
});

describe('views of the field', () => {
  it('come to the same in whatever order the rows lie', () => {
    const whole = viewsOf(SEASON);
    const expected = JSON.stringify([whole.day(), whole.ground(), whole.summary(), whole.track()]);
    const anyOrder = <T>(rows: readonly T[]): fc.Arbitrary<T[]> =>
      fc.shuffledSubarray([...rows], { minLength: rows.length });
    fc.assert(
      fc.property(
        fc.tuple(
          anyOrder(SEASON.traps),
          anyOrder(SEASON.sites),
          anyOrder(SEASON.deployments),
          anyOrder(SEASON.visits),
          anyOrder(SEASON.baits),
          anyOrder(SEASON.weather),
        ),
        ([traps, sites, deployments, visits, baits, weather]) => {
          const views = viewsOf({ ...SEASON, traps, sites, deployments, visits, baits, weather });
          return JSON.stringify([views.day(), views.ground(), views.summary(), views.track()]) === expected;
        },
      ),
      { numRuns: 25 },
    );
  });

  it('a look that was just kept stands in every view that asks for it', () => {
    const before = viewsOf(SEASON);
    const after = viewsOf({
      ...SEASON,
      visits: [...SEASON.visits, look('v5', '2026-05-10T18:15', { deploymentId: 'd2', scoutsPerMin: 31 })],
    });
    const hanging = (views: typeof before): unknown =>
      views.due().traps.map(({ deploymentId, lastScouts, lastVisitOn }) => [deploymentId, lastScouts, lastVisitOn]);
    expect(hanging(before)).toContain(['d2', 20, '2026-05-09']);
    expect(hanging(after)).toContain(['d2', 31, '2026-05-10']);
    const span = { from: '2026-05-10', to: '2026-05-10' };
    expect(after.ribbon(span).rows.flatMap(({ stays }) => stays.flatMap(({ visits }) => ids(visits)))).toEqual(['v5']);
    expect(after.summary().seasons.at(-1)?.daysOut).toBe((before.summary().seasons.at(-1)?.daysOut ?? 0) + 1);
  });

  it('bees in a trap stand above everything, and the steps of their catch lead to its next day', () => {
    const { traps, inUse } = viewsOf(SEASON).due();
    expect([traps[0]?.number, traps[0]?.beesIn, inUse]).toEqual(['V-02', true, 2]);
    const [plan] = viewsOf(SEASON).plans();
    expect(plan?.catchId).toBe('c1');
    expect(plan?.steps.length).toBeGreaterThan(3);
  });

  it('nothing at all makes empty views, and no season where there is no site', () => {
    const views = viewsOf(EMPTY);
    const day = views.day();
    expect([day.traps, day.season, day.sun, day.plans, day.calls]).toEqual([[], null, null, [], []]);
    expect(Object.values(day.first)).toEqual([false, false, false, false, false, false]);
    expect(views.summary()).toEqual({ seasons: [], arrivals: [] });
    expect(views.track().rows).toEqual([]);
    expect(views.plan('nobody')).toBeUndefined();
  });

  it('the due list reads the weather of fourteen days back and ten ahead', () => {
    expect(dueWeather('2026-05-15')).toEqual({ from: '2026-05-01', to: '2026-05-25' });
    const gale = (date: string): Rows['weather'][number] => ({
      date,
      tMinC: 8,
      tMaxC: 15,
      rainMm: 30,
      windMps: 28,
      source: 'measured',
    });
    const storm = (date: string): boolean =>
      viewsOf({ ...SEASON, catches: [], visits: [], weather: [gale(date)] })
        .due()
        .traps.some(({ due }) => due.reasons.some(({ code }) => code === 'storm'));
    expect([storm('2026-04-25'), storm('2026-04-26'), storm('2026-05-10')]).toEqual([false, true, true]);
  });
});
