import {
  beesOf,
  type CallRow,
  callTrack,
  cautionsOf,
  codesIn,
  type CollectionRow,
  factsOf,
  honeyOf,
  kitOf,
  leadsTo,
  lossOf,
  nestOf,
  queenOf,
  restraintDue,
  reuniteOf,
  takenKind,
  timeOf,
  triageOf,
  USUAL_SWARM,
  withVacuum,
} from '../src/callouts/index.js';
import { trackBy } from '../src/catches/index.js';
import { minuteAfter, minutesBetween, secondsBetween } from '../src/shared/calendar/index.js';
import { rigHeatQuestion, STARTING_RIGS } from '../src/suction/index.js';
import { callRow as call, collectionRow as taken } from './call-rows.js';
import { refusal } from './refusal.js';

const PLACE = { lat: 47.4, lon: 13.2, tzOffsetMin: 120, forecast: [] };
const WALL = call({ combsSeen: 7, combLengthM: 0.35, combHeightM: 0.6, repairsBy: 'owner' });
describe('a call-out as it is recorded', () => {
  it('is asked about by what is said, and by nothing that is not', () => {
    const { ask } = triageOf(call({ kind: 'hangingSwarm', poison: 'unknown', permission: 'unknown' }));
    expect(ask.slice(0, 4)).toEqual(['bees', 'photo', 'poison', 'permission']);
    expect(triageOf(call({ kind: 'hangingSwarm', sinceH: 23.9 })).reasons.map(({ code }) => code)).toContain(
      'may-leave',
    );
    expect(triageOf(call({ kind: 'hangingSwarm', sinceH: 24 })).reasons.map(({ code }) => code)).not.toContain(
      'may-leave',
    );
    expect(triageOf(call(), { tempC: 11.9 }).reasons.map(({ code }) => code)).toContain('cold');
  });

  it('takes the rig into a structure that is no tree, and elsewhere where one was chosen', () => {
    expect(withVacuum(call())).toBeTrue();
    expect(withVacuum(call({ inTree: true }))).toBeFalse();
    expect(withVacuum(call({ kind: 'hangingSwarm' }))).toBeFalse();
    expect(withVacuum(call({ kind: 'hangingSwarm', rigId: 'loft' }))).toBeTrue();
  });

  it('sizes the nest by combs seen before the hollow, and not at all by half a hollow', () => {
    const hollow = { cavityHeightM: 1, cavityWidthM: 0.4, cavityDepthM: 0.2 };
    expect(nestOf(WALL)?.combArea).toBeCloseTo(1.2495, 4);
    expect(nestOf({ ...WALL, ...hollow })?.basis).toBe('combs');
    expect(nestOf(call(hollow))?.basis).toBe('cavity');
    expect(nestOf(call({ ...hollow, cavityDepthM: null }))).toBeNull();
    expect(nestOf(call({ combsSeen: 7, combLengthM: 0.35 }))).toBeNull();
  });

  it('counts bees by what was told, then by the nest, then as a usual swarm, and says which', () => {
    expect(beesOf(WALL, nestOf(WALL))).toEqual({ bees: nestOf(WALL)!.bees, by: 'nest' });
    expect(beesOf(call({ kind: 'hangingSwarm' }), null)).toEqual({ bees: USUAL_SWARM, by: 'usual' });
    expect(beesOf({ ...WALL, beesExpected: 8000 }, nestOf(WALL))).toEqual({
      bees: { low: 4000, typical: 8000, high: 16_000 },
      by: 'told',
    });
  });

  it('has no hours while its kind or its nest is not known, and more of them for a longer way', () => {
    const at = { date: '2026-05-15', place: PLACE, sky: {} };
    expect(timeOf(call({ kind: 'unknown' }), at)).toBeNull();
    expect(timeOf(call(), at)).toBeNull();
    const near = timeOf(WALL, at)!;
    expect(near.phases.map(({ code }) => code)).toContain('suction');
    const home = { ...WALL, finish: 'homeBeforeDark' as const };
    expect(timeOf({ ...home, travelMin: 60 }, at)!.latestMin).toBeCloseTo(timeOf(home, at)!.latestMin - 75, 6);
    expect(timeOf({ ...WALL, persons: 2 }, at)!.latestMin).toBeGreaterThan(near.latestMin);
  });

  it('packs nothing for a poisoned colony, and batteries for the longest that suction may take', () => {
    const time = timeOf(WALL, { date: '2026-05-15', place: PLACE, sky: {} });
    const power = { kind: 'battery', runTime: 1200 } as const;
    expect(kitOf({ ...WALL, poison: 'yes' }, { time, sky: {}, power })).toBeNull();
    expect(kitOf(call({ kind: 'unknown' }), { time, sky: {}, power })).toBeNull();
    const kit = kitOf({ ...WALL, power: 'battery' }, { time, sky: {}, power })!;
    expect(kit.batteries).toBe(Math.ceil(time!.suction.high / (1200 * 0.8) - 1e-9));
    expect(kitOf(WALL, { time, sky: {}, power: null })!.warnings).toContain('no-power');
  });

  it('tells the moves what was ticked: all cautions or none', () => {
    const codes = cautionsOf(WALL);
    expect(codes).toContain('insulation-dust');
    expect(factsOf({ ...WALL, cautions: codes.join(',') }, null)['cautions']).toBeTrue();
    expect(factsOf({ ...WALL, cautions: codes.slice(1).join(',') }, null)['cautions']).toBeFalse();
    expect(factsOf({ ...WALL, kind: 'unknown', cautions: codes.join(',') }, null)['cautions']).toBeFalse();
    expect([codesIn(null), codesIn(''), codesIn('a,b')]).toEqual([[], [], ['a', 'b']]);
  });

  it('tells the moves of the queen, of those left behind and of the dead what the collection says', () => {
    const facts = factsOf(
      WALL,
      taken({ queen: 'notSeen', leftBehind: 'none', dead: 0, boxAtRestAt: '2026-05-15T18:00' }),
    );
    expect(facts).toEqual(
      jasmine.objectContaining({
        queen: 'notSeen',
        leftBehind: 'none',
        deadCounted: true,
        atRestAt: '2026-05-15T18:00',
      }),
    );
    expect(factsOf(WALL, taken())['deadCounted']).toBeFalse();
    expect(factsOf(WALL, null)['deadCounted']).toBeFalse();
  });
});

