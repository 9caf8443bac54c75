import type { GroundDto, GroundSiteDto } from '@yewridge/contract/ground';
import type { LandmarkFactor } from '@yewridge/core/evidence';
import { permissionsOf } from '@yewridge/core/ground';
import type { ErrorCode } from '@yewridge/core/shared/errors';
import { COLONIES, FROM, LIMITS, place, plan, site, spot, stance } from '../testing/next-plan';
import { limitsOf, type NextPlace, placesOf, planAsk, saidLimits, type Stance, stancesOf } from './next-asked';
import {
  askRows,
  boundSaid,
  costSaid,
  hangSaid,
  hoursText,
  moreSaid,
  needsSaid,
  nextAnswer,
  placeLine,
  placeSaid,
  refusedSaid,
  shortSaid,
  unownedSaid,
} from './next-words';
import { planAnswer } from './plan-run';
import { planMarks } from './plan-marks';

const names = (id: string): string => `At ${id}`;

describe('what a plan is made for', () => {
  const NOTHING = {
    traps: undefined,
    apart: undefined,
    stop: undefined,
    round: undefined,
    may: undefined,
    edges: undefined,
  };
  const KEPT_PLAN = { traps: 9, apartM: 300, stopS: 600, budgetS: 7200, permission: 'granted', edgesM: 100 } as const;

  it('is as usual where nobody said, then as in the plan that was kept, then as the address says', () => {
    expect(limitsOf(NOTHING, null, 16)).toEqual({ ...LIMITS, traps: 16 });
    expect(limitsOf(NOTHING, null, 0).traps).toBe(1);
    expect(limitsOf(NOTHING, KEPT_PLAN, 16)).toEqual(KEPT_PLAN);
    const said = { traps: '4', apart: '0', stop: '0', round: 'none', may: 'noNo', edges: 'none' };
    expect(limitsOf(said, KEPT_PLAN, 16)).toEqual({ ...LIMITS, traps: 4, apartM: 0 });
  });

  it('takes what is no number, or out of range, as not said: nothing is bent to fit', () => {
    const traps = (text: string) => limitsOf({ ...NOTHING, traps: text }, null, 16).traps;
    expect(['0', '1', '500', '501', 'many', '', '-3'].map(traps)).toEqual([16, 1, 500, 16, 16, 16, 16]);
    const edges = (text: string) => limitsOf({ ...NOTHING, edges: text }, KEPT_PLAN, 16).edgesM;
    expect(['9', '10', '2000', '2001'].map(edges)).toEqual([100, 10, 2000, 100]);
  });

  it('stands in the address as it is read again', () => {
    const change = { traps: 4, apartM: 0, stopS: 300, budgetS: null, permission: 'granted', edgesM: 70 } as const;
    expect(limitsOf({ ...NOTHING, ...saidLimits(change) }, KEPT_PLAN, 16)).toEqual(change);
  });
});

describe('places that are thought of', () => {
  const sources = (more: Partial<Parameters<typeof placesOf>[0]> = {}) => ({
    sites: [site('a')],
    spots: [],
    sheets: [],
    factors: [],
    ...more,
  });

  it('are sites on the map, spots, and points along edges, each with its minutes', () => {
    const wood = {
      features: [
        {
          properties: { kind: 'wood', name: 'Larch wood' },
          geometry: {
            type: 'LineString',
            coordinates: [
              [13.3, 47.4],
              [13.302, 47.4],
            ],
          },
        },
      ],
    };
    const found = placesOf(
      sources({ sites: [site('a'), site('off', { lat: null, lon: null })], spots: [spot('s')], sheets: [wood] }),
      { ...LIMITS, stopS: 600, edgesM: 100 },
    );
    expect(found.map(({ kind, name, effort }) => [kind, name, effort])).toEqual([
      ['site', 'At a', 1020],
      ['spot', 'Thought s', 900],
      ['edge', 'Larch wood edge 1', 900],
      ['edge', 'Larch wood edge 2', 900],
      ['edge', 'Larch wood edge 3', 900],
    ]);
    expect(found.slice(1).map(({ permission }) => permission)).toEqual(Array(4).fill('unknown'));
  });

  it('draw as the log says where it has earned it', () => {
    const factor = { landmark: 'hedgerow', rule: 1, own: 1.6, earned: true } as LandmarkFactor;
    const quality = (factors: readonly LandmarkFactor[]) => placesOf(sources({ factors }), LIMITS)[0]?.quality;
    expect(quality([factor])).toBe(1.6);
    expect(quality([])).toBe(1);
    expect(quality([{ ...factor, landmark: 'building' }])).toBe(1);
  });

  it('are asked with the pins and bars of that season alone', () => {
    const rows = [stance('1', 'a'), stance('2', 'b', { stance: 'barred' }), stance('3', 'c', { season: 2026 })];
    const ask = planAsk([place('a'), place('b')], COLONIES, stancesOf(rows, 2027), FROM, LIMITS);
    expect([ask.pinned, ask.barred, ask.permission]).toEqual([['a'], ['b'], permissionsOf('noNo')]);
    expect(Object.keys(ask.places[0] ?? {})).not.toContain('name');
  });

  it('are planned, or it is said why not', () => {
    const ask = planAsk([place('a')], COLONIES, new Map(), FROM, { ...LIMITS, traps: 1 });
    expect(planAnswer(ask, () => undefined)).toEqual(
      jasmine.objectContaining({ kind: 'plan', plan: jasmine.objectContaining({ excluded: 0 }) }),
    );
    const none = { ...ask, places: [{ ...place('a'), permission: 'refused' as const }] };
    const refused = planAnswer(none, () => undefined);
    expect(refused).toEqual({ kind: 'refused', code: 'EMPTY', path: 'places' });
  });
});

