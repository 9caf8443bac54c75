import type { DesignPageDto } from '@yewridge/contract/bench';
import { FRAMES } from '@yewridge/core/bench';
import { type Bench, designIn, errorIn, NOW, openBench, sample } from './support.js';

describe('bench over HTTP', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
  });
  afterEach(() => bench.database.close());

  const put = (id: string, revision: number, document: unknown = sample): ReturnType<Bench['http']['put']> =>
    bench.http.put(`/api/v1/designs/${id}`).send({ revision, document });

  it('keeps a new design and gives it back as it was sent', async () => {
    const created = await put('odd-box', 0);
    expect(created.status).toBe(201);
    const read = designIn(await bench.http.get('/api/v1/designs/odd-box'));
    expect(read.document).toEqual(sample);
    expect([read.revision, read.createdAt, read.deletedAt]).toEqual([1, NOW, null]);
  });

  it('refuses a save made from an older revision and shows the newer one', async () => {
    await put('odd-box', 0);
    await put('odd-box', 1, { ...sample, name: 'Newer' });
    const late = await put('odd-box', 1, { ...sample, name: 'Late' });
    expect([late.status, errorIn(late).code]).toEqual([409, 'REVISION_CONFLICT']);
    expect(errorIn(late).current).toEqual(jasmine.objectContaining({ revision: 2 }));
    expect(designIn(await bench.http.get('/api/v1/designs/odd-box')).document.name).toBe('Newer');
  });

  it('makes one design of a creation that is sent twice', async () => {
    const both = await Promise.all([put('odd-box', 0), put('odd-box', 0)]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 409]);
    const page = (await bench.http.get('/api/v1/designs')).body as DesignPageDto;
    expect(page.total).toBe(1);
  });

  it('puts a design into the bin, refuses to save it there, and takes it out again', async () => {
    await put('odd-box', 0);
    const binned = await bench.http.delete('/api/v1/designs/odd-box?revision=1');
    expect(designIn(binned).deletedAt).toBe(NOW);
    expect(((await bench.http.get('/api/v1/designs')).body as DesignPageDto).total).toBe(0);
    expect(errorIn(await put('odd-box', 2)).code).toBe('DELETED');
    const restored = await bench.http.post('/api/v1/designs/odd-box/restore?revision=2').type('json').send();
    expect(designIn(restored).deletedAt).toBeNull();
    expect((await put('odd-box', 3)).status).toBe(200);
  });

  it('pages, sorts and finds by name, taking % for a percent sign', async () => {
    for (const name of ['Larch box', 'Ash box', '100 % ash'])
      await put(name.replace(/\W/g, ''), 0, { ...sample, name });
    const names = async (query: string): Promise<readonly string[]> => {
      const page = (await bench.http.get(`/api/v1/designs?${query}`)).body as DesignPageDto;
      return page.items.map(({ document }) => document.name);
    };
    expect(await names('sort=name')).toEqual(['100 % ash', 'Ash box', 'Larch box']);
    expect(await names('sort=-name&limit=1&offset=1')).toEqual(['Ash box']);
    expect(await names('search=%25')).toEqual(['100 % ash']);
    expect(await names('search=ASH&sort=name')).toEqual(['100 % ash', 'Ash box']);
  });

  it('loses no write when many come at once and some are refused', async () => {
    await put('busy', 0);
    const answers = await Promise.all(
      Array.from({ length: 24 }, (_, n) => (n % 3 === 0 ? put('busy', 1) : put(`design-${n}`, 0))),
    );
    const kept = answers.filter(({ status }) => status === 201).length;
    expect(kept).toBe(16);
    expect(((await bench.http.get('/api/v1/designs')).body as DesignPageDto).total).toBe(17);
  });

  const box = sample.sections[0]!;
  const door = sample.entrances[0]!;
  const refused: readonly (readonly [string, object, string])[] = [
    ['a name of spaces only', { ...sample, name: '  ' }, 'document.name'],
    ['no sections', { ...sample, sections: [] }, 'document.sections'],
    ['an unknown key', { ...sample, colour: 'green' }, 'document.colour'],
    [
      'letters for a length',
      sectionWith({ shape: { ...box.shape, length: '46 cm' } }),
      'document.sections[0].shape.length',
    ],
    ['a negative height', sectionWith({ shape: { ...box.shape, height: -0.2 } }), 'document.sections[0].shape.height'],
    ['a width of zero', sectionWith({ shape: { ...box.shape, width: 0 } }), 'document.sections[0].shape.width'],
    ['300 m', sectionWith({ shape: { ...box.shape, length: 300 } }), 'document.sections[0].shape.length'],
    ['a wall without a number', sectionWith({ wall: null }), 'document.sections[0].wall'],
    [
      'an unknown frame',
      sectionWith({ contents: [{ kind: 'frames', frame: 'giant' }] }),
      'document.sections[0].contents[0].frame',
    ],
    [
      'half a frame',
      sectionWith({ contents: [{ kind: 'frames', frame: 'dnm', count: 1.5 }] }),
      'document.sections[0].contents[0].count',
    ],
    ['two sections of one id', { ...sample, sections: [box, box] }, 'document.sections[1]'],
    [
      'an unknown opening',
      { ...sample, entrances: [{ ...door, opening: { kind: 'trapdoor' } }] },
      'document.entrances[0].opening.kind',
    ],
    ['a door on the roof', { ...sample, entrances: [{ ...door, face: 'roof' }] }, 'document.entrances[0].face'],
  ];
  function sectionWith(change: object): object {
    return { ...sample, sections: [{ ...box, ...change }] };
  }
  for (const [what, document, path] of refused) {
    it(`refuses ${what} and names ${path}`, async () => {
      const answer = await put('odd-box', 0, document);
      expect([answer.status, errorIn(answer).code]).toEqual([400, 'VALIDATION']);
      expect(errorIn(answer).fields?.map((field) => field.path)).toContain(path);
    });
  }

  it('names every fault of a document at once', async () => {
    const answer = await put('odd-box', 0, { ...sample, name: '', target: 0, extra: 1 });
    expect(errorIn(answer).fields?.length).toBe(3);
  });
});

