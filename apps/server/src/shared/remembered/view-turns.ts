import { AsyncLocalStorage } from 'node:async_hooks';
import { setImmediate } from 'node:timers/promises';

/**
 * Views are worked out one at a time, and none begins while writes wait: side by side they would take as long together, and a
 * keeper who logs a look would wait for all of them. What a view asks for on its way belongs to its turn.
 */
export class ViewTurns {
  #tail: Promise<unknown> = Promise.resolve();
  readonly #within = new AsyncLocalStorage<true>();

  /** `quiet` waits until no write is waiting. */
  constructor(private readonly quiet: () => Promise<void>) {}

  get within(): boolean {
    return this.#within.getStore() === true;
  }

  /** Lets others in between two questions of a view: new connections, looks that are logged. */
  async breathe(): Promise<void> {
    if (this.within) await setImmediate();
  }

  take<T>(work: () => Promise<T>): Promise<T> {
    if (this.within) return work();
    const next = this.#tail.then(async () => {
      await setImmediate();
      await this.quiet();
      return this.#within.run(true, work);
    });
    this.#tail = next.catch(() => undefined);
    return next;
  }
}
