import { Observable } from 'rxjs';

/** What a worker says while it works, and at the end. */
export type WorkerSays<A> =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'answer'; readonly answer: A };

/**
 * One long run in a worker of its own: progress as it comes, then the answer. Cancellation: whoever no longer listens ends the worker
 * at once. Error: what the worker could not do.
 */
export function inWorker<A>(hire: () => Worker, ask: unknown): Observable<WorkerSays<A>> {
  return new Observable((listener) => {
    const worker = hire();
    worker.onmessage = ({ data }: MessageEvent<WorkerSays<A>>) => {
      listener.next(data);
      if (data.kind === 'answer') listener.complete();
    };
    worker.onerror = (event) => {
      event.preventDefault();
      listener.error(new Error(event.message));
    };
    worker.postMessage(ask);
    return () => {
      worker.terminate();
    };
  });
}
