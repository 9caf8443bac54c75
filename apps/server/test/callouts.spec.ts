import type { CallDto, CallsDto, ProbeReadingDto } from '@yewridge/contract/callouts';
import type { ActDto, ChangeDto } from '@yewridge/contract/season';
import { blank, type Fields, type TableName } from '@yewridge/contract/season';
import type { CatchTrackDto } from '@yewridge/contract/catches';
import type { TodayDto } from '@yewridge/contract/today';
import { cautionsOf, simulatedProbe } from '@yewridge/core/callouts';
import type { Rig } from '@yewridge/core/suction';
import { seedDemo } from '../src/demo/seed-demo.js';
import { fixedClock } from '../src/shared/clock/clock.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { type Bench, NOW, openBench, streamed } from './support.js';

const CALL: Partial<Fields<'callouts'>> = {
  calledAt: '2026-05-14T17:40',
  place: 'Mill house, barn wall',
  kind: 'structure',
  poison: 'no',
  permission: 'granted',
  state: 'called',
};
const put = <T extends TableName>(table: T, id: string, fields: Partial<Fields<T>>, revision = 0): ChangeDto => ({
  op: 'put',
  table,
  id,
  revision,
  fields: { ...blank(table, fields) },
});

describe('call-outs over HTTP', () => {
  let bench: Bench;
  let acts = 0;
  beforeEach(async () => {
    bench = await openBench();
  });
  afterEach(() => bench.database.close());

  const keep = async (...changes: readonly ChangeDto[]): Promise<{ status: number; says: string }> => {
    const act: ActDto = { says: 'a test', changes };
    const answer = await bench.http.put(`/api/v1/acts/call-${++acts}`).send(act);
    const { error } = answer.body as {
      error?: { message: string; fields?: readonly { message: string; path: string }[] };
    };
    return { status: answer.status, says: error?.fields?.[0]?.message ?? error?.message ?? '' };
  };
  const all = async (): Promise<CallsDto> => (await bench.http.get('/api/v1/callouts')).body as CallsDto;
  /** A call-out that stands where it is said to stand, by moves that are allowed. */
  const begun = async (change: Partial<Fields<'callouts'>> = {}): Promise<Partial<Fields<'callouts'>>> => {
    const cautions = cautionsOf(blank('callouts', CALL)).join(',');
    const on = {
      ...CALL,
      state: 'collecting',
      arrivedAt: '2026-05-14T17:50',
      startedAt: '2026-05-14T18:00:00',
      cautions,
      ...change,
    } as const;
    expect(await keep(put('callouts', 'c', CALL))).toEqual({ status: 201, says: '' });
    expect(await keep(put('callouts', 'c', on, 1), put('collections', 't', { calloutId: 'c' }))).toEqual({
      status: 201,
      says: '',
    });
    return on;
  };

  it('are kept, and told with everything that was said of them', async () => {
    await begun();
    await keep(
      put('spells', 's2', { collectionId: 't', startedAt: '2026-05-14T18:10:00' }),
      put('spells', 's1', { collectionId: 't', startedAt: '2026-05-14T18:00:00', stoppedAt: '2026-05-14T18:05:00' }),
      put('pieces', 'p', { collectionId: 't', use: 'brood', frames: 1 }),
      put('signs', 'q', { collectionId: 't', at: '2026-05-14T18:12', sign: 'fanning' }),
      put('tasks', 'k', { calloutId: 'c', code: 'join', state: 'open' }),
    );
    const [one] = (await all()).calls;
    expect([
      one!.call.place,
      one!.spells.map(({ id }) => id),
      one!.pieces.length,
      one!.signs.length,
      one!.tasks.length,
    ]).toEqual(['Mill house, barn wall', ['s1', 's2'], 1, 1, 1]);
    const alone = (await bench.http.get('/api/v1/callouts/c')).body as CallDto;
    expect(alone).toEqual(one!);
    expect((await bench.http.get('/api/v1/callouts/none')).status).toBe(404);
  });

  it('move only as the state machine lets them, and say what is still to be said', async () => {
    await keep(put('callouts', 'c', CALL));
    expect(await keep(put('callouts', 'c', { ...CALL, state: 'onSite' }, 1))).toEqual({
      status: 409,
      says: 'still to say: when you arrived',
    });
    expect((await keep(put('callouts', 'c', { ...CALL, state: 'settled' }, 1))).says).toContain(
      'does not become settled',
    );
    expect((await keep(put('callouts', 'c', { ...CALL, state: 'planned' }, 1))).status).toBe(201);
    const start = {
      ...CALL,
      state: 'collecting',
      arrivedAt: '2026-05-14T17:50',
      startedAt: '2026-05-14T18:00:00',
    } as const;
    expect((await keep(put('callouts', 'c', { ...start, cautions: 'stings' }, 2))).says).toContain(
      'every caution ticked',
    );
  });

  it('what may be poisoned is not planned, and what nobody allowed neither', async () => {
    const planned = (change: Partial<Fields<'callouts'>>) =>
      keep(put('callouts', `c-${acts}`, { ...CALL, state: 'planned', ...change }));
    expect((await planned({ poison: 'yes' })).says).toContain('a licensed firm clears it');
    expect((await planned({ poison: 'suspected' })).says).toContain('Ask first whether it was sprayed.');
    expect((await planned({ permission: 'asked' })).says).toContain('The owner has not agreed yet.');
    expect((await planned({ kind: 'unknown' })).says).toContain('Nobody knows yet what it is');
    expect((await planned({})).status).toBe(201);
  });

  it('a move is taken back with its act, and can be made again', async () => {
    await keep(put('callouts', 'c', CALL));
    await keep(put('callouts', 'c', { ...CALL, state: 'declined', reason: 'too far' }, 1));
    const undone = await bench.http.post(`/api/v1/acts/call-${acts}/undo`).send({ id: 'back' });
    expect(undone.status).toBe(200);
    expect((await all()).calls[0]!.call.state).toBe('called');
    expect((await keep(put('callouts', 'c', { ...CALL, state: 'planned' }, 3))).status).toBe(201);
  });

  it('no box of bees is given up: they are let go first', async () => {
    const on = await begun();
    const left = { ...on, state: 'abandoned', reason: 'a storm' } as const;
    expect((await keep(put('callouts', 'c', left, 2))).says).toBe('still to say: that the bees were let go');
    expect((await keep(put('callouts', 'c', { ...left, beesReleased: true }, 2))).status).toBe(201);
  });

  it('boxes are shut with the queen and those left behind in words, whoever writes them', async () => {
    const on = await begun();
    const closing = { ...on, state: 'closing', stoppedAt: '2026-05-14T18:20:00' } as const;
    await keep(put('callouts', 'c', closing, 2));
    const closed = { ...closing, state: 'closed', boxesShut: true } as const;
    expect((await keep(put('callouts', 'c', closed, 3))).says).toBe(
      'still to say: whether the queen was seen, how many were left behind',
    );
    const said = put('collections', 't', { calloutId: 'c', queen: 'notSeen', leftBehind: 'none' }, 1);
    expect((await keep(put('callouts', 'c', closed, 3), said)).status).toBe(201);
  });

  it('two telephones cannot begin one job, nor close it over each other', async () => {
    await begun();
    expect((await keep(put('collections', 't2', { calloutId: 'c' }))).says).toContain(
      'has begun already, on another device',
    );
    expect((await keep(put('callouts', 'c', { ...CALL, state: 'gone' }, 1))).status).toBe(409);
  });

  it('a spell ends after it began, and no two run at once', async () => {
    await begun();
    const spell = (id: string, startedAt: string, stoppedAt: string | null = null) =>
      keep(put('spells', id, { collectionId: 't', startedAt, stoppedAt }));
    expect((await spell('a', '2026-05-14T18:05:00', '2026-05-14T18:04:59')).says).toContain('is before');
    expect((await spell('a', '2026-05-14T17:59:59')).says).toContain('before the job began');
    expect((await spell('a', '2026-05-14T18:00:00', '2026-05-14T18:05:00')).status).toBe(201);
    expect((await spell('b', '2026-05-14T18:04:59')).says).toBe(
      'suction runs already from 18:00:00 until 18:05:00: one port, one spell',
    );
    expect((await spell('b', '2026-05-14T18:05:00')).status).toBe(201);
    expect((await spell('c', '2026-05-14T18:30:00')).says).toContain('and goes on');
    expect((await spell('d', '2026-05-16T18:30:00')).says).toContain('still to come');
  });

  it('more dead than bees, more apart than dead, lighter with bees: a sentence, and nothing is lost', async () => {
    await begun();
    const taken = (change: Partial<Fields<'collections'>>) =>
      keep(put('collections', 't', { calloutId: 'c', ...change }, 1));
    expect((await taken({ bees: 100, dead: 101 })).says).toBe(
      '101 dead are more than the 100 bees there were, alive and dead',
    );
    expect((await taken({ dead: 10, crushed: 6, drowned: 5 })).says).toContain('11 together, more than the 10 dead');
    expect((await taken({ tareKg: 5, grossKg: 4.9 })).says).toContain('less than the 5 kg');
    expect((await taken({ peakTempK: 900 })).says).toContain('353.15');
    expect((await all()).calls[0]!.collection!.revision).toBe(1);
    expect((await taken({ bees: 100, dead: 100, crushed: 60, drowned: 40, tareKg: 5, grossKg: 5 })).status).toBe(201);
  });

  it('a step is marked once, moved to a time, left out with a reason, and 41 of one kind not at all', async () => {
    await keep(put('callouts', 'c', CALL));
    const task = (id: string, change: Partial<Fields<'tasks'>>) =>
      keep(put('tasks', id, { calloutId: 'c', code: 'join', state: 'done', ...change }));
    expect((await task('a', { state: 'skipped' })).says).toContain('says why');
    expect((await task('a', { state: 'moved' })).says).toContain('needs its new time');
    expect((await task('a', { doneAt: '2026-05-20T10:00' })).says).toContain('still to come');
    expect((await task('a', { state: 'moved', doneAt: '2026-05-20T10:00' })).status).toBe(201);
    expect((await task('b', {})).says).toContain('marked this step otherwise');
    const many = Array.from({ length: 41 }, (_, n) =>
      put('tasks', `many-${n}`, { calloutId: 'c', code: 'seal', state: 'open' }),
    );
    expect((await keep(...many)).status).toBe(409);
    expect((await all()).calls[0]!.tasks.length).toBe(1);
  });

  it('kit in Stores: no more lent out than there are, none charged tomorrow', async () => {
    const kit = (id: string, change: Partial<Fields<'kit'>>) =>
      keep(put('kit', id, { code: 'battery', count: 3, ...change }));
    expect((await kit('a', { lent: 4 })).says).toBe('4 lent out are more than the 3 there are');
    expect((await kit('a', { chargedOn: '2026-05-16' })).says).toContain('still to come');
    expect((await kit('a', { lent: 3, chargedOn: '2026-05-14', lentTo: 'Alma' })).status).toBe(201);
    expect((await kit('b', { count: 0 })).status).toBe(201);
    expect((await all()).kit.map(({ id, lent }) => [id, lent])).toEqual([
      ['a', 3],
      ['b', null],
    ]);
  });

  it('times in the calendar alone, and in the order things happen', async () => {
    expect((await keep(put('callouts', 'c', { ...CALL, plannedFor: '2026-02-30T10:00' }))).says).toContain(
      'must be a time of the years 1900 to 2200',
    );
    expect(
      (await keep(put('callouts', 'c', { ...CALL, arrivedAt: '2026-05-14T18:00', startedAt: '2026-05-14T17:59:59' })))
        .says,
    ).toContain('when you arrived');
    expect(
      (await keep(put('callouts', 'c', { ...CALL, arrivedAt: '2026-05-14T18:00', startedAt: '2026-05-14T18:00:30' })))
        .status,
    ).toBe(201);
  });
});

