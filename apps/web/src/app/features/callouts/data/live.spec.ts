import { liveWatch } from '@yewridge/core/callouts';
import { callOut, rig, spell } from '../testing/calls';
import { alarmClears, alarmDo, alarmHead } from './alarm-words';
import { secondsBetween } from './job-clock';
import { liveChart } from './live-chart';
import { liveReading, liveState, probed, typedReading } from './live-state';

const at = (clock: string): string => `2026-05-14T${clock}`;
const began = { state: 'collecting', startedAt: at('18:20:00') } as const;
const NEST = { combsSeen: 3, combLengthM: 0.3, combHeightM: 0.4 };
const job = (spells: readonly (readonly [string, string | null])[], change: object = {}, taken: object = {}) =>
  callOut(
    { ...began, ...NEST, ...change },
    { taken, spells: spells.map(([from, to]) => spell(at(from), to && at(to))) },
  );

describe('a job as it runs', () => {
  it('seconds go over midnight, and from a minute to a second', () => {
    expect(secondsBetween('2026-05-14T23:59:50', '2026-05-15T00:00:10')).toBe(20);
    expect(secondsBetween('2026-05-14T18:20', '2026-05-14T18:21:05')).toBe(65);
  });

  it('counts suction spell by spell, the running one up to now', () => {
    const state = liveState(
      job([
        ['18:21:00', '18:24:00'],
        ['18:25:00', null],
      ]),
      rig(),
      at('18:27:30'),
    );
    expect([state.running, state.suction, state.elapsed, state.shutFor]).toEqual([true, 330, 450, null]);
    const paused = liveState(job([['18:21:00', '18:24:00']]), rig(), at('18:27:30'));
    expect([paused.running, paused.suction, paused.shutFor]).toEqual([false, 180, 210]);
    expect(liveState(job([]), rig(), at('18:27:30')).shutFor).toBeNull();
  });

  it('tells bees in by the hand, not by the hose, and never fewer than none to go', () => {
    const state = liveState(job([['18:20:00', null]]), rig({ feedRate: 30 }), at('18:30:00'));
    expect([state.feedRate, state.beesIn]).toEqual([14, 14 * 600]);
    expect(liveState(job([['18:20:00', null]]), rig({ feedRate: 6 }), at('18:30:00')).beesIn).toBe(3600);
    const long = liveState(job([['18:20:00', null]]), rig(), at('23:20:00'));
    expect([long.toGo, long.toGoMost, long.left]).toEqual([0, 0, 0]);
  });

  it('a fresh battery counts from when it was put in; a cord has none', () => {
    const spells = [
      ['18:20:00', '18:30:00'],
      ['18:32:00', null],
    ] as const;
    const left = (taken: object, runTime: number | null = 1800) =>
      liveState(job(spells, {}, taken), rig({ runTime }), at('18:34:00')).batteryLeft;
    expect(left({})).toBe(1800 - 600 - 120);
    expect(left({ batteryChangedAt: at('18:31:00') })).toBe(1800 - 120);
    expect(left({ batteryChangedAt: at('18:25:00') })).toBe(1800 - 300 - 120);
    expect(left({}, null)).toBeNull();
    expect(left({}, 300)).toBe(0);
  });

  it('a typed temperature tells how fast it warms once there are two, and grows old', () => {
    expect(typedReading([], at('18:30:00'))).toBeNull();
    const one = typedReading([{ at: at('18:29:00'), temp: 305 }], at('18:30:00'))!;
    expect([one.rate, one.age, one.simulated]).toEqual([null, 60, false]);
    const two = typedReading(
      [
        { at: at('18:28:00'), temp: 304 },
        { at: at('18:29:00'), temp: 305.2 },
      ],
      at('18:29:30'),
    )!;
    expect(two.rate).toBeCloseTo(0.02, 9);
    const same = typedReading(
      [
        { at: at('18:29:00'), temp: 304 },
        { at: at('18:29:00'), temp: 305 },
      ],
      at('18:29:30'),
    )!;
    expect(same.rate).toBeNull();
  });

  it('the watch hears of old readings only where somebody typed them', () => {
    const one = job([['18:20:00', null]]);
    const state = liveState(one, rig(), at('18:30:00'));
    const typed = liveReading(one, state, {
      rig: rig(),
      box: typedReading([{ at: at('18:22:00'), temp: 305 }], at('18:30:00')),
    });
    expect(liveWatch({ reading: typed }).alarms.map(({ code }) => code)).toContain('stale');
    const simulated = liveReading(one, state, { rig: rig(), box: probed(state) });
    expect(liveWatch({ reading: simulated }).alarms.map(({ code }) => code)).not.toContain('stale');
    expect(
      alarmHead({ ...liveWatch({ reading: { running: true, boxTemp: 311.55 } }).alarms[0]! }, 'imperial'),
    ).toContain('101.1 °F');
    expect(liveReading(one, state, { rig: null, box: null })).toEqual(
      jasmine.objectContaining({ boxTemp: null, capacity: null, speed: null }),
    );
  });

  it('a box that was shut full is out of the way: what counts is the one that is being filled', () => {
    const full = (boxesFull: number) => {
      const one = job([['18:20:00', null]], { beesExpected: 40_000 }, { boxesFull });
      return liveReading(one, liveState(one, rig(), at('18:40:00')), {
        rig: rig({ perBox: 15_000, boxes: 2 }),
        box: null,
      });
    };
    expect([full(0).beesIn, full(0).capacity]).toEqual([16_800, 30_000]);
    expect([full(1).beesIn, full(1).capacity]).toEqual([1800, 15_000]);
    expect([full(2).beesIn, full(2).capacity]).toEqual([0, 15_000]);
  });

  it('the port is known to be shut where the record says so, and not before', () => {
    const before = job([]);
    expect(
      liveReading(before, liveState(before, rig(), at('18:21:00')), { rig: rig(), box: null }).portOpen,
    ).toBeNull();
    const paused = job([['18:20:00', '18:21:00']], { portShut: true });
    expect(
      liveReading(paused, liveState(paused, rig(), at('18:22:00')), { rig: rig(), box: null }).portOpen,
    ).toBeFalse();
  });
});

