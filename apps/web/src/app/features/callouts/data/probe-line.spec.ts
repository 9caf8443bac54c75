import type { ProbeQuery, ProbeReadingDto } from '@yewridge/contract/callouts';
import { FakeSource } from '../../../shared/streams/testing/fake-source';
import { freshReading, probeReadings } from './probe-line';

const reading = (elapsed: number): ProbeReadingDto => ({
  elapsed,
  boxTemp: 305,
  tempRate: 0.01,
  coverage: 0.3,
  simulated: true,
});

describe('the line to the probe in the box', () => {
  const real = window.EventSource;
  const line = (): FakeSource => FakeSource.opened.at(-1) as FakeSource;
  beforeEach(() => {
    FakeSource.opened.length = 0;
    (window as { EventSource: unknown }).EventSource = FakeSource;
    jasmine.clock().install();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    (window as { EventSource: unknown }).EventSource = real;
  });

  it('is asked from where the clock of the job stands, and closed when nobody looks', () => {
    const heard: number[] = [];
    const listening = probeReadings('c1', () => ({ elapsed: 90, pace: 20 })).subscribe(({ elapsed }) =>
      heard.push(elapsed),
    );
    expect(line().address).toBe('/api/v1/callouts/c1/probe?elapsed=90&pace=20');
    line().say(reading(90), reading(98));
    expect(heard).toEqual([90, 98]);
    listening.unsubscribe();
    expect(line().closed).toBeTrue();
  });

  it('refused, it is tried again from where the clock stands then; dropped, the browser mends it itself', () => {
    let elapsed = 0;
    const listening = probeReadings('c1', () => ({ elapsed, pace: 1 })).subscribe();
    line().event('error');
    expect(line().closed).toBeFalse();
    line().readyState = FakeSource.CLOSED;
    line().event('error');
    elapsed = 12;
    jasmine.clock().tick(1999);
    expect(FakeSource.opened.length).toBe(1);
    jasmine.clock().tick(1);
    expect(line().address).toContain('elapsed=12&');
    listening.unsubscribe();
  });

  it('a reading holds for ten seconds of the world, either way, and not without one', () => {
    const at = (elapsed: number, where: ProbeQuery): boolean => freshReading(reading(elapsed), where) !== null;
    expect([at(100, { elapsed: 110, pace: 1 }), at(100, { elapsed: 110.1, pace: 1 })]).toEqual([true, false]);
    expect([at(100, { elapsed: 300, pace: 20 }), at(100, { elapsed: 301, pace: 20 })]).toEqual([true, false]);
    expect(at(111, { elapsed: 100, pace: 1 })).toBeFalse();
    expect(freshReading(null, { elapsed: 0, pace: 1 })).toBeNull();
  });
});
