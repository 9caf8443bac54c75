import type { CatchBoardDto, CatchTrackDto } from '@yewridge/contract/catches';
import type { GroundDto } from '@yewridge/contract/ground';
import type { DueListDto, RibbonDto, SummaryDto } from '@yewridge/contract/rounds';
import {
  type ActDto,
  type ChangeDto,
  type KeptActDto,
  type RecordPageDto,
  TABLE_NAMES,
} from '@yewridge/contract/season';
import { randomUUID } from 'node:crypto';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { RECORD_ENTITIES } from '../src/db/entities/record-entities.js';
import { recordHolds, rowHolds } from '../src/shared/acts/record-rules.js';
import { KnownRows } from '../src/shared/acts/rule-context.js';
import { type Bench, errorIn, NOW, openBench, sample } from './support.js';

type Fields = Readonly<Record<string, unknown>>;
const SITE = { name: 'Old weir', lat: 47.4, lon: 13.2, permission: 'granted' };

describe('the season’s record over HTTP', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
    await bench.http.put('/api/v1/designs/nuc').send({ revision: 0, document: sample });
    await bench.http.post('/api/v1/traps').send({
      designId: 'nuc',
      designRevision: 1,
      traps: ['t1', 't2'].map((id, n) => ({ id, number: `V-0${n + 1}` })),
      paintedOn: null,
      owner: '',
    });
    await act([put('sites', 's1', SITE), put('sites', 's2', { ...SITE, name: 'Sawmill' })]);
  });
  afterEach(() => bench.database.close());

  const put = (table: string, id: string, fields: Fields, revision = 0): ChangeDto =>
    ({ op: 'put', table, id, revision, fields }) as ChangeDto;
  const act = (
    changes: readonly ChangeDto[],
    id: string = randomUUID(),
    says = 'Something',
  ): ReturnType<Bench['http']['put']> => bench.http.put(`/api/v1/acts/${id}`).send({ says, changes } satisfies ActDto);
  const hung = (id = 'd1', change: Fields = {}): ChangeDto =>
    put('deployments', id, { trapId: 't1', siteId: 's1', hungOn: '2026-04-01', ...change });
  const records = async (table: string, query = ''): Promise<RecordPageDto<'visits'>> =>
    (await bench.http.get(`/api/v1/records/${table}${query}`)).body as RecordPageDto<'visits'>;
  const sentence = (response: { body: unknown }): string =>
    errorIn(response).fields?.[0]?.message ?? errorIn(response).code;

  it('an act is kept once however often it is sent, and refused under the id of another', async () => {
    const changes = [hung()];
    const first = await act(changes, 'act-1');
    const again = await act(changes, 'act-1');
    expect([first.status, again.status]).toEqual([201, 200]);
    expect(again.body).toEqual(first.body);
    expect((await records('deployments')).total).toBe(1);
    const other = await act([hung('d2', { trapId: 't2' })], 'act-1');
    expect([other.status, errorIn(other).code]).toEqual([409, 'ACT_REUSED']);
  });

  it('an act is kept whole or not at all', async () => {
    const refused = await act([
      hung(),
      put('visits', 'v1', { deploymentId: 'd1', at: '2026-03-01T10:00', occupied: false }),
    ]);
    expect([refused.status, errorIn(refused).code]).toEqual([409, 'RULE']);
    expect((await records('deployments')).total).toBe(0);
  });

  it('a trap is in one place at a time, but may move on within a day', async () => {
    await act([hung('d1', { takenDownOn: '2026-05-01' })]);
    const overlap = await act([hung('d2', { siteId: 's2', hungOn: '2026-04-20' })]);
    expect(sentence(overlap)).toContain('until 2026-05-01');
    expect(errorIn(overlap).fields?.[0]?.path).toBe('changes[0].fields.hungOn');
    expect((await act([hung('d2', { siteId: 's2', hungOn: '2026-05-01' })])).status).toBe(201);
    const open = await act([hung('d3', { hungOn: '2026-05-10' })]);
    expect(sentence(open)).toContain('has not been taken down');
  });

  it('there is one catch to a stay, and hanging again starts a new one', async () => {
    const caught = (id: string, stay: string): ChangeDto =>
      put('catches', id, { deploymentId: stay, foundOn: '2026-05-01' });
    await act([hung(), caught('c1', 'd1')]);
    expect((await act([caught('c2', 'd1')])).status).toBe(409);
    await act([
      put(
        'deployments',
        'd1',
        { trapId: 't1', siteId: 's1', hungOn: '2026-04-01', takenDownOn: '2026-05-03', endReason: 'occupied' },
        1,
      ),
    ]);
    expect((await act([hung('d2', { hungOn: '2026-05-04' })])).status).toBe(201);
  });

  const REFUSED: readonly (readonly [string, () => ChangeDto, string])[] = [
    [
      'a look before the trap was hung',
      () => put('visits', 'v', { deploymentId: 'd1', at: '2026-03-31T18:00', occupied: false }),
      'before the trap was hung',
    ],
    [
      'a look that is still to come',
      () => put('visits', 'v', { deploymentId: 'd1', at: '2099-05-14T18:00', occupied: false }),
      'still to come',
    ],
    [
      'bees that came before the trap',
      () => put('catches', 'c', { deploymentId: 'd1', foundOn: '2026-05-01', arrivedOn: '2026-03-01' }),
      'before the trap was hung',
    ],
    [
      'bees that came after they were found',
      () => put('catches', 'c', { deploymentId: 'd1', foundOn: '2026-05-01', arrivedOn: '2026-05-02' }),
      'is before',
    ],
    [
      'a trap catch that names no trap',
      () => put('catches', 'c', { foundOn: '2026-05-01', method: 'trap' }),
      'names where that trap hung',
    ],
    [
      'a lure taken out before it was put in',
      () =>
        put('baits', 'b', {
          deploymentId: 'd1',
          appliedOn: '2026-04-10',
          removedOn: '2026-04-09',
          carrier: 'gel',
          substance: 'citral',
        }),
      'is before',
    ],
    [
      'a stay at a site that nobody knows',
      () => hung('d9', { trapId: 't2', siteId: 'nowhere' }),
      'no "nowhere" among the sites',
    ],
    [
      'a night warmer than its day',
      () => put('weather', 'w', { date: '2026-05-01', tMinC: 12, tMaxC: 9, source: 'measured' }),
      'below the night',
    ],
    [
      'an hour that the clock jumps over',
      () => put('visits', 'v', { deploymentId: 'd1', at: '2026-03-29T02:30', occupied: false }),
      'the clock was put forward',
    ],
  ];
  for (const [name, change, words] of REFUSED) {
    it(`refuses ${name}, and keeps nothing of it`, async () => {
      await act([
        hung('d1', { hungOn: name.includes('clock') || name.includes('hour') ? '2026-03-01' : '2026-04-01' }),
      ]);
      const before = (await records('visits')).total;
      const refused = await act([change()]);
      expect([400, 409]).toContain(refused.status);
      expect(sentence(refused)).toContain(words);
      expect((await records('visits')).total).toBe(before);
    });
  }

  it('names every faulty field at the edge, with its value', async () => {
    const refused = await act([
      put('sites', 's9', { ...SITE, lat: 91, permission: 'maybe', accessWeekdays: '7', elevationM: '3' }),
    ]);
    expect(errorIn(refused).fields?.map(({ path }) => path.replace('changes[0].fields.', ''))).toEqual([
      'lat',
      'elevationM',
      'permission',
      'accessWeekdays',
    ]);
    expect(sentence(refused)).toContain('(got 91)');
    expect((await act([put('deployments', 'd', { trapId: 't1', siteId: 's1', hungOn: '2025-02-29' })])).status).toBe(
      400,
    );
    expect((await act([hung('d', { hungOn: '2024-02-29' })])).status).toBe(201);
  });

  it('keeps a wall time with its instant, the first of two when the clock is put back', async () => {
    await act([hung('d1', { hungOn: '2025-10-01' })]);
    await act([put('visits', 'v1', { deploymentId: 'd1', at: '2025-10-26T02:30', occupied: false })]);
    const [row] = await bench.database.source.query<{ at_utc: string }[]>('SELECT at_utc FROM visits');
    expect(row?.at_utc).toBe('2025-10-26T00:30:00.000Z');
  });

  it('takes an act back and that back again, unless the record was changed since', async () => {
    await act([hung()], 'hang');
    await act(
      [put('visits', 'v1', { deploymentId: 'd1', at: '2026-05-01T18:00', occupied: false, scoutsPerMin: 3 })],
      'look',
    );
    const undo = (id: string, undoId: string): ReturnType<Bench['http']['post']> =>
      bench.http.post(`/api/v1/acts/${id}/undo`).send({ id: undoId });
    expect((await undo('look', 'u1')).status).toBe(200);
    expect((await records('visits')).total).toBe(0);
    expect((await records('visits', '?bin=true')).total).toBe(1);
    expect((await undo('look', 'u1')).status).toBe(200);
    expect(errorIn(await undo('look', 'u2')).code).toBe('ALREADY_UNDONE');
    await undo('u1', 'u3');
    expect((await records('visits')).items[0]?.scoutsPerMin).toBe(3);
    expect(errorIn(await undo('hang', 'u4')).code).toBe('RULE');
  });

  it('keeps what each record was before and after', async () => {
    await act([hung()], 'hang', 'Hung V-01');
    await act([{ ...hung('d1', { heightM: 3 }), revision: 1 }], 'edit', 'Wrote the height');
    const changes = (await bench.http.get('/api/v1/records/deployments/d1/changes')).body as {
      items: readonly { says: string; before: Fields | null; after: Fields }[];
    };
    expect(
      changes.items.map(({ says, before, after }) => [says, before?.['heightM'] ?? null, after['heightM']]),
    ).toEqual([
      ['Hung V-01', null, null],
      ['Wrote the height', null, 3],
    ]);
  });

  it('does not lose an edit made from an older revision', async () => {
    await act([hung()]);
    await act([{ ...hung('d1', { heightM: 2 }), revision: 1 }]);
    const stale = await act([{ ...hung('d1', { heightM: 9 }), revision: 1 }]);
    expect([errorIn(stale).code, (errorIn(stale).current as Fields)['heightM']]).toEqual(['REVISION_CONFLICT', 2]);
  });

  it('does not bin a site that still has stays', async () => {
    await act([hung()]);
    const refused = await act([{ op: 'delete', table: 'sites', id: 's1', revision: 1 }]);
    expect(sentence(refused)).toContain('1 of the deployments');
  });

  it('lists in pages, filtered and sorted on the server', async () => {
    await act([hung()]);
    const days = Array.from({ length: 12 }, (_, n) => String(n + 1).padStart(2, '0'));
    await act(
      days.map((day) =>
        put('visits', `v${day}`, {
          deploymentId: 'd1',
          at: `2026-05-${day}T18:00`,
          occupied: false,
          scoutsPerMin: Number(day) % 3,
        }),
      ),
    );
    const page = await records('visits', '?deploymentId=d1&scoutsPerMin=0&sort=-at&limit=2&offset=1');
    expect([page.total, page.items.map(({ id }) => id)]).toEqual([4, ['v09', 'v06']]);
    const empty = await records('visits', '?occupied=false&limit=1');
    expect([empty.total, empty.items[0]?.occupied, empty.items[0]?.pollen]).toEqual([12, false, null]);
    expect((await records('visits', '?occupied=true')).total).toBe(0);
    expect((await bench.http.get('/api/v1/records/visits?sort=DROP')).status).toBe(400);
    expect((await bench.http.get('/api/v1/records/act')).status).toBe(400);
  });

  it('fifty writers at once lose nothing', async () => {
    await act([hung()]);
    const answers = await Promise.all(
      Array.from({ length: 50 }, (_, n) =>
        act([
          put('visits', `v${n}`, {
            deploymentId: 'd1',
            at: `2026-05-01T18:${String(n).padStart(2, '0')}`,
            occupied: false,
          }),
        ]),
      ),
    );
    expect(answers.every(({ status }) => status === 201)).toBeTrue();
    expect((await records('visits')).total).toBe(50);
  });

  it('fifty writers of the same record: one wins, all others are told', async () => {
    await act([hung()]);
    const answers = await Promise.all(
      Array.from({ length: 50 }, (_, n) => act([{ ...hung('d1', { heightM: n / 10 }), revision: 1 }])),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, ...Array.from({ length: 49 }, () => 409)]);
  });

  it('a full disk is said as such, and nothing of the act is kept', async () => {
    await act([hung()]);
    const { connection } = bench.database;
    connection.pragma(`max_page_count = ${Number(connection.pragma('page_count', { simple: true })) + 1}`);
    const notes = 'x'.repeat(2000);
    const looks = Array.from({ length: 50 }, (_, n) =>
      put('visits', `v${n}`, {
        deploymentId: 'd1',
        at: `2026-05-01T18:${String(n).padStart(2, '0')}`,
        occupied: false,
        notes,
      }),
    );
    const refused = await act(looks);
    expect([refused.status, errorIn(refused).code]).toEqual([507, 'DISK_FULL']);
    expect((await records('visits')).total).toBe(0);
    bench.database.connection.pragma('max_page_count = 1000000');
    expect((await act(looks)).status).toBe(201);
  });

  it('what is due follows a look, and bees stand above all else', async () => {
    await act([hung(), hung('d2', { trapId: 't2', siteId: 's2', hungOn: '2026-05-01' })]);
    const due = async (): Promise<readonly (readonly unknown[])[]> =>
      ((await bench.http.get('/api/v1/rounds/due')).body as DueListDto).traps.map(
        ({ number, beesIn, due: { tier, dueBy } }) => [number, beesIn, tier, dueBy],
      );
    expect(await due()).toEqual([
      ['V-01', false, 'routine', '2026-04-08'],
      ['V-02', false, 'routine', '2026-05-08'],
    ]);
    await act([put('visits', 'v1', { deploymentId: 'd1', at: '2026-05-14T18:00', occupied: false, scoutsPerMin: 0 })]);
    await act([put('visits', 'v2', { deploymentId: 'd2', at: '2026-05-14T18:10', occupied: true })]);
    expect(await due()).toEqual([
      ['V-02', true, 'bees', '2026-05-15'],
      // Nobody home before the season is no reason to change the lure.
      ['V-01', false, 'routine', '2026-05-18'],
    ]);
  });

  it('a site on the date line and one in the south are places like others', async () => {
    const made = await act([
      put('sites', 'far', { ...SITE, lat: -17.8, lon: 179.9, timeZone: 'Pacific/Fiji' }),
      hung('d1', { siteId: 'far' }),
      put('visits', 'v1', { deploymentId: 'd1', at: '2026-05-14T06:00', occupied: false }),
    ]);
    expect(made.status).toBe(201);
    const [row] = await bench.database.source.query<{ at_utc: string }[]>('SELECT at_utc FROM visits');
    expect(row?.at_utc).toBe('2026-05-13T18:00:00.000Z');
  });
});

