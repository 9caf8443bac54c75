import type { DeviceDto, DeviceReadingDto, DevicesDto } from '@yewridge/contract/devices';
import type { HangingSensor } from '@yewridge/contract/rounds';
import { measuredWords, signWords } from '../../../shared/devices/sensor-words';
import { coursesOf } from './device-courses';
import { deviceLines, devicesAnswer, sendExample, withReading } from './device-words';

const reading = (seq: number, change: Partial<DeviceReadingDto> = {}): DeviceReadingDto => ({
  seq,
  deviceId: 'weir',
  at: '2026-05-14T18:00',
  instant: '2026-05-14T16:00:00.000Z',
  perMin: 24,
  insideC: 17.4,
  massKg: 3.42,
  source: 'measured',
  ...change,
});
const device = (change: Partial<DeviceDto> = {}): DeviceDto => ({
  id: 'weir',
  kind: 'trapSensor',
  name: 'Weir',
  trapId: 't7',
  number: 'V-07',
  simulated: false,
  createdAt: '2026-05-01T10:00:00.000Z',
  removedAt: null,
  readings: 1,
  last: reading(5),
  ...change,
});
const view = (...devices: readonly DeviceDto[]): DevicesDto => ({
  now: '2026-05-14T16:20:00.000Z',
  seq: 5,
  devices,
  traps: [{ trapId: 't7', number: 'V-07', site: 'Old weir' }],
});

describe('devices in words', () => {
  it('say where each is, what it last told, and which are simulated', () => {
    expect(deviceLines(view(device()), 'metric')[0]).toEqual(
      jasmine.objectContaining({
        trap: { number: 'V-07', link: ['/', 'stores', 'traps', 't7'] },
        where: ' at Old weir',
        bees: '24',
        inside: '17 °C',
        mass: '3.4 kg',
        when: 'Thu 14 May, 18:00',
        count: '1 reading',
      }),
    );
    expect(deviceLines(view(device({ trapId: 't9', last: null, readings: 0 })), 'metric')[0]).toEqual(
      jasmine.objectContaining({
        where: ', in Stores',
        bees: '',
        inside: '',
        mass: '',
        when: '',
        count: 'nothing yet',
      }),
    );
    expect(deviceLines(view(device({ kind: 'weatherStation', trapId: null })), 'metric')[0]).toEqual(
      jasmine.objectContaining({ trap: null, where: 'weather station', count: 'a day at a time' }),
    );
    expect(measuredWords(reading(1, { perMin: 1, insideC: null }), 'imperial')).toBe('1 bee a minute, 7.5 lb');
    expect(devicesAnswer(view())).toBe('No sensor reports yet');
    expect(devicesAnswer(view(device(), device({ id: 'b', simulated: true })))).toBe(
      '2 devices report; 1 of them simulated',
    );
    expect(devicesAnswer(view(device({ removedAt: '2026-05-14T16:00:00.000Z' })))).toBe('No sensor reports yet');
  });

  it('count a reading that comes in once, and keep the latest by its time, not by its coming', () => {
    const later = withReading(view(device()), reading(6, { instant: '2026-05-14T17:00:00.000Z', massKg: 5 }));
    expect([later.seq, later.devices[0]?.readings, later.devices[0]?.last?.massKg]).toEqual([6, 2, 5]);
    const old = withReading(later, reading(7, { instant: '2026-05-13T17:00:00.000Z', massKg: 1 }));
    expect([old.devices[0]?.readings, old.devices[0]?.last?.massKg]).toEqual([3, 5]);
    expect(withReading(old, reading(7))).toBe(old);
  });

  it('show how to send with the id and the key', () => {
    const text = sendExample('weir', 'secret', 'trapSensor', '2026-05-14T16:20:00.000Z');
    expect(text).toContain('/api/v1/devices/weir/readings');
    expect(text).toContain('Bearer secret');
    expect(text).toContain('"at":"2026-05-14T16:20:00Z"');
    expect(sendExample('roof', 'secret', 'weatherStation', '2026-05-14T16:20:00.000Z')).toContain('"tMaxC"');
  });

  it('tell a sign as a sign: since when, by what, and whether it is simulated', () => {
    const sensor: HangingSensor = {
      deviceId: 'weir',
      name: 'Sensor 4',
      simulated: true,
      at: '2026-05-15T18:00',
      perMin: 8,
      insideC: 33,
      massKg: 5.1,
      movedIn: true,
      sign: { movedIn: true, since: '2026-05-15T12:00', by: ['mass', 'warmth'], gainKg: 1.7 },
    };
    expect(signWords(sensor, 'metric')).toBe(
      'bees seem to have moved in on Fri 15 May, 12:00: 1.7 kg heavier and warm through the night (Sensor 4, simulated)',
    );
    expect(signWords({ ...sensor, movedIn: false }, 'metric')).toBe('the trap is empty (Sensor 4, simulated)');
  });
});

describe('three days of a sensor', () => {
  const now = '2026-05-14T16:00:00.000Z';
  const at = (hoursAgo: number, massKg: number | null, perMin: number | null = 0): DeviceReadingDto => {
    const instant = new Date(Date.parse(now) - hoursAgo * 3_600_000).toISOString();
    return reading(1000 - hoursAgo, { instant, at: instant.slice(0, 16), massKg, perMin });
  };

  it('begin 72 hours ago, and nothing of what is older or still to come is in them', () => {
    expect(coursesOf([at(72, 5)], now, 'metric')?.mass).toEqual([{ x: -72, y: 5 }]);
    expect(coursesOf([at(72.1, 5)], now, 'metric')).toBeNull();
    expect(coursesOf([at(0, 5)], now, 'metric')?.mass).toEqual([{ x: 0, y: 5 }]);
    expect(coursesOf([at(-0.1, 5)], now, 'metric')).toBeNull();
  });

  it('break where the sensor was silent for more than six hours', () => {
    expect(coursesOf([at(12, 5), at(6, 5)], now, 'metric')?.mass.map(({ y }) => y)).toEqual([5, 5]);
    expect(coursesOf([at(12.1, 5), at(6, 5)], now, 'metric')?.mass.map(({ y }) => y)).toEqual([5, null, 5]);
  });

  it('show a box that gains little as a quiet line, and one that gains much from edge to edge', () => {
    expect(coursesOf([at(6, 5), at(1, 5.5)], now, 'metric')?.massRange).toEqual([4.25, 6.25]);
    expect(coursesOf([at(6, 5), at(1, 8)], now, 'metric')?.massRange).toEqual([5, 8]);
  });

  it('say in words what is drawn, and nothing of a weight that nobody measured', () => {
    expect(coursesOf([at(6, 5, 3), at(1, 8, 24)], now, 'metric')?.says).toBe(
      'three days: at most 24 bees a minute, 5.0 kg to 8.0 kg',
    );
    expect(coursesOf([at(6, 5, 3), at(1, 8, 24)], now, 'imperial')?.says).toContain('11.0 lb to 17.6 lb');
    expect(coursesOf([at(1, null, null)], now, 'metric')?.says).toBe('three days: at most 0 bees a minute');
    expect(coursesOf([at(6, 5, 3)], now, 'metric')?.mostBees).toBe(10);
  });

  it('mark where a new day began', () => {
    expect(coursesOf([at(17, 5), at(16, 5), at(15, 5)], now, 'metric')?.midnights).toEqual([-16]);
  });
});
