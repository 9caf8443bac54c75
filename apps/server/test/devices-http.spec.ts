import type { DeviceReadingDto, DevicesDto, NewDeviceDto } from '@yewridge/contract/devices';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { AddressInfo } from 'node:net';
import { once } from 'node:events';
import { createServer, get, type Server } from 'node:http';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { seedDemo, trapOf } from './devices-support.js';
import { type Bench, errorIn, NOW, openBench } from './support.js';

const HOUR = 3_600_000;
const at = (hoursAgo: number): string => new Date(Date.parse(NOW) - hoursAgo * HOUR).toISOString();
const reading = (hoursAgo: number, change: object = {}): object => ({
  at: at(hoursAgo),
  perMin: 3,
  insideC: 15,
  massKg: 9,
  ...change,
});

let bench: Bench;
let sensor: NewDeviceDto;

async function register(body: object): Promise<NewDeviceDto> {
  const answer = await bench.http.post('/api/v1/devices').send(body);
  expect(answer.status).toBe(201);
  return answer.body as NewDeviceDto;
}
function send(to: NewDeviceDto, readings: readonly object[], key = to.key): ReturnType<Bench['http']['post']> {
  return bench.http
    .post(`/api/v1/devices/${to.device.id}/readings`)
    .set('Authorization', `Bearer ${key}`)
    .send({ readings });
}
const due = async (): Promise<DueListDto> => (await bench.http.get('/api/v1/rounds/due')).body as DueListDto;

