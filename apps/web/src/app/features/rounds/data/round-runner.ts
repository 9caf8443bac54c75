import { Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import { inWorker, type WorkerSays } from '../../../shared/streams/in-worker';
import type { RoundAnswer, RoundTask } from './round-run';

/** Plans rounds in a worker of their own. Cancellation: whoever no longer listens ends the worker at once. */
@Injectable({ providedIn: 'root' })
export class RoundRunner {
  run(task: RoundTask): Observable<WorkerSays<RoundAnswer>> {
    return inWorker(
      () => new Worker(new URL('./round.worker', import.meta.url), { type: 'module', name: 'round-worker' }),
      task,
    );
  }
}
