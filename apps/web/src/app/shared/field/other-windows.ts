import { DestroyRef, inject, Injectable } from '@angular/core';
import { type Observable, Subject } from 'rxjs';
import type { ReadRow } from './field-run';

const CHANNEL = 'yewridge.field';

/**
 * The windows of one device share one replica: rows that one of them read from the feed the others never read, and are told.
 * Cancellation: ends with the page. Error: none.
 */
@Injectable({ providedIn: 'root' })
export class OtherWindows {
  readonly #channel = new BroadcastChannel(CHANNEL);
  #closed = false;
  readonly #told = new Subject<readonly ReadRow[]>();
  /** What another window read. */
  readonly told: Observable<readonly ReadRow[]> = this.#told.asObservable();

  constructor() {
    this.#channel.onmessage = ({ data }: MessageEvent<readonly ReadRow[]>) => {
      this.#told.next(data);
    };
    inject(DestroyRef).onDestroy(() => {
      this.#closed = true;
      this.#channel.close();
    });
  }

  /** What was read after the page has ended is told by nobody: the others read it themselves. */
  tell(rows: readonly ReadRow[]): void {
    if (!this.#closed) this.#channel.postMessage(rows);
  }
}