describe('devices over HTTP', () => {
  beforeEach(async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
    sensor = await register({ kind: 'trapSensor', name: 'Weir', trapId: trapOf('V-09') });
  });
  afterEach(async () => {
    await bench.database.close();
  });

  it('tell a key once, keep only its digest, and are opened by no other', async () => {
    const rows: { key_sha256: string }[] = await bench.database.source.query('SELECT key_sha256 FROM device');
    expect(JSON.stringify(rows)).not.toContain(sensor.key);
    const all = (await bench.http.get('/api/v1/devices')).body as DevicesDto;
    expect(JSON.stringify(all)).not.toContain(sensor.key);
    const other = await register({ kind: 'weatherStation', name: 'Roof' });
    for (const key of ['', 'wrong', other.key]) {
      const answer = await send(sensor, [reading(1)], key);
      expect(errorIn(answer).code).withContext(key).toBe('UNKNOWN_KEY');
    }
    expect((await send(sensor, [reading(1)])).body).toEqual({ kept: 1, known: 0 });
    await bench.http.delete(`/api/v1/devices/${sensor.device.id}`);
    expect((await send(sensor, [reading(0)])).status).toBe(401);
  });

  it('are refused without a name, without their trap, and for a trap that is not there', async () => {
    const refused = async (body: object): Promise<unknown> =>
      errorIn(await bench.http.post('/api/v1/devices').send(body)).fields?.map(({ path }) => path);
    expect(await refused({ kind: 'trapSensor', name: ' ', trapId: trapOf('V-09') })).toEqual(['name']);
    expect(await refused({ kind: 'trapSensor', name: 'A' })).toEqual(['trapId']);
    expect(await refused({ kind: 'trapSensor', name: 'A', trapId: 'V-99' })).toEqual(['trapId']);
    expect(await refused({ kind: 'oracle', name: 'A' })).toEqual(['kind']);
  });

  it('keep a reading once however often it is sent, and as it first came in', async () => {
    expect((await send(sensor, [reading(2), reading(1)])).body).toEqual({ kept: 2, known: 0 });
    expect((await send(sensor, [reading(2), reading(1), reading(0)])).body).toEqual({ kept: 1, known: 2 });
    const otherwise = await send(sensor, [reading(0.5), reading(1, { massKg: 30 })]);
    expect(errorIn(otherwise).code).toBe('RULE');
    expect(errorIn(otherwise).fields?.[0]?.path).toBe('readings[1].at');
    const { items } = (await bench.http.get(`/api/v1/readings?deviceId=${sensor.device.id}`)).body as {
      items: DeviceReadingDto[];
    };
    expect(items.map(({ instant }) => instant)).toEqual([at(2), at(1), at(0)]);
    // Wall time where the keeper is: two hours ahead of UTC.
    expect(items.at(-1)).toEqual(jasmine.objectContaining({ at: '2026-05-14T18:20', massKg: 9, source: 'measured' }));
  });

  it('refuse rubbish, times to come and clocks that were never set, and nothing of such a batch is kept', async () => {
    const bad: readonly (readonly [change: object, path: string, says: RegExp])[] = [
      [{ at: '2099-01-01T00:00:00Z' }, 'readings[1].at', /still to come/],
      [{ at: '1970-01-01T00:00:00Z' }, 'readings[1].at', /before 2000/],
      [{ at: '2026-05-14T10:00:00' }, 'readings[1].at', /with its offset or Z/],
      [{ at: '2026-02-31T10:00:00Z' }, 'readings[1].at', /ISO 8601|calendar/],
      [{ insideC: 900 }, 'readings[1].insideC', /less than or equal to 90 \(got 900\)/],
      [{ massKg: 'heavy' }, 'readings[1].massKg', /must be a number \(got "heavy"\)/],
      [{ perMin: -1 }, 'readings[1].perMin', /greater than or equal to 0/],
      [{ humidity: 80 }, 'readings[1].humidity', /not allowed/],
    ];
    for (const [change, path, says] of bad) {
      const answer = await send(sensor, [reading(3), reading(1, change)]);
      expect(answer.status).withContext(path).toBe(400);
      expect(errorIn(answer).fields?.[0]).toEqual({ path, message: jasmine.stringMatching(says) as never });
    }
    expect((await send(sensor, [{ at: at(1) }])).status).toBe(400);
    expect((await send(sensor, [])).status).toBe(400);
    expect((await send(sensor, Array(501).fill(reading(1)))).status).toBe(400);
    const { items } = (await bench.http.get(`/api/v1/readings?deviceId=${sensor.device.id}`)).body as { items: [] };
    expect(items).toEqual([]);
  });

  it('put a trap first in the list when its sensor says bees moved in, until somebody has looked', async () => {
    const hours = Array.from({ length: 30 }, (_, n) => 29 - n);
    await send(
      sensor,
      hours.map((ago) => reading(ago, ago < 8 ? { insideC: 33, massKg: 10.7, perMin: 40 } : {})),
    );
    const line = async (): Promise<DueListDto['traps'][number] | undefined> =>
      (await due()).traps.find(({ number }) => number === 'V-09');
    const [sign, tier] = [(await line())?.sensor, (await line())?.due.tier];
    expect(tier).toBe('bees');
    expect(sign).toEqual(jasmine.objectContaining({ simulated: false, movedIn: true, massKg: 10.7 }));
    expect(sign?.sign.since).toBe('2026-05-14T11:20');
    const { deploymentId } = (await line())!;
    const fields = { deploymentId, at: '2026-05-14T18:15', occupied: false, scoutsPerMin: 25 };
    const change = { op: 'put', table: 'visits', id: 'look', revision: 0, fields };
    await bench.http.put('/api/v1/acts/look').send({ says: 'Empty after all', changes: [change] });
    expect((await line())?.sensor?.movedIn).toBe(false);
    expect((await line())?.due.tier).not.toBe('bees');
  });

  it('count scouts at the busiest hour of the day into the chance of an arrival', async () => {
    const before = (await due()).traps.find(({ number }) => number === 'V-09');
    await send(sensor, [reading(6, { perMin: 45 }), reading(3, { perMin: 12 }), reading(0, { perMin: 0 })]);
    const after = (await due()).traps.find(({ number }) => number === 'V-09');
    const { counted } = after!;
    expect(counted).toEqual(
      jasmine.objectContaining({ at: '2026-05-14T12:20', perMin: 45, bySensor: true, tuned: true }),
    );
    expect(counted!.chance48 > after!.chance24! && counted!.chance72 > counted!.chance48).toBe(true);
    expect(after?.chance24 ?? 0).toBeGreaterThan(before?.chance24 ?? 1);
    expect(after?.due.tier).toBe('soon');
  });

  it('of a weather station measure days, in place of what was foretold; not days to come, nor nights above days', async () => {
    const station = await register({ kind: 'weatherStation', name: 'Roof' });
    const days = [
      { date: '2026-05-13', tMinC: 7, tMaxC: 19.5, rainMm: 0, windMps: 2 },
      { date: '2026-05-14', tMinC: 8.5, tMaxC: 21, rainMm: 0, windMps: 1 },
    ];
    expect((await send(station, days)).body).toEqual({ kept: 2, known: 0 });
    expect((await send(station, days)).body).toEqual({ kept: 0, known: 2 });
    const rows = (await bench.http.get('/api/v1/records/weather?sort=-date&limit=50')).body as {
      items: { date: string; tMaxC: number; source: string }[];
    };
    expect(rows.items.find(({ date }) => date === '2026-05-14')).toEqual(
      jasmine.objectContaining({ tMaxC: 21, source: 'measured' }),
    );
    expect(errorIn(await send(station, [{ date: '2026-05-15', tMaxC: 20 }])).fields?.[0]?.message).toMatch(/to come/);
    expect(errorIn(await send(station, [{ date: '2026-05-12', tMinC: 20, tMaxC: 9 }])).code).toBe('RULE');
    expect(errorIn(await send(station, [days[0]!, days[0]!])).fields?.[0]?.message).toMatch(/twice/);
    expect((await send(station, [reading(1)])).status).toBe(400);
  });
});