describe('moves that lead from one state to another', () => {
  const facts = (
    change: Partial<CallRow>,
    collection: CollectionRow | null = null,
  ): Readonly<Record<string, unknown>> =>
    factsOf({ ...WALL, cautions: cautionsOf(WALL).join(','), ...change }, collection);

  it('one or several at once, by what was told', () => {
    expect(leadsTo({ from: 'called', to: 'planned', facts: facts({}) }).ok).toBeTrue();
    expect(leadsTo({ from: 'called', to: 'onSite', facts: facts({ arrivedAt: '2026-05-15T09:00' }) }).ok).toBeTrue();
    expect(leadsTo({ from: 'called', to: 'onSite', facts: facts({}) }).ok).toBeFalse();
    expect(leadsTo({ from: 'resting', to: 'resting', facts: {} }).ok).toBeTrue();
  });

  it('say what is missing, and what blocks', () => {
    const open = leadsTo({ from: 'closing', to: 'closed', facts: facts({}, taken({ queen: 'seen' })) });
    expect([open.ok, open.missing]).toEqual([false, ['boxesShut', 'leftBehind']]);
    const poisoned = leadsTo({ from: 'called', to: 'planned', facts: facts({ poison: 'suspected' }) });
    expect([poisoned.ok, poisoned.blocked]).toEqual([false, ['poison-open']]);
    expect(leadsTo({ from: 'settled', to: 'called', facts: facts({}) })).toEqual({
      ok: false,
      missing: [],
      blocked: [],
    });
  });

  it('never leave a box of bees: giving up needs them let go', () => {
    for (const from of ['collecting', 'paused', 'closing'] as const) {
      const told = facts({ reason: 'a storm' });
      expect(leadsTo({ from, to: 'abandoned', facts: told }).missing).toEqual(['beesReleased']);
      expect(leadsTo({ from, to: 'abandoned', facts: { ...told, beesReleased: true } }).ok).toBeTrue();
    }
    expect(
      leadsTo({ from: 'resting', to: 'abandoned', facts: facts({ reason: 'x', beesReleased: true }) }).ok,
    ).toBeFalse();
  });
});

