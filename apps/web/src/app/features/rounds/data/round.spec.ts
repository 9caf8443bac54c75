import type { ActDto } from '@yewridge/contract/season';
import { roundPlan, type RoundPlan } from '@yewridge/core/rounds';
import { firstValueFrom } from 'rxjs';
import {
  ASKED,
  bees,
  closing,
  DAY,
  HIGH,
  kept,
  MILL,
  said,
  site,
  SITES,
  sources,
  trapAt,
  visit,
  way,
} from '../testing/round-records';
import { groundOf } from './road-ground';
import { SimulatedRoads } from './road-times';
import {
  askAct,
  effortAct,
  keepAct,
  namedWays,
  onlyBeesAct,
  roundGoneAct,
  stepDoneAct,
  stopAct,
  waysAct,
} from './round-acts';
import { proposed, roundNow, type RoundNow, type RoundSources, startPlaces } from './round-asked';
import { roundGpx, roundIcs } from './round-files';
import { roundAnswer } from './round-run';
import {
  beesSaid,
  cautionOf,
  clockText,
  impossibleSaid,
  loadOf,
  minutesSaid,
  ownersOf,
  refusedSaid,
  roomSaid,
  roundAnswerSaid,
  stopRows,
} from './round-words';
import { stripShape } from './strip-shape';

const known = (more: Partial<Parameters<typeof keepAct>[0]> = {}) => ({ day: DAY, kept: null, asked: ASKED, ...more });
const planned = (more: Partial<RoundSources> = {}): { readonly now: RoundNow; readonly plan: RoundPlan } => {
  const now = roundNow(sources(more));
  return { now, plan: roundPlan(now.task!.ask) };
};
const ids = ({ plan }: { readonly plan: RoundPlan }): readonly string[] => plan.stops.map(({ id }) => id);
const fieldsOf = (act: ActDto | null, n = 0) =>
  act?.changes[n] as unknown as {
    readonly id: string;
    readonly table: string;
    readonly fields: Record<string, unknown>;
  };

describe('what a round is asked to keep to', () => {
  it('begins from bees of one’s own, else from a site on the map; a tree full of bees is no place to set out from', () => {
    const colony = (name: string, kind: string) => ({ name, kind, lat: 47.4, lon: 13.2 }) as never;
    const places = startPlaces({
      colonies: [colony('Lime', 'tree'), colony('West', 'apiary')],
      sites: [...SITES, site('x', null as never, 13)],
    });
    expect(places.map(({ name }) => name)).toEqual(['West', 'At a', 'At b', 'At c']);
  });

  it('is proposed for the next ten minutes of today, and for the evening of another day; nothing is said that nobody said', () => {
    const leave = (day: string, now: string) => proposed(day, now, MILL).leaveAt;
    expect(leave(DAY, `${DAY}T18:20`)).toBe('18:30');
    expect(leave(DAY, `${DAY}T18:29`)).toBe('18:30');
    expect(leave(DAY, `${DAY}T18:30`)).toBe('18:40');
    expect(leave(DAY, `${DAY}T23:55`)).toBe('23:50');
    expect(leave('2026-05-15', `${DAY}T18:20`)).toBe('18:00');
    const { backBy, ladderM, boxes, stopS, leftAt } = proposed(DAY, `${DAY}T18:20`, MILL);
    expect([backBy, ladderM, boxes, stopS, leftAt]).toEqual([null, null, null, null, null]);
  });
});

