import type { ChangesDto } from '@yewridge/contract/field';
import type { ChangeDto, KeptActDto } from '@yewridge/contract/season';
import { addDays } from '@yewridge/core/season';
import type { Response } from 'supertest';
import { Database } from '../src/db/database.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { DEMO_NOW, seedDemo } from '../src/demo/seed-demo.js';
import { openApiDocument } from '../src/http/openapi.js';
import { API, joined, switchOn } from './access-support.js';
import { type Bench, buildTraps, errorIn, openBench } from './support.js';

const TODAY = '2026-05-14';
type Put = Extract<ChangeDto, { op: 'put' }>;

describe('a helper', () => {
  let bench: Bench;
  let owner: string;
  let ivo: string;
  const clock = { at: Date.parse('2026-05-14T16:20:00Z'), now: () => new Date(clock.at) };
  let count = 0;

  const put = (table: string, id: string, fields: object, more: object = {}): Put =>
    ({ op: 'put', table, id, revision: 0, fields, ...more }) as Put;
  const act = (cookie: string, ...changes: readonly object[]): PromiseLike<Response> => {
    count += 1;
    return bench.http
      .put(`${API}/acts/a${count}`)
      .set('Cookie', cookie)
      .send({ says: `act ${count}`, changes });
  };
  /** What stands against it; `kept` where nothing does. */
  const said = async (answer: PromiseLike<Response>): Promise<string> => {
    const answered = await answer;
    if (answered.status < 300) return 'kept';
    const error = errorIn(answered);
    return error.code === 'NOT_ALLOWED' ? (error.fields?.[0]?.message ?? '') : error.code;
  };
  const look = (id: string, at: string, more: object = {}): Put =>
    put('visits', id, { deploymentId: 'd1', at, occupied: false, ...more });

  beforeEach(async () => {
    clock.at = Date.parse('2026-05-14T16:20:00Z');
    bench = await openBench(null, { clock });
    await buildTraps(bench, ['1', '2']);
    owner = await switchOn(bench);
    ({ cookie: ivo } = await joined(bench, owner, 'helper', 'Ivo'));
    expect(
      await said(
        act(
          owner,
          put('owners', 'o1', { name: 'Hedwig Quarrow', phone: '+43 660 000', address: 'Lime Row 3' }),
          put('sites', 's1', { name: 'Lower orchard', permission: 'granted', ownerId: 'o1', lat: 47.4, lon: 13.2 }),
          put('deployments', 'd1', { trapId: '1', siteId: 's1', hungOn: '2026-04-01' }),
          look('v1', '2026-05-13T18:00'),
        ),
      ),
    ).toBe('kept');
  });
  afterEach(() => bench.database.close());

  it('logs looks, hangings, lures, catches and call-outs', async () => {
    expect(await said(act(ivo, look('v2', '2026-05-14T18:00')))).toBe('kept');
    expect(await said(act(ivo, put('deployments', 'd2', { trapId: '2', siteId: 's1', hungOn: TODAY })))).toBe('kept');
    expect(
      await said(
        act(
          ivo,
          put('baits', 'b1', { deploymentId: 'd1', carrier: 'burlap', substance: 'lemongrassOil', appliedOn: TODAY }),
        ),
      ),
    ).toBe('kept');
    expect(await said(act(ivo, put('catches', 'c1', { deploymentId: 'd1', foundOn: TODAY, method: 'trap' })))).toBe(
      'kept',
    );
    const call = { calledAt: '2026-05-14T09:00', place: 'the mill', kind: 'hangingSwarm', poison: 'no' };
    expect(await said(act(ivo, put('callouts', 'k1', { ...call, permission: 'unknown', state: 'called' })))).toBe(
      'kept',
    );
  });

  it('takes down what another hung: that goes on', async () => {
    const fields = { trapId: '1', siteId: 's1', hungOn: '2026-04-01', takenDownOn: TODAY, endReason: 'seasonEnd' };
    expect(await said(act(ivo, put('deployments', 'd1', fields, { revision: 1 })))).toBe('kept');
  });

  it('writes of seven days back, and not of the eighth', async () => {
    const at = (days: number): string => `${addDays(TODAY, -days)}T18:00`;
    expect(await said(act(ivo, look('v7', at(7))))).toBe('kept');
    expect(await said(act(ivo, look('v8', at(8))))).toBe(
      'A helper logs what happened within 7 days; 2026-05-06 is before that.',
    );
    expect(await said(act(owner, look('v8', at(8)))))
      .withContext('the owner does')
      .toBe('kept');
  });

  it('changes neither sites nor owners, designs nor Stores, and deletes nothing', async () => {
    const rest = 'A helper logs looks, hangings, catches and call-outs. A keeper or the owner changes the rest.';
    for (const change of [
      put('sites', 's1', { name: 'Mine', permission: 'granted' }, { revision: 1 }),
      put('owners', 'o2', { name: 'X' }),
      put('goods', 'g1', { kind: 'board', name: 'B', count: 1 }),
      put('seasons', 'x1', { hemisphere: 'N', season: 2026 }),
      put('colonies', 'x2', { name: 'B', lat: 47, lon: 13 }),
      put('weather', 'x3', { date: TODAY, source: 'measured' }),
    ]) {
      expect(await said(act(ivo, change)))
        .withContext(change.table)
        .toBe(rest);
    }
    const gone = { op: 'delete', table: 'visits', id: 'v1', revision: 1 };
    expect(await said(act(ivo, gone))).toBe('A helper deletes nothing. A keeper or the owner may.');
    expect(await said(act(ivo, look('v9', '2026-05-14T18:00'), gone)))
      .withContext('nothing of it is kept')
      .not.toBe('kept');
    expect((await bench.http.get(`${API}/records/visits/v9`).set('Cookie', owner)).status).toBe(404);
  });

  it('puts right only what they saw themselves, within 24 hours', async () => {
    const own = 'A helper puts right only what they logged themselves. Ask a keeper or the owner.';
    const right = (id: string): PromiseLike<Response> =>
      act(ivo, { ...look(id, '2026-05-14T18:00', { scoutsPerMin: 4 }), revision: 1 });
    expect(await said(right('v1'))).toBe(own);
    expect(await said(act(ivo, look('v2', '2026-05-14T18:00')))).toBe('kept');
    clock.at += 24 * 3600 * 1000;
    expect(await said(right('v2'))).toBe('kept');
    expect(await said(act(ivo, look('v3', '2026-05-15T18:00')))).toBe('kept');
    clock.at += 24 * 3600 * 1000 + 1;
    expect(await said(right('v3'))).toBe(
      'A helper puts right what is not older than 24 hours. Ask a keeper or the owner.',
    );
  });

  it('takes back their own act within 24 hours, and nobody else’s', async () => {
    const undo = (id: string, cookie: string): PromiseLike<Response> =>
      bench.http
        .post(`${API}/acts/${id}/undo`)
        .set('Cookie', cookie)
        .send({ id: `undo-${id}` });
    const others = `a${count}`;
    expect(await said(undo(others, ivo))).toContain('only what they logged themselves');
    await act(ivo, look('v2', '2026-05-14T18:00'));
    const mine = `a${count}`;
    expect(await said(undo(mine, ivo))).toBe('kept');
    await act(ivo, look('v3', '2026-05-14T18:00'));
    const late = `a${count}`;
    clock.at += 24 * 3600 * 1000 + 1;
    expect(await said(undo(late, ivo))).toContain('not older than 24 hours');
    expect(await said(undo(late, owner)))
      .withContext('the owner may')
      .toBe('kept');
  });

  it('every act says who', async () => {
    await act(ivo, look('v2', '2026-05-14T18:00'));
    const { items } = (await bench.http.get(`${API}/acts`).set('Cookie', owner)).body as { items: KeptActDto[] };
    const by = new Map(items.map((one) => [one.says, one.by]));
    expect(by.get(`act ${count}`)).toBe('Ivo');
    expect(new Set(by.values())).toEqual(new Set(['Ivo', 'Rosa Tiller']));
  });

  it('does not change who called by sending back what they were not told', async () => {
    const call = {
      calledAt: '2026-05-14T09:00',
      caller: 'Hedwig Quarrow',
      callback: '+43 660 000',
      place: 'Lime Row 3',
      kind: 'hangingSwarm',
      poison: 'no',
      permission: 'unknown',
      state: 'called',
    };
    await act(owner, put('callouts', 'k1', call));
    const told = (await bench.http.get(`${API}/records/callouts/k1`).set('Cookie', ivo)).body as Record<
      string,
      unknown
    >;
    expect([told['caller'], told['callback'], told['place']]).toEqual([null, null, 'not said']);
    const { id, revision, createdAt, updatedAt, deletedAt, ...fields } = told;
    expect([id, createdAt, updatedAt, deletedAt].length).toBe(4);
    expect(await said(act(ivo, put('callouts', 'k1', { ...fields, heightM: 3 }, { revision })))).toBe('kept');
    const kept = (await bench.http.get(`${API}/records/callouts/k1`).set('Cookie', owner)).body as Record<
      string,
      unknown
    >;
    expect(kept).toEqual(jasmine.objectContaining({ ...call, heightM: 3 }));
  });

  it('is not told them by a refusal either', async () => {
    const call = {
      calledAt: '2026-05-14T09:00',
      caller: 'Hedwig Quarrow',
      callback: '+43 660 000',
      place: 'Lime Row 3',
    };
    const whole = { ...call, kind: 'hangingSwarm', poison: 'no', permission: 'unknown', state: 'called' };
    await act(owner, put('callouts', 'k1', whole));
    await act(owner, put('callouts', 'k1', { ...whole, heightM: 2 }, { revision: 1, only: ['heightM'] }));
    const met = await act(ivo, put('callouts', 'k1', { ...whole, heightM: 3 }, { revision: 1, only: ['heightM'] }));
    expect(errorIn(met).code).toBe('REVISION_CONFLICT');
    const current = errorIn(met).current as Record<string, unknown>;
    expect([current['heightM'], current['caller'], current['callback'], current['place']]).toEqual([
      2,
      null,
      null,
      'not said',
    ]);
    expect(met.text).not.toContain('Quarrow');
  });

  it('is told who landowners are once the owner says so', async () => {
    const name = async (): Promise<unknown> =>
      ((await bench.http.get(`${API}/records/owners/o1`).set('Cookie', ivo)).body as { name: unknown }).name;
    expect(await name()).toBe('the landowner');
    const { members } = (await bench.http.get(`${API}/members`).set('Cookie', owner)).body as {
      members: { id: string; role: string }[];
    };
    const { id } = members.find(({ role }) => role === 'helper')!;
    await bench.http.put(`${API}/members/${id}`).set('Cookie', owner).send({ role: 'helper', seesPeople: true });
    expect(await name()).toBe('Hedwig Quarrow');
  });

  it('takes along a replica of their own: another one, of whoever was told more or less, begins anew', async () => {
    const changes = async (cookie: string, edition = ''): Promise<ChangesDto> =>
      (await bench.http.get(`${API}/changes?after=3&edition=${edition}`).set('Cookie', cookie)).body as ChangesDto;
    const [mine, whole] = [await changes(ivo), await changes(owner)];
    expect(mine.edition).not.toBe(whole.edition);
    expect((await changes(ivo, mine.edition)).anew).toBeFalse();
    expect((await changes(ivo, whole.edition)).anew).toBeTrue();
    expect((await changes(owner, mine.edition)).anew).toBeTrue();
  });

  describe('to whom a trap is given for the day', () => {
    let id: string;
    const give = (cookie: string, on: string, errand = 'e1'): PromiseLike<Response> =>
      act(
        cookie,
        put('errands', errand, {
          on,
          deploymentId: 'd1',
          memberId: id,
          memberName: 'Ivo',
          note: 'key under the stone',
        }),
      );
    const owners = async (cookie = ivo): Promise<readonly unknown[]> => {
      const { items } = (await bench.http.get(`${API}/records/owners`).set('Cookie', cookie)).body as {
        items: { name: string; phone: string | null }[];
      };
      return items.map(({ name, phone }) => [name, phone]);
    };
    beforeEach(async () => {
      const { items } = (await bench.http.get(`${API}/members/names`).set('Cookie', ivo)).body as {
        items: { id: string; name: string }[];
      };
      expect(items.map(({ name }) => name)).toEqual(['Ivo', 'Rosa Tiller']);
      id = items[0]!.id;
      await act(owner, put('owners', 'o2', { name: 'Another Person', phone: '+43 1' }));
    });

    it('is told whose ground it is, that day and that owner alone', async () => {
      const edition = async (): Promise<string> =>
        ((await bench.http.get(`${API}/changes`).set('Cookie', ivo)).body as ChangesDto).edition;
      const before = await edition();
      expect(await said(give(owner, '2026-05-15'))).toBe('kept');
      expect(await owners()).toEqual([
        ['the landowner', null],
        ['the landowner', null],
      ]);
      expect(await edition()).toBe(before);
      clock.at += 24 * 3600 * 1000;
      expect(await owners()).toEqual([
        ['Hedwig Quarrow', '+43 660 000'],
        ['the landowner', null],
      ]);
      // What the telephone took along as somebody who was not told begins anew.
      expect(await edition()).not.toBe(before);
      const site = (await bench.http.get(`${API}/records/sites/s1`).set('Cookie', ivo)).body as { ownerId: unknown };
      expect(site.ownerId).toBe('o1');
      clock.at += 24 * 3600 * 1000;
      expect((await owners())[0]).toEqual(['the landowner', null]);
    });

    it('gives none himself, and one trap is given to one for a day', async () => {
      expect(await said(give(ivo, TODAY))).toContain('A keeper or the owner changes the rest');
      expect(await said(give(owner, TODAY))).toBe('kept');
      expect(await said(give(owner, TODAY, 'e2'))).toBe('RULE');
      expect(await said(give(owner, '2026-05-15', 'e2'))).toBe('kept');
    });
  });

  it('gets no file of everything: a keeper gets backups without people, and puts none back', async () => {
    const { cookie } = await joined(bench, owner, 'keeper', 'Keeper');
    const backup = (who: string, owners: boolean): PromiseLike<Response> =>
      bench.http.get(`${API}/files/backup.json?owners=${owners}`).set('Cookie', who);
    expect(await said(backup(ivo, false))).toContain('A keeper or the owner may do this');
    expect(await said(backup(cookie, true))).toContain('Only the owner saves a backup with landowners');
    const without = (await backup(cookie, false)).text;
    expect(without).not.toContain('Quarrow');
    const whole = (await backup(owner, true)).text;
    expect(whole).toContain('Quarrow');
    const back = (who: string): PromiseLike<Response> =>
      bench.http
        .put(`${API}/files/taken/t${count}`)
        .set('Cookie', who)
        .type('application/octet-stream')
        .send(Buffer.from(whole));
    expect(await said(back(cookie))).toBe('Only the owner puts a backup back: it takes the place of everything.');
    expect(await said(back(owner))).toBe('kept');
  });

  it('a file that was taken in says by whom', async () => {
    const { cookie } = await joined(bench, owner, 'keeper', 'Keeper');
    const csv = 'id,species,stage,on\nb1,Hawthorn,firstBloom,2026-05-12\n';
    const taken = bench.http
      .put(`${API}/files/taken/csv-1?table=phenology`)
      .set('Cookie', cookie)
      .type('application/octet-stream')
      .send(Buffer.from(csv));
    expect(await said(taken)).toBe('kept');
    const { items } = (await bench.http.get(`${API}/acts`).set('Cookie', owner)).body as { items: KeptActDto[] };
    expect(items.find(({ id }) => id === 'csv-1')?.by).toBe('Keeper');
  });
});

