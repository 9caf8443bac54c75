import { ALARM_DO, type AlarmCode, type LiveReading, liveWatch, type Severity } from '@yewridge/core/callouts';
import { refusal } from './refusal.js';

describe('alarms while bees are taken', () => {
  const band = { low: 8, lowSure: 10, high: 12, harmful: 18 };
  const at = (code: AlarmCode, reading: Partial<LiveReading>, before: Severity | null): Severity | null =>
    liveWatch({
      reading: { running: true, ...reading },
      band,
      previous: before === null ? [] : [{ code, severity: before }],
    }).alarms.find((alarm) => alarm.code === code)?.severity ?? null;

  /** What is read, and what is said of it: where nothing stood, and where it stood at its worst. */
  type Row = readonly [value: number, fresh: Severity | null, stood: Severity | null];
  const rows: readonly (readonly [AlarmCode, (value: number) => Partial<LiveReading>, Severity, readonly Row[]])[] = [
    [
      'box-hot',
      (boxTemp) => ({ boxTemp }),
      'stop',
      [
        [309.65, null, null],
        [309.66, null, 'act'],
        [311.14, null, 'act'],
        [311.15, 'act', 'act'],
        [313.65, 'act', 'act'],
        [313.66, 'act', 'stop'],
        [315.15, 'stop', 'stop'],
      ],
    ],
    [
      'screen-covered',
      (coverage) => ({ coverage, allowedCoverage: 0.5 }),
      'stop',
      [
        [0.35, null, null],
        [0.36, null, 'watch'],
        [0.4, 'watch', 'watch'],
        [0.45, 'watch', 'watch'],
        [0.46, 'watch', 'act'],
        [0.5, 'act', 'act'],
        [0.53, 'act', 'stop'],
        [0.575, 'stop', 'stop'],
      ],
    ],
    [
      'hose-blocked',
      (pressureRatio) => ({ pressureRatio }),
      'act',
      [
        [1.15, null, null],
        [1.16, null, 'act'],
        [1.3, 'act', 'act'],
      ],
    ],
    [
      'source-strained',
      (pitchRatio) => ({ pitchRatio }),
      'act',
      [
        [1.03, null, null],
        [1.05, null, 'watch'],
        [1.06, 'watch', 'watch'],
        [1.1, 'watch', 'act'],
        [1.12, 'act', 'act'],
      ],
    ],
    [
      'source-weak',
      (pressureRatio) => ({ pressureRatio }),
      'act',
      [
        [0.85, null, null],
        [0.84, null, 'watch'],
        [0.8, 'watch', 'watch'],
        [0.69, 'watch', 'act'],
        [0.6, 'act', 'act'],
      ],
    ],
    [
      'battery-low',
      (runTimeLeft) => ({ runTimeLeft }),
      'stop',
      [
        [180, null, null],
        [179, null, 'stop'],
        [120, 'stop', 'stop'],
      ],
    ],
    [
      'battery-short',
      (beesLeft) => ({ beesLeft, runTimeLeft: 1000, feedRate: 10 }),
      'act',
      [
        [5800, null, null],
        [6000, null, 'watch'],
        [10_000 / 1.5, 'watch', 'watch'],
        [8800, 'watch', 'act'],
        [10_000, 'act', 'act'],
      ],
    ],
    [
      'speed-low',
      (speed) => ({ speed }),
      'act',
      [
        [10.5, null, null],
        [10.4, null, 'watch'],
        [10, 'watch', 'watch'],
        [8.3, 'watch', 'act'],
        [8, 'act', 'act'],
      ],
    ],
    [
      'speed-high',
      (speed) => ({ speed }),
      'stop',
      [
        [11.3, null, null],
        [11.5, null, 'act'],
        [12, 'act', 'act'],
        [17.2, 'act', 'stop'],
        [18, 'stop', 'stop'],
      ],
    ],
    [
      'box-full',
      (beesIn) => ({ beesIn, capacity: 10_000 }),
      'stop',
      [
        [9500, null, null],
        [9600, null, 'watch'],
        [10_000, 'watch', 'watch'],
        [11_100, 'watch', 'act'],
        [11_500, 'act', 'act'],
        [12_100, 'act', 'stop'],
        [13_000, 'stop', 'stop'],
      ],
    ],
    [
      'stale',
      (age) => ({ age }),
      'act',
      [
        [15, null, null],
        [16, null, 'watch'],
        [30, 'watch', 'watch'],
        [61, 'watch', 'act'],
        [120, 'act', 'act'],
      ],
    ],
    [
      'shut-long',
      (shutFor) => ({ running: false, shutFor, shutLimit: 1000 }),
      'act',
      [
        [600, null, null],
        [610, null, 'watch'],
        [700, 'watch', 'watch'],
        [910, 'watch', 'act'],
        [1000, 'act', 'act'],
      ],
    ],
  ];
  for (const [code, reading, worst, values] of rows) {
    it(`${code} is raised at its level and cleared behind it`, () => {
      for (const [value, fresh, stood] of values) {
        expect([at(code, reading(value), null), at(code, reading(value), worst)])
          .withContext(`${value}`)
          .toEqual([fresh, stood]);
      }
    });
  }

  it('a box that warms is said in seconds to 38 °C, and is over only a degree below and rising no more', () => {
    const warm = (boxTemp: number, tempRate: number, before: Severity | null): Severity | null =>
      at('box-warming', { boxTemp, tempRate }, before);
    expect([warm(309.15, 2 / 600, null), warm(309.15, 2 / 601, null)]).toEqual(['watch', null]);
    expect([warm(309.15, 2 / 899, 'watch'), warm(309.15, 2 / 900, 'watch')]).toEqual(['watch', null]);
    expect([warm(310.15, 0, 'watch'), warm(310.14, 0, 'watch')]).toEqual(['watch', null]);
    expect(warm(311.15, 0.01, 'watch')).toBeNull();
  });

  it('an open port with nothing running stops all, but for stragglers, an empty box, and where nobody knows', () => {
    const open = (reading: Partial<LiveReading>, before: Severity | null = null): Severity | null =>
      at('port-open-idle', { running: false, portOpen: true, ...reading }, before);
    expect([
      open({}),
      open({ waiting: true }),
      open({ beesIn: 0 }),
      open({ running: true }),
      open({ portOpen: false }),
    ]).toEqual(['stop', null, null, null, null]);
    expect(open({ portOpen: null }, 'stop')).toBe('stop');
  });

  it('a cause that stands goes before the remedy, and a hot box that stands still is opened', () => {
    const first = (reading: Partial<LiveReading>, code: AlarmCode): string | undefined =>
      liveWatch({ reading: { running: true, ...reading }, band }).alarms.find((alarm) => alarm.code === code)?.do;
    expect(first({ speed: 9 }, 'speed-low')).toBe('close-bleed');
    expect(first({ speed: 9, coverage: 0.9 }, 'speed-low')).toBe('look-at-screen');
    expect(first({ speed: 9, pitchRatio: 1.2 }, 'speed-low')).toBe('look-at-screen');
    expect(first({ speed: 9, pressureRatio: 1.4 }, 'speed-low')).toBe('shut-port');
    expect(first({ pressureRatio: 0.5, runTimeLeft: 60 }, 'source-weak')).toBe('shut-port');
    expect(first({ pressureRatio: 0.5 }, 'source-weak')).toBe('find-leak');
    expect(first({ boxTemp: 320 }, 'box-hot')).toBe(ALARM_DO['box-hot'][0]);
    expect(first({ boxTemp: 320, running: false }, 'box-hot')).toBe('open-mesh');
  });

  it('a shut box that may not be shut at all is one to act on, without a figure that is none', () => {
    const [alarm] = liveWatch({ reading: { running: false, shutFor: 0, shutLimit: 0 } }).alarms;
    expect([alarm?.code, alarm?.severity, alarm?.value]).toEqual(['shut-long', 'act', null]);
  });

  it('refuses a probe that says 900 K, and a band that falls', () => {
    expect(refusal(() => liveWatch({ reading: { running: true, boxTemp: 900 } }))).toEqual([
      'RANGE',
      'reading.boxTemp',
    ]);
    expect(refusal(() => liveWatch({ reading: { running: true }, band: { low: 5, lowSure: 4 } }))[0]).toBe('CONFLICT');
  });
});
