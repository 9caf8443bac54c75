import type { ActDto, ChangeDto } from '@yewridge/contract/season';
import { callOut, kept, piece, rig, spell } from '../testing/calls';
import {
  callAct,
  loseAct,
  pieceAct,
  reuniteAct,
  settleAct,
  signAct,
  startAct,
  stopAct,
  suctionOffAct,
  suctionOnAct,
  takenAct,
  taskAct,
  uniteAct,
  unsignAct,
} from './call-acts';

const S = '2026-05-14T18:30:00';
const of = (act: ActDto | null, table: string): Readonly<Record<string, unknown>> | undefined => {
  const found = act?.changes.find(
    (change): change is ChangeDto & { op: 'put' } => change.op === 'put' && change.table === table,
  );
  const only = (found as { only?: readonly string[] } | undefined)?.only;
  const fields = Object.entries(found?.fields ?? {}).filter(([name, value]) =>
    only ? only.includes(name) : value !== null,
  );
  return found && Object.fromEntries(fields);
};
const TAKEN = { rigId: 'loft', gateOpening: 0.3 };
const running = callOut({ state: 'collecting', startedAt: S }, { taken: TAKEN, spells: [spell(S, null)] });

describe('what is done at a call-out, as acts', () => {
  it('names the place, and only what is meant', () => {
    const act = callAct(callOut(), 'sprayed no', { poison: 'no' });
    expect(act.says).toBe('Mill house: sprayed no');
    expect(of(act, 'callouts')).toEqual({ poison: 'no' });
  });

  it('work begins with the rig, its gate and the landing by the model, which is said to be one', () => {
    const act = startAct(callOut({ state: 'onSite' }), rig(), S, ['stings', 'alone']);
    expect(of(act, 'callouts')).toEqual({ state: 'collecting', startedAt: S, cautions: 'stings,alone' });
    expect(of(act, 'collections')).toEqual({
      calloutId: 'c1',
      rigId: 'loft',
      nozzleId: 'n1',
      gateOpening: 0.3,
      speedMps: 4.1,
      speedKind: 'arrival',
      speedBasis: 'model',
    });
  });

  it('without a vacuum nothing of one is recorded, and where no mark can be set no opening', () => {
    expect(of(startAct(callOut({ state: 'onSite' }), null, S, []), 'collections')).toEqual({ calloutId: 'c1' });
    const unmarked = rig({ gate: { ...rig().gate, mark: null }, arrival: null });
    expect(of(startAct(callOut(), unmarked, S, []), 'collections')).toEqual({
      calloutId: 'c1',
      rigId: 'loft',
      nozzleId: 'n1',
    });
  });

  it('suction on begins a spell with the gate as it stands, once', () => {
    const begun = callOut({ state: 'collecting' }, { taken: TAKEN });
    const act = suctionOnAct(begun, S);
    expect(of(act, 'spells')).toEqual({ collectionId: 't1', startedAt: S, opening: 0.3 });
    expect(of(act, 'callouts')).toBeUndefined();
    expect(suctionOnAct(running, S)).toBeNull();
    expect(suctionOnAct(callOut({ state: 'onSite' }), S)).toBeNull();
  });

  it('suction on again opens the port; out of closing it takes the stop back', () => {
    for (const state of ['paused', 'closing'] as const) {
      const act = suctionOnAct(callOut({ state }, { taken: TAKEN }), S);
      expect(of(act, 'callouts')).toEqual({ state: 'collecting', portShut: null, stoppedAt: null });
    }
  });

  it('suction off ends the spell with the port shut, and keeps the hottest that was seen and no cooler one', () => {
    const act = suctionOffAct(running, S, 311.456);
    expect(of(act, 'callouts')).toEqual({ state: 'paused', portShut: true });
    expect(of(act, 'spells')).toEqual({ stoppedAt: S });
    expect(of(act, 'collections')).toEqual({ peakTempK: 311.46 });
    const hotter = callOut({ state: 'collecting' }, { taken: { ...TAKEN, peakTempK: 312 }, spells: [spell(S, null)] });
    expect(of(suctionOffAct(hotter, S, 311.4), 'collections')).toBeUndefined();
    expect(of(suctionOffAct(running, S, null), 'collections')).toBeUndefined();
    expect(suctionOffAct(callOut({}, { taken: TAKEN }), S, null)).toBeNull();
  });

  it('all in ends a spell that still runs', () => {
    const act = stopAct(running, S, null);
    expect(of(act, 'callouts')).toEqual({ state: 'closing', stoppedAt: S });
    expect(of(act, 'spells')).toEqual({ stoppedAt: S });
    expect(stopAct(callOut({}, { taken: TAKEN }), S, null).changes.length).toBe(1);
  });

  it('a tap is a row of its own: a brood comb in a frame, a honey comb nobody has weighed', () => {
    expect(of(pieceAct(running, 'brood', S), 'pieces')).toEqual({ collectionId: 't1', use: 'brood', frames: 1, at: S });
    expect(of(pieceAct(running, 'honey', S), 'pieces')).toEqual({ collectionId: 't1', use: 'honey', at: S });
    expect(pieceAct(callOut(), 'brood', S)).toBeNull();
    expect(of(signAct(running, 'caged', '2026-05-14T18:30', { says: 'x' }), 'signs')).toEqual({
      collectionId: 't1',
      sign: 'caged',
      at: '2026-05-14T18:30',
    });
    expect(signAct(callOut(), 'caged', S, { says: 'x' })).toBeNull();
  });

  it('a sign that is taken back goes into the bin; one that is not there does nothing', () => {
    const one = callOut(
      {},
      { taken: TAKEN, signs: [kept('signs', 'x', { collectionId: 't1', sign: 'roar', at: '2026-05-14T18:30' })] },
    );
    expect(unsignAct(one, 'x')!.changes).toEqual([{ op: 'delete', table: 'signs', id: 'x', revision: 1 }]);
    expect(unsignAct(one, 'y')).toBeNull();
  });

  it('what is said of the collection makes one, or changes the one there is', () => {
    expect(of(takenAct(callOut(), 'x', { queen: 'seen' }), 'collections')).toEqual({ calloutId: 'c1', queen: 'seen' });
    expect(of(takenAct(running, 'x', { queen: 'seen' }), 'collections')).toEqual({ queen: 'seen' });
    expect(takenAct(running, 'x', { queen: 'seen' }, { state: 'closed' }).changes.length).toBe(2);
  });
});

