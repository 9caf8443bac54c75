import { Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import { inWorker, type WorkerSays } from '../../../shared/streams/in-worker';
import type { CuttingKind, CuttingRuns } from './cutting-run';

/** Hands plans to a worker; whoever asks anew ends the one before. */
@Injectable({ providedIn: 'root' })
export class CuttingDesk {
  run<K extends CuttingKind>(kind: K, ask: CuttingRuns[K]['ask']): Observable<WorkerSays<CuttingRuns[K]['answer']>> {
    return inWorker(() => new Worker(new URL('./cutting.worker', import.meta.url), { type: 'module' }), { kind, ask });
  }
}
