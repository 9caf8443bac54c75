import { DestroyRef, inject, Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { Answered, Asked, FieldAnswer, FieldAsk } from './field-run';

/**
 * The one worker that keeps this device's replica; it lives as long as the page. Each question is answered once. Cancellation:
 * whoever no longer listens is not told, and the work ends by itself. Error: none; what failed is an answer.
 */
@Injectable({ providedIn: 'root' })
export class FieldDesk {
  #worker: Worker | null = null;
  readonly #waiting = new Map<number, (answer: FieldAnswer) => void>();
  #asked = 0;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.#worker?.terminate());
  }

  ask(ask: FieldAsk): Observable<FieldAnswer> {
    return new Observable((listener) => {
      const id = ++this.#asked;
      this.#waiting.set(id, (answer) => {
        listener.next(answer);
        listener.complete();
      });
      this.#hired().postMessage({ id, ask } satisfies Asked);
      return () => {
        this.#waiting.delete(id);
      };
    });
  }

  #hired(): Worker {
    if (this.#worker) return this.#worker;
    const worker = new Worker(new URL('./field.worker', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data: { id, answer } }: MessageEvent<Answered>) => {
      this.#waiting.get(id)?.(answer);
    };
    worker.onerror = (event) => {
      event.preventDefault();
      // One that broke answers nobody any more: the next question hires another.
      this.#worker = null;
      worker.terminate();
      const all = [...this.#waiting.values()];
      for (const tell of all) tell({ kind: 'failed', because: 'storage', says: event.message });
    };
    this.#worker = worker;
    return worker;
  }
}