describe('where a round goes on', () => {
  it('before one sets out: from its start, not before its hour; too late, from now', () => {
    expect(roundNow(sources()).departS).toBe(18.5 * 3600);
    expect(roundNow(sources({ now: `${DAY}T18:40` })).departS).toBe(18 * 3600 + 2400);
    expect(roundNow(sources()).start.name).toBe('Mill');
  });

  it('after a look: from that trap, now; what was looked at before one set out is not behind', () => {
    const asked = { ...ASKED, leftAt: '18:30' };
    const visits = [visit('a', `${DAY}T18:40`), visit('b', `${DAY}T18:29`), visit('c', '2026-05-13T18:40')];
    const now = roundNow(sources({ asked, now: `${DAY}T18:45`, visits }));
    expect(now.done.map(({ id, at }) => [id, at])).toEqual([['stay-a', '18:40']]);
    expect([now.start.name, now.departS]).toEqual(['At a', 18.75 * 3600]);
    expect(now.task?.ask.stops.map(({ id }) => id)).toEqual(['stay-b', 'stay-c']);
    // The way home is that to the mill.
    expect(now.matrix[1]?.[0]).toBeGreaterThan(now.matrix[0]?.[1] ?? 0);
  });

  it('a look at a trap with bees in does not close it; its step does', () => {
    const asked = { ...ASKED, leftAt: '18:30' };
    const traps = [bees('a'), trapAt('b')];
    const looked = sources({ asked, traps, plans: [closing('a')], visits: [visit('a', `${DAY}T18:40`)] });
    expect(roundNow(looked).done).toEqual([]);
    const closed = roundNow({ ...looked, plans: [closing('a', 'done', '21:08')] });
    expect(closed.done.map(({ id, at }) => [id, at])).toEqual([['stay-a', '21:08']]);
  });

  it('what was dropped, and what the ladder does not reach, is out and said; bees never are', () => {
    const traps = [bees('a'), trapAt('b', HIGH), trapAt('c')];
    const plans = [closing('a')];
    const out = (more: Partial<RoundSources>) =>
      roundNow(sources({ traps, plans, ...more })).out.map(({ id, why }) => [id, why]);
    expect(out({})).toEqual([]);
    expect(out({ said: [said('a', 'dropped'), said('c', 'dropped')] })).toEqual([['stay-c', 'dropped']]);
    expect(out({ asked: { ...ASKED, ladderM: 2.9 } })).toEqual([['stay-b', 'ladder']]);
    expect(out({ asked: { ...ASKED, ladderM: 3 } })).toEqual([]);
  });

  it('a lock counts from where one is: of two stops behind, the fourth is the second', () => {
    const asked = { ...ASKED, leftAt: '18:00' };
    const locks = (visits: RoundSources['visits']) =>
      roundNow(sources({ asked, visits, said: [said('c', 'locked', 3)] })).task?.ask.locked;
    expect(locks([])).toEqual([{ id: 'stay-c', at: 3 }]);
    expect(locks([visit('a', `${DAY}T18:10`)])).toEqual([{ id: 'stay-c', at: 2 }]);
  });

  it('ways that were timed count, those of another start do not', () => {
    const ways = [way('a', 'b', 61), way(null, 'a', 62, 'Mill'), way(null, 'b', 63, 'Elsewhere')];
    const { matrix } = roundNow(sources({ ways }));
    expect([matrix[1]?.[2], matrix[0]?.[1]]).toEqual([61, 62]);
    expect(matrix[0]?.[2]).toBeGreaterThan(63);
  });
});

