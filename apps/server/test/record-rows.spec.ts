import { TABLE_NAMES } from '@yewridge/contract/season';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../src/db/database.js';
import { RECORD_ENTITIES, type StoredRecord } from '../src/db/entities/record-entities.js';
import { insertRecords, recordsById, ROWS_AT_ONCE } from '../src/db/record-rows.js';
import { seedDemo } from '../src/demo/seed-demo.js';
import { RecordsService } from '../src/season/records-service.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { NOW } from './support.js';

describe('rows of records, read and written without entities', () => {
  let database: Database;
  let said: StoredRecord;
  let unsaid: StoredRecord;
  beforeAll(async () => {
    database = await Database.open(join(mkdtempSync(join(tmpdir(), 'yewridge-rows-')), 'demo.sqlite'));
    await seedDemo(database, await DemoClock.open(database, NOW));
    const [stay] = await database.source.manager.find(RECORD_ENTITIES.deployments, { take: 1 });
    const kept = { revision: 1, createdAt: NOW, updatedAt: NOW, deletedAt: null };
    said = {
      id: 'said',
      deploymentId: stay!.id,
      at: '2026-05-01T10:00',
      atUtc: '2026-05-01T08:00:00.000Z',
      occupied: true,
      scoutsPerMin: 2.5,
      ...kept,
    };
    unsaid = { ...said, id: 'unsaid', occupied: null, scoutsPerMin: null };
    await database.write((manager) => insertRecords(manager, 'visits', [said, unsaid]));
  });
  afterAll(() => database.close());

  it('are what the entity of each table reads, to the field', async () => {
    for (const table of TABLE_NAMES) {
      const { manager } = database.source;
      const entities = await manager.find(RECORD_ENTITIES[table], { order: { id: 'ASC' }, take: ROWS_AT_ONCE + 3 });
      const rows = await recordsById(
        manager,
        table,
        entities.map(({ id }) => id),
      );
      const inOrder = [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
      expect(inOrder)
        .withContext(table)
        .toEqual(entities.map((one) => ({ ...one })));
    }
  });

  it('go in as the entity would put them: a flag, half a number, and nothing where nothing was said', async () => {
    const read = (id: string): Promise<StoredRecord | null> =>
      database.source.manager.findOneBy(RECORD_ENTITIES.visits, { id });
    expect(await read('said')).toEqual(jasmine.objectContaining({ ...said, notes: null }));
    expect(await read('unsaid')).toEqual(jasmine.objectContaining({ ...unsaid, notes: null }));
  });

  it('are listed with those of one minute in the order of the list, turned round with it', async () => {
    const records = new RecordsService(database);
    const at = '2026-05-01T10:00';
    const page = (sort: string): Promise<readonly string[]> =>
      records
        .page('visits', { limit: 10, offset: 0, sort, bin: false, where: { at } })
        .then(({ items }) => items.map(({ id }) => id));
    expect(await page('at')).toEqual(['said', 'unsaid']);
    expect(await page('-at')).toEqual(['unsaid', 'said']);
  });

  it('are counted as they are now: before a write, after it, and with what is in the bin', async () => {
    const records = new RecordsService(database);
    const total = (bin: boolean): Promise<number> =>
      records
        .page('visits', { limit: 1, offset: 0, sort: 'at', bin, where: { at: '2026-05-01T11:00' } })
        .then((page) => page.total);
    const add = (id: string, deletedAt: string | null): Promise<void> =>
      database.write((manager) =>
        insertRecords(manager, 'visits', [{ ...said, id, at: '2026-05-01T11:00', deletedAt }]),
      );
    expect([await total(false), await total(true)]).toEqual([0, 0]);
    await add('later', null);
    expect([await total(false), await total(true)]).toEqual([1, 0]);
    await add('binned', NOW);
    expect([await total(false), await total(true)]).toEqual([1, 1]);
  });

  it('of the looks are found by their index, whichever way they are asked for', async () => {
    const plan = async (sql: string): Promise<string> =>
      (await database.source.query<{ detail: string }[]>(`EXPLAIN QUERY PLAN ${sql}`))
        .map(({ detail }) => detail)
        .join('; ');
    const latest = 'SELECT * FROM visits WHERE deleted_at_utc IS NULL ORDER BY "at" DESC, id DESC LIMIT 50';
    expect(await plan(latest)).toBe('SCAN visits USING INDEX ix_visits_at_id');
    const ofOne = `SELECT * FROM visits WHERE deployment_id = 'x' AND at >= '2026' ORDER BY at DESC`;
    expect(await plan(ofOne)).toContain('USING INDEX ix_visits_deployment_id_at (deployment_id=? AND at>?)');
  });
});