describe('steps of the plan, as acts', () => {
  const change = {
    code: 'join',
    state: 'done',
    at: '2026-05-14T19:00',
    reason: null,
    start: '2026-05-14T18:30',
    end: '2026-05-14T20:30',
  } as const;
  const marked = callOut(
    {},
    {
      tasks: [
        kept('tasks', 'k1', {
          calloutId: 'c1',
          code: 'join',
          state: 'moved',
          plannedStart: 'first',
          plannedEnd: 'last',
        }),
      ],
    },
  );

  it('are marked with what was planned, which stays what it was when it is marked again', () => {
    expect(of(taskAct(callOut(), change, 'Join'), 'tasks')).toEqual({
      calloutId: 'c1',
      code: 'join',
      state: 'done',
      doneAt: '2026-05-14T19:00',
      plannedStart: '2026-05-14T18:30',
      plannedEnd: '2026-05-14T20:30',
    });
    expect(of(taskAct(marked, change, 'Join'), 'tasks')).toEqual(
      jasmine.objectContaining({ plannedStart: 'first', plannedEnd: 'last' }),
    );
  });

  it('taken off, the mark goes into the bin; where there is none nothing happens', () => {
    expect(taskAct(marked, { ...change, state: null }, 'Join')!.changes).toEqual([
      { op: 'delete', table: 'tasks', id: 'k1', revision: 1 },
    ]);
    expect(taskAct(callOut(), { ...change, state: null }, 'Join')).toBeNull();
  });
});

