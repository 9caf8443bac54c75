import { news } from './news';

/** A line that can be made to tell, and to break for good. */
class Line extends EventTarget {
  static readonly all: Line[] = [];
  static readonly CLOSED = 2;
  readyState = 1;
  onerror: (() => void) | null = null;
  constructor(readonly url: string) {
    super();
    Line.all.push(this);
  }
  tell(): void {
    this.dispatchEvent(new Event('news'));
  }
  refuse(): void {
    this.readyState = Line.CLOSED;
    this.onerror?.();
  }
  close(): void {
    this.readyState = Line.CLOSED;
  }
}

describe('the line of news', () => {
  const real = globalThis.EventSource;
  let told = 0;
  /** The line is opened once a lock among windows is had. */
  const lines = async (count: number): Promise<Line> => {
    for (let n = 0; n < 100 && Line.all.length < count; n++) await new Promise((rested) => setTimeout(rested, 5));
    expect(Line.all.length).toBe(count);
    return Line.all[count - 1] as Line;
  };
  beforeEach(() => {
    Line.all.length = 0;
    told = 0;
    globalThis.EventSource = Line as unknown as typeof EventSource;
  });
  afterEach(() => {
    globalThis.EventSource = real;
  });

  it('tells at once, and whenever something was written, past the service worker', async () => {
    const listening = news().subscribe(() => (told += 1));
    expect(told).toBe(1);
    const line = await lines(1);
    expect(line.url).toBe('/api/v1/changes/news?ngsw-bypass=true');
    line.tell();
    expect(told).toBe(2);
    listening.unsubscribe();
    expect(line.readyState).toBe(Line.CLOSED);
  });

  it('that was refused tells, so that whoever reads learns why, and is opened again after a while', async () => {
    const listening = news().subscribe(() => (told += 1));
    const line = await lines(1);
    jasmine.clock().install();
    line.refuse();
    expect(told).toBe(2);
    jasmine.clock().tick(4999);
    expect(Line.all.length).toBe(1);
    jasmine.clock().tick(1);
    expect(Line.all.length).toBe(2);
    jasmine.clock().uninstall();
    Line.all[1]?.tell();
    expect(told).toBe(3);
    listening.unsubscribe();
  });

  it('that breaks for a moment is left to the browser, and one that was let go of is not opened again', async () => {
    const listening = news().subscribe(() => (told += 1));
    const line = await lines(1);
    line.onerror?.();
    expect(told).toBe(1);
    jasmine.clock().install();
    line.refuse();
    listening.unsubscribe();
    jasmine.clock().tick(10_000);
    jasmine.clock().uninstall();
    expect(Line.all.length).toBe(1);
  });
});
