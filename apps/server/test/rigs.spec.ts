import type { ManometerReadingDto, RigDto, RigVersionDto } from '@yewridge/contract/suction';
import {
  calibrate,
  librarySource,
  type Reading,
  type Rig,
  rigProblems,
  rigSystem,
  STARTING_RIGS,
} from '@yewridge/core/suction';
import { VELLMARK_RIGS } from '../src/demo/vellmark-rigs.js';
import { SimulatedBattery } from '../src/suction/simulated-battery.js';
import { type Bench, errorIn, NOW, openBench, streamed, TRUTH } from './support.js';

const walkUp = STARTING_RIGS[0]!.rig;
const weak = STARTING_RIGS.find(({ layout }) => layout === 'downDraught')!.rig;
const rigIn = (response: { body: unknown }): RigDto => response.body as RigDto;

describe('suction over HTTP', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
  });
  afterEach(() => bench.database.close());

  const put = (id: string, revision: number, document: unknown = walkUp): ReturnType<Bench['http']['put']> =>
    bench.http.put(`/api/v1/rigs/${id}`).send({ revision, document });
  const freeze = (revision: number, reason = 'kept'): ReturnType<Bench['http']['post']> =>
    bench.http.post('/api/v1/rigs/loft/versions').send({ revision, reason });

  it('keeps every layout it offers and gives it back as it was sent', async () => {
    for (const { layout, rig } of STARTING_RIGS) {
      expect((await put(layout, 0, rig)).status)
        .withContext(layout)
        .toBe(201);
      expect(rigIn(await bench.http.get(`/api/v1/rigs/${layout}`)).document).toEqual(rig);
    }
  });

  it('refuses a save from an older revision and shows the newer rig', async () => {
    await put('loft', 0);
    await put('loft', 1, { ...walkUp, name: 'Newer' });
    const late = await put('loft', 1, { ...walkUp, name: 'Late' });
    expect([late.status, errorIn(late).code]).toEqual([409, 'REVISION_CONFLICT']);
    expect(errorIn(late).current).toEqual(jasmine.objectContaining({ revision: 2 }));
  });

  it('keeps a version once, and a changed rig as the next one', async () => {
    await put('loft', 0);
    expect((await freeze(1)).status).toBe(201);
    expect((await freeze(1)).status).toBe(200);
    await put('loft', 1, { ...walkUp, name: 'Loft, wider hose' });
    expect(errorIn(await freeze(1)).code).toBe('REVISION_CONFLICT');
    await freeze(2, 'calibrated');
    const versions = (await bench.http.get('/api/v1/rigs/loft/versions')).body as RigVersionDto[];
    expect(
      versions.map(({ version, document, reason, frozenAt }) => [version, document.name, reason, frozenAt]),
    ).toEqual([
      [1, walkUp.name, 'kept', NOW],
      [2, 'Loft, wider hose', 'calibrated', NOW],
    ]);
  });

  it('has no versions of a rig that is not there', async () => {
    expect(errorIn(await bench.http.get('/api/v1/rigs/nowhere/versions')).code).toBe('NOT_FOUND');
    expect(errorIn(await freeze(1)).code).toBe('NOT_FOUND');
  });

  const refused: readonly (readonly [string, object, string])[] = [
    ['an unknown layout', { ...walkUp, layout: 'backpack' }, 'document.layout'],
    ['a hose of letters', { ...walkUp, hose: { ...walkUp.hose, length: 'long' } }, 'document.hose.length'],
    ['half a bend', { ...walkUp, hose: { ...walkUp.hose, bends: 1.5 } }, 'document.hose.bends'],
    ['an opening beyond open', { ...walkUp, bleed: { ...walkUp.bleed, opening: 1.2 } }, 'document.bleed.opening'],
    ['an unknown gate', { ...walkUp, bleed: { ...walkUp.bleed, gate: { kind: 'iris' } } }, 'document.bleed.gate.kind'],
    [
      'a gate with a size of another gate',
      { ...walkUp, bleed: { ...walkUp.bleed, gate: { kind: 'roundStraight', diameter: 0.06, height: 0.1 } } },
      'document.bleed.gate.height',
    ],
    [
      'seven tonnes of bees',
      { ...walkUp, bees: { ...walkUp.bees, amount: { by: 'mass', value: 7000 } } },
      'document.bees.amount.value',
    ],
    ['two nozzles of one id', { ...walkUp, nozzles: [walkUp.nozzles[0], walkUp.nozzles[0]] }, 'document.nozzles[1]'],
    ['a colour', { ...walkUp, colour: 'yellow' }, 'document.colour'],
  ];
  for (const [what, document, path] of refused) {
    it(`refuses ${what} and names the field`, async () => {
      const answer = await put('loft', 0, document);
      expect([answer.status, errorIn(answer).fields?.map((field) => field.path)]).toEqual([400, [path]]);
    });
  }

  /** The first readings of the stream at one setting. */
  const told = (query: string, count: number): Promise<readonly ManometerReadingDto[]> =>
    streamed(bench, `rigs/loft/manometer?${query}`, count);

  it('streams numbered readings of the simulated manometer, and says that they are simulated', async () => {
    await put('loft', 0, weak);
    const readings = await told('opening=0.5', 2);
    expect(readings.map(({ count, simulated, opening, stop }) => [count, simulated, opening, stop])).toEqual([
      [1, true, 0.5, false],
      [2, true, 0.5, false],
    ]);
  });

  it('gives readings from which the hidden machine is found again', async () => {
    await put('loft', 0, weak);
    const readings: Reading[] = [];
    for (const query of ['opening=1', 'opening=0.6', 'opening=0.3', 'opening=0', 'opening=0.3&portClosed=true']) {
      const [first] = await told(query, 1);
      readings.push(first!);
    }
    const found = calibrate({ system: rigSystem(weak), readings });
    for (const name of ['sealedSuction', 'freeFlow', 'leakArea'] as const) {
      expect(TRUTH[name]).withContext(name).toBeGreaterThan(found[name].low);
      expect(TRUTH[name]).withContext(name).toBeLessThan(found[name].high);
    }
  });

  it('reads no instrument on a rig that cannot be, or at a gate that is no gate', async () => {
    const impossible: Rig = { ...weak, hose: { ...weak.hose, rise: 5 } };
    await put('loft', 0, impossible);
    const answer = await bench.http.get('/api/v1/rigs/loft/manometer?opening=0.5');
    expect(errorIn(answer).fields?.[0]?.path).toBe('hose.rise');
    expect(errorIn(await bench.http.get('/api/v1/rigs/loft/manometer?opening=2')).code).toBe('VALIDATION');
  });

  it('runs a battery down minute by minute until its pack cuts off, and reads none on the mains', async () => {
    const cordless = STARTING_RIGS.map(({ rig }) => rig).find(({ source }) => source.supply === 'toolBattery') ?? {
      ...weak,
      source: librarySource('cordlessVacuum'),
    };
    const battery = SimulatedBattery.of(cordless, 18)!;
    expect(battery.kind).toBe('simulated');
    const run = [];
    for (let n = 0; n < 400 && run.at(-1)?.cutoff !== true; n++) run.push(await battery.read());
    expect(run.at(-1)?.cutoff).toBe(true);
    const charges = run.map(({ soc }) => soc);
    expect(charges).toEqual([...charges].sort((a, b) => b - a));
    // Cut off, it tells the same again.
    expect(await battery.read()).toEqual(run.at(-1)!);
    expect(SimulatedBattery.of(walkUp, 18)).toBeNull();
    await put('loft', 0, walkUp);
    const answer = await bench.http.get('/api/v1/rigs/loft/battery');
    expect(errorIn(answer).fields?.[0]?.path).toBe('source.supply');
  });

  it('has three rigs in the demo, none with a fault', () => {
    expect(VELLMARK_RIGS.length).toBe(3);
    expect(VELLMARK_RIGS.flatMap(({ document }) => rigProblems(document))).toEqual([]);
  });
});
