import { jobProgress, liveWatch } from '@yewridge/core/callouts';
import { secondsBetween } from '@yewridge/core/shared/calendar';
import { callOut, rig, spell } from '../testing/calls';
import { alarmClears, alarmDo, alarmHead } from './alarm-words';
import { liveChart } from './live-chart';

const at = (clock: string): string => `2026-05-14T${clock}`;
const began = { state: 'collecting', startedAt: at('18:20:00') } as const;
const NEST = { combsSeen: 3, combLengthM: 0.3, combHeightM: 0.4 };
const job = (from: string) => callOut({ ...began, ...NEST }, { taken: {}, spells: [spell(at(from), null)] });

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
    expect(alarmHead(hot, 'imperial')).toBe('Box 101.1 °F, over 100.4 °F');
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
    const state = jobProgress(job('18:20:00'), rig(), at(now));
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