/** Events of a stream, as a browser would read them. */
function listen(server: Server, lastEventId?: number): { readonly seqs: number[]; readonly close: () => void } {
  const { port } = server.address() as AddressInfo;
  const seqs: number[] = [];
  const headers = lastEventId === undefined ? {} : { 'Last-Event-ID': String(lastEventId) };
  const request = get({ port, path: '/api/v1/readings/stream', headers }, (response) => {
    let text = '';
    response.on('data', (part: Buffer) => {
      text += part.toString();
      const events = text.split('\n\n');
      text = events.pop() ?? '';
      for (const event of events) {
        const id = /^id: (\d+)$/m.exec(event)?.[1];
        if (id !== undefined) seqs.push(Number(id));
      }
    });
    response.on('error', () => undefined);
  });
  request.on('error', () => undefined);
  return { seqs, close: () => request.destroy() };
}

describe('the stream of readings', () => {
  it('tells every reading once, in order, while they come in and across readers that break off', async () => {
    bench = await openBench();
    await seedDemo(bench.database, await DemoClock.open(bench.database, NOW));
    sensor = await register({ kind: 'trapSensor', name: 'Weir', trapId: trapOf('V-09') });
    const server = createServer(bench.app).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const total = async (): Promise<number> => {
      const [row] = await bench.database.source.query<{ n: number }[]>('SELECT count(*) AS n FROM device_reading');
      return row?.n ?? 0;
    };
    const first = listen(server);
    const sending = Array.from({ length: 40 }, (_, n) => send(sensor, [reading(200 - 4 * n), reading(199 - 4 * n)]));
    await Promise.all(sending.slice(0, 20));
    while (first.seqs.length < 40) await new Promise((after) => setTimeout(after, 10));
    first.close();
    const seen = first.seqs.at(-1) ?? 0;
    const second = listen(server, seen);
    await Promise.all(sending);
    const all = await total();
    while (first.seqs.length + second.seqs.length < all) await new Promise((after) => setTimeout(after, 10));
    const heard = [...first.seqs, ...second.seqs];
    expect(new Set(heard).size).toBe(heard.length);
    expect(heard).toEqual([...heard].sort((a, b) => a - b));
    expect(heard.length).toBe(all);
    second.close();
    server.closeAllConnections();
    server.close();
    await bench.database.close();
  }, 60_000);
});