describe('what becomes of the bees, as acts', () => {
  const joined = (call: object, parts: Parameters<typeof callOut>[1] = { taken: TAKEN }) =>
    reuniteAct(callOut({ state: 'resting', stoppedAt: S, ...call }, parts), '2026-05-15T06:10', ' West apiary ');

  it('joined they are a catch that was hived, of the day they were taken', () => {
    const act = joined({});
    expect(of(act, 'catches')).toEqual({
      foundOn: '2026-05-14',
      method: 'cutOut',
      place: 'Mill house',
      wentTo: 'West apiary',
    });
    expect(of(act, 'followups')).toEqual(jasmine.objectContaining({ kind: 'hived', on: '2026-05-15' }));
    const { catchId } = of(act, 'callouts')!;
    expect(act.changes.find(({ table }) => table === 'catches')!.id).toBe(String(catchId));
    expect(of(act, 'callouts')).toEqual(jasmine.objectContaining({ state: 'reunited', joinedTo: 'West apiary' }));
  });

  it('a swarm counts for the season as one, however it came into the box; a cut-out never', () => {
    const method = (call: object, spells: boolean) =>
      of(joined(call, { taken: TAKEN, spells: spells ? [spell(S, S)] : [] }), 'catches')!['method'];
    expect(method({ kind: 'hangingSwarm' }, false)).toBe('shaken');
    expect(method({ kind: 'hangingSwarm', shakeable: false }, false)).toBe('brushed');
    expect(method({ kind: 'hangingSwarm' }, true)).toBe('brushed');
    expect(method({ kind: 'groundOrBush' }, true)).toBe('brushed');
    expect(method({ kind: 'structure' }, true)).toBe('cutOut');
  });

  it('a mass is one only of bees without comb, weighed twice', () => {
    const massOf = (taken: object, brood = false) =>
      of(
        joined({ kind: 'hangingSwarm' }, { taken: { ...TAKEN, ...taken }, pieces: brood ? [piece('brood')] : [] }),
        'catches',
      )!['massKg'];
    expect(massOf({ tareKg: 4, grossKg: 5.5 })).toBe(1.5);
    expect(massOf({ tareKg: 4, grossKg: 5.5 }, true)).toBeUndefined();
    expect(massOf({ grossKg: 5.5 })).toBeUndefined();
    expect(massOf({ tareKg: 4, grossKg: 4 })).toBeUndefined();
    expect(massOf({ tareKg: 4, grossKg: 90 })).toBeUndefined();
  });

  it('a trap of ours has its catch already', () => {
    expect(joined({ kind: 'trapTooHeavy' }).changes.map(({ table }) => table)).toEqual(['callouts']);
  });

  it('at a site of ours the catch is there, and elsewhere where it was said to be', () => {
    expect(of(joined({ siteId: 's1' }), 'catches')).toEqual(jasmine.objectContaining({ siteId: 's1' }));
    expect(of(joined({ siteId: 's1' }), 'catches')!['place']).toBeUndefined();
    expect(of(joined({ lat: 47.1, lon: 13 }), 'catches')).toEqual(
      jasmine.objectContaining({ placeLat: 47.1, placeLon: 13 }),
    );
  });

  it('settled, united and lost are said of the catch too', () => {
    const one = callOut({ state: 'reunited', catchId: 'k' });
    expect(of(settleAct(one, '2026-05-20'), 'followups')).toEqual({ catchId: 'k', on: '2026-05-20', kind: 'laying' });
    expect(of(uniteAct(one, '2026-05-20', { unitedWith: 'hive 3', healthLooked: 'clean' }), 'followups')!['kind']).toBe(
      'united',
    );
    expect(of(loseAct(one, '2026-05-20', 'flew off'), 'followups')!['kind']).toBe('absconded');
    expect(of(loseAct(one, '2026-05-20', 'flew off'), 'callouts')).toEqual({ state: 'lost', reason: 'flew off' });
    const resting = callOut({ state: 'resting' });
    expect(of(loseAct(resting, '2026-05-20', 'flew off'), 'callouts')).toEqual({
      state: 'lost',
      reason: 'flew off',
      boxEmpty: true,
    });
    expect(settleAct(callOut({ state: 'reunited' }), '2026-05-20').changes.map(({ table }) => table)).toEqual([
      'callouts',
    ]);
  });
});