describe('the probe in the box', () => {
  const now = '2026-05-14T16:20:00.000Z';
  let bench: Bench;
  beforeAll(async () => {
    bench = await openBench(null, { clock: fixedClock(now), kind: 'demo' });
    const cautions = cautionsOf(blank('callouts', CALL)).join(',');
    const act = {
      says: 'a job',
      changes: [
        put('callouts', 'c', {
          ...CALL,
          state: 'collecting',
          arrivedAt: '2026-05-14T17:50',
          startedAt: '2026-05-14T18:00:00',
          cautions,
        }),
        put('collections', 't', { calloutId: 'c' }),
        put('spells', 's', { collectionId: 't', startedAt: '2026-05-14T18:01:00' }),
      ],
    };
    expect((await bench.http.put('/api/v1/acts/job').send(act)).status).toBe(201);
  });
  afterAll(() => bench.database.close());

  it('is heard by the reader’s clock, as fast as that goes, by the spells that are kept', async () => {
    const spells = [{ from: 60, to: null }];
    const heard = await streamed<ProbeReadingDto>(bench, 'callouts/c/probe?elapsed=600&pace=20', 3);
    for (const { elapsed, boxTemp, coverage, simulated } of heard) {
      const stood = simulatedProbe({ spells, seconds: elapsed });
      expect(boxTemp).toBeCloseTo(stood.boxTemp, 9);
      expect(coverage).toBeCloseTo(stood.coverage, 9);
      expect(simulated).toBeTrue();
    }
    expect(heard[0]!.elapsed).toBeGreaterThanOrEqual(600);
    const [, second, third] = heard.map(({ elapsed }) => elapsed);
    // 400 ms of the world are 8 s of a clock 20 times faster; a busy machine takes longer.
    expect(second! - 600).toBeGreaterThan(7);
    expect(third! - second!).toBeGreaterThan(7);
  });

  it('is there for a call that is kept, at a time that can be, and in the demo alone', async () => {
    const status = async (path: string, on = bench): Promise<number> => (await on.http.get(`/api/v1/${path}`)).status;
    expect(await status('callouts/none/probe?elapsed=1')).toBe(404);
    expect(await status('callouts/c/probe')).toBe(400);
    expect(await status('callouts/c/probe?elapsed=-1')).toBe(400);
    expect(await status('callouts/c/probe?elapsed=1&pace=21')).toBe(400);
    const own = await openBench();
    await own.http.put('/api/v1/acts/call').send({ says: 'a call', changes: [put('callouts', 'c', CALL)] });
    expect(await status('callouts/c/probe?elapsed=1', own)).toBe(404);
    await own.database.close();
  });
});

