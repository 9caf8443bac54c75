import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { ClockStep, WorkspaceDto } from '@yewridge/contract/shared';
import type { TodayDto } from '@yewridge/contract/today';
import { Database } from '../src/db/database.js';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { type Bench, errorIn, NOW, openBench } from './support.js';

async function openDemo(): Promise<Bench> {
  const database = await Database.open(':memory:');
  const clock = await DemoClock.open(database, NOW);
  await seedDemo(database, clock);
  return openBench(null, { database, clock });
}
async function now({ http }: Bench): Promise<string> {
  return ((await http.get('/api/v1/workspace')).body as WorkspaceDto).now;
}
async function step(bench: Bench, ...steps: readonly ClockStep[]): Promise<string> {
  for (const by of steps) {
    const from = await now(bench);
    expect((await bench.http.post('/api/v1/workspace/clock').send({ by, from })).status).toBe(200);
  }
  return now(bench);
}
async function told({ database }: Bench): Promise<unknown> {
  return {
    readings: await database.source.query<unknown[]>(
      'SELECT device_id, at, at_utc, per_min, inside_c, mass_kg FROM device_reading ORDER BY device_id, at_utc',
    ),
    weather: await database.source.query<unknown[]>(
      'SELECT date, t_min_c, t_max_c, rain_mm, wind_mps FROM weather ORDER BY date',
    ),
  };
}

/** A season is played in each; a busy machine takes its time. */
const PATIENCE_MS = 60_000;

describe('the played demo', () => {
  const usual = jasmine.DEFAULT_TIMEOUT_INTERVAL;
  beforeAll(() => {
    jasmine.DEFAULT_TIMEOUT_INTERVAL = PATIENCE_MS;
  });
  afterAll(() => {
    jasmine.DEFAULT_TIMEOUT_INTERVAL = usual;
  });

  it('is the same season by days as by weeks, and its clock stands where it was put after a restart', async () => {
    const [days, weeks] = [await openDemo(), await openDemo()];
    await step(days, ...Array<ClockStep>(14).fill('day'));
    expect(await step(weeks, 'week', 'week')).toBe('2026-05-28T16:20:00.000Z');
    expect(await told(days)).toEqual(await told(weeks));
    const reopened = await DemoClock.open(weeks.database, NOW);
    expect(reopened.now().toISOString()).toBe('2026-05-28T16:20:00.000Z');
    // A demo that is started again adds nothing to what its sensors told.
    const before = await told(weeks);
    await seedDemo(weeks.database, reopened);
    expect(await told(weeks)).toEqual(before);
    for (const { database } of [days, weeks]) await database.close();
  });

  it('goes on once for a step that is sent twice, and not at all in records of one’s own', async () => {
    const demo = await openDemo();
    const body = { by: 'day', from: await now(demo) };
    await Promise.all([1, 2, 3].map(() => demo.http.post('/api/v1/workspace/clock').send(body)));
    expect(await now(demo)).toBe('2026-05-15T16:20:00.000Z');
    expect((await demo.http.post('/api/v1/workspace/clock').send({ by: 'year', from: NOW })).status).toBe(400);
    const own = await openBench();
    expect(errorIn(await own.http.post('/api/v1/workspace/clock').send(body)).code).toBe('NOT_FOUND');
    for (const { database } of [demo, own]) await database.close();
  });

  it('has a swarm move in where scouts stream: the sensor says so, a look would see it, and bees stand first', async () => {
    const demo = await openDemo();
    const stay = 'stay-v-07-2026-04-03';
    const sight = async (): Promise<unknown> => (await demo.http.get(`/api/v1/workspace/sight/${stay}`)).body;
    expect(await sight()).toEqual(jasmine.objectContaining({ occupied: false, simulated: true }));
    await step(demo, 'day');
    expect(await sight()).toEqual(jasmine.objectContaining({ occupied: true }));
    const { traps } = (await demo.http.get('/api/v1/rounds/due')).body as DueListDto;
    const line = traps.find(({ number }) => number === 'V-07');
    expect(line?.sensor).toEqual(jasmine.objectContaining({ simulated: true, movedIn: true }));
    expect(line?.sensor?.sign.since).toBe('2026-05-15T12:00');
    expect(traps.slice(0, 2).map(({ number, due }) => [number, due.tier])).toEqual([
      ['V-07', 'bees'],
      ['V-11', 'bees'],
    ]);
    expect((await demo.http.get('/api/v1/workspace/sight/nowhere')).status).toBe(404);
    await demo.database.close();
  });

  it('goes to dark half an hour after sunset, to the morning at sunrise, and by day over a change of clocks', async () => {
    const demo = await openDemo();
    const day = async (): Promise<TodayDto> => (await demo.http.get('/api/v1/today')).body as TodayDto;
    const { sun } = await day();
    await step(demo, 'dusk');
    const minute = async (): Promise<number> => {
      const [hour, minutes] = (await day()).now.slice(11).split(':').map(Number);
      return 60 * (hour ?? 0) + (minutes ?? 0);
    };
    expect((await minute()) - (sun?.sunset ?? 0)).toBeGreaterThan(30);
    expect((await minute()) - (sun?.sunset ?? 0)).toBeLessThan(33);
    const plan = (await demo.http.get('/api/v1/catches/catch-v-11-2026-05-13/plan')).body as CatchPlanDto;
    expect(plan.steps.find(({ code }) => code === 'closeAtDusk')?.state).toBe('now');
    await step(demo, 'morning');
    expect((await minute()) - ((await day()).sun?.sunrise ?? 0)).toBeGreaterThan(0);
    await demo.database.close();
  });

  it('keeps the hour over a change of clocks, and tells no hour twice', async () => {
    const database = await Database.open(':memory:');
    const clock = await DemoClock.open(database, '2026-10-22T16:20:00.000Z');
    await seedDemo(database, clock);
    const demo = await openBench(null, { database, clock });
    // 18:20 in summer time, and in winter time.
    expect(await step(demo, 'week')).toBe('2026-10-29T17:20:00.000Z');
    const rows: { n: number }[] = await demo.database.source.query(
      'SELECT count(*) AS n FROM device_reading GROUP BY device_id, at HAVING count(*) > 1',
    );
    expect(rows).toEqual([]);
    await demo.database.close();
  });

  it('forgets the swarm of a trap that was taken down before it came', async () => {
    const demo = await openDemo();
    const page = (await demo.http.get('/api/v1/records/deployments/stay-v-07-2026-04-03')).body as Record<
      string,
      unknown
    >;
    const meta = ['id', 'revision', 'createdAt', 'updatedAt', 'deletedAt'];
    const fields = Object.fromEntries(Object.entries(page).filter(([field]) => !meta.includes(field)));
    const change = {
      op: 'put',
      table: 'deployments',
      id: page['id'],
      revision: page['revision'],
      fields: { ...fields, takenDownOn: '2026-05-14', endReason: 'removed' },
    };
    expect((await demo.http.put('/api/v1/acts/down').send({ says: 'Down', changes: [change] })).status).toBe(201);
    await step(demo, 'week');
    const last: { at: string }[] = await demo.database.source.query(
      "SELECT max(at) AS at FROM device_reading WHERE device_id = 'sensor-v-07'",
    );
    expect(last[0]?.at).toBe('2026-05-14T18:00');
    await demo.database.close();
  });
});
