import { DesignEntity } from '../src/db/entities/design-entity.js';
import { DesignVersionEntity } from '../src/db/entities/design-version-entity.js';
import { TrapEntity } from '../src/db/entities/trap-entity.js';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { PNG } from 'pngjs';
import supertest from 'supertest';
import type { DesignDto } from '@yewridge/contract/bench';
import type { BackupDto } from '@yewridge/contract/files';
import { backupText } from '../src/files/backup-file.js';
import type { ApiErrorBody, MapTilesDto } from '@yewridge/contract/shared';
import { createApp } from '../src/app.js';
import { Database } from '../src/db/database.js';
import { VELLMARK_DESIGNS } from '../src/demo/vellmark-designs.js';
import { rigReader } from '../src/callouts/rig-thread.js';
import { FileThreads } from '../src/files/file-threads.js';
import { SimulatedManometer } from '../src/suction/simulated-manometer.js';
import type { Clock } from '../src/shared/clock/clock.js';
import { fixedClock, systemClock } from '../src/shared/clock/clock.js';
import { openAccess } from '../src/access/open-access.js';
import { PhoneDoor } from '../src/network/phone-door.js';
import { OpenStreams } from '../src/shared/streams/open-streams.js';

/** A busy machine may take its time: nothing here asserts how fast it is. */
jasmine.DEFAULT_TIMEOUT_INTERVAL = 60_000;

export const NOW = '2026-05-14T16:20:00.000Z';

/** What the stand-in for a manometer hides. */
export const TRUTH = { sealedSuction: 780, freeFlow: 0.058, leakArea: 4.2e-4 };

const NO_NETWORK = { port: 8147, securePort: 0, listen: null, files: null, names: [], publicAddress: null };

export interface Bench {
  readonly http: ReturnType<typeof supertest>;
  readonly database: Database;
  readonly app: ReturnType<typeof createApp>;
  readonly dataFolder: string;
}

/** The threads that read files, run from their source; the specs share them. */
const fileThreads = new FileThreads(new URL('./file-thread.mjs', import.meta.url));

/** The thread that works out rigs, from its source. */
const readRigs = rigReader(new URL('./rig-thread.mjs', import.meta.url));

/** The real app over a real SQLite file in a folder of its own, built by the real migrations. */
export async function openBench(
  tiles: MapTilesDto | null = null,
  {
    database: given,
    clock = fixedClock(NOW),
    kind = 'own',
    access = {},
  }: {
    readonly database?: Database;
    readonly clock?: Clock;
    readonly kind?: 'own' | 'demo';
    readonly access?: { readonly clock?: Clock; readonly proxies?: readonly string[] };
  } = {},
): Promise<Bench> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'yewridge-test-'));
  const database = given ?? (await Database.open(join(dataFolder, 'test.sqlite')));
  const app = createApp({
    database,
    clock,
    streams: new OpenStreams(),
    manometer: new SimulatedManometer(TRUTH, 1),
    log: pino({ level: 'silent' }),
    workspace: { kind, name: 'Test', timeZone: 'Europe/Vienna', hemisphere: 'N', version: 'test', tiles },
    dataFolder,
    fileThreads,
    readRigs,
    webFolder: new URL('./web-sample', import.meta.url).pathname,
    access: {
      database: await openAccess(join(dataFolder, 'members.sqlite')),
      clock: access.clock ?? systemClock,
      // As little work as may be: what it costs is asked for in one place of its own.
      cost: { log2N: 4, r: 8, p: 1 },
      door: new PhoneDoor({ ...NO_NETWORK, dataFolder }, systemClock),
      proxies: access.proxies ?? [],
    },
  });
  return { http: supertest(app), database, app, dataFolder };
}

/** The first events of a stream, as what they say. */
export async function streamed<T>({ app }: Bench, path: string, count: number): Promise<readonly T[]> {
  const server = createServer(app);
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  const { port } = server.address() as AddressInfo;
  const abort = new AbortController();
  const response = await fetch(`http://127.0.0.1:${port}/api/v1/${path}`, { signal: abort.signal });
  expect(response.headers.get('content-type')).toContain('text/event-stream');
  let text = '';
  const decoder = new TextDecoder();
  for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
    text += decoder.decode(chunk);
    if (text.split('\n\n').length > count) break;
  }
  abort.abort();
  server.closeAllConnections();
  server.close();
  const events = text.split('\n\n').slice(0, count);
  return events.map((event) => JSON.parse(/data: (.*)/.exec(event)![1]!) as T);
}

export const sample = VELLMARK_DESIGNS[0]!.document;

export const designIn = (response: { body: unknown }): DesignDto => response.body as DesignDto;
export const errorIn = (response: { body: unknown }): ApiErrorBody['error'] => (response.body as ApiErrorBody).error;

/** A backup's JSON by hand, its checksum fitting. */
export function backupOf(data: BackupDto['data'], createdAt: string): string {
  const tables = Object.entries(data).map(([table, rows]) => ({ table, rows }));
  return [...backupText(tables, { createdAt, pictures: undefined })].join('');
}

/** A picture that really is one. */
export function pngOf(width: number, height: number): Buffer {
  return PNG.sync.write(new PNG({ width, height }));
}

/** Built traps of one design, as they would stand in Stores. */
export async function buildTraps(
  { database }: Bench,
  ids: readonly string[],
  { massKg = null, darkCombs = 0 }: { readonly massKg?: number | null; readonly darkCombs?: number } = {},
): Promise<void> {
  const kept = { createdAt: NOW, updatedAt: NOW, deletedAt: null };
  await database.write(async (manager) => {
    await manager.insert(DesignEntity, { id: 'd', revision: 1, name: 'D', document: sample, ...kept });
    await manager.insert(DesignVersionEntity, { designId: 'd', version: 1, document: sample, frozenAt: NOW });
    for (const id of ids) {
      await manager.insert(TrapEntity, {
        id,
        revision: 1,
        number: `V-${id}`,
        designId: 'd',
        designVersion: 1,
        asBuilt: sample,
        massKg,
        paintedOn: null,
        darkCombs,
        combSince: null,
        condition: 'new',
        owner: '',
        note: '',
        ...kept,
      });
    }
  });
}

/** A change that says a record whole. */
export const put = (table: string, id: string, fields: object, revision = 0): object => ({
  op: 'put',
  table,
  id,
  revision,
  fields,
});