describe('designs of every shape over HTTP', () => {
  const section = { ...sample.sections[0]!, contents: [] };
  const door = sample.entrances[0]!;

  for (const [what, change] of [
    [
      'a tube that lies',
      { sections: [{ ...section, shape: { kind: 'cylinder', axis: 'lying', diameter: 0.3, length: 0.6, cut: 0.03 } }] },
    ],
    [
      'a pot',
      { sections: [{ ...section, shape: { kind: 'cone', diameterBottom: 0.4, diameterTop: 0, height: 0.3 } }] },
    ],
    ['a measured volume', { sections: [{ ...section, shape: { kind: 'measured', volume: 0.0275 } }] }],
    [
      'a tapered box',
      {
        sections: [
          {
            ...section,
            shape: {
              kind: 'frustum',
              bottom: { length: 0.4, width: 0.3 },
              top: { length: 0.5, width: 0.4 },
              height: 0.3,
            },
          },
        ],
      },
    ],
    [
      'a keeper’s own frame',
      { sections: [{ ...section, contents: [{ kind: 'frames', frame: { ...FRAMES.dnm }, count: 2 }] }] },
    ],
    [
      'feeder, divider and insulation',
      {
        sections: [
          {
            ...section,
            contents: [
              { kind: 'feeder', volume: 0.001 },
              { kind: 'divider', length: 0.4, height: 0.2, thickness: 0.01 },
              { kind: 'insulation', area: 0.1, thickness: 0.02 },
            ],
          },
        ],
      },
    ],
    [
      'an excluder disc',
      {
        entrances: [
          {
            ...door,
            opening: {
              kind: 'disc',
              diameter: 0.05,
              position: 'excluder',
              slots: 6,
              slotWidth: 0.0042,
              slotLength: 0.03,
            },
          },
        ],
      },
    ],
    [
      'a round notch',
      { entrances: [{ ...door, opening: { kind: 'notch', width: 0.04, height: 0.03, top: 'round' }, height: 0 }] },
    ],
    ['no door at all', { entrances: [] }],
    [
      'sizes that do not go together',
      { sections: [{ ...section, contents: [{ kind: 'frames', frame: 'dnm', count: 40 }] }] },
    ],
  ] as const) {
    it(`keeps ${what} to the last digit`, async () => {
      const bench = await openBench();
      const document = { ...sample, ...change };
      const saved = await bench.http.put('/api/v1/designs/a').send({ revision: 0, document });
      const read = designIn(await bench.http.get('/api/v1/designs/a'));
      await bench.database.close();
      expect(saved.status).toBe(201);
      expect(JSON.parse(JSON.stringify(read.document))).toEqual(JSON.parse(JSON.stringify(document)));
    });
  }
});
