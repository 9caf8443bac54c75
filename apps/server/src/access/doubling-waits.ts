import type { ClientRateLimitInfo, Store } from 'express-rate-limit';
import type { Clock } from '../shared/clock/clock.js';

interface Tries {
  hits: number;
  /** Milliseconds of the clock. */
  resetAt: number;
  /** How often in a row the limit was passed. */
  waits: number;
}

const LONGEST_MS = 3600 * 1000;
/** After so long without a try nothing is remembered. */
const FORGET_MS = 24 * 3600 * 1000;
const MOST_KEYS = 10_000;

/** Counts tries; whoever passes the limit waits a window, then double that, up to an hour. */
export class DoublingWaits implements Store {
  readonly localKeys = true;
  readonly #tries = new Map<string, Tries>();

  constructor(
    private readonly clock: Clock,
    private readonly limit: number,
    private readonly windowMs: number,
  ) {}

  increment(key: string): ClientRateLimitInfo {
    const now = this.clock.now().getTime();
    const one = this.#tries.get(key) ?? { hits: 0, resetAt: now + this.windowMs, waits: 0 };
    if (now >= one.resetAt) {
      if (one.hits <= this.limit || now >= one.resetAt + FORGET_MS) one.waits = 0;
      one.hits = 0;
      one.resetAt = now + this.windowMs;
    }
    one.hits += 1;
    if (one.hits === this.limit + 1) {
      one.resetAt = now + Math.min(this.windowMs * 2 ** one.waits, LONGEST_MS);
      one.waits += 1;
    }
    this.#tries.delete(key);
    this.#tries.set(key, one);
    this.#forget();
    return { totalHits: one.hits, resetTime: new Date(one.resetAt) };
  }

  /** A try that was right is none. */
  decrement(key: string): void {
    const one = this.#tries.get(key);
    if (one && one.hits > 0) one.hits -= 1;
  }

  resetKey(key: string): void {
    this.#tries.delete(key);
  }

  /** Those that were tried longest ago go first: a flood of names does not fill the memory. */
  #forget(): void {
    for (const key of this.#tries.keys()) {
      if (this.#tries.size <= MOST_KEYS) return;
      this.#tries.delete(key);
    }
  }
}
