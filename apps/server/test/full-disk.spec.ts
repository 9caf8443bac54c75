import { copyFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../src/db/database.js';
import { AppError } from '../src/http/app-error.js';
import { type Bench, errorIn, openBench } from './support.js';

/** A line of text that fills pages of the database fast. */
const LONG = 'bees '.repeat(380);

describe('a full disk', () => {
  let folder: string;
  let file: string;
  let bench: Bench;

  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-full-'));
    file = join(folder, 'yewridge.sqlite');
    bench = await openBench(null, { database: await Database.open(file) });
  });
  afterEach(async () => {
    await bench.database.close().catch(() => undefined);
  });

  const act = (id: string, revision = 0): Promise<number> =>
    bench.http
      .put(`/api/v1/acts/act-${id}-${revision}`)
      .send({
        says: 'A board',
        changes: [
          { op: 'put', table: 'goods', id, revision, fields: { kind: 'board', name: id, count: 1, notes: LONG } },
        ],
      })
      .then(({ status }) => status);
  const boards = async (database: Database): Promise<readonly string[]> =>
    (await database.source.query<{ id: string }[]>('SELECT id FROM goods ORDER BY id')).map(({ id }) => id);
  const pragma = (text: string): unknown => bench.database.connection.pragma(text, { simple: true });

  /** Fills the disk until a write is refused for it, then makes room. */
  async function filled(): Promise<readonly string[]> {
    pragma(`max_page_count = ${Number(pragma('page_count')) + 12}`);
    const kept: string[] = [];
    for (let n = 0; n < 200; n++) {
      const status = await act(`full-${n}`);
      if (status === 507) break;
      expect(status).toBe(201);
      kept.push(`full-${n}`);
    }
    expect(kept.length).toBeLessThan(200);
    pragma('max_page_count = 1000000');
    return kept;
  }

  /** What a keeper does after it: something that is refused, then fifty writes that are acknowledged. */
  async function goneOn(): Promise<readonly string[]> {
    expect(await act('refused', 7)).toBe(404);
    const kept = Array.from({ length: 50 }, (_, n) => `later-${n}`);
    for (const id of kept) expect(await act(id)).toBe(201);
    return kept;
  }

  it('is said, and nothing of that write is kept', async () => {
    pragma(`max_page_count = ${String(pragma('page_count'))}`);
    const answers = await Promise.all(Array.from({ length: 9 }, (_, n) => act(`full-${n}`)));
    expect(answers).toContain(507);
    const kept = await boards(bench.database);
    expect(kept.length).toBe(answers.filter((status) => status === 201).length);
  });

  it('then a refused write, then fifty that are acknowledged: all are there after the server is stopped', async () => {
    const kept = [...(await filled()), ...(await goneOn())].sort();
    await bench.database.close();
    const again = await Database.open(file);
    expect(await boards(again)).toEqual(kept);
    await again.close();
  });

  it('and all are there after it is killed: the log beside the database holds them', async () => {
    const kept = [...(await filled()), ...(await goneOn())].sort();
    const killed = join(folder, 'killed.sqlite');
    copyFileSync(file, killed);
    copyFileSync(`${file}-wal`, `${killed}-wal`);
    const again = await Database.open(killed);
    expect(await boards(again)).toEqual(kept);
    await again.close();
  });

  it('leaves no transaction open: a refusal after it undoes its own changes and no others', async () => {
    await filled();
    expect(bench.database.connection.inTransaction).toBeFalse();
    await expectAsync(
      bench.database.write(async (manager) => {
        await manager.query(`UPDATE goods SET count = 99`);
        throw new AppError('RULE');
      }),
    ).toBeRejected();
    expect(bench.database.connection.inTransaction).toBeFalse();
    expect(await bench.database.source.query('SELECT id FROM goods WHERE count = 99')).toEqual([]);
  });
});

describe('a write', () => {
  it('that ended its own transaction is refused and leaves none open', async () => {
    const database = await Database.open(':memory:');
    await expectAsync(
      database.write(async (manager) => {
        await manager.query('COMMIT');
      }),
    ).toBeRejectedWithError(/ended before/);
    expect(await database.write((manager) => manager.query<unknown>('SELECT 1 AS one'))).toEqual([{ one: 1 }]);
    await database.close();
  });

  it('within another is refused: its own BEGIN would be no transaction', async () => {
    const database = await Database.open(':memory:');
    await expectAsync(
      database.write((manager) => manager.transaction((inner) => inner.query('SELECT 1'))),
    ).toBeRejectedWithError(/transaction/);
    expect(database.connection.inTransaction).toBeFalse();
    await database.close();
  });

  it('by a route that is wrong answers with its own error and not with one of the disk', async () => {
    const bench = await openBench();
    const answer = await bench.http.put('/api/v1/acts/a').send({ says: 'x', changes: [] });
    expect(errorIn(answer).code).toBe('VALIDATION');
  });
});
