import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { readdirSync } from 'node:fs';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { BackupDto, FilePlanDto, KeptCopyDto } from '@yewridge/contract/files';
import type { CatchBoardDto } from '@yewridge/contract/catches';
import { DeviceEntity, DeviceReadingEntity } from '../src/db/entities/device-entities.js';
import { addDays } from '@yewridge/core/season';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { type Bench, errorIn, NOW, openBench, pngOf, sample } from './support.js';

const BYTES = 'application/octet-stream';

/** Bytes of an answer, whatever they are. */
async function bytesFrom({ http }: Bench, path: string): Promise<Buffer> {
  const answer = await http
    .get(`/api/v1/files/${path}`)
    .buffer(true)
    .parse((stream, done) => {
      const pieces: Buffer[] = [];
      stream.on('data', (piece: Buffer) => pieces.push(piece));
      stream.on('end', () => {
        done(null, Buffer.concat(pieces));
      });
    });
  expect(answer.status).toBe(200);
  return answer.body as Buffer;
}
const rowsOf = async (bench: Bench): Promise<BackupDto> =>
  JSON.parse((await bytesFrom(bench, 'backup.json?owners=true')).toString()) as BackupDto;
const plan = async ({ http }: Bench, file: Buffer, query = ''): Promise<FilePlanDto> =>
  (await http.post(`/api/v1/files/plan${query}`).type(BYTES).send(file)).body as FilePlanDto;
const take = ({ http }: Bench, id: string, file: Buffer): ReturnType<Bench['http']['put']> =>
  http.put(`/api/v1/files/taken/${id}`).type(BYTES).send(file);

