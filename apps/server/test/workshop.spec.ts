import type { KeptActDto, RecordDto } from '@yewridge/contract/season';
import type { SummaryDto } from '@yewridge/contract/rounds';
import { type Bench, buildTraps, openBench } from './support.js';

type Change = Readonly<Record<string, unknown>>;
const BATCH = {
  name: 'Winter boxes',
  lines: 'fence-box:3',
  kerfM: null,
  trimStartM: null,
  trimEndM: null,
  wetAllowance: null,
  edgeJoined: null,
  plan: null,
  ticks: null,
  cutOn: null,
  notes: null,
};
const GOODS = {
  kind: 'board',
  name: 'Fir 19 × 250',
  count: 4,
  priceEach: 11.9,
  lengthM: 2.4,
  widthM: 0.25,
  thicknessM: 0.019,
  notes: null,
  species: 'douglas-fir',
  wet: null,
  offcut: null,
  place: null,
  sold: true,
};

describe('the workshop’s records', () => {
  let bench: Bench;
  const put = (id: string, changes: readonly Change[]): ReturnType<Bench['http']['put']> =>
    bench.http.put(`/api/v1/acts/${id}`).send({ says: id, changes });
  const record = (table: string, id: string, fields: Change, revision = 0): Change => ({
    op: 'put',
    table,
    id,
    revision,
    fields,
  });
  const one = async <T extends 'batches' | 'goods'>(table: T, id: string): Promise<RecordDto<T>> =>
    (await bench.http.get(`/api/v1/records/${table}/${id}`)).body as RecordDto<T>;

  beforeEach(async () => {
    bench = await openBench();
    await put('begin', [record('batches', 'b', BATCH), record('goods', 'fir', GOODS)]);
  });
  afterEach(() => bench.database.close());

  it('designs and counts are a list that can be read back; anything else is refused with what is meant', async () => {
    for (const [n, lines] of ['fence-box', 'fence-box:0', 'fence-box:1000', 'a:1,,b:2', 'a b:1', ''].entries()) {
      const answer = await put(`bad-${n}`, [record('batches', `x${n}`, { ...BATCH, lines })]);
      expect(answer.status).withContext(lines).toBe(400);
      expect(answer.text).toContain('lines');
    }
    const many = await put('many', [record('batches', 'c', { ...BATCH, lines: 'fence-box:8,tall-nuc:4' })]);
    expect(many.status).withContext(many.text).toBe(201);
  });

  it('a saw cut of 20 mm is kept, one wider is refused', async () => {
    const kerf = async (kerfM: number): Promise<number> =>
      (
        await put(`kerf-${Math.round(1e5 * kerfM)}`, [
          record('batches', `k${Math.round(1e5 * kerfM)}`, { ...BATCH, kerfM }),
        ])
      ).status;
    expect([await kerf(0.02), await kerf(0.0201), await kerf(-0.001)]).toEqual([201, 400, 400]);
  });

  it('what is cut is one act: boards gone, offcuts there, the batch cut; taken back, all is as it was', async () => {
    const [batch, fir] = [await one('batches', 'b'), await one('goods', 'fir')];
    const cut = await put('cut', [
      record('batches', 'b', { ...BATCH, cutOn: '2026-05-14', plan: '{"version":1}' }, batch.revision),
      record('goods', 'fir', { ...GOODS, count: 1 }, fir.revision),
      record('goods', 'rest', {
        ...GOODS,
        name: 'Fir, offcut',
        count: 1,
        lengthM: 0.44,
        offcut: true,
        sold: null,
        place: 'shed',
      }),
    ]);
    expect((cut.body as KeptActDto).changes.length)
      .withContext(cut.text)
      .toBe(3);
    expect([(await one('goods', 'fir')).count, (await one('goods', 'rest')).place]).toEqual([1, 'shed']);
    const undone = await bench.http.post('/api/v1/acts/cut/undo').send({ id: 'undo-cut' });
    expect(undone.status).withContext(undone.text).toBeLessThan(300);
    expect([(await one('goods', 'fir')).count, (await one('batches', 'b')).cutOn]).toEqual([4, null]);
    expect((await one('goods', 'rest')).deletedAt).not.toBeNull();
  });

  it('one part that is refused keeps all of it: no board is gone for an offcut that could not be kept', async () => {
    const fir = await one('goods', 'fir');
    const cut = await put('half', [
      record('goods', 'fir', { ...GOODS, count: 0 }, fir.revision),
      record('goods', 'rest', { ...GOODS, lengthM: 21 }),
    ]);
    expect(cut.status).toBe(400);
    expect((await one('goods', 'fir')).count).toBe(4);
  });

  it('a design keeps how its corners are joined and whether a section is bought; a joint nobody knows is refused', async () => {
    const { startingPoint } = await import('@yewridge/core/bench');
    const design = startingPoint('single-nuc');
    const save = async (id: string, change: Change): Promise<number> => {
      const sections = design.sections.map((section) => ({ ...section, ...change }));
      return (await bench.http.put(`/api/v1/designs/${id}`).send({ revision: 0, document: { ...design, sections } }))
        .status;
    };
    expect(await save('a', { joint: 'rabbet', rabbet: 0.0095, source: 'bought' })).toBe(201);
    expect(await save('b', { joint: 'dovetail' })).toBe(400);
    expect(await save('c', { rabbet: 0 })).toBe(400);
    const kept = await bench.http.get('/api/v1/designs/a');
    const [section] = (kept.body as { document: typeof design }).document.sections;
    expect([section?.joint, section?.rabbet, section?.source]).toEqual(['rabbet', 0.0095, 'bought']);
  });

  it('a day out is a day on which somebody was at a trap, once however much was done, in the season it belongs to', async () => {
    await buildTraps(bench, ['t']);
    const site = { name: 'Old weir', permission: 'unknown' };
    const answer = await put('season', [
      record('sites', 's', site),
      record('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2026-03-20', takenDownOn: '2026-05-03' }),
      ...['2026-04-02T09:00', '2026-04-02T18:00', '2026-05-03T10:00'].map((at, n) =>
        record('visits', `v${n}`, { deploymentId: 'd', at }),
      ),
    ]);
    expect(answer.status).withContext(answer.text).toBe(201);
    const { seasons } = (await bench.http.get('/api/v1/rounds/summary')).body as SummaryDto;
    expect(seasons.map(({ season, daysOut }) => [season, daysOut])).toEqual([[2026, 3]]);
  });
});
