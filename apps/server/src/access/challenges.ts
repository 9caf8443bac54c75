import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Clock } from '../shared/clock/clock.js';

const RANDOM_BYTES = 16;
const TIME_BYTES = 6;
const MARK_BYTES = 32;

/**
 * What a passkey signs, so that no older signature will do. It carries its own end and our mark, so that whoever asks for many
 * fills no memory here; one that was shown is remembered until it is over.
 */
export class Challenges {
  readonly #key = randomBytes(MARK_BYTES);
  readonly #shown = new Map<string, number>();

  constructor(
    private readonly clock: Clock,
    private readonly lastMs: number,
  ) {}

  /** @param purpose what it is for, and for whom: shown for anything else it is not taken. */
  make(purpose: string): Uint8Array<ArrayBuffer> {
    const end = Buffer.alloc(TIME_BYTES);
    end.writeUIntBE(this.clock.now().getTime() + this.lastMs, 0, TIME_BYTES);
    const body = Buffer.concat([randomBytes(RANDOM_BYTES), end]);
    return Uint8Array.from(Buffer.concat([body, this.mark(purpose, body)]));
  }

  /** Once, in time, and for what it was made. */
  take(purpose: string, challenge: string): boolean {
    const whole = Buffer.from(challenge, 'base64url');
    if (whole.length !== RANDOM_BYTES + TIME_BYTES + MARK_BYTES) return false;
    const body = whole.subarray(0, RANDOM_BYTES + TIME_BYTES);
    if (!timingSafeEqual(whole.subarray(body.length), this.mark(purpose, body))) return false;
    const now = this.clock.now().getTime();
    for (const [shown, end] of this.#shown) if (end < now) this.#shown.delete(shown);
    const end = body.readUIntBE(RANDOM_BYTES, TIME_BYTES);
    // The bytes, and not how they were spelt.
    const once = whole.toString('base64url');
    if (end < now || this.#shown.has(once)) return false;
    this.#shown.set(once, end);
    return true;
  }

  private mark(purpose: string, body: Buffer): Buffer {
    return createHmac('sha256', this.#key).update(purpose).update('\0').update(body).digest();
  }
}
