import { TestBed } from '@angular/core/testing';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { FakeSource } from '../streams/testing/fake-source';
import { ReadingStream } from './reading-stream';

describe('the stream of readings on the screen', () => {
  const real = window.EventSource;
  let heard: number[];
  const line = (): FakeSource => FakeSource.opened.at(-1) as FakeSource;

  beforeEach(() => {
    FakeSource.opened.length = 0;
    heard = [];
    (window as { EventSource: unknown }).EventSource = FakeSource;
    jasmine.clock().install();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    (window as { EventSource: unknown }).EventSource = real;
  });

  it('goes on after the last number seen when the line was lost, and passes over what is told twice', () => {
    const stream = TestBed.inject(ReadingStream);
    const listening = stream.after(7).subscribe(({ seq }: DeviceReadingDto) => heard.push(seq));
    expect(line().address).toContain('after=7');
    line().say({ seq: 8 }, { seq: 9 });
    line().event('error');
    expect(stream.lost()).toBe(true);
    expect(line().closed).toBe(true);
    jasmine.clock().tick(2100);
    expect(line().address).toContain('after=9');
    line().event('open');
    expect(stream.lost()).toBe(false);
    line().say({ seq: 9 }, { seq: 10 }, { seq: 11 });
    expect(heard).toEqual([8, 9, 10, 11]);
    listening.unsubscribe();
    expect(line().closed).toBe(true);
    expect(FakeSource.opened.length).toBe(2);
  });

  it('tries again as often as the server is away', () => {
    const listening = TestBed.inject(ReadingStream).after(0).subscribe();
    for (let n = 0; n < 5; n++) {
      line().event('error');
      jasmine.clock().tick(2100);
    }
    expect(FakeSource.opened.length).toBe(6);
    listening.unsubscribe();
    jasmine.clock().tick(10_000);
    expect(FakeSource.opened.length).toBe(6);
  });

  it('gives each listener all of it from where that listener stands', () => {
    const stream = TestBed.inject(ReadingStream);
    const first = stream.after(0).subscribe(({ seq }) => heard.push(seq));
    line().say({ seq: 1 }, { seq: 2 });
    const later: number[] = [];
    const second = stream.after(1).subscribe(({ seq }) => later.push(seq));
    expect(line().address).toContain('after=1');
    line().say({ seq: 2 }, { seq: 3 });
    expect(later).toEqual([2, 3]);
    expect(heard).toEqual([1, 2]);
    first.unsubscribe();
    second.unsubscribe();
  });
});
