import { signal } from '@angular/core';

/** A hand that rests moves that little, px. */
const MOVED_PX = 4;

/** What is pulled across a drawing, and how far, px. */
export interface Pulled<T> {
  readonly what: T;
  readonly dx: number;
  readonly dy: number;
}

/** A piece in the hand, from the first touch until it is let go. */
export class HeldPiece<T> {
  readonly #held = signal<(Pulled<T> & { readonly x: number; readonly y: number }) | null>(null);
  readonly now = this.#held.asReadonly();

  lift(event: PointerEvent, what: T): void {
    if (event.button !== 0) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.#held.set({ what, x: event.clientX, y: event.clientY, dx: 0, dy: 0 });
  }

  pull({ clientX, clientY }: PointerEvent): void {
    this.#held.update((held) => held && { ...held, dx: clientX - held.x, dy: clientY - held.y });
  }

  /** What was pulled; `null` when it was only touched. */
  drop(): Pulled<T> | null {
    const held = this.#held();
    this.#held.set(null);
    return held && Math.hypot(held.dx, held.dy) >= MOVED_PX ? held : null;
  }

  letGo(): void {
    this.#held.set(null);
  }
}