describe('the bees that were taken', () => {
  const brood = [{ use: 'brood' }] as const;
  const record = {
    call: call({ state: 'resting', stoppedAt: '2026-05-15T14:00:00' }),
    taken: taken({ leftBehind: 'cup', boxAtRestAt: '2026-05-15T14:40' }),
    pieces: brood,
    signs: [],
    now: '2026-05-15T15:30',
  };

  it('have a queen by signs since the box stood still, never surely without a proof', () => {
    expect(queenOf({ ...record, call: call(), taken: taken() })).toBeNull();
    const sign = (sign: 'fanning' | 'entering' | 'caged' | 'roar', at: string) => ({ sign, at, strength: null });
    const seen = queenOf({
      ...record,
      signs: [sign('fanning', '2026-05-15T15:00'), sign('entering', '2026-05-15T15:05')],
    })!;
    expect([seen.verdict, seen.notes]).toEqual(['likelyIn', ['signs-only']]);
    expect(queenOf({ ...record, signs: [sign('caged', '2026-05-15T13:00')] })!.verdict).toBe('in');
    // Later than now on another telephone's clock: the verdict is of its own minute.
    expect(() => queenOf({ ...record, signs: [sign('roar', '2026-05-15T18:00')] })).not.toThrow();
  });

  it('more left behind, less likely she is with them', () => {
    const prior = (leftBehind: 'none' | 'handful' | 'cup' | 'cluster'): number =>
      queenOf({ ...record, taken: taken({ leftBehind, boxAtRestAt: '2026-05-15T14:40' }) })!.prior;
    const priors = (['none', 'handful', 'cup', 'cluster'] as const).map(prior);
    expect(priors).toEqual([...priors].sort((a, b) => b - a));
    expect(new Set(priors).size).toBe(4);
  });

  it('a mass of less than a kilogram may be a cast, but not with their brood', () => {
    const small = taken({ boxAtRestAt: '2026-05-15T14:40', tareKg: 4, grossKg: 4.9 });
    expect(queenOf({ ...record, pieces: [], taken: small })!.case).toBe('cast-possible');
    expect(queenOf({ ...record, taken: small })!.case).toBe('one');
    expect(queenOf({ ...record, pieces: [], taken: { ...small, grossKg: 5 } })!.case).toBe('one');
  });

  it('have no steps before anything was taken, and with brood are joined at once', () => {
    expect(reuniteOf({ ...record, call: call() }, PLACE, 'walkUp')).toBeNull();
    const plan = reuniteOf(record, PLACE, 'walkUp')!;
    expect([plan.collectedOn, plan.queen]).toEqual(['2026-05-15', 'unknown']);
    const join = plan.tasks.find(({ code }) => code === 'join')!;
    expect([join.start, join.end, join.reason]).toEqual(['2026-05-15T14:00', '2026-05-15T16:00', 'brood-holds']);
    const rested = reuniteOf({ ...record, pieces: [] }, PLACE, 'walkUp')!;
    expect(rested.tasks.find(({ code }) => code === 'join')!.start.slice(0, 10)).toBe('2026-05-16');
  });

  it('a swarm without brood whose queen is caged has a date by which the cage is out', () => {
    const swarm = {
      ...record,
      call: call({ kind: 'hangingSwarm', state: 'resting', stoppedAt: '2026-05-14T14:20:00' }),
      pieces: [],
      signs: [{ sign: 'caged' as const, at: '2026-05-14T13:52', strength: 'clear' as const }],
      now: '2026-05-14T18:20',
    };
    const plan = reuniteOf(swarm, PLACE, 'box')!;
    const out = (now: string, marks: Parameters<typeof callTrack>[1]['marks'] = []) =>
      restraintDue(callTrack(plan, { call: swarm.call, marks, now }));
    expect(out('2026-05-17T18:00')).toEqual({ by: '2026-05-17T18:00', over: false });
    expect(out('2026-05-17T18:01')).toEqual({ by: '2026-05-17T18:00', over: true });
    expect(out('2026-05-18T09:00', [{ code: 'restraintOut', state: 'done', doneAt: '2026-05-16T11:00' }])).toBeNull();
    expect(out('2026-05-18T09:00', [{ code: 'restraintOut', state: 'skipped', doneAt: null }])).toBeNull();
  });

  it('what the record says itself need not be marked: joined, and eggs seen', () => {
    const plan = reuniteOf(record, PLACE, 'walkUp')!;
    const states = (change: Partial<CallRow>) =>
      new Map(
        callTrack(plan, { call: { ...record.call, ...change }, marks: [], now: '2026-05-15T17:00' }).map((step) => [
          step.code,
          step.state,
        ]),
      );
    expect(states({}).get('join')).toBe('late');
    expect(states({ joinedAt: '2026-05-15T15:30' }).get('join')).toBe('done');
    expect(states({ eggsSeenOn: '2026-05-19' }).get('eggCheck')).toBe('done');
    expect(states({}).get('eggCheck')).toBe('ahead');
  });

  it('joined a day late, what follows it moves along; what the old place needs does not', () => {
    const plan = reuniteOf(record, PLACE, 'walkUp')!;
    const marks = [{ code: 'join', state: 'done', doneAt: '2026-05-16T15:00' }] as const;
    const steps = callTrack(plan, { call: record.call, marks, now: '2026-05-16T15:00' });
    const shift = (code: string): number | undefined => steps.find((step) => step.code === code)?.shiftedDays;
    expect([shift('release'), shift('eggCheck'), shift('seal')]).toEqual([1, 1, 0]);
  });

  it('say what they are to the plan: a swarm, a cut-out or a trap', () => {
    expect((['hangingSwarm', 'groundOrBush', 'structure', 'trapTooHeavy'] as const).map(takenKind)).toEqual([
      'hanging',
      'hanging',
      'cutOut',
      'trap',
    ]);
  });

  it('count for the keeper’s own limit when speed, bees and dead were told, and say what they lack', () => {
    const whole = taken({
      bees: 9000,
      beesBasis: 'weighed',
      dead: 60,
      speedMps: 4.2,
      speedKind: 'arrival',
      speedBasis: 'model',
    });
    expect(lossOf(call(), whole).counts).toBeTrue();
    expect(lossOf(call(), { ...whole, dead: null }).reasons).toEqual(['dead-not-counted']);
    expect(lossOf(call(), { ...whole, bees: 0 }).reasons).toContain('bees-unknown');
    expect(lossOf(call({ poison: 'suspected' }), whole).reasons).toEqual(['poison']);
    expect(lossOf(call(), { ...whole, peakTempK: 315.14 }).counts).toBeTrue();
    expect(lossOf(call(), { ...whole, peakTempK: 315.15 }).reasons).toEqual(['heat']);
  });
});

