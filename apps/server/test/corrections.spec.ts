import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { TodayDto } from '@yewridge/contract/today';
import { addDays } from '@yewridge/core/season';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { DEMO_NOW, seedDemo } from '../src/demo/seed-demo.js';
import { API } from './access-support.js';
import { type Bench, errorIn, openBench, put } from './support.js';

const TODAY = '2026-05-14';
const TRIAL = {
  name: 'Old comb or none',
  fact: 'comb',
  optionA: 'oldBrood',
  optionB: 'none',
  nameA: 'old comb',
  nameB: 'no comb',
  seed: 7,
  beginsOn: TODAY,
  endsOn: '2026-07-15',
  hopedRatio: 2,
};

describe('what the log corrects, over HTTP, in the demo', () => {
  let bench: Bench;
  let count = 0;
  const act = async (...changes: readonly object[]) => {
    count += 1;
    return bench.http.put(`${API}/acts/c${count}`).send({ says: `act ${count}`, changes });
  };
  const read = async <T>(path: string): Promise<T> => (await bench.http.get(`${API}/${path}`)).body as T;
  const evidence = (): Promise<EvidenceDto> => read('evidence');

  beforeEach(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, DEMO_NOW));
  });
  afterEach(() => bench.database.close());

  it('is used until the keeper holds to the rule, and then on the due list at once; taken back, the log speaks again', async () => {
    const before = await read<DueListDto>('rounds/due');
    expect(before.scouts.tuned).toBeTrue();
    const answer = await act(put('corrections', 'k', { what: 'scouts', use: 'rule' }));
    expect(answer.status).withContext(answer.text).toBe(201);
    const held = await read<DueListDto>('rounds/due');
    expect(held.scouts).toEqual({ ...before.scouts, tuned: false });
    const { scouts, uses } = await evidence();
    expect([scouts.earned, scouts.tuned, uses.scouts]).toEqual([true, false, 'rule']);
    // What the log says stands there all the same.
    expect(scouts.table.some(({ rule, own }) => rule !== own)).toBeTrue();
    await bench.http.post(`${API}/acts/c${count}/undo`).send({ id: `u${count}` });
    expect((await read<DueListDto>('rounds/due')).scouts.tuned).toBeTrue();
  });

  it('of lures is what weighings told, in use or not', async () => {
    expect((await evidence()).lures).toEqual([]);
    const lure = (await read<DueListDto>('rounds/due')).traps.flatMap((trap) => trap.lure ?? [])[0];
    if (!lure) throw new Error('a lure hangs in the demo');
    const weighing = { baitId: lure.baitId, weighedOn: TODAY, oilMassKg: 0.00005 };
    expect((await act(put('weighings', 'w', weighing))).status).toBe(201);
    const { lures } = await evidence();
    expect(lures.map(({ carrier, weighings }) => [carrier, weighings])).toEqual([[lure.carrier, 1]]);
    expect(lures[0]?.multiplier).not.toBe(1);
    const lureOf = async (): Promise<readonly (number | undefined)[]> =>
      (await read<DueListDto>('rounds/due')).traps.map(({ lure }) => lure?.weighed);
    expect((await lureOf()).some((weighed) => (weighed ?? 0) > 0)).toBeTrue();
    await act(put('corrections', 'k', { what: 'lures', use: 'rule' }));
    expect((await lureOf()).every((weighed) => (weighed ?? 0) === 0)).toBeTrue();
    expect((await evidence()).lures).toEqual(lures);
  });

  it('is said once of each thing', async () => {
    await act(put('corrections', 'k', { what: 'places', use: 'rule' }));
    const twice = await act(put('corrections', 'l', { what: 'places', use: 'log' }));
    expect(twice.status).toBe(409);
    expect(errorIn(twice).fields?.[0]?.message).toContain('it is said already which speaks');
    const unknown = await act(put('corrections', 'm', { what: 'moon', use: 'log' }));
    expect(errorIn(unknown).fields?.[0]?.path).toContain('what');
  });

  it('a trial asks on Today and on the due list for its pairs, and no more once it is opened', async () => {
    const due = await read<DueListDto>('rounds/due');
    const [free] = due.free;
    const [hung] = due.traps.filter(({ beesIn }) => !beesIn);
    if (!free || !hung) throw new Error('the demo has a free trap and one that hangs');
    await act(
      put('trials', 't', TRIAL),
      put('assignments', 'a', { trialId: 't', block: 1, trapId: hung.trapId, siteId: hung.siteId, side: 'A' }),
      put('assignments', 'b', { trialId: 't', block: 1, trapId: free.trapId, siteId: hung.siteId, side: 'B' }),
    );
    const { trials } = await read<DueListDto>('rounds/due');
    expect(trials).toEqual([jasmine.objectContaining({ trialId: 't', kind: 'hang', on: TODAY, partner: hung.number })]);
    expect(trials[0]?.traps).toEqual([
      jasmine.objectContaining({ number: free.number, way: 'no comb', site: hung.site, stayId: null }),
    ]);
    expect((await read<TodayDto>('today')).trials).toEqual(trials);
    const opened = { ...put('trials', 't', { ...TRIAL, openedOn: TODAY, endsOn: addDays(TODAY, 1) }), revision: 1 };
    expect((await act(opened)).status).toBe(201);
    expect((await read<DueListDto>('rounds/due')).trials).toEqual([]);
  });
});