describe('call-outs of the Vellmark demo', () => {
  let bench: Bench;
  beforeAll(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
  });
  afterAll(() => bench.database.close());
  const get = async <T>(path: string): Promise<T> => (await bench.http.get(`/api/v1/${path}`)).body as T;

  it('four are over, one of them lost with its reason, one rests, one waits', async () => {
    const { calls } = await get<CallsDto>('callouts');
    expect(calls.map(({ call }) => call.state).sort()).toEqual([
      'called',
      'lost',
      'resting',
      'settled',
      'settled',
      'settled',
    ]);
    expect(calls.find(({ call }) => call.state === 'lost')!.call.reason).toContain('in the sun');
    expect(calls.every(({ where }) => where !== null)).toBeTrue();
  });

  it('rigs are told as work with them needs it', async () => {
    const { rigs } = await get<CallsDto>('callouts');
    const loft = rigs.find(({ id }) => id === 'vellmark-loft-rig')!;
    expect(loft.gate.mark! > 0 && loft.gate.mark! < loft.gate.travel).toBeTrue();
    expect(loft.band!.lowSure <= loft.gate.speed! && loft.gate.speed! <= (loft.band!.high ?? Infinity)).toBeTrue();
    expect([loft.onCord, loft.runTime]).toEqual([true, null]);
    expect(rigs.some(({ runTime, onCord }) => !onCord && runTime !== null && runTime > 60)).toBeTrue();
  });

  it('a rig that is drawn anew is worked out anew, the others are not', async () => {
    const before = (await get<CallsDto>('callouts')).rigs;
    const id = 'vellmark-loft-rig';
    const kept = await get<{ revision: number; document: Rig }>(`rigs/${id}`);
    const slower = { ...kept.document, bees: { ...kept.document.bees, feedRate: 7 } };
    const saved = await bench.http.put(`/api/v1/rigs/${id}`).send({ revision: kept.revision, document: slower });
    expect(saved.status).withContext(saved.text).toBe(200);
    const after = (await get<CallsDto>('callouts')).rigs;
    expect(after.find((rig) => rig.id === id)!.feedRate).toBe(7);
    const others = (rigs: CallsDto['rigs']) => rigs.filter((rig) => rig.id !== id);
    expect(others(after)).toEqual(others(before));
    expect(others(after).length > 0).toBeTrue();
  });

  it('the day has the call that waits with its question, and the cage that has to come out with its date', async () => {
    const { calls } = await get<TodayDto>('today');
    expect(calls.map(({ id, ask }) => [id, ask])).toEqual([
      ['cider-lane-2026', 'poison'],
      ['churchyard-2026', null],
    ]);
    expect(calls[1]!.restraint).toEqual({ by: '2026-05-17T18:00', over: false });
    expect(calls[1]!.steps.length).toBeGreaterThan(5);
  });

  it('a catch that came by a call-out has its steps there, and no plan of a trap', async () => {
    const { cards } = await get<{ cards: readonly { caught: { id: string }; calloutId: string | null }[] }>(
      'catches/board',
    );
    const mine = cards.filter(({ calloutId }) => calloutId !== null);
    expect(mine.map(({ calloutId }) => calloutId).sort()).toEqual([
      'chapel-porch-2025',
      'lower-orchard-2024',
      'mill-gable-2024',
    ]);
    expect(await get<unknown>(`catches/${mine[0]!.caught.id}/plan`)).toBeNull();
  });

  it('a colony whose box is shut stands on the track with its steps, and with what it became', async () => {
    const { calls, rows } = await get<CatchTrackDto>('catches/track');
    expect(calls.map(({ id, takenOn, wentTo, catchId }) => [id, takenOn, typeof wentTo, catchId])).toEqual([
      ['churchyard-2026', '2026-05-14', 'string', null],
    ]);
    const [one] = calls;
    expect(one!.track.marks.some(({ kind, expected }) => kind === 'carried' && !expected)).toBeTrue();
    expect(one!.track.marks.some(({ kind, expected }) => kind === 'opened' && expected)).toBeTrue();
    expect(one!.restraint).toEqual({ by: '2026-05-17T18:00', over: false });
    expect(rows.length > 20).toBeTrue();
  });

  it('who rang leaves in no file unless it is ticked', async () => {
    const csv = async (owners: boolean) =>
      (await bench.http.get(`/api/v1/files/tables/callouts?owners=${owners}`)).text;
    const plain = await csv(false);
    const columns = plain.split('\r\n')[0]!.split(',');
    for (const hidden of ['caller', 'callback', 'place', 'lat', 'lon', 'permission_from'])
      expect(columns).not.toContain(hidden);
    for (const name of ['Theres Kogler', '0664 000 1211', 'Cider lane']) expect(plain).not.toContain(name);
    expect(await csv(true)).toContain('Theres Kogler');
    const backup = (await bench.http.get('/api/v1/files/backup.json?owners=false')).text;
    expect(backup).not.toContain('Theres Kogler');
    expect(backup).not.toContain('Cider lane, plum');
    // Nor with whom kit is.
    const kit = (owners: boolean) => bench.http.get(`/api/v1/files/tables/kit?owners=${owners}`);
    expect((await kit(true)).text).toContain('Alma Pichler');
    expect((await kit(false)).text).not.toContain('Alma Pichler');
    expect(backup).not.toContain('Alma Pichler');
  });
});