describe('a round in words', () => {
  const BEES = { traps: [trapAt('a', HIGH), trapAt('b', HIGH), bees('c')], plans: [closing('c')] };

  it('says the light that is left, else when it is over; nothing due, and a round that is over', () => {
    const lit = planned(BEES);
    expect(roundAnswerSaid(lit.now, lit.plan, true)).toMatch(/^3 stops, over at 21:\d\d$/);
    const late = planned({ ...BEES, asked: { ...ASKED, leaveAt: '19:40' } });
    expect(roundAnswerSaid(late.now, late.plan, true)).toMatch(/^3 stops, \d+ min of light to spare$/);
    expect(roundAnswerSaid(lit.now, lit.plan, false)).toBe('The day’s round');
    expect(roundAnswerSaid(roundNow(sources({ traps: [] })), null, true)).toBe('Nothing is due on this round');
    const over = roundNow(
      sources({ traps: [trapAt('a')], asked: { ...ASKED, leftAt: '18:00' }, visits: [visit('a', `${DAY}T18:10`)] }),
    );
    expect(roundAnswerSaid(over, null, true)).toBe('The round is over');
    expect(beesSaid(lit.now, lit.plan)).toBe('V-c closes at 21:06, all else fits before it');
    expect(beesSaid(planned().now, planned().plan)).toBeNull();
  });

  it('where bees do not fit it says until when, and what to do', () => {
    const asked = { ...ASKED, backBy: '20:30' };
    const { now, plan } = planned({ ...BEES, asked });
    expect(ids({ plan })).toEqual(['stay-c']);
    expect(impossibleSaid(now, plan, asked)).toMatch(
      /^Bees first takes until 21:\d\d, and you are to be home by 20:30\. Call a friend, or close V-c tomorrow evening\.$/,
    );
    expect(impossibleSaid(now, { ...plan, impossible: false }, asked)).toBeNull();
  });

  it('rows say when, for how long, why, what to mind and what dropping buys; bees have no drop', () => {
    const { now, plan } = planned(BEES);
    const rows = stopRows(now, plan, {
      asked: ASKED,
      day: DAY,
      system: 'metric',
      plans: BEES.plans,
      locked: new Set(['stay-a']),
    });
    expect(rows.map(({ place, number, must }) => [place, number, must])).toEqual([
      [1, rows[0]!.number, false],
      [2, rows[1]!.number, false],
      [3, 'V-c', true],
    ]);
    const first = rows.find(({ number }) => number === 'V-a');
    expect(first?.caution).toBe('Two people: one holds the ladder.');
    expect(first?.says).toContain('10 min; last look 13 days ago');
    expect(first?.dropping).toMatch(/^\+\d+ min$/);
    expect(first?.dropSays).toMatch(/^Drop At a: \+\d+ min of light$/);
    expect(first?.locked).toBeTrue();
    expect(rows[2]?.dropping).toBeNull();
    expect(rows[2]?.says).toContain('mesh over the entrance');
  });

  it('a ladder in the dark is climbed by nobody, and one that is too short for bees is said', () => {
    const { now } = planned({ traps: [{ ...bees('c'), ...HIGH }], plans: [closing('c')] });
    const stop = now.candidates.get('stay-c')!;
    expect(cautionOf(stop, now.sunsetS, now.sunsetS! - 1, ASKED)).toBe('Two people: one holds the ladder.');
    expect(cautionOf(stop, now.sunsetS, now.sunsetS!, ASKED)).toContain('Nobody on a ladder in the dark');
    expect(cautionOf(stop, now.sunsetS, 0, { ...ASKED, ladderM: 2 })).toContain('Your ladder is too short.');
    expect(cautionOf({ ...stop, ladder: false, twoCarry: true }, null, 0, ASKED)).toBe('Two people carry it.');
  });

  it('loads what its stops ask for, and says what finds no room', () => {
    const { now, plan } = planned(BEES);
    expect(loadOf(now, plan, 'metric')).toEqual([
      'red lamp',
      'ladder to 3 m',
      'a second person',
      'mesh and pins for V-c',
      'veil and smoker',
    ]);
    const moved = planned({
      traps: [bees('a')],
      plans: [
        {
          ...closing('a'),
          steps: [{ code: 'move', start: `${DAY}T21:22`, end: `${DAY}T23:00`, state: 'ahead' }],
        } as never,
      ],
    });
    expect(loadOf(moved.now, moved.plan, 'metric')).toContain('two straps each for V-a');
    expect(roomSaid(moved.now, moved.plan, { ...ASKED, boxes: 1 })).toBeNull();
    expect(roomSaid(moved.now, moved.plan, { ...ASKED, boxes: 0 })).toContain('1 box to carry, room for 0');
    expect(roomSaid(moved.now, moved.plan, ASKED)).toBeNull();
  });

  it('tells whose land it goes to, with whatever they want; who said nothing is not told', () => {
    const owner = (id: string, notes: string | null) => ({ id, name: `Owner ${id}`, phone: null, notes });
    const sites = SITES.map((one, n) => ({
      ...one,
      owner: [owner('x', 'Ring the evening before.'), owner('x', 'Ring the evening before.'), owner('y', null)][n],
    })) as never;
    const { now, plan } = planned();
    expect(
      ownersOf(now, plan, sites).map(({ name, traps, notes }) => [name, traps.split(', ').sort().join(), notes]),
    ).toEqual([['Owner x', 'V-a,V-b', 'Ring the evening before.']]);
  });

  it('own looks that say another figure are offered, those that agree are not', () => {
    const of = (learnt: number | null) =>
      minutesSaid({ serviceS: 600, by: 'site', learnt: learnt === null ? null : { s: learnt, looks: 4 } });
    expect(of(null)).toEqual({ says: '10 min there, as said of the site.', take: null, takeSays: '' });
    expect(of(659).take).toBeNull();
    expect(of(660)).toEqual({
      says: '10 min there, as said of the site. Your own 4 stops here took about 11 min.',
      take: 660,
      takeSays: 'Take 11 min',
    });
  });

  it('too many stops, and hours of the next day', () => {
    expect(refusedSaid({ kind: 'refused', code: 'TOO_LARGE', path: 'matrix' }, 102)).toBe(
      '102 stops are more than one round holds, which is 100. Drop some, or make two rounds.',
    );
    expect([clockText(75_960), clockText(86_400 + 420), clockText(86_399)]).toEqual(['21:06', '00:07', '00:00']);
  });
});

