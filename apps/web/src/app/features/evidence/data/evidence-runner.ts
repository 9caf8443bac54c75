import { Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import { inWorker, type WorkerSays } from '../../../shared/streams/in-worker';
import type { EvidenceRun, EvidenceRuns, EvidenceRunKind } from './evidence-run';

/**
 * Long runs in a worker of their own: progress, then the answer. Cancellation: whoever no longer listens ends the worker at once.
 * Error: what the worker could not do.
 */
@Injectable({ providedIn: 'root' })
export class EvidenceRunner {
  run<K extends EvidenceRunKind>(
    kind: K,
    ask: EvidenceRuns[K]['ask'],
  ): Observable<WorkerSays<EvidenceRuns[K]['answer']>> {
    const run = { kind, ask } as EvidenceRun;
    return inWorker(
      () => new Worker(new URL('./evidence.worker', import.meta.url), { type: 'module', name: 'evidence-worker' }),
      run,
    );
  }
}
