import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { ChangeDto } from '@yewridge/contract/season';
import type { CalendarKeyDto, NewCalendarKeyDto } from '@yewridge/contract/devices';
import type { SeasonSheetDto, TodayDto } from '@yewridge/contract/today';
import { sunTimes } from '@yewridge/core/catches';
import { addDays, filledWeather } from '@yewridge/core/season';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { tasksToIcs } from '@yewridge/core/season';
import { type Bench, errorIn, NOW, openBench, sample } from './support.js';

type Fields = Readonly<Record<string, unknown>>;
const put = (table: string, id: string, fields: Fields, revision = 0): ChangeDto =>
  ({ op: 'put', table, id, revision, fields }) as ChangeDto;
const act = (bench: Bench, ...changes: readonly ChangeDto[]): ReturnType<Bench['http']['put']> =>
  bench.http.put(`/api/v1/acts/${randomUUID()}`).send({ says: 'Something', changes });
const get = async <T>(bench: Bench, path: string): Promise<T> => (await bench.http.get(`/api/v1/${path}`)).body as T;

describe('today in Vellmark', () => {
  let bench: Bench;
  beforeAll(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
  });
  afterAll(() => bench.database.close());

  it('the season rests on four years of catches, within the bands of its marks', async () => {
    const { season } = await get<TodayDto>(bench, 'today');
    const { prediction, lag, lacks, curve } = season!;
    expect([prediction.basis, prediction.years, lacks]).toEqual(['many-years', 4, []]);
    const { earliest, peak, last, hangBy } = prediction;
    expect(earliest.date < peak.date && peak.date < last.date).toBeTrue();
    expect(hangBy).toBe(addDays(earliest.date, -14));
    expect(lag!.sd).toBeLessThan(7);
    expect(curve.length).toBe(365);
  });

  it('in full stands on every year’s arrivals, on scouts of the log, and on lures that cost more trips in the sun', async () => {
    const shade = await get<SeasonSheetDto>(bench, 'today/season');
    expect(shade.years.map(({ season, arrivals }) => [season, arrivals.length])).toEqual([
      [2023, 7],
      // One of each came by a call-out; what was cut out of a wall tells nothing of the season.
      [2024, 12],
      [2025, 9],
      [2026, 4],
    ]);
    for (const { arrivals } of shade.years) expect(arrivals.every(({ day }) => day > 80 && day < 220)).toBeTrue();
    expect(shade.scouts.tuned).toBeTrue();
    const own = shade.scouts.table.map((row) => row.own);
    expect(own).toEqual([...own].sort((a, b) => a - b));
    const sun = await get<SeasonSheetDto>(bench, 'today/season?exposure=fullSun');
    const trips = ({ lures }: SeasonSheetDto): number => lures!.carriers.reduce((sum, one) => sum + one.trips, 0);
    expect(trips(sun)).toBeGreaterThan(trips(shade));
    expect(shade.lures!.from).toBe(shade.clock!.prediction.hangBy!);
    expect(errorIn(await bench.http.get('/api/v1/today/season?exposure=attic')).code).toBe('VALIDATION');
    // Weather only delays: what is kept back in the cold comes after it.
    const { delayed, curve, day } = shade.clock!;
    const sum = (list: readonly number[]): number => list.reduce((all, one) => all + one, 0);
    const slice = delayed!.mass.map((_, n) => curve[day - 1 + n]!);
    expect(sum(delayed!.mass)).toBeLessThanOrEqual(sum(slice) + 1e-12);
    expect(sum(delayed!.mass)).toBeGreaterThan(0.9 * sum(slice));
  });

  it('the steps are read at a secret address until it is revoked, and a guess opens nothing', async () => {
    const made = await bench.http.post('/api/v1/today/calendars').send({ name: 'Kitchen' });
    const { calendar, path } = made.body as NewCalendarKeyDto;
    const read = await bench.http.get(path);
    expect([read.status, read.type]).toEqual([200, 'text/calendar']);
    expect(read.text).toBe((await bench.http.get('/api/v1/today/steps.ics')).text);
    expect((await bench.http.get(path.replace(/.\.ics$/, '_.ics'))).status).toBe(404);
    const { items } = await get<{ items: readonly CalendarKeyDto[] }>(bench, 'today/calendars');
    expect(items.find(({ id }) => id === calendar.id)?.lastReadAt).toBe(NOW);
    expect(JSON.stringify(items)).not.toContain(path.slice(-40));
    const stored = await bench.database.source.query<unknown[]>('SELECT * FROM calendar_key');
    expect(JSON.stringify(stored)).not.toContain(path.split('/').at(-1)!.replace('.ics', ''));
    expect((await bench.http.delete(`/api/v1/today/calendars/${calendar.id}`)).status).toBe(200);
    expect((await bench.http.get(path)).status).toBe(404);
    expect((await bench.http.post('/api/v1/today/calendars').send({ name: ' ' })).status).toBe(400);
  });

  it('a trap nobody closed in time is closed tonight, half an hour after sunset, and comes down by daylight', async () => {
    const { plans, now } = await get<TodayDto>(bench, 'today');
    const plan = plans.find(({ number }) => number === 'V-11')!;
    const at = (code: string): string => plan.steps.find((step) => step.code === code)!.start;
    const { sunset } = sunTimes('2026-05-14', 47.4, 13.2);
    const minute = Math.round(sunset! + 120 + 30);
    expect(
      Math.abs(60 * Number(at('closeAtDusk').slice(11, 13)) + Number(at('closeAtDusk').slice(14)) - minute),
    ).toBeLessThan(2);
    expect(at('closeAtDusk') > now).toBeTrue();
    expect(at('lowerAtFirstLight').slice(0, 10)).toBe('2026-05-15');
    expect(plan.notes).toContain('ladder');
  });

  it('what was carried and hived tells its steps by itself', async () => {
    const { plans } = await get<TodayDto>(bench, 'today');
    const plan = plans.find(({ number }) => number === 'V-14')!;
    const states = Object.fromEntries(plan.steps.map(({ code, state }) => [code, state]));
    expect(states).toEqual(
      jasmine.objectContaining({ closeAtDusk: 'done', move: 'done', open: 'done', rehang: 'late' }),
    );
    expect([plan.carried, plan.wentTo]).toEqual([true, 'Marn apiary']);
  });

  it('an old catch has its plan, and it is over', async () => {
    const board = await get<{ cards: { caught: { id: string; foundOn: string }; siteId: string | null }[] }>(
      bench,
      'catches/board',
    );
    const old = board.cards.find(({ caught, siteId }) => caught.foundOn < '2024' && siteId !== null)!;
    expect((await get<CatchPlanDto>(bench, `catches/${old.caught.id}/plan`)).over).toBeTrue();
    expect((await bench.http.get('/api/v1/catches/nobody/plan')).status).toBe(404);
  });

  it('its calendar is read by another program, step for step at its local time', async () => {
    const { plans, calls } = await get<TodayDto>(bench, 'today');
    expect(calls.some(({ steps }) => steps.length > 0)).toBeTrue();
    const ahead = [...plans, ...calls].flatMap(({ steps }) =>
      steps.filter(({ state }) => state !== 'done' && state !== 'skipped'),
    );
    const ics = (await bench.http.get('/api/v1/today/steps.ics')).text;
    const script = [
      'import sys, icalendar',
      'for e in icalendar.Calendar.from_ical(sys.stdin.buffer.read()).walk("VEVENT"):',
      '    print(e.decoded("DTSTART").strftime("%Y-%m-%dT%H:%M"), e.decoded("DTEND").strftime("%Y-%m-%dT%H:%M"), e.decoded("DTSTART").tzinfo)',
    ].join('\n');
    const read = spawnSync('/usr/bin/python3', ['-c', script], { input: ics, encoding: 'utf8' });
    expect(read.stderr).toBe('');
    expect(read.stdout.trim().split('\n').sort()).toEqual(ahead.map(({ start, end }) => `${start} ${end} None`).sort());
  });

  it('lures have a state and a day to be renewed, with its range', async () => {
    const { traps } = await get<DueListDto>(bench, 'rounds/due');
    for (const { lure, number } of traps) {
      expect(lure).withContext(number).not.toBeNull();
      const { earliest, date, latest, fraction, guessedDays } = lure!;
      expect(fraction > 0 && fraction <= 1 && guessedDays === 0)
        .withContext(number)
        .toBeTrue();
      expect(earliest! <= date! && (latest === null || date! <= latest))
        .withContext(number)
        .toBeTrue();
    }
  });
});