describe('landowners and callers of the Vellmark demo', () => {
  let bench: Bench;
  let helper: string;
  let owner: string;
  let told: readonly string[];

  beforeAll(async () => {
    const database = await Database.open(':memory:');
    const clock = await DemoClock.open(database, DEMO_NOW);
    await seedDemo(database, clock);
    bench = await openBench(null, { database, clock, kind: 'demo' });
    owner = await switchOn(bench);
    ({ cookie: helper } = await joined(bench, owner, 'helper', 'Ivo'));
    const rows = await database.source.query<{ told: string | null }[]>(
      `SELECT name AS told FROM owners UNION SELECT phone FROM owners UNION SELECT address FROM owners
       UNION SELECT caller FROM callouts UNION SELECT callback FROM callouts UNION SELECT lent_to FROM kit`,
    );
    told = rows.flatMap(({ told: one }) => (one !== null && one.length > 3 ? [one] : []));
  });
  afterAll(() => bench.database.close());

  it('are in no answer to a helper, and in those to the owner', async () => {
    expect(told.length).toBeGreaterThan(5);
    const catches = (await bench.http.get(`${API}/records/catches`).set('Cookie', owner)).body as {
      items: { id: string }[];
    };
    const [caught] = catches.items;
    const reads = Object.entries(openApiDocument.paths as Readonly<Record<string, object>>)
      .filter(([path, one]) => 'get' in one && !/stream|news|probe|battery|manometer|files|calendar/.test(path))
      .flatMap(([path]) =>
        path.includes('{table}') && !path.includes('{id}')
          ? ['owners', 'sites', 'callouts', 'kit', 'catches', 'visits'].map((table) => path.replace('{table}', table))
          : [path.replace('{table}', 'callouts').replace('{id}', caught!.id)],
      );
    let leaks = 0;
    for (const path of [...reads, '/changes?after=0&edition=', '/records/owners?limit=100']) {
      const [seen, whole] = [
        (await bench.http.get(API + path).set('Cookie', helper)).text,
        (await bench.http.get(API + path).set('Cookie', owner)).text,
      ];
      expect(told.filter((one) => seen.includes(one)))
        .withContext(path)
        .toEqual([]);
      leaks += told.filter((one) => whole.includes(one)).length;
    }
    expect(leaks).withContext('the owner is told them').toBeGreaterThan(10);
  });
});
