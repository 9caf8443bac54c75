import type { Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { BehaviorSubject, distinctUntilChanged, type Observable } from 'rxjs';

/**
 * What a store holds: told as a stream to whoever subscribes, at once and again at every change. `now` is the one bridge to
 * templates and to what is worked out from it.
 */
export class Held<T> {
  readonly #subject: BehaviorSubject<T>;
  /** Never errors and never ends; the same value twice is told once. */
  readonly changes: Observable<T>;
  readonly now: Signal<T>;

  constructor(first: T) {
    this.#subject = new BehaviorSubject(first);
    this.changes = this.#subject.pipe(distinctUntilChanged());
    // Lives as long as its store: both are let go of together.
    this.now = toSignal(this.changes, { requireSync: true, manualCleanup: true });
  }

  get value(): T {
    return this.#subject.value;
  }

  set(value: T): void {
    this.#subject.next(value);
  }

  update(change: (value: T) => T): void {
    this.set(change(this.value));
  }
}