describe('what stands against a plan', () => {
  it('is said in a sentence with the way on, never as the core says it', () => {
    const said = (code: ErrorCode | null, path = '') => refusedSaid({ kind: 'refused', code, path });
    expect(said('EMPTY', 'places')).toContain('Ask the owners, or take any place without a no.');
    expect(said('CONFLICT', 'pinned')).toContain('Let one go.');
    expect(said('TOO_LARGE', 'candidates')).toContain('5\u202f000 places');
    expect(said(null)).toContain('could not be worked out');
    expect(said('RANGE', 'k')).toContain('Change a limit');
  });
});

describe('the plan in words', () => {
  const places = [place('a'), place('b'), place('c')];

  it('heads with how many of what should catch how much', () => {
    expect(nextAnswer(null, places, COLONIES)).toBe('Where to hang next season');
    expect(nextAnswer(plan(), places, COLONIES)).toBe('2 of 3 sites should catch 0.4 of 3.8 swarms');
    expect(nextAnswer(plan(), [...places, place('s', { kind: 'spot' })], COLONIES)).toContain('2 of 4 places');
    expect(nextAnswer(plan({ basis: 'background' }), places, [])).toBe(
      '2 of 3 sites, judged by kind and spacing alone',
    );
  });

  it('says how far from the best it is at most, or that all were tried', () => {
    expect(boundSaid(plan())).toBe('8 % at most below the best possible.');
    expect(boundSaid(plan({ bound: 0.3718 }))).toBe('No choice catches more.');
    expect(boundSaid(plan({ tried: 4845 }))).toBe('All 4\u202f845 choices tried, none is better.');
    expect(boundSaid(plan({ value: 0, bound: 0 }))).toContain('Nothing');
  });

  it('says what one trap more adds, and why some find no place', () => {
    expect(moreSaid(plan(), names)).toBe('0.06 more with trap 3, at At c.');
    expect(moreSaid(plan({ next: null }), names)).toBe('No place is left over that would do.');
    expect(shortSaid(plan(), LIMITS)).toBeNull();
    expect(shortSaid(plan({ excluded: 1 }), { ...LIMITS, traps: 3, budgetS: 3600 })).toBe(
      '1 trap finds no place: look at the distance apart and the time of a round and permissions.',
    );
    expect(shortSaid(plan(), { ...LIMITS, traps: 4, apartM: 0 })).toBe('2 traps find no place: there are no more.');
  });

  it('says of a place how it stands', () => {
    const said = (id: string, more: Partial<NextPlace> = {}, row: Stance | null = null) =>
      placeSaid(place(id, more), plan(), row, FROM);
    expect(said('a')).toEqual({ state: 'chosen', figure: 0.27, chosen: true });
    expect(said('c')).toEqual({ state: 'left over', figure: 0.06, chosen: false });
    expect(said('a', {}, stance('1', 'a')).state).toBe('chosen, pinned by you');
    expect(said('c', {}, stance('1', 'c', { stance: 'barred', reason: 'two people' })).state).toBe(
      'left over, barred: two people',
    );
    expect(said('a', { permissionUntil: '2027-03-31' }).state).toBe('chosen, a yes until 31 Mar 2027');
    expect(said('a', { permissionUntil: '2027-04-01' }).state).toBe('chosen');
    expect(said('a', { permission: 'asked' }).state).toContain('no answer yet');
    expect(said('a', { permission: 'unknown' }).state).toContain('not asked yet');
    expect(said('a', { kind: 'edge' }).state).toContain('nobody was asked');
    expect(placeLine(place('c'), said('c'))).toBe('left over, would add 0.06, hedgerow');
    expect(placeLine(place('a', { landmark: null }), said('a'))).toBe('chosen, 0.27 swarms');
  });

  it('lists whom to ask with what a no costs, and those nobody noted, the dearest first and six at most', () => {
    const ground = { sites: [{ ...site('a'), owner: { id: 'o', name: 'Hedwig' } }] } as unknown as GroundDto;
    const owners = [{ id: 'o', cost: 0.3, places: ['a', 'b'] }];
    expect(askRows(plan({ owners }), ground, names)).toEqual([
      { id: 'o', name: 'Hedwig', places: 'At a, At b', cost: '0.30', bar: 42, gains: false },
    ]);
    const gains = askRows(plan({ owners: [{ id: 'o', cost: -0.01, places: ['a'] }] }), ground, names);
    expect(gains.map(({ cost, gains: more }) => [cost, more])).toEqual([['gains 0.01', true]]);
    const unowned = Array.from({ length: 8 }, (_, n) => ({ id: String(n), cost: n / 100 }));
    expect(unownedSaid(plan({ unowned }), names)).toMatch(/^At 7 0\.07, At 6 0\.06.* and 2 more$/);
    expect([0.004, 0.005].map((cost) => costSaid({ id: 'x', cost }))).toEqual(['costs next to nothing', 'costs 0.01']);
  });

  it('says what hanging needs beside what there is', () => {
    const season = { season: 2027, from: FROM, hangBy: '2027-04-09', asThisYear: true };
    expect(needsSaid(season, 16, { traps: 16, lures: 9 })).toEqual([
      'Hang 16 traps by 9 Apr 2027, as this year.',
      'Traps: you have 16 traps.',
      'Lures: you have 9 lures, 7 more are needed in Stores.',
    ]);
    expect(needsSaid({ ...season, hangBy: null }, 1, { traps: 0, lures: 1 })[0]).toBe('Hang 1 trap before the season.');
    expect([3540, 3600, 8760].map(hoursText)).toEqual(['59 min', '1 h', '2 h 26 min']);
  });

  it('says what a site of the kept plan waits for', () => {
    const hung = { ...site('a'), hangs: [{ number: 'V-03' }] } as unknown as GroundSiteDto;
    expect(hangSaid(site('a'), FROM, true)).toBe('a yes that holds');
    expect(hangSaid(hung, FROM, false)).toBe('V-03 hangs there');
    expect(hangSaid(hung, FROM, true)).toBe('a yes that holds; V-03 hangs there this season');
    const asked = { ...site('a', { permission: 'asked' }), owner: { id: 'o', name: 'Hedwig' } } as GroundSiteDto;
    expect(hangSaid(asked, FROM, true)).toBe('asked, no answer yet: Hedwig');
  });
});

