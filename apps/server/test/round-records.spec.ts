import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { DEMO_NOW, seedDemo } from '../src/demo/seed-demo.js';
import { API, joined, switchOn } from './access-support.js';
import { actsOn } from './acts-support.js';
import { type Bench, openBench, put } from './support.js';

const ROUND = {
  on: '2026-05-14',
  leaveAt: '18:30',
  fromName: 'Mill',
  fromLat: 47.4,
  fromLon: 13.2,
  homeAgain: true,
  people: 1,
};
const STAY = 'stay-v-03-2026-04-08';

describe('a day’s round, over HTTP, in the demo', () => {
  let bench: Bench;
  const { act, said } = actsOn(() => bench);
  const round = (more: object, id = 'r') => said(put('rounds', id, { ...ROUND, ...more }));

  beforeEach(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, DEMO_NOW));
  });
  afterEach(() => bench.database.close());

  it('is one a day, and may be planned for a day to come', async () => {
    expect(await round({})).toBe('kept');
    expect(await round({}, 'other')).toContain('there is a round of this day already');
    expect(await round({ on: '2026-05-16' }, 'other')).toBe('kept');
  });

  it('does not end before it begins: a minute later is a round, the same minute is none', async () => {
    expect(await round({ backBy: '18:29' })).toContain('18:29 is no later than you leave, at 18:30');
    expect(await round({ backBy: '18:30' })).toContain('backBy');
    expect(await round({ backBy: '18:31' })).toBe('kept');
  });

  it('hours are hours, and limits keep their range', async () => {
    for (const hour of ['24:00', '7:30', '18:60', 'dusk']) expect(await round({ leaveAt: hour })).toContain('leaveAt');
    expect(await round({ people: 0 })).toContain('people');
    expect(await round({ people: 3 })).toContain('people');
    expect(await round({ ladderM: 20.1 })).toContain('ladderM');
    expect(await round({ boxes: 21 })).toContain('boxes');
    expect(await round({ stopS: 7201 })).toContain('stopS');
    expect(await round({ people: 2, ladderM: 0, boxes: 20, stopS: 7200, leaveAt: '00:00' })).toBe('kept');
  });

  it('says one thing of a stop; only a locked one has a place', async () => {
    await round({});
    const stop = (state: string, place: number | null, id = 's') =>
      said(put('stops', id, { roundId: 'r', deploymentId: STAY, state, place }));
    expect(await stop('locked', null)).toContain('a stop that is locked has a place');
    expect(await stop('dropped', 2)).toContain('any other has none');
    expect(await stop('locked', 0)).toContain('place');
    expect(await stop('locked', 101)).toBe('kept');
    expect(await stop('dropped', null, 'twin')).toContain('something was said of this stop already');
    expect(await said(put('stops', 'x', { roundId: 'r', deploymentId: 'nowhere', state: 'added' }))).toContain(
      'deploymentId',
    );
  });

  it('a way leads from one place to another; where one is no site, the start is named', async () => {
    const way = (fields: object, id: string) => said(put('ways', id, { durationS: 360, ...fields }));
    expect(await way({ fromSiteId: 'sawmill', toSiteId: 'old-weir' }, 'a')).toBe('kept');
    expect(await way({ fromSiteId: 'sawmill', toSiteId: 'sawmill' }, 'b')).toContain('from one place to another');
    expect(await way({}, 'c')).toContain('from one place to another');
    expect(await way({ fromSiteId: 'sawmill' }, 'd')).toContain('start');
    expect(await way({ fromSiteId: 'sawmill', start: 'Mill' }, 'e')).toBe('kept');
    expect(await way({ fromSiteId: 'sawmill', toSiteId: 'old-weir', start: 'Mill' }, 'f')).toContain('start');
    expect(await way({ fromSiteId: 'sawmill', start: 'Mill', durationS: 86_401 }, 'g')).toContain('durationS');
  });

  it('is all or nothing, and goes into the bin with its stops or not at all', async () => {
    const stop = put('stops', 's', { roundId: 'r', deploymentId: STAY, state: 'dropped', place: 4 });
    expect(await said(put('rounds', 'r', ROUND), stop)).toContain('place');
    const { items } = (await bench.http.get(`${API}/records/rounds`)).body as { readonly items: readonly object[] };
    expect(items).toEqual([]);
    await act(put('rounds', 'r', ROUND), put('stops', 's', { roundId: 'r', deploymentId: STAY, state: 'dropped' }));
    const gone = (table: string, id: string) => ({ op: 'delete', table, id, revision: 1 });
    expect(await said(gone('rounds', 'r'))).toContain('stops');
    expect(await said(gone('stops', 's'), gone('rounds', 'r'))).toBe('kept');
    expect(await round({}, 'again')).toBe('kept');
  });

  it('is a keeper’s to plan: a helper reads it and changes none of it', async () => {
    await round({});
    const owner = await switchOn(bench);
    const { cookie } = await joined(bench, owner, 'helper', 'Ivo');
    expect((await bench.http.get(`${API}/records/rounds`).set('Cookie', cookie)).status).toBe(200);
    for (const [table, fields] of [
      ['rounds', { ...ROUND, on: '2026-05-15' }],
      ['stops', { roundId: 'r', deploymentId: STAY, state: 'dropped' }],
      ['ways', { fromSiteId: 'sawmill', start: 'Mill', durationS: 360 }],
    ] as const) {
      const answer = await bench.http
        .put(`${API}/acts/h-${table}`)
        .set('Cookie', cookie)
        .send({ says: 'helps', changes: [put(table, 'x', fields)] });
      expect([table, answer.status]).toEqual([table, 403]);
    }
  });
});