describe('the Vellmark demo', () => {
  let bench: Bench;
  beforeAll(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
  });
  afterAll(() => bench.database.close());
  const get = async <T>(path: string): Promise<T> => (await bench.http.get(`/api/v1/${path}`)).body as T;

  it('tells a story that keeps every rule of the record', async () => {
    const { manager } = bench.database.source;
    const known = new KnownRows(manager);
    let checked = 0;
    for (const table of TABLE_NAMES.filter((name) => name !== 'weather')) {
      for (const row of await manager.find(RECORD_ENTITIES[table])) {
        const context = { manager, known, latest: '2026-05-14', where: table, takesBack: false };
        await rowHolds(context, table, row);
        await recordHolds(context, table, row, null);
        checked += 1;
      }
    }
    expect(checked).toBeGreaterThan(600);
  });

  it('is the same whenever it is made', async () => {
    const other = await openBench();
    await seedDemo(other.database, await DemoClock.open(other.database, NOW));
    const visits = async (one: Bench): Promise<unknown> =>
      one.database.source.query('SELECT * FROM visits ORDER BY id');
    expect(await visits(other)).toEqual(await visits(bench));
    await other.database.close();
  });

  it('has 21 sites, hangs twelve of sixteen traps, and waits for two answers', async () => {
    const { sites, colonies } = await get<GroundDto>('ground');
    expect([sites.length, sites.filter(({ hangs }) => hangs.length > 0).length, colonies.length]).toEqual([21, 12, 3]);
    expect(sites.filter(({ site }) => site.permission === 'asked').length).toBe(2);
  });

  it('has a yard that catches every year and a windy site that never does', async () => {
    const { seasons } = await get<SummaryDto>('rounds/summary');
    const at = (siteId: string): readonly number[] =>
      seasons.map(({ sites }) => sites.find((site) => site.siteId === siteId)?.catches ?? 0);
    expect(at('lower-orchard')).toEqual([2, 2, 1, 1]);
    expect(at('larch-edge')).toEqual([0, 0, 0, 0]);
    expect(seasons.map(({ season, catches }) => [season, catches])).toEqual([
      [2023, 7],
      [2024, 11],
      [2025, 8],
      [2026, 4],
    ]);
  });

  it('opens with bees in V-11 above everything else', async () => {
    const { traps, inUse } = await get<DueListDto>('rounds/due');
    expect([inUse, traps[0]?.number, traps[0]?.due.tier]).toEqual([16, 'V-11', 'bees']);
  });

  it('gives the ribbon only what lies in its window', async () => {
    const { rows } = await get<RibbonDto>('rounds/ribbon?from=2026-05-01&to=2026-05-14');
    const looks = rows.flatMap(({ stays }) => stays.flatMap(({ visits }) => visits.map(({ at }) => at)));
    expect(looks.length).toBeGreaterThan(10);
    expect(looks.every((at) => at >= '2026-05-01' && at <= '2026-05-14T24')).toBeTrue();
    expect((await bench.http.get('/api/v1/rounds/ribbon?from=2026-05-02&to=2026-05-01')).status).toBe(400);
  });

  it('has catches at every stage of the board', async () => {
    const { cards } = await get<CatchBoardDto>('catches/board');
    expect(new Set(cards.map(({ stage }) => stage))).toEqual(new Set(['inTrap', 'hived', 'settled', 'lost']));
  });

  it('tells every colony along its days, with steps only for those that still have some', async () => {
    const { rows, nights, now } = await get<CatchTrackDto>('catches/track');
    expect(rows.length).toBe(33);
    expect(rows.filter(({ plan }) => plan !== null).map(({ card }) => card.number)).toEqual(['V-11', 'V-14']);
    const v11 = rows.find(({ card }) => card.number === 'V-11')!;
    expect(v11.track.spans.map(({ kind, home }) => [kind, home])).toEqual([
      ['free', false],
      ['expected', true],
    ]);
    // Nobody marked when it was closed or opened: the record holds neither, and so does the drawing.
    const kinds = rows.flatMap(({ track }) => track.marks.filter(({ expected }) => !expected).map(({ kind }) => kind));
    expect(kinds).not.toContain('closed');
    expect(kinds).not.toContain('opened');
    const settled = rows.filter(({ card }) => card.stage === 'settled');
    for (const { track } of settled) expect(track.settledOn).toMatch(/^20\d\d-\d\d-\d\d$/);
    expect(nights.length).toBe(4);
    expect(nights.some(({ from }) => from > now)).toBeTrue();
    for (const { from, to } of nights) expect(from < to).toBeTrue();
  });

  it('is not seeded over what a visitor did', async () => {
    const before = await bench.http.get('/api/v1/records/sites');
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
    expect((await bench.http.get('/api/v1/records/sites')).body).toEqual(before.body);
  });

  it('begins with an empty log of acts', async () => {
    const { items } = await get<{ items: readonly KeptActDto[] }>('acts');
    expect(items).toEqual([]);
  });
});
