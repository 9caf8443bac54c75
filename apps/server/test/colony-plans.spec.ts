import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { ChangeDto } from '@yewridge/contract/season';
import type { TodayDto } from '@yewridge/contract/today';
import { fixedClock } from '../src/shared/clock/clock.js';
import { type Bench, buildTraps, openBench } from './support.js';

type Fields = Readonly<Record<string, unknown>>;
const put = (table: ChangeDto['table'], id: string, fields: Fields): ChangeDto => ({
  op: 'put',
  table,
  id,
  revision: 0,
  fields,
});
const SITE = { name: 'Old weir', lat: 47.4, lon: 13.2, permission: 'granted' };

const built = (bench: Bench, massKg: number | null = null): Promise<void> =>
  buildTraps(bench, ['t'], { massKg, darkCombs: 1 });
let acts = 0;
async function act(bench: Bench, ...changes: readonly ChangeDto[]): Promise<void> {
  acts += 1;
  const answer = await bench.http.put(`/api/v1/acts/a${acts}`).send({ says: 'x', changes });
  expect(answer.status).withContext(answer.text).toBe(201);
}
const get = async <T>(bench: Bench, path: string): Promise<T> => (await bench.http.get(`/api/v1/${path}`)).body as T;

describe('the plan of a catch goes by how its bees came', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
  });
  afterEach(() => bench.database.close());

  const planOf = (id: string): Promise<CatchPlanDto> => get(bench, `catches/${id}/plan`);
  const codes = ({ steps }: CatchPlanDto): readonly string[] => steps.map(({ code }) => code);

  async function inTrap(fields: Fields = {}, stay: Fields = {}): Promise<CatchPlanDto> {
    await act(bench, put('sites', 's', SITE));
    await act(bench, put('deployments', 'stay', { trapId: 't', siteId: 's', hungOn: '2026-04-20', ...stay }));
    await act(bench, put('catches', 'c', { deploymentId: 'stay', foundOn: '2026-05-14', method: 'trap', ...fields }));
    return planOf('c');
  }

  it('from a trap: a look first, then closed, carried and opened; hung again', async () => {
    await built(bench);
    const plan = await inTrap();
    expect([plan.way, plan.placedBy]).toEqual(['trap', 'site']);
    expect(codes(plan).slice(0, 3)).toEqual(['peek', 'closeAtDusk', 'move']);
    expect(codes(plan)).toContain('rehang');
    const peek = plan.steps[0]!;
    expect(peek.end).toBe(plan.steps[1]!.start);
    expect(peek.start < peek.end).toBeTrue();
  });

  it('a trap with frames in it is lifted onto its stand, and nothing is transferred into others', async () => {
    await built(bench);
    const plan = await inTrap();
    expect(plan.framesIn).toBe(5);
    expect(plan.steps.find(({ code }) => code === 'transfer')?.reason).toBe('whole-5');
  });

  it('says what it weighs when it is carried, and whether one person may lift it', async () => {
    await built(bench, 9);
    const low = await inTrap({ massKg: 1.8 }, { heightM: 1.2 });
    const carry = low.carry!;
    expect([carry.weighed, carry.limitKg, carry.onePerson]).toEqual([true, 20, true]);
    // The trap, its bees, and what they bring in two days.
    expect(carry.kg).toBeGreaterThan(9 + 1.8 - 0.01);
    expect(carry.lowKg).toBeLessThan(carry.kg);
    expect(carry.highKg).toBeGreaterThan(carry.kg);
  });

  it('from a ladder the same trap is for two', async () => {
    await built(bench, 9);
    const { carry } = await inTrap({ massKg: 1.8 }, { heightM: 3.5 });
    expect([carry?.limitKg, carry?.onePerson]).toEqual([10, false]);
  });

  it('one number of frames for one swarm: by its mass where that is known, else by its class', async () => {
    await built(bench);
    expect((await inTrap({ size: 'large' })).frames).toBe(10);
    await act(bench, put('catches', 'other', { foundOn: '2026-05-14', method: 'shaken', massKg: 0.6, siteId: 's' }));
    const light = await planOf('other');
    const { swarmAdvice } = await import('@yewridge/core/bench');
    expect(light.frames).toBe(swarmAdvice({ mass: 0.6 }).startFrames);
  });

  it('off a branch: taken the same evening, nothing taken down and nothing hung again', async () => {
    await act(bench, put('sites', 's', SITE));
    await act(bench, put('catches', 'c', { foundOn: '2026-05-14', method: 'shaken', siteId: 's' }));
    const plan = await planOf('c');
    expect([plan.way, plan.school, plan.carry]).toEqual(['branch', 'sameEvening', null]);
    for (const code of ['peek', 'rehang', 'lowerAtFirstLight', 'shade']) expect(codes(plan)).not.toContain(code);
    expect(codes(plan)).toContain('broodCheck');
  });

  it('with the vacuum, or cut out of a structure: no trap step at all', async () => {
    await act(bench, put('sites', 's', SITE));
    for (const method of ['vacuum', 'cutOut']) {
      await act(bench, put('catches', method, { foundOn: '2026-05-14', method, siteId: 's' }));
      const plan = await planOf(method);
      expect([plan.way, plan.steps, plan.carry]).toEqual(['structure', [], null]);
    }
    const { plans } = await get<TodayDto>(bench, 'today');
    expect(plans.map(({ steps }) => steps.length)).toEqual([0, 0]);
  });

  it('at a place that is none of ours: by where it hung, by the middle of the sites, and unknown without either', async () => {
    await act(bench, put('catches', 'nowhere', { foundOn: '2026-05-14', method: 'shaken', place: 'bakery' }));
    const none = await bench.http.get('/api/v1/catches/nowhere/plan');
    expect([none.status, none.body]).toEqual([200, null]);
    expect((await bench.http.get('/api/v1/catches/never/plan')).status).toBe(404);
    await act(
      bench,
      put('catches', 'tapped', {
        foundOn: '2026-05-14',
        method: 'shaken',
        place: 'bakery',
        placeLat: 47.3,
        placeLon: 13.1,
      }),
    );
    expect((await planOf('tapped')).placedBy).toBe('place');
    await act(bench, put('sites', 's', SITE));
    expect((await planOf('nowhere')).placedBy).toBe('middle');
    await act(bench, put('sites', 'later', { name: 'Later', permission: 'asked' }));
    expect((await planOf('nowhere')).placedBy).toBe('middle');
  });
});

