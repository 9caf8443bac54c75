import type { CallsDto } from '@yewridge/contract/callouts';
import type { CatchBoardDto } from '@yewridge/contract/catches';
import { FIELD_DOCUMENTS, FIELD_TABLES, type NewsDto } from '@yewridge/contract/field';
import type { ActDto } from '@yewridge/contract/season';
import { callRig } from '@yewridge/core/field';
import type { Rig } from '@yewridge/core/suction';
import { Database } from '../src/db/database.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { DEMO_NOW, seedDemo } from '../src/demo/seed-demo.js';
import { Telephone } from './field-support.js';
import { type Bench, buildTraps, openBench, streamed } from './support.js';

/** As it crosses the wire. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

let n = 0;
async function act(bench: Bench, ...changes: ActDto['changes']): Promise<void> {
  const answer = await bench.http.put(`/api/v1/acts/f${n++}`).send({ says: 'x', changes });
  expect(answer.status).withContext(answer.text).toBe(201);
}
const put = (
  table: 'sites' | 'deployments' | 'visits',
  id: string,
  fields: Readonly<Record<string, unknown>>,
  revision = 0,
): ActDto['changes'][number] => ({ op: 'put', table, id, revision, fields });
const SITE = { name: 'Old weir', permission: 'unknown' };
const look = (at: string): Readonly<Record<string, unknown>> => ({ deploymentId: 'd', at, scoutsPerMin: 3 });

describe('a telephone with the Vellmark demo', () => {
  let bench: Bench;
  let phone: Telephone;
  const told = async <T>(path: string): Promise<T> => (await bench.http.get(`/api/v1/${path}`)).body as T;

  beforeAll(async () => {
    const database = await Database.open(':memory:');
    const clock = await DemoClock.open(database, DEMO_NOW);
    await seedDemo(database, clock);
    bench = await openBench(null, { database, clock, kind: 'demo' });
    phone = new Telephone(bench);
    await phone.catchUp();
  }, 120_000);
  afterAll(() => bench.database.close());

  it('holds every table of the field, and every row once', () => {
    for (const table of [
      'traps',
      'designs',
      'rigs',
      'layers',
      'sites',
      'deployments',
      'visits',
      'catches',
      'callouts',
    ] as const) {
      expect(phone.tables.get(table)?.size).withContext(table).toBeGreaterThan(0);
    }
  });

  it('comes to the same due list, day, board, track, ground, ribbon, summary and season as the server', async () => {
    const views = await phone.views(DEMO_NOW);
    const span = { from: '2026-03-01', to: '2026-06-30' };
    const { rigs, ...calls } = await told<CallsDto>('callouts');
    const { layouts: _, ...seen } = views.calls();
    expect(plain(views.due())).toEqual(await told('rounds/due'));
    expect(plain(views.day())).toEqual(await told('today'));
    expect(plain(views.board())).toEqual(await told('catches/board'));
    expect(plain(views.track())).toEqual(await told('catches/track'));
    expect(plain(views.ground())).toEqual(await told('ground'));
    expect(plain(views.ribbon(span))).toEqual(await told(`rounds/ribbon?from=${span.from}&to=${span.to}`));
    expect(plain(views.summary())).toEqual(await told('rounds/summary'));
    expect(plain(views.sheet('partSun'))).toEqual(await told('today/season?exposure=partSun'));
    expect(plain(seen)).toEqual(plain(calls));
    const kept = [...(phone.tables.get('rigs')?.values() ?? [])] as unknown as readonly { id: string; document: Rig }[];
    const read = new Map(kept.map(({ id, document }) => [id, callRig(id, document)]));
    expect(plain(rigs.map(({ id }) => read.get(id)))).toEqual(plain(rigs));
    expect(kept.length).toBe(rigs.length);
  });

  it('plans each catch as the server does', async () => {
    const views = await phone.views(DEMO_NOW);
    const { cards } = await told<CatchBoardDto>('catches/board');
    expect(cards.length).toBeGreaterThan(10);
    for (const { caught } of cards) {
      expect(plain(views.plan(caught.id)))
        .withContext(caught.id)
        .toEqual(await told(`catches/${caught.id}/plan`));
    }
    expect(views.plan('nobody')).toBeUndefined();
  });

  it('has looks of this season whole, and of those before what they came to', () => {
    const stays = phone.tables.get('deployments');
    const visits = [...(phone.tables.get('visits')?.values() ?? [])] as { deploymentId: string }[];
    for (const { deploymentId } of visits) {
      const stay = stays?.get(deploymentId) as unknown as { takenDownOn: string | null };
      expect((stay.takenDownOn ?? '9999') >= '2026-01-01').toBeTrue();
    }
  });
});

describe('the feed of changes', () => {
  let bench: Bench;
  let phone: Telephone;
  beforeEach(async () => {
    bench = await openBench();
    await buildTraps(bench, ['t']);
    await act(
      bench,
      put('sites', 's', SITE),
      put('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2026-05-01' }),
    );
    phone = new Telephone(bench);
    await phone.catchUp();
  });
  afterEach(() => bench.database.close());
  const rowsOf = (changes: readonly { table: string; id: string }[]): readonly string[] =>
    changes.map(({ table, id }) => `${table} ${id}`);

  it('tells after a first reading only what was written since, the latest state of a row once', async () => {
    expect(await phone.catchUp()).toEqual([]);
    await act(bench, put('visits', 'v', look('2026-05-10T18:20')));
    await act(bench, put('visits', 'v', look('2026-05-10T18:30'), 1));
    const changes = await phone.catchUp();
    expect(rowsOf(changes)).toEqual(['visits v']);
    expect(changes[0]?.row).toEqual(jasmine.objectContaining({ at: '2026-05-10T18:30', revision: 2 }));
  });

  it('tells that a row is gone, and when it comes back', async () => {
    await act(bench, put('visits', 'v', look('2026-05-10T18:20')));
    await phone.catchUp();
    await act(bench, { op: 'delete', table: 'visits', id: 'v', revision: 1 });
    expect((await phone.catchUp())[0]).toEqual({ table: 'visits', id: 'v', row: null });
    expect(phone.tables.get('visits')?.size).toBe(0);
    await act(bench, { op: 'restore', table: 'visits', id: 'v', revision: 2 });
    await phone.catchUp();
    expect(phone.tables.get('visits')?.size).toBe(1);
  });

  it('leaves out looks of stays that ended before this season, on its first day only just', async () => {
    const ended = (takenDownOn: string): ReturnType<typeof put> =>
      put('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2025-05-01', takenDownOn }, 1);
    await act(bench, ended('2025-12-31'), put('visits', 'v', look('2025-05-10T18:20')));
    expect(rowsOf(await phone.catchUp())).toEqual(['deployments d']);
    const past = (await bench.http.get('/api/v1/changes/past')).body as unknown;
    expect(past).toEqual({ empty: [], days: ['2025-05-10'] });
    const other = new Telephone(bench);
    await act(
      bench,
      put('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2025-05-01', takenDownOn: '2026-01-01' }, 2),
    );
    await other.catchUp();
    expect(other.tables.get('visits')?.size).toBe(1);
  });

  it('begins anew for a telephone of another workspace, of another making, or that knows more than is here', async () => {
    const all = phone.seq;
    expect(all).toBeGreaterThan(0);
    for (const [edition, after] of [
      ['another.making', all],
      [phone.edition, all + 1],
    ] as const) {
      const other = new Telephone(bench);
      Object.assign(other, { edition, seq: after });
      await other.catchUp();
      expect([other.edition, other.seq, other.tables.get('sites')?.size]).toEqual([phone.edition, all, 1]);
    }
  });

  it('refuses a number that is none', async () => {
    for (const after of ['-1', 'x', '1.5', '99999999999999999999']) {
      const { status } = await bench.http.get(`/api/v1/changes?after=${after}`);
      expect(status).withContext(after).toBe(400);
    }
  });

  it('watches every table it tells of, and tells of every table of records but the plans of sawing', async () => {
    const rows = await bench.database.source.query<{ name: string }[]>(
      `SELECT tbl_name AS name FROM sqlite_master WHERE type = 'trigger'`,
    );
    const triggers = rows.map(({ name }) => name);
    const named: Readonly<Record<string, string>> = {
      traps: 'trap',
      designs: 'design',
      rigs: 'rig',
      layers: 'map_layer',
    };
    for (const table of FIELD_TABLES) {
      const count = triggers.filter((name) => name === (named[table] ?? table)).length;
      expect(count).withContext(table).toBe(3);
    }
    expect(FIELD_TABLES.length).toBe(new Set(FIELD_TABLES).size);
    expect(FIELD_DOCUMENTS.every((one) => FIELD_TABLES.includes(one))).toBeTrue();
  });

  it('says over an open line that something was written', async () => {
    const listening = streamed<NewsDto>(bench, 'changes/news', 2);
    // The first event tells that the line is open.
    await new Promise((later) => setTimeout(later, 300));
    await act(bench, put('visits', 'v', look('2026-05-10T18:20')));
    const [begun, written] = await listening;
    expect(begun?.seq).toBe(phone.seq);
    expect(written?.seq).toBeGreaterThan(phone.seq);
  });
});