describe('a first season', () => {
  it('is told step by step, and what lies in the bin was not done', async () => {
    const bench = await openBench();
    const done = async (): Promise<string> =>
      Object.entries((await get<TodayDto>(bench, 'today')).first)
        .flatMap(([step, is]) => (is ? [step] : []))
        .join(' ');
    expect(await done()).toBe('');
    await bench.http.put('/api/v1/designs/nuc').send({ revision: 0, document: sample });
    expect(await done()).toBe('design');
    await bench.http.post('/api/v1/traps').send({
      designId: 'nuc',
      designRevision: 1,
      traps: [{ id: 't1', number: 'V-01' }],
      paintedOn: null,
      owner: '',
    });
    await act(bench, put('sites', 's1', { name: 'Old weir', permission: 'granted' }));
    expect(await done()).toBe('design trap site');
    await act(bench, put('deployments', 'd1', { trapId: 't1', siteId: 's1', hungOn: '2026-05-01' }));
    await act(bench, put('visits', 'v1', { deploymentId: 'd1', at: '2026-05-10T10:00', scoutsPerMin: 3 }));
    await act(bench, put('catches', 'c1', { foundOn: '2026-05-12', method: 'shaken', place: 'bakery' }));
    expect(await done()).toBe('design trap site stay look caught');
    await act(bench, { op: 'delete', table: 'visits', id: 'v1', revision: 1 });
    expect(await done()).toBe('design trap site stay caught');
    await bench.database.close();
  });
});

