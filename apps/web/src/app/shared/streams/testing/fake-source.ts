/** An EventSource whose server is a test. */
export class FakeSource {
  static readonly CLOSED = 2;
  static readonly opened: FakeSource[] = [];
  readonly #listeners = new Map<string, (event: { data: string }) => void>();
  closed = false;
  readyState = 0;

  constructor(readonly address: string) {
    FakeSource.opened.push(this);
  }
  addEventListener(name: string, listener: (event: { data: string }) => void): void {
    this.#listeners.set(name, listener);
  }
  close(): void {
    this.closed = true;
  }
  say(...readings: readonly object[]): void {
    for (const reading of readings) this.#listeners.get('reading')?.({ data: JSON.stringify(reading) });
  }
  event(name: 'open' | 'error'): void {
    this.#listeners.get(name)?.({ data: '' });
  }
}
