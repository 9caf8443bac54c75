import { TestBed } from '@angular/core/testing';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { ReadingStream } from './reading-stream';

/** An EventSource whose server is this test. */
class FakeSource {
  static readonly opened: FakeSource[] = [];
  readonly #listeners = new Map<string, (event: { data: string }) => void>();
  closed = false;

  constructor(readonly address: string) {
    FakeSource.opened.push(this);
  }
  addEventListener(name: string, listener: (event: { data: string }) => void): void {
    this.#listeners.set(name, listener);
  }
  close(): void {
    this.closed = true;
  }
  tell(...seqs: number[]): void {
    for (const seq of seqs) this.#listeners.get('reading')?.({ data: JSON.stringify({ seq }) });
  }
  event(name: 'open' | 'error'): void {
    this.#listeners.get(name)?.({ data: '' });
  }
}

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
    line().tell(8, 9);
    line().event('error');
    expect(stream.lost()).toBe(true);
    expect(line().closed).toBe(true);
    jasmine.clock().tick(2100);
    expect(line().address).toContain('after=9');
    line().event('open');
    expect(stream.lost()).toBe(false);
    line().tell(9, 10, 11);
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
    line().tell(1, 2);
    const later: number[] = [];
    const second = stream.after(1).subscribe(({ seq }) => later.push(seq));
    expect(line().address).toContain('after=1');
    line().tell(2, 3);
    expect(later).toEqual([2, 3]);
    expect(heard).toEqual([1, 2]);
    first.unsubscribe();
    second.unsubscribe();
  });
});