describe('the strip', () => {
  it('has one scale: blocks in their order, road between, light left and waiting told apart, sunset where it is', () => {
    const { now, plan } = planned({
      traps: [trapAt('a', HIGH), bees('c')],
      plans: [closing('c')],
      asked: { ...ASKED, leaveAt: '19:40' },
    });
    const strip = stripShape(now, plan);
    expect(strip.blocks.map(({ kind, place }) => [kind, place])).toEqual([
      ['next', 1],
      ['bees', 2],
    ]);
    const [first, second] = strip.blocks;
    expect(first!.left).toBeGreaterThan(strip.roads[0]!.left);
    expect(second!.left).toBeGreaterThan(strip.sunset!.left);
    expect(strip.light!.left + strip.light!.width).toBeCloseTo(strip.sunset!.left, 9);
    expect(strip.waits!.left + strip.waits!.width).toBeCloseTo(second!.left, 9);
    expect(strip.home).toBeLessThanOrEqual(1);
    expect(strip.hours.length).toBeLessThanOrEqual(8);
    expect(stripShape({ ...now, sunsetS: null }, { ...plan, lightS: null }).sunset).toBeNull();
  });
});

describe('what is kept of a round', () => {
  it('nothing until something is said of it; then all that stands there', () => {
    const act = keepAct(known());
    expect(fieldsOf(act).table).toBe('rounds');
    expect(fieldsOf(act).fields).toEqual({ on: DAY, ...ASKED });
    const drop = stopAct(known(), { id: 'stay-a', number: 'V-a', site: 'At a' }, null, 'dropped');
    expect(drop?.changes.map(({ table }) => table)).toEqual(['rounds', 'stops']);
    expect(fieldsOf(drop, 1).fields).toEqual({
      roundId: fieldsOf(drop).id,
      deploymentId: 'stay-a',
      state: 'dropped',
      place: null,
    });
    expect(stopAct(known(), { id: 'stay-a', number: 'V-a', site: 'At a' }, null, null)).toBeNull();
  });

  it('what was said of a stop is said otherwise, or taken back', () => {
    const stop = { id: 'stay-a', number: 'V-a', site: 'At a' };
    const lock = stopAct(known({ kept: kept() }), stop, said('a', 'dropped'), 'locked', 2);
    expect(lock?.changes.length).toBe(1);
    expect(fieldsOf(lock).fields).toEqual(jasmine.objectContaining({ state: 'locked', place: 2 }));
    expect(stopAct(known({ kept: kept() }), stop, said('a', 'locked', 2), null)?.changes[0]?.op).toBe('delete');
  });

  it('setting out changes the round that is kept; only the bees are left when it rains; with a round go its stops', () => {
    expect(fieldsOf(askAct(known({ kept: kept() }), { leftAt: '18:31' })).fields).toEqual(
      jasmine.objectContaining({ leftAt: '18:31', leaveAt: '18:30' }),
    );
    expect(fieldsOf(askAct(known(), { people: 2 })).fields['people']).toBe(2);
    const rain = onlyBeesAct(
      known({ kept: kept() }),
      [
        { id: 'stay-a', number: 'V-a', site: 'A' },
        { id: 'stay-b', number: 'V-b', site: 'B' },
      ],
      new Map([['stay-a', said('a', 'locked', 1)]]),
    );
    expect(rain.changes.map((_, n) => fieldsOf(rain, n).fields['state'])).toEqual(['dropped', 'dropped']);
    expect(roundGoneAct(kept(), [said('a', 'dropped')]).changes.map(({ table }) => table)).toEqual(['stops', 'rounds']);
    expect(fieldsOf(stepDoneAct(closing('a'), 'closeAtDusk', `${DAY}T21:07`)).fields).toEqual(
      jasmine.objectContaining({ catchId: 'catch-a', code: 'closeAtDusk', state: 'done', at: `${DAY}T21:07` }),
    );
    expect(fieldsOf(effortAct(SITES[0]!.site, 660)).fields['effort']).toBe(660);
  });

  it('ways are kept once: known ones are changed, and what stays is not said again', () => {
    const times = [way('a', 'b', 60), way('b', 'a', 70)].map(({ fromSiteId, toSiteId, start, durationS }) => ({
      fromSiteId,
      toSiteId,
      start,
      durationS,
    }));
    expect(waysAct(times, [way('a', 'b', 60)])?.changes.length).toBe(1);
    expect(waysAct(times, [way('a', 'b', 60), way('b', 'a', 70)])).toBeNull();
    const sites = [{ id: 'a', name: 'Old Weir' }];
    const named = namedWays(
      [
        { from: 'mill', to: 'old weir', minutes: 6 },
        { from: 'Old weir', to: 'Elm', minutes: 2 },
      ],
      sites,
      'Mill',
    );
    expect(named).toEqual({
      times: [{ fromSiteId: null, toSiteId: 'a', start: 'Mill', durationS: 360 }],
      unknown: ['Elm'],
    });
  });
});

