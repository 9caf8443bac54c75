import type { DueListDto } from '@yewridge/contract/rounds';
import type { TodayDto } from '@yewridge/contract/today';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { DEMO_NOW, seedDemo } from '../src/demo/seed-demo.js';
import { API, joined, switchOn } from './access-support.js';
import { actsOn } from './acts-support.js';
import { type Bench, openBench, put } from './support.js';

const PLAN = { season: 2026, keptOn: '2026-05-14', traps: 16, apartM: 200, permission: 'noNo' };
/** A site of the demo where nothing hangs, its owner's yes to come. */
const FREE = 'hop-kiln';

describe('where to hang, over HTTP, in the demo', () => {
  let bench: Bench;
  const { act, said } = actsOn(() => bench);
  const read = async <T>(path: string): Promise<T> => (await bench.http.get(`${API}/${path}`)).body as T;
  const rows = async (table: string): Promise<readonly { readonly id: string }[]> =>
    (await read<{ items: { id: string }[] }>(`records/${table}`)).items;

  beforeEach(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, DEMO_NOW));
  });
  afterEach(() => bench.database.close());

  it('a pin is about one place: a site or a spot, not both and not none', async () => {
    const spot = put('spots', 'spot', { name: 'Hedge', lat: 47.4, lon: 13.2 });
    const stance = (id: string, about: object) => put('stances', id, { season: 2027, stance: 'pinned', ...about });
    expect(await said(spot, stance('a', { spotId: 'spot' }))).toBe('kept');
    expect(await said(stance('b', { siteId: FREE }))).toBe('kept');
    expect(await said(stance('c', { siteId: FREE, spotId: 'spot' }))).toContain('it is about one place');
    expect(await said(stance('d', {}))).toContain('it is about one place');
    expect(await said(stance('e', { siteId: 'nowhere' }))).toContain('siteId');
  });

  it('a season has one plan, and a site is in it once', async () => {
    expect(await said(put('placings', 'p', PLAN), put('picks', 'k', { placingId: 'p', siteId: FREE }))).toBe('kept');
    expect(await said(put('placings', 'q', PLAN))).toContain('a plan of this season is kept already');
    expect(await said(put('placings', 'q', { ...PLAN, season: 2027 }))).toBe('kept');
    expect(await said(put('picks', 'l', { placingId: 'p', siteId: FREE }))).toContain('in the plan already');
    expect(await said(put('picks', 'l', { placingId: 'q', siteId: FREE }))).toBe('kept');
  });

  it('a plan keeps its limits within their range, and is not kept on a day to come', async () => {
    const plan = (more: object) => said(put('placings', 'p', { ...PLAN, ...more }));
    expect(await plan({ traps: 0 })).toContain('traps');
    expect(await plan({ traps: 501 })).toContain('traps');
    expect(await plan({ apartM: 5001 })).toContain('apartM');
    expect(await plan({ edgesM: 9 })).toContain('edgesM');
    expect(await plan({ permission: 'any' })).toContain('permission');
    expect(await plan({ keptOn: '2026-05-17' })).toContain('keptOn');
    expect(await plan({ traps: 500, apartM: 5000, edgesM: 10 })).toBe('kept');
  });

  it('is all or nothing: a plan with a site that is not there keeps nothing of it', async () => {
    const [spot, plan] = [put('spots', 's', { name: 'Hedge', lat: 47.4, lon: 13.2 }), put('placings', 'p', PLAN)];
    expect(await said(spot, plan, put('picks', 'k', { placingId: 'p', siteId: 'nowhere' }))).toContain('siteId');
    expect(await rows('spots')).toEqual([]);
    expect(await rows('placings')).toEqual([]);
  });

  it('a site of the plan cannot go into the bin while it is in it', async () => {
    await act(put('placings', 'p', PLAN), put('picks', 'k', { placingId: 'p', siteId: FREE }));
    const { revision } = await read<{ revision: number }>(`records/sites/${FREE}`);
    expect(await said({ op: 'delete', table: 'sites', id: FREE, revision })).toContain('picks');
  });

  it('is proposed on Today and the due list until a trap hangs there, with whether the owner said yes', async () => {
    const toHang = async () => (await read<DueListDto>('rounds/due')).toHang;
    expect(await toHang()).toBeNull();
    await act(put('placings', 'p', PLAN), put('picks', 'k', { placingId: 'p', siteId: FREE }));
    const found = await toHang();
    expect(found?.sites).toEqual([{ siteId: FREE, site: 'Hop kiln', allowed: false }]);
    expect((await read<TodayDto>('today')).toHang).toEqual(found);
    const free = (await read<DueListDto>('rounds/due')).free[0];
    const stay = { trapId: free?.trapId, siteId: FREE, hungOn: '2026-05-14' };
    expect(await said(put('deployments', 'stay', stay))).toBe('kept');
    expect(await toHang()).toBeNull();
  });

  it('is a keeper’s to decide: a helper reads the plan and changes none of it', async () => {
    await act(put('placings', 'p', PLAN));
    const owner = await switchOn(bench);
    const { cookie } = await joined(bench, owner, 'helper', 'Ivo');
    const seen = await bench.http.get(`${API}/records/placings`).set('Cookie', cookie);
    expect(seen.status).toBe(200);
    for (const [table, fields] of [
      ['spots', { name: 'Hedge', lat: 47.4, lon: 13.2 }],
      ['stances', { season: 2027, siteId: FREE, stance: 'barred' }],
      ['placings', { ...PLAN, season: 2027 }],
      ['picks', { placingId: 'p', siteId: FREE }],
      ['corrections', { what: 'places', use: 'rule' }],
    ] as const) {
      const answer = await bench.http
        .put(`${API}/acts/h-${table}`)
        .set('Cookie', cookie)
        .send({ says: 'helps', changes: [put(table, 'x', fields)] });
      expect([table, answer.status]).toEqual([table, 403]);
    }
  });
});