describe('the season clock', () => {
  it('moves by arrivals of swarms, and not by colonies that were cut out or sucked out of where they lived', async () => {
    const bench = await openBench();
    await act(bench, put('sites', 's', SITE));
    const median = async (): Promise<number> => (await get<TodayDto>(bench, 'today')).season!.prediction.median;
    const before = await median();
    for (const [n, method] of ['vacuum', 'cutOut'].entries()) {
      await act(bench, put('catches', `c${n}`, { foundOn: '2026-04-02', method, siteId: 's' }));
    }
    expect(await median()).toBe(before);
    await act(bench, put('catches', 'real', { foundOn: '2026-04-02', method: 'shaken', siteId: 's' }));
    expect(await median()).toBeLessThan(before);
    const { arrivals } = await get<{ arrivals: readonly unknown[] }>(bench, 'rounds/summary');
    expect(arrivals.length).toBe(1);
    await bench.database.close();
  });

  it('says nothing of a swarm within a day in November, however many bees are at the door', async () => {
    for (const [now, at, chance] of [
      ['2026-05-20T16:20:00.000Z', '2026-05-20T12:00', true],
      ['2026-11-20T16:20:00.000Z', '2026-11-20T12:00', false],
    ] as const) {
      const bench = await openBench(null, { clock: fixedClock(now) });
      await built(bench);
      await act(bench, put('sites', 's', SITE));
      await act(bench, put('deployments', 'stay', { trapId: 't', siteId: 's', hungOn: '2026-04-20' }));
      await act(bench, put('visits', 'v', { deploymentId: 'stay', at, scoutsPerMin: 20 }));
      const { traps, season } = await get<DueListDto>(bench, 'rounds/due');
      const today = now.slice(0, 10);
      expect(season !== null && today >= season.from && today <= season.until).toBe(chance);
      expect(traps[0]!.chance24 !== null).toBe(chance);
      expect(traps[0]!.lore.some(({ code }) => code === 'out-of-season')).toBe(!chance);
      await bench.database.close();
    }
  });
});

describe('a look that says nothing of bees', () => {
  it('leaves a trap with bees as it was, and is no look that found it empty', async () => {
    const bench = await openBench();
    await built(bench);
    await act(bench, put('sites', 's', SITE));
    await act(bench, put('deployments', 'stay', { trapId: 't', siteId: 's', hungOn: '2026-04-20' }));
    const beesIn = async (): Promise<boolean> => (await get<DueListDto>(bench, 'rounds/due')).traps[0]!.beesIn;
    await act(bench, put('visits', 'v1', { deploymentId: 'stay', at: '2026-05-10T12:00', occupied: true }));
    expect(await beesIn()).toBeTrue();
    await act(bench, put('visits', 'v2', { deploymentId: 'stay', at: '2026-05-12T12:00' }));
    expect(await beesIn()).toBeTrue();
    await act(bench, put('visits', 'v3', { deploymentId: 'stay', at: '2026-05-13T12:00', occupied: false }));
    expect(await beesIn()).toBeFalse();
    await bench.database.close();
  });
});