describe('the words of an alarm', () => {
  const alarm = (reading: object) => liveWatch({ reading: { running: true, ...reading } }).alarms[0]!;
  it('say the figure that raised it, what to do first, and when to go on', () => {
    const hot = alarm({ boxTemp: 311.55 });
    expect(alarmHead(hot, 'metric')).toBe('Box 38.4 °C, over 38.0 °C');
    expect(alarmDo(hot, true)).toEqual({
      now: 'Shut the port, then stop.',
      then: 'Box into the shade. Slide the lid off its mesh.',
    });
    expect(alarmDo(hot, false).now).toBe('Slide the lid off its mesh.');
    expect(alarmClears(hot, 'metric')).toBe('Go on below 36.5 °C.');
    expect(alarmHead(alarm({ coverage: 0.9, allowedCoverage: 0.8 }), 'metric')).toBe(
      'Screen covered to 113 % of what it may be',
    );
    expect(alarmHead(alarm({ runTimeLeft: 95 }), 'metric')).toBe('Battery: 1 min 35 s left');
    expect(alarmHead(alarm({ boxTemp: 309, tempRate: 0.01 }), 'metric')).toBe('Box at 38.0 °C in 4 min');
  });

  it('an alarm that only stands says that nothing newer is known', () => {
    const [held] = liveWatch({
      reading: { running: true },
      previous: [{ code: 'screen-covered', severity: 'act' }],
    }).alarms;
    expect(alarmHead(held!, 'metric')).toBe('Screen covered with bees, nothing newer is known');
  });
});

describe('the axis of a job', () => {
  const chart = (now: string, rate: number | null = 0.01, width = 380) => {
    const state = liveState(job([['18:20:00', null]]), rig(), at(now));
    const seconds = secondsBetween(at('18:20:00'), at(now));
    return {
      state,
      drawn: liveChart(state, {
        width,
        course: [
          { at: 0, celsius: 28 },
          { at: seconds, celsius: 38.4 },
        ],
        rate,
      }),
    };
  };

  it('what was stands left of now, what remains right of it, and nothing out of the sheet', () => {
    for (const now of ['18:20:00', '18:35:00', '19:50:00']) {
      const { drawn } = chart(now);
      for (const { x, width } of drawn.spells) expect(x + width).toBeLessThanOrEqual(drawn.now + 1);
      for (const right of [
        drawn.bees.x + drawn.bees.most,
        drawn.battery!.x + drawn.battery!.width,
        drawn.end?.x ?? 0,
      ]) {
        expect(right).toBeLessThanOrEqual(370.01);
      }
      expect(drawn.bees.x).toBe(drawn.now);
      expect(drawn.now).toBeGreaterThanOrEqual(70);
    }
  });

  it('hotter stands higher, and what is too hot for the sheet stays on it', () => {
    const { state } = chart('18:35:00');
    const at_ = (celsius: number) =>
      liveChart(state, { width: 380, course: [{ at: 900, celsius }], rate: null }).dot!.y;
    expect(at_(42)).toBeLessThan(at_(38));
    expect(at_(60)).toBe(at_(44));
    expect(at_(10)).toBe(at_(28));
    const { danger, warn } = chart('18:35:00').drawn;
    expect(warn.y).toBeCloseTo(danger.y + danger.height, 9);
  });

  it('leads to the danger only while it warms', () => {
    expect(chart('18:35:00', 0.01).drawn.ahead).not.toBe('');
    expect(chart('18:35:00', 0).drawn.ahead).toBe('');
    expect(chart('18:35:00', null).drawn.end).toBeNull();
  });

  it('has few ticks, the last of them with its unit', () => {
    for (const now of ['18:20:00', '18:50:00', '21:50:00']) {
      const { ticks } = chart(now).drawn;
      expect(ticks.length).toBeLessThanOrEqual(7);
      expect(ticks.at(-1)!.text).toMatch(/^\d+ min$/);
    }
  });
});
