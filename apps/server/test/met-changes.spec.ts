import type { ActDto, KeptActDto, RecordDto } from '@yewridge/contract/season';
import { type Bench, buildTraps, errorIn, openBench } from './support.js';

type Fields = Readonly<Record<string, unknown>>;
const LOOK: Fields = { deploymentId: 'd', at: '2026-05-10T18:20', scoutsPerMin: 3, notes: 'quiet', occupied: null };

describe('two telephones that changed one look without knowing of each other', () => {
  let bench: Bench;
  let n = 0;
  const send = (...changes: ActDto['changes']): ReturnType<Bench['http']['put']> =>
    bench.http.put(`/api/v1/acts/m${n++}`).send({ says: 'x', changes });
  /** A look as read at a revision, with some of it said anew. */
  const put = (revision: number, change: Fields, only?: readonly string[]): ActDto['changes'][number] => ({
    op: 'put',
    table: 'visits',
    id: 'v',
    revision,
    fields: { ...LOOK, ...change },
    ...(only ? { only } : {}),
  });
  const look = async (): Promise<RecordDto<'visits'>> =>
    (await bench.http.get('/api/v1/records/visits/v')).body as RecordDto<'visits'>;

  beforeEach(async () => {
    bench = await openBench();
    await buildTraps(bench, ['t']);
    const whole = (table: 'sites' | 'deployments', id: string, fields: Fields): ActDto['changes'][number] => ({
      op: 'put',
      table,
      id,
      revision: 0,
      fields,
    });
    const answer = await send(
      whole('sites', 's', { name: 'Old weir', permission: 'unknown' }),
      whole('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2026-05-01' }),
      put(0, {}),
    );
    expect(answer.status).withContext(answer.text).toBe(201);
  });
  afterEach(() => bench.database.close());

  it('both stand, where they mean different fields', async () => {
    expect((await send(put(1, { scoutsPerMin: 12 }, ['scoutsPerMin']))).status).toBe(201);
    const second = await send(put(1, { notes: 'a stream' }, ['notes']));
    expect(second.status).withContext(second.text).toBe(201);
    expect((second.body as KeptActDto).changes[0]?.record.revision).toBe(3);
    expect(await look()).toEqual(jasmine.objectContaining({ scoutsPerMin: 12, notes: 'a stream', revision: 3 }));
  });

  it('the second is not kept and told what is there, where they mean the same field', async () => {
    await send(put(1, { scoutsPerMin: 12, notes: 'a stream' }, ['scoutsPerMin', 'notes']));
    const second = await send(put(1, { scoutsPerMin: 40, notes: 'quiet' }, ['scoutsPerMin']));
    expect(second.status).toBe(409);
    const { code, fields, current } = errorIn(second);
    expect([code, fields?.map(({ path }) => path)]).toEqual(['REVISION_CONFLICT', ['changes[0].fields.scoutsPerMin']]);
    expect(current).toEqual(jasmine.objectContaining({ scoutsPerMin: 12, revision: 2 }));
    expect((await look()).scoutsPerMin).toBe(12);
    // Chosen by the keeper, it is put upon what is there.
    expect((await send(put(2, { scoutsPerMin: 40, notes: 'a stream' }, ['scoutsPerMin']))).status).toBe(201);
    expect(await look()).toEqual(jasmine.objectContaining({ scoutsPerMin: 40, notes: 'a stream' }));
  });

  it('it is no quarrel where both said the same, or the second says again what it had read', async () => {
    await send(put(1, { scoutsPerMin: 12, occupied: false }, ['scoutsPerMin', 'occupied']));
    const same = await send(put(1, { scoutsPerMin: 12, notes: 'x' }, ['scoutsPerMin', 'notes']));
    expect(same.status).withContext(same.text).toBe(201);
    const again = await send(put(1, { scoutsPerMin: 3, notes: 'y' }, ['scoutsPerMin', 'notes']));
    expect(again.status).withContext(again.text).toBe(409);
    expect(errorIn(again).fields?.map(({ path }) => path)).toEqual(['changes[0].fields.notes']);
    expect(await look()).toEqual(jasmine.objectContaining({ scoutsPerMin: 12, notes: 'x', occupied: false }));
  });

  it('a record that came into the book by another way than an act is met as well', async () => {
    await bench.database.write((manager) => manager.query('DELETE FROM record_change'));
    await send(put(1, { scoutsPerMin: 12 }, ['scoutsPerMin']));
    const second = await send(put(1, { scoutsPerMin: 40 }, ['scoutsPerMin']));
    expect(errorIn(second).fields?.map(({ path }) => path)).toEqual(['changes[0].fields.scoutsPerMin']);
    expect((await send(put(1, { notes: 'a stream' }, ['notes']))).status).toBe(201);
  });

  it('a change that does not say which fields it means is refused as before', async () => {
    await send(put(1, { scoutsPerMin: 12 }, ['scoutsPerMin']));
    const second = await send(put(1, { notes: 'a stream' }));
    expect([second.status, errorIn(second).code, errorIn(second).fields]).toEqual([
      409,
      'REVISION_CONFLICT',
      undefined,
    ]);
  });

  it('a revision that never was is refused, and a change of what the device knew to lie in the bin', async () => {
    const ahead = await send(put(9, { notes: 'x' }, ['notes']));
    expect([ahead.status, errorIn(ahead).code]).toEqual([409, 'REVISION_CONFLICT']);
    await send({ op: 'delete', table: 'visits', id: 'v', revision: 1 });
    const binned = await send(put(2, { notes: 'x' }, ['notes']));
    expect(errorIn(binned).code).toBe('DELETED');
  });

  it('what both came to is held to the rules as any other change', async () => {
    await send({
      op: 'put',
      table: 'deployments',
      id: 'd',
      revision: 1,
      fields: { trapId: 't', siteId: 's', hungOn: '2026-05-09' },
      only: ['hungOn'],
    });
    const late = await send(put(1, { at: '2026-05-08T09:00' }, ['at']));
    expect([late.status, errorIn(late).code]).toEqual([409, 'RULE']);
  });
});
