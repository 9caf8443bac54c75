import { DestroyRef, inject, Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { LongRunKind, LongRuns } from './long-run';

/**
 * Hands long runs to workers, one a kind. Whoever no longer listens calls the run off: its worker is ended at once, and the next
 * one starts fresh, so the latest question is never behind an old one.
 */
@Injectable({ providedIn: 'root' })
export class WorkerDesk {
  readonly #idle = new Map<LongRunKind, Worker>();

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      for (const worker of this.#idle.values()) worker.terminate();
    });
  }

  run<K extends LongRunKind>(kind: K, ask: LongRuns[K]['ask']): Observable<LongRuns[K]['answer']> {
    return new Observable((listener) => {
      const worker = this.#idle.get(kind) ?? this.#hired();
      this.#idle.delete(kind);
      let done = false;
      worker.onmessage = ({ data }: MessageEvent<LongRuns[K]['answer']>) => {
        done = true;
        this.#idle.set(kind, worker);
        listener.next(data);
        listener.complete();
      };
      worker.onerror = (event) => {
        event.preventDefault();
        listener.error(new Error(event.message));
      };
      worker.postMessage({ kind, ask });
      return () => {
        if (!done) worker.terminate();
      };
    });
  }

  #hired(): Worker {
    return new Worker(new URL('./long-runs.worker', import.meta.url), { type: 'module' });
  }
}
