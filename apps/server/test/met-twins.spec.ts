import type { ActDto, KeptActDto, RecordDto } from '@yewridge/contract/season';
import { ACT_CLOCK } from '@yewridge/contract/season';
import type { Response } from 'supertest';
import { API } from './access-support.js';
import { type Bench, buildTraps, errorIn, NOW, openBench } from './support.js';

type Changes = ActDto['changes'];
const put = (table: string, id: string, fields: object, more: object = {}): Changes[number] =>
  ({ op: 'put', table, id, revision: 0, fields, ...more }) as Changes[number];

describe('two devices that did not know of each other', () => {
  let bench: Bench;
  let count = 0;
  const real = { at: Date.parse(NOW), now: () => new Date(real.at) };
  beforeEach(async () => {
    bench = await openBench(null, { access: { clock: real } });
    await buildTraps(bench, ['1']);
    await kept(put('sites', 's1', { name: 'Lower orchard', permission: 'granted' }));
    await kept(put('deployments', 'd1', { trapId: '1', siteId: 's1', hungOn: '2026-04-01' }));
  });
  afterEach(() => bench.database.close());

  const act = (changes: Changes, clock?: string): PromiseLike<Response> => {
    count += 1;
    const asked = bench.http.put(`${API}/acts/t${count}`);
    return (clock === undefined ? asked : asked.set(ACT_CLOCK, clock)).send({ says: `act ${count}`, changes });
  };
  async function kept(...changes: Changes): Promise<KeptActDto> {
    const answer = await act(changes);
    expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(201);
    return answer.body as KeptActDto;
  }
  const record = async (table: string, id: string): Promise<Record<string, unknown>> =>
    (await bench.http.get(`${API}/records/${table}/${id}`)).body as Record<string, unknown>;

  describe('mark one step of a catch', () => {
    const step = (id: string, at: string | null, state = 'done'): Changes[number] =>
      put('steps', id, { catchId: 'c1', code: 'closeAtDusk', state, at, reason: null });
    beforeEach(() => kept(put('catches', 'c1', { deploymentId: 'd1', foundOn: '2026-05-13', method: 'trap' })));
    const all = async (): Promise<readonly Record<string, unknown>[]> =>
      ((await bench.http.get(`${API}/records/steps?catchId=c1`)).body as { items: Record<string, unknown>[] }).items;

    it('as done: it is one step, at the earlier time, whoever came first', async () => {
      await kept(step('a', '2026-05-13T21:10'));
      const second = await kept(step('b', '2026-05-13T21:02'));
      expect(second.changes.map(({ record: { id } }) => id)).toEqual(['a']);
      await kept(step('c', '2026-05-13T21:30'));
      expect((await all()).map(({ id, at, state }) => [id, at, state])).toEqual([['a', '2026-05-13T21:02', 'done']]);
    });

    it('taken back by the second, the first stands as it was', async () => {
      await kept(step('a', '2026-05-13T21:10'));
      await kept(step('b', '2026-05-13T21:02'));
      await bench.http.post(`${API}/acts/t${count}/undo`).send({ id: 'back' });
      expect((await all()).map(({ id, at }) => [id, at])).toEqual([['a', '2026-05-13T21:10']]);
    });

    it('otherwise: both are shown', async () => {
      await kept(step('a', '2026-05-13T21:10'));
      const answer = await act([step('b', null, 'skipped')]);
      const error = errorIn(answer);
      expect([error.code, error.fields?.[0]?.path]).toEqual(['REVISION_CONFLICT', 'changes[0].fields.state']);
      expect((error.current as RecordDto<'steps'>).id).toBe('a');
    });
  });

  describe('log a catch in one stay', () => {
    const caught = (id: string, foundOn: string): Changes[number] =>
      put('catches', id, { deploymentId: 'd1', foundOn, method: 'trap' });
    const code = async (id: string, foundOn: string): Promise<string> => errorIn(await act([caught(id, foundOn)])).code;

    it('on one day or a day apart: whether it is the same swarm is asked, two days apart it is refused', async () => {
      await kept(caught('c1', '2026-05-10'));
      for (const day of ['2026-05-09', '2026-05-10', '2026-05-11'])
        expect(await code('x', day))
          .withContext(day)
          .toBe('SAME_SWARM');
      for (const day of ['2026-05-08', '2026-05-12'])
        expect(await code('x', day))
          .withContext(day)
          .toBe('RULE');
      const asked = errorIn(await act([caught('x', '2026-05-10')]));
      expect((asked.current as RecordDto<'catches'>).id).toBe('c1');
    });
  });

  describe('of whom one puts a record into the bin and the other changes it', () => {
    const fields = { name: 'Lower orchard', permission: 'granted', notes: 'gate sticks' };
    it('have it back, and it is said', async () => {
      await bench.http
        .put(`${API}/acts/stay`)
        .send({ says: 'x', changes: [{ op: 'delete', table: 'deployments', id: 'd1', revision: 1 }] });
      await kept({ op: 'delete', table: 'sites', id: 's1', revision: 1 });
      const { changes } = await kept(put('sites', 's1', fields, { revision: 1, only: ['notes'] }));
      expect(changes[0]?.cameBack).toBeTrue();
      expect(await record('sites', 's1')).toEqual(jasmine.objectContaining({ notes: 'gate sticks', deletedAt: null }));
    });

    it('what is taken out of the bin on purpose is not said', async () => {
      await kept({ op: 'delete', table: 'deployments', id: 'd1', revision: 1 });
      const { changes } = await kept({ op: 'restore', table: 'deployments', id: 'd1', revision: 2 });
      expect(changes[0]?.cameBack).toBeUndefined();
      await kept({ op: 'delete', table: 'deployments', id: 'd1', revision: 3 });
      const back = await bench.http.post(`${API}/acts/t${count}/undo`).send({ id: 'back' });
      expect((back.body as KeptActDto).changes[0]?.cameBack).toBeUndefined();
    });

    it('where the change was made knowing of the bin it stays there', async () => {
      await kept({ op: 'delete', table: 'deployments', id: 'd1', revision: 1 });
      await kept({ op: 'delete', table: 'sites', id: 's1', revision: 1 });
      const answer = await act([put('sites', 's1', fields, { revision: 2, only: ['notes'] })]);
      expect(errorIn(answer).code).toBe('DELETED');
    });
  });

  describe('whose clocks are not the server’s', () => {
    const look = (id: string): Changes[number] =>
      put('visits', id, { deploymentId: 'd1', at: '2026-05-14T10:00', occupied: false });
    const clocks = async (clock: string | undefined): Promise<readonly unknown[]> => {
      const { doneAt, clockAheadS } = (await act([look(`v${count}`)], clock)).body as KeptActDto;
      return [doneAt, clockAheadS];
    };
    // The server's now is 16:20.
    it('are told when it was done, however far off: the time it waited is what both agree on', async () => {
      expect(await clocks(undefined)).toEqual([null, null]);
      expect(await clocks('2026-05-14T10:00:00Z,2026-05-14T16:20:00Z')).toEqual(['2026-05-14T10:00:00.000Z', null]);
      // A year ahead.
      expect(await clocks('2027-05-14T10:00:00Z,2027-05-14T16:20:00Z')).toEqual([
        '2026-05-14T10:00:00.000Z',
        365 * 86_400,
      ]);
    });

    it('keep both times from 10 minutes on', async () => {
      for (const [sent, ahead] of [
        ['16:30:00', null],
        ['16:30:01', 601],
        ['16:10:00', null],
        ['16:09:59', -601],
      ] as const) {
        expect((await clocks(`2026-05-14T16:00:00Z,2026-05-14T${sent}Z`))[1])
          .withContext(sent)
          .toBe(ahead);
      }
      const { items } = (await bench.http.get(`${API}/acts`)).body as { items: KeptActDto[] };
      expect(items.filter(({ clockAheadS }) => clockAheadS !== null).length).toBe(2);
    });

    it('are refused where they tell no two times in order', async () => {
      for (const wrong of ['', 'now', '2026-05-14T16:00:00Z', '2026-05-14T17:00:00Z,2026-05-14T16:00:00Z', 'x,y']) {
        const answer = await act([look('w')], wrong);
        expect(errorIn(answer).fields?.[0]?.path).withContext(wrong).toBe(ACT_CLOCK);
      }
    });
  });
});