describe('the plan on the map', () => {
  it('fills a box by its swarms over those of the best, and says how each place stands', () => {
    const places = [
      place('a'),
      place('b', { permission: 'asked' }),
      place('c', { kind: 'edge' }),
      place('d', { permission: 'refused' }),
      place('e'),
    ];
    const stances = new Map([
      ['a', stance('1', 'a')],
      ['e', stance('2', 'e', { stance: 'barred' })],
    ]);
    const marks = new Map(planMarks(places, plan(), stances, FROM).map((mark) => [mark.id, mark]));
    expect(marks.get('a')?.plan).toEqual(
      jasmine.objectContaining({ kind: 'chosen', fill: 1, pinned: true, figure: '0.27 pinned by you', minor: false }),
    );
    expect(marks.get('b')?.plan).toEqual(
      jasmine.objectContaining({ waits: true, figure: '0.10 asked, no answer yet' }),
    );
    expect(marks.get('b')?.plan.fill).toBeCloseTo(0.1 / 0.27, 12);
    expect(marks.get('c')?.plan).toEqual(
      jasmine.objectContaining({ kind: 'left', minor: true, figure: 'would add 0.06' }),
    );
    expect(marks.get('d')?.plan.kind).toBe('refused');
    expect(marks.get('e')?.plan.figure).toBe('barred');
    expect(marks.get('a')?.says).toBe('At a, chosen, pinned by you, 0.27 pinned by you');
  });
});