describe('a round for others to read', () => {
  it('goes out as a route with its start, its stops and home, and as events that stay the same', () => {
    const { now, plan } = planned();
    const of = { day: DAY, asked: ASKED, system: 'metric', plans: [] } as const;
    const gpx = roundGpx(now, plan, of);
    expect([...gpx.matchAll(/<rtept/g)].length).toBe(5);
    expect(gpx).toContain('<name>At a V-a</name>');
    expect([...roundGpx(now, plan, { ...of, asked: { ...ASKED, homeAgain: false } }).matchAll(/<rtept/g)].length).toBe(
      4,
    );
    const ics = roundIcs(now, plan, of, '20260514T162000Z');
    expect(ics).toContain(`UID:round-${DAY}-stay-a@yewridge.local`);
    expect(ics).toContain('SUMMARY:V-a\\, At a');
  });

  it('two people have two rounds, and every stop is one’s', () => {
    const { task } = roundNow(sources({ asked: { ...ASKED, people: 2 } }));
    const answer = roundAnswer(task!);
    expect(answer.kind).toBe('plans');
    const plans = answer.kind === 'plans' ? answer.plans : [];
    expect(plans.flatMap(({ stops }) => stops.map(({ id }) => id)).sort()).toEqual(['stay-a', 'stay-b', 'stay-c']);
    const { ask } = task!;
    expect(roundAnswer({ bearings: null, ask: { ...ask, matrix: [] } })).toEqual({
      kind: 'refused',
      code: 'LENGTH',
      path: 'matrix',
    });
  });

  it('the stand-in of a road service: longer than straight, the same each time, nothing from a place to itself', async () => {
    const places = [MILL, { lat: 47.41, lon: 13.21 }];
    const roads = new SimulatedRoads();
    const [once, again] = [await firstValueFrom(roads.times(places)), await firstValueFrom(roads.times(places))];
    expect(once).toEqual(again);
    expect(once[0]?.[0]).toBe(0);
    expect(once[0]?.[1]).toBeGreaterThan(2691 / 11);
    expect(roads.simulated).toBeTrue();
  });

  it('of a sheet the way shows woods, water and roads, and nothing else', () => {
    const area = (kind: string) => ({
      properties: { kind },
      geometry: {
        type: 'Polygon',
        coordinates: [
          [
            [13, 47],
            [13.1, 47],
            [13, 47.1],
            [13, 47],
          ],
        ],
      },
    });
    const line = {
      properties: { kind: 'road' },
      geometry: {
        type: 'LineString',
        coordinates: [
          [13, 47],
          [13.1, 47],
        ],
      },
    };
    const found = groundOf({ features: [area('wood'), area('contour'), line, { properties: null, geometry: null }] });
    expect(found.map(({ kind, area: is, points }) => [kind, is, points.length])).toEqual([
      ['wood', true, 4],
      ['road', false, 2],
    ]);
    expect(groundOf({})).toEqual([]);
  });
});
