import type { BuiltDto, DesignVersionDto, TrapDto, TrapPageDto, TrapWithDesignDto } from '@yewridge/contract/stores';
import { startingPoint } from '@yewridge/core/bench';
import { nextNumber } from '@yewridge/core/field';
import { type Bench, errorIn, NOW, openBench, sample } from './support.js';

describe('built traps over HTTP', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
    await bench.http.put('/api/v1/designs/nuc').send({ revision: 0, document: sample });
  });
  afterEach(() => bench.database.close());

  const order = (change: object = {}): object => ({
    designId: 'nuc',
    designRevision: 1,
    traps: [{ id: 't1', number: 'V-04' }],
    paintedOn: '2026-04-01',
    owner: 'Vellmark Swarm Watch',
    ...change,
  });
  const build = (change: object = {}): ReturnType<Bench['http']['post']> =>
    bench.http.post('/api/v1/traps').send(order(change));
  const trap = async (id: string): Promise<TrapWithDesignDto> =>
    (await bench.http.get(`/api/v1/traps/${id}`)).body as TrapWithDesignDto;
  const versions = async (): Promise<readonly DesignVersionDto[]> =>
    (await bench.http.get('/api/v1/designs/nuc/versions')).body as readonly DesignVersionDto[];
  const edit = (revision: number, name: string): ReturnType<Bench['http']['put']> =>
    bench.http.put('/api/v1/designs/nuc').send({ revision, document: { ...sample, name } });

  it('are built to a version that later edits of the design do not touch', async () => {
    const built = (await build()).body as BuiltDto;
    expect([built.designVersion, built.traps[0]?.document.condition]).toEqual([1, 'new']);
    await edit(1, 'Taller');
    expect((await trap('t1')).design.name).toBe(sample.name);
    await build({ designRevision: 2, traps: [{ id: 't2', number: 'V-05' }] });
    expect(
      (await versions()).map(({ version, document, traps }) => [
        version,
        document.name,
        traps.map(({ number }) => number),
      ]),
    ).toEqual([
      [1, sample.name, ['V-04']],
      [2, 'Taller', ['V-05']],
    ]);
    expect((await trap('t1')).latestVersion).toBe(2);
  });

  it('share a version while the design stays as it is', async () => {
    await build();
    await build({ traps: [{ id: 't2', number: 'V-05' }] });
    expect((await versions()).map(({ traps }) => traps.length)).toEqual([2]);
  });

  it('carry a number once, and free it in the bin', async () => {
    await build();
    const twin = await build({ traps: [{ id: 't2', number: 'V-04' }] });
    expect([twin.status, errorIn(twin).code]).toEqual([409, 'NUMBER_TAKEN']);
    await bench.http.delete('/api/v1/traps/t1?revision=1');
    expect((await build({ traps: [{ id: 't2', number: 'V-04' }] })).status).toBe(201);
    const back = await bench.http.post('/api/v1/traps/t1/restore?revision=2').type('json').send();
    expect(errorIn(back).code).toBe('NUMBER_TAKEN');
  });

  it('are built all or not at all, and once when the order is sent twice', async () => {
    await build();
    const mixed = await build({
      traps: [
        { id: 't2', number: 'V-05' },
        { id: 't3', number: 'V-04' },
      ],
    });
    expect(mixed.status).toBe(409);
    const again = (await build()).body as BuiltDto;
    expect(again.traps.map(({ id }) => id)).toEqual(['t1']);
    const page = (await bench.http.get('/api/v1/traps')).body as TrapPageDto;
    expect([page.total, page.nextNumber]).toEqual([1, 'V-05']);
  });

  it('are not built to a design that changed after the builder looked', async () => {
    await edit(1, 'Newer');
    expect(errorIn(await build()).code).toBe('REVISION_CONFLICT');
    expect(errorIn(await build({ designId: 'nobody' })).code).toBe('NOT_FOUND');
  });

  it('keep what was measured on them, from the newest revision only', async () => {
    const { document } = ((await build()).body as BuiltDto).traps[0] as TrapDto;
    const measured = { ...document, massKg: 5.8, note: 'Handle left out' };
    const put = (revision: number): ReturnType<Bench['http']['put']> =>
      bench.http.put('/api/v1/traps/t1').send({ revision, document: measured });
    expect((await put(1)).status).toBe(200);
    expect(errorIn(await put(1)).code).toBe('REVISION_CONFLICT');
    const read = (await trap('t1')).trap;
    expect([read.document.massKg, read.document.note, read.updatedAt, read.revision]).toEqual([
      5.8,
      'Handle left out',
      NOW,
      2,
    ]);
  });

  for (const [what, change, path] of [
    ['no trap at all', { traps: [] }, 'traps'],
    [
      'one number twice',
      {
        traps: [
          { id: 'a', number: 'V-1' },
          { id: 'b', number: 'V-1' },
        ],
      },
      'traps[1]',
    ],
    ['a number of signs', { traps: [{ id: 'a', number: '###' }] }, 'traps[0].number'],
    ['a coat of paint on no day', { paintedOn: '2026-13-01' }, 'paintedOn'],
    ['an unknown key', { colour: 'green' }, 'colour'],
  ] as const) {
    it(`refuses ${what} and names ${path}`, async () => {
      const answer = await build(change);
      expect([answer.status, errorIn(answer).code]).toEqual([400, 'VALIDATION']);
      expect(errorIn(answer).fields?.map((field) => field.path)).toContain(path);
    });
  }

  it('refuses a mass of nothing', async () => {
    const { document } = ((await build()).body as BuiltDto).traps[0] as TrapDto;
    const answer = await bench.http.put('/api/v1/traps/t1').send({ revision: 1, document: { ...document, massKg: 0 } });
    expect(errorIn(answer).fields?.map((field) => field.path)).toEqual(['document.massKg']);
  });

  it('a design keeps what it says beyond its boards, and is refused what no hanging has', async () => {
    const document = { ...startingPoint('holding-box'), site: { entranceHeight: 4 }, comb: { stores: 'none' } };
    await bench.http.put('/api/v1/designs/full').send({ revision: 0, document });
    const read = (await bench.http.get('/api/v1/designs/full')).body as { document: unknown };
    expect(read.document).toEqual(JSON.parse(JSON.stringify(document)));
    const faulty = {
      ...document,
      hanging: { style: 'skyhook', angleDeg: 70 },
      schools: { room: { school: 'eye-height', reason: '' } },
    };
    const answer = await bench.http.put('/api/v1/designs/full').send({ revision: 1, document: faulty });
    expect(errorIn(answer).fields?.map(({ path }) => path)).toEqual([
      'document.hanging.style',
      'document.hanging.angleDeg',
      'document.schools.room.school',
    ]);
  });
});

describe('stores: the number after those in use', () => {
  for (const [used, next] of [
    [[], 'T-01'],
    [['V-04', 'V-09'], 'V-10'],
    [['V-09', 'club 2'], 'V-10'],
    [['V-99'], 'V-100'],
    [['barn'], 'T-01'],
  ] as const) {
    it(`${used.join(', ') || 'none'} is followed by ${next}`, () => {
      expect(nextNumber(used)).toBe(next);
    });
  }
});