describe('what the honey that was cut is good for', () => {
  const cut = [{ use: 'honey' }] as const;
  it('follows the look at the brood and what was said of poison; where none was cut nothing is said', () => {
    expect(honeyOf(call(), taken({ broodLook: 'clean' }), cut)!.eat).toBeTrue();
    expect(honeyOf(call(), taken(), cut)!.eat).toBeFalse();
    expect(honeyOf(call(), null, cut)!.notes).toContain('inspect-brood');
    expect(honeyOf(call(), taken({ broodLook: 'doubtful' }), cut)!.notes).toContain('report');
    expect(honeyOf(call({ poison: 'suspected' }), taken({ broodLook: 'clean' }), cut)!.backToOwn).toBeFalse();
    expect(honeyOf(call(), taken({ broodLook: 'clean' }), [{ use: 'brood' }])).toBeNull();
  });
});

describe('the rig’s box with the bees of a job', () => {
  const heat = rigHeatQuestion(STARTING_RIGS[0]!.rig, 0);
  const clock = (change: Partial<CallRow>, tempC: number | null) =>
    timeOf({ ...WALL, ...change }, { date: '2026-05-15', place: PLACE, sky: { tempC }, heat })!.heat;

  it('bears less shut than with its mesh open, and less on a hot day', () => {
    const warm = clock({ beesExpected: 15_000 }, 30)!;
    expect(warm.shut.timeToWarning!).toBeLessThan(warm.mesh.timeToWarning ?? Infinity);
    expect(warm.shut.moveWithin).toBeCloseTo(0.8 * warm.shut.timeToWarning!, 9);
    expect(warm.shut.timeToWarning!).toBeLessThan(clock({ beesExpected: 15_000 }, 10)!.shut.timeToWarning ?? Infinity);
  });

  it('is not asked about where no vacuum comes along, or no rig is known', () => {
    expect(timeOf(WALL, { date: '2026-05-15', place: PLACE, sky: {} })!.heat).toBeNull();
    expect(clock({ kind: 'hangingSwarm', rigId: null }, 30)).toBeNull();
  });
});

describe('wall times of one place', () => {
  it('go over midnight and months, to the minute or to the second', () => {
    expect(minutesBetween('2026-05-31T23:50', '2026-06-01T00:10')).toBe(20);
    expect(minutesBetween('2026-05-15T14:40', '2026-05-15T14:00:00')).toBe(-40);
    expect(secondsBetween('2026-05-14T23:59:50', '2026-05-15T00:00:10')).toBe(20);
    expect(secondsBetween('2026-05-14T18:20', '2026-05-14T18:21:05')).toBe(65);
    expect(minuteAfter('2026-12-31T23:30', 45)).toBe('2027-01-01T00:15');
  });
  it('that are none are refused', () => {
    expect(refusal(() => secondsBetween('2026-05-14', '2026-05-14T18:20'))).toEqual(['FORMAT', 'at']);
    expect(refusal(() => minuteAfter('2026-05-14T24:00', 5))).toEqual(['FORMAT', 'minute']);
  });
});

describe('steps that hang together in a way of their own', () => {
  const step = (code: string, startMin: number) => ({
    code,
    startMin,
    endMin: startMin + 60,
    start: '',
    end: '',
    reason: '',
  });
  const tasks = [step('a', 600), step('b', 2100), step('c', 3600)];
  it('a link of the chain moves those after it, and nothing that does not follow', () => {
    const steps = trackBy(
      { chain: ['a'], followers: ['b'], passing: ['c'] },
      {
        from: '2026-05-14',
        tasks,
        marks: [{ code: 'a', state: 'done', at: '2026-05-16T10:00' }],
        now: '2026-05-20T00:00',
      },
    );
    expect(steps.map(({ code, shiftedDays, state }) => [code, shiftedDays, state])).toEqual([
      ['a', 2, 'done'],
      ['b', 2, 'late'],
      ['c', 0, 'over'],
    ]);
  });
});