describe('a backup of everything', () => {
  let own: Bench;
  let other: Bench;
  beforeEach(async () => {
    own = await openBench();
    other = await openBench();
  });
  afterEach(async () => {
    await own.database.close();
    await other.database.close();
  });

  const site = { name: 'Mine', lat: 47, lon: 13, permission: 'asked' };
  const put = (bench: Bench, id: string, changes: readonly object[]): Promise<unknown> =>
    bench.http
      .put(`/api/v1/acts/${id}`)
      .send({ says: id, changes })
      .then(({ status }) => {
        expect(status).toBe(201);
      });

  it('brings rows and pictures to another keeper, each picture as it was', async () => {
    await put(own, 'site', [{ op: 'put', table: 'sites', id: 's1', revision: 0, fields: site }]);
    const picture = pngOf(30, 20);
    await own.http.put('/api/v1/files/pictures/p1').type(BYTES).send(picture);
    await put(own, 'photo', [
      { op: 'put', table: 'photos', id: 'p1', revision: 0, fields: { takenOn: '2026-05-01', siteId: 's1' } },
    ]);
    const zip = await bytesFrom(own, 'backup.zip?owners=true');
    expect((await plan(other, zip)).counts).toContain({ table: 'photos', held: 0, inFile: 1 });
    expect((await other.http.get('/api/v1/files/pictures/p1')).status).toBe(404);
    expect((await take(other, 'all', zip)).status).toBe(200);
    expect((await rowsOf(other)).sha256).toBe((await rowsOf(own)).sha256);
    expect((await other.http.get('/api/v1/files/pictures/p1')).body).toEqual(picture);
  });

  it('with a picture damaged, cut off, or no backup of ours at all is refused, and nothing is changed', async () => {
    const bytes = pngOf(40, 40);
    await own.http.put('/api/v1/files/pictures/p1').type(BYTES).send(bytes);
    const zip = await bytesFrom(own, 'backup.zip?owners=true');
    const before = (await rowsOf(other)).sha256;
    const damaged = Buffer.from(zip);
    damaged[damaged.indexOf(bytes.subarray(0, 16)) + 20]! ^= 0xff;
    for (const [what, file, says] of [
      ['damaged', damaged, /damaged/],
      ['cut', zip.subarray(0, zip.length - 40), /cut off/],
      ['workbook', Buffer.from('PK\u0003\u0004workbook'), /cut off|no backup/],
    ] as const) {
      const refused = await take(other, what, file);
      expect([refused.status, errorIn(refused).fields?.[0]?.message]).toEqual([422, jasmine.stringMatching(says)]);
    }
    expect((await rowsOf(other)).sha256).toBe(before);
    expect((await other.http.get('/api/v1/files/pictures/p1')).status).toBe(404);
  });

  it('is put back though what stands here could be put into no file: half a character let in by an earlier version', async () => {
    const zip = await bytesFrom(own, 'backup.zip?owners=true');
    const broken = JSON.stringify({ ...sample, name: 'cut \ud83d' });
    other.database.connection
      .prepare(`INSERT INTO design VALUES ('d', 1, 'cut', ?, '${NOW}', '${NOW}', NULL)`)
      .run(broken);
    const out = await rowsOf(other);
    expect((out.data['design']?.[0]?.['document'] as { name: string }).name).toBe('cut \ufffd');
    expect((await take(other, 'all', zip)).status).toBe(200);
    expect((await rowsOf(other)).data['design']).toEqual([]);
    const { items } = (await other.http.get('/api/v1/files/copies')).body as { items: KeptCopyDto[] };
    expect(items.map(({ name }) => name)).toEqual([jasmine.stringMatching(/^before-.*\.sqlite$/)]);
  });

  it('refuses a row whose columns are not what the table holds, by its name', async () => {
    await put(own, 'site', [{ op: 'put', table: 'sites', id: 's1', revision: 0, fields: site }]);
    const { data, createdAt } = await rowsOf(own);
    const { backupOf } = await import('./support.js');
    for (const [column, value, says] of [
      ['revision', 'abc', 'no whole number'],
      ['revision', 1.5, 'no whole number'],
      ['name', null, 'must not be'],
      ['lat', 'north', 'no number'],
      ['created_at_utc', 7, 'no text'],
      ['wind_exposed', 'yes', 'neither true nor false'],
    ] as const) {
      const sites = data['sites']!.map((row) => ({ ...row, [column]: value }));
      const refused = await take(other, `bad-${column}`, Buffer.from(backupOf({ ...data, sites }, createdAt)));
      expect([refused.status, errorIn(refused).fields?.[0]?.path]).toEqual([422, `row 1, sites.${column}`]);
      expect(errorIn(refused).fields?.[0]?.message).toContain(says);
    }
  });

  it('of an earlier version, without a column that came later, is put back with that column empty', async () => {
    await put(own, 'site', [{ op: 'put', table: 'sites', id: 's1', revision: 0, fields: site }]);
    const { data, createdAt } = await rowsOf(own);
    const { backupOf } = await import('./support.js');
    const sites = data['sites']!.map(({ permission_how: _, ...row }) => row);
    expect((await take(other, 'old', Buffer.from(backupOf({ ...data, sites }, createdAt)))).status).toBe(200);
    expect((await rowsOf(other)).data['sites']?.[0]?.['permission_how']).toBeNull();
  });

  it('leaves nothing of a file behind, taken, refused or only looked at', async () => {
    await plan(own, Buffer.from('id,name\n'));
    await take(own, 'no', Buffer.from('PKno'));
    await plan(own, await bytesFrom(own, 'backup.zip'));
    expect(readdirSync(join(own.dataFolder, 'incoming'))).toEqual([]);
  });

  it('thins old readings of a sensor to the first of every six hours, and keeps those of the last ninety days whole', async () => {
    await own.database.write(async (manager) => {
      const trap = { designId: 'd', designVersion: 1, number: 'V-1', darkCombs: 0, condition: 'new' };
      await manager.query(`INSERT INTO design VALUES ('d', 1, 'D', ?, '${NOW}', '${NOW}', NULL)`, [
        JSON.stringify(sample),
      ]);
      await manager.query(`INSERT INTO design_version VALUES ('d', 1, ?, '${NOW}')`, [JSON.stringify(sample)]);
      await manager.query(
        `INSERT INTO trap VALUES ('t', 1, '${trap.number}', 'd', 1, ?, NULL, NULL, 0, NULL, 'new', '', '', '${NOW}', '${NOW}', NULL)`,
        [JSON.stringify(sample)],
      );
      await manager.insert(DeviceEntity, {
        id: 'one',
        kind: 'trapSensor',
        name: 'One',
        trapId: 't',
        simulated: true,
        keySha256: null,
        createdAt: NOW,
        removedAt: null,
      });
      const day = (date: string): object[] =>
        Array.from({ length: 24 }, (_, hour) => {
          const at = `${date}T${String(hour).padStart(2, '0')}:30`;
          return {
            deviceId: 'one',
            at,
            instant: `${at}:00.000Z`,
            perMin: hour,
            insideC: null,
            massKg: null,
            source: 'simulated',
            receivedAt: NOW,
          };
        });
      await manager.insert(DeviceReadingEntity, [...day('2026-02-12'), ...day('2026-02-13')]);
    });
    const rows = (await rowsOf(own)).data['device_reading'] ?? [];
    expect(rows.filter(({ at }) => String(at) < '2026-02-13').map(({ per_min }) => per_min)).toEqual([0, 6, 12, 18]);
    expect(rows.filter(({ at }) => String(at) >= '2026-02-13').length).toBe(24);
  });
});