describe('the day of one keeper', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
    await bench.http.put('/api/v1/designs/nuc').send({ revision: 0, document: sample });
    await bench.http.post('/api/v1/traps').send({
      designId: 'nuc',
      designRevision: 1,
      traps: [{ id: 't1', number: 'V-01' }],
      paintedOn: null,
      owner: '',
    });
  });
  afterEach(() => bench.database.close());

  const day = (): Promise<TodayDto> => get<TodayDto>(bench, 'today');
  const site = (id: string, fields: Fields): ChangeDto =>
    put('sites', id, { name: id, lat: 47.4, lon: 13.2, permission: 'granted', ...fields });
  const hung = put('deployments', 'd1', { trapId: 't1', siteId: 's1', hungOn: '2026-04-10', heightM: 1.5 });
  const caught = (fields: Fields = {}): ChangeDto =>
    put('catches', 'c1', { deploymentId: 'd1', foundOn: '2026-05-14', method: 'trap', size: 'medium', ...fields });
  const weather = (from: string, days: number, tMaxC: number): readonly ChangeDto[] =>
    Array.from({ length: days }, (_, n) => {
      const date = addDays(from, n);
      return put('weather', `w-${date}`, { date, tMinC: tMaxC - 10, tMaxC, source: 'measured' });
    });

  it('with nothing recorded there is nothing to say, and it is said', async () => {
    expect(await day()).toEqual(
      jasmine.objectContaining({ season: null, sun: null, traps: [], plans: [], weather: [], inUse: 1 }),
    );
  });

  it('with a site it guesses from latitude, and names the weather it lacks', async () => {
    await act(bench, site('s1', {}));
    const { season, sun } = await day();
    expect([season!.prediction.basis, season!.lag, season!.lacks]).toEqual(['prior', null, ['weather', 'forecast']]);
    expect(sun!.state).toBe('normal');
  });

  it('stays sensible at the pole, over the date line and south of the equator', async () => {
    for (const [lat, lon, timeZone] of [
      [89.9, 0, 'UTC'],
      [-16.8, 179.9, 'Pacific/Fiji'],
      [-13.8, -171.8, 'Pacific/Apia'],
    ] as const) {
      const id = `at-${lat}`.replace(/[.]/g, '_');
      await act(bench, site(id, { lat, lon, timeZone }));
      await act(
        bench,
        put('catches', `c-${id}`, {
          siteId: id,
          foundOn: '2026-05-12',
          method: 'shaken',
          size: 'small',
          school: 'sameEvening',
        }),
      );
      const plan = await get<CatchPlanDto>(bench, `catches/c-${id}/plan`);
      expect(plan.steps.length).withContext(timeZone).toBeGreaterThan(6);
      const closing = plan.steps.find(({ code }) => code === 'closeAtDusk')!;
      expect(closing.start)
        .withContext(timeZone)
        .toMatch(/^2026-05-1[2-5]T(1[5-9]|2[0-3]):/);
    }
    expect((await bench.http.get('/api/v1/today')).status).toBe(200);
  });

  it('bees in a trap stand above everything, and their next step is what is due', async () => {
    await act(bench, site('s1', {}));
    await act(bench, hung);
    await act(bench, caught({ school: 'sameEvening' }));
    const { traps, plans } = await day();
    expect(traps[0]!.due).toEqual(jasmine.objectContaining({ tier: 'bees', dueBy: '2026-05-14' }));
    expect(plans[0]!.steps.slice(0, 2)).toEqual([
      jasmine.objectContaining({ code: 'peek', state: 'now' }),
      jasmine.objectContaining({ code: 'closeAtDusk', state: 'ahead' }),
    ]);
  });

  it('a step is marked once, moved only with a time that is in the calendar, and done only when it has happened', async () => {
    await act(bench, site('s1', {}));
    await act(bench, hung);
    await act(bench, caught());
    const step = (id: string, fields: Fields): ChangeDto =>
      put('steps', id, { catchId: 'c1', code: 'move', ...fields });
    const says = (response: { body: unknown }): string => errorIn(response).fields?.[0]?.message ?? '';
    expect(says(await act(bench, step('m', { state: 'moved' })))).toContain('needs its new time');
    expect(says(await act(bench, step('m', { state: 'moved', at: '2026-02-30T21:00' })))).toContain(
      'not in the calendar',
    );
    expect(says(await act(bench, step('m', { state: 'done', at: '2026-06-01T21:00' })))).toContain('still to come');
    expect((await act(bench, step('m', { state: 'moved', at: '2026-05-18T21:30' }))).status).toBe(201);
    expect(says(await act(bench, step('again', { state: 'done', at: '2026-05-14T10:00' })))).toContain(
      'marked this step otherwise',
    );
    const plan = await get<CatchPlanDto>(bench, 'catches/c1/plan');
    expect(plan.steps.find(({ code }) => code === 'move')!.start).toBe('2026-05-18T21:30');
    expect(plan.steps.find(({ code }) => code === 'open')!.shiftedDays).toBe(2);
  });

  it('heat that is foretold cuts the hold short', async () => {
    await act(bench, site('s1', {}));
    await act(bench, hung);
    await act(bench, caught({ school: 'sameEvening' }));
    const open = async (): Promise<string> =>
      (await get<CatchPlanDto>(bench, 'catches/c1/plan')).steps.find(({ code }) => code === 'open')!.start.slice(0, 10);
    expect(await open()).toBe('2026-05-17');
    await act(bench, put('weather', 'hot', { date: '2026-05-16', tMinC: 16, tMaxC: 31, source: 'forecast' }));
    expect(await open()).toBe('2026-05-15');
  });

  it('a weighing moves the day to renew a lure, and narrows its range', async () => {
    await act(bench, site('s1', {}));
    await act(bench, hung, ...weather('2026-04-10', 45, 18));
    await act(
      bench,
      put('baits', 'b1', {
        deploymentId: 'd1',
        appliedOn: '2026-04-12',
        carrier: 'swabInBag',
        substance: 'lemongrassOil',
        massKg: 5e-4,
      }),
    );
    const lure = async () => (await day()).traps[0]!.lure!;
    const before = await lure();
    expect([before.weighed, before.guessedDays]).toEqual([0, 0]);
    await act(bench, put('weighings', 'g1', { baitId: 'b1', weighedOn: '2026-05-10', oilMassKg: 1.5e-4 }));
    const after = await lure();
    expect(after.weighed).toBe(1);
    expect(after.date! < before.date!).toBeTrue();
    expect(after.latest).not.toBeNull();
    expect(after.earliest! > before.earliest!).toBeTrue();
  });

  it('a day of weather that is missing is drawn from its neighbours, a week of it is taken as usual, and both are counted', () => {
    const line = (date: string, tMax: number) => ({
      date,
      tMin: 0,
      tMax,
      rainMm: null,
      windMps: null,
      source: 'measured' as const,
    });
    const { daily, guessed } = filledWeather(
      [line('2026-05-01', 10), line('2026-05-03', 20), line('2026-05-12', 20)],
      '2026-05-01',
      '2026-05-12',
    );
    expect([daily[1]!.tMax, daily[5]!.tMin, guessed]).toEqual([15, 8, 9]);
    expect(filledWeather([], '2026-05-01', '2026-05-02').guessed).toBe(2);
  });

  it('calendars fold long lines within 75 octets and never within a letter', () => {
    const ics = tasksToIcs(
      [{ id: 'x', start: '2026-05-14T21:06', end: '2026-05-14T22:06', title: `Grüße; ${'ü'.repeat(80)}` }],
      '20260514T162000Z',
    );
    const lines = ics.split('\r\n');
    expect(lines.every((one) => Buffer.byteLength(one) <= 75)).toBeTrue();
    expect(ics.replace(/\r\n /g, '')).toContain(`SUMMARY:Grüße\\; ${'ü'.repeat(80)}\r\n`);
  });
});