describe('a file that is large', () => {
  let bench: Bench;
  let stay: { readonly id: string; readonly hung: string };
  beforeEach(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
    const [one] = await bench.database.source.query<{ id: string; hung: string }[]>(
      'SELECT id, hung_on AS hung FROM deployments WHERE taken_down_on IS NULL ORDER BY hung_on LIMIT 1',
    );
    stay = one!;
  });
  afterEach(() => bench.database.close());

  const visits = (rows: number): Buffer =>
    Buffer.from(
      `id,deployment_id,at,occupied\n${Array.from(
        { length: rows },
        (_, n) => `bulk-${n},${stay.id},${addDays(stay.hung, n % 20)}T10:00,false`,
      ).join('\n')}\n`,
    );

  it('of 20,000 rows is planned and taken while others are answered meanwhile, and its progress is told', async () => {
    const file = visits(20_000);
    let answered = 0;
    const work = { over: false };
    const others = (async () => {
      while (!work.over) {
        expect((await bench.http.get('/api/v1/health')).status).toBe(200);
        answered += 1;
      }
    })();
    const said = new Set<string>();
    const watching = (async () => {
      while (!work.over) {
        said.add(((await bench.http.get('/api/v1/files/progress/w1')).body as { says: string }).says);
        await new Promise((next) => setTimeout(next, 5));
      }
    })();
    const planned = await plan(bench, file, '?work=w1');
    expect([planned.fresh, planned.faultCount]).toEqual([20_000, 0]);
    expect((await take(bench, 'bulk', file)).status).toBe(200);
    work.over = true;
    await Promise.all([others, watching]);
    expect(answered).toBeGreaterThan(20);
    expect([...said].some((says) => says !== '')).toBeTrue();
    const [row] = await bench.database.source.query<{ n: number }[]>(
      `SELECT count(*) AS n FROM visits WHERE id LIKE 'bulk-%'`,
    );
    expect(row?.n).toBe(20_000);
  });

  it('of nothing but commas, or of one row too many, is refused', async () => {
    const commas = await plan(bench, Buffer.alloc(63 * 1024 * 1024, 0x2c));
    expect(commas.faults[0]?.message).toContain('fields');
    expect((await plan(bench, visits(20_001))).faults[0]?.message).toContain('at most 20000');
  });

  it('whose sender has gone is given up, keeps nothing, and holds nobody up afterwards', async () => {
    const server = createServer(bench.app);
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const { port } = server.address() as AddressInfo;
    const sent = request({
      port,
      host: '127.0.0.1',
      method: 'PUT',
      path: '/api/v1/files/taken/gone',
      headers: { 'content-type': BYTES },
    });
    const hungUp = once(sent, 'error').catch(() => undefined);
    sent.end(visits(20_000));
    await new Promise((later) => setTimeout(later, 300));
    sent.destroy();
    await hungUp;
    const put = await bench.http.put('/api/v1/acts/after').send({
      says: 'x',
      changes: [{ op: 'put', table: 'goods', id: 'g', revision: 0, fields: { kind: 'board', name: 'B', count: 1 } }],
    });
    expect(put.status).toBe(201);
    const [row] = await bench.database.source.query<{ n: number }[]>(
      `SELECT count(*) AS n FROM visits WHERE id LIKE 'bulk-%'`,
    );
    expect([0, 20_000]).toContain(row?.n ?? -1);
    await new Promise((closed) => server.close(closed));
  });

  it('of random bytes is a refusal and never a fault of ours', async () => {
    for (let n = 0; n < 12; n++) {
      const start = [
        Buffer.from('PK\u0003\u0004'),
        Buffer.from('SQLite format 3\0'),
        Buffer.from('{"format":"yewridge-backup"'),
        Buffer.alloc(0),
      ][n % 4]!;
      const answer = await bench.http
        .post('/api/v1/files/plan')
        .type(BYTES)
        .send(Buffer.concat([start, randomBytes(1 + n * 500)]));
      expect(answer.status).withContext(start.toString()).toBe(200);
      expect((answer.body as FilePlanDto).faultCount).toBe(1);
    }
    expect(((await bench.http.get('/api/v1/catches/board')).body as CatchBoardDto).cards.length).toBe(33);
  });
});
