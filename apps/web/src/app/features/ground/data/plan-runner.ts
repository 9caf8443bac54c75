import { Injectable } from '@angular/core';
import type { PlanAsk } from '@yewridge/core/ground';
import type { Observable } from 'rxjs';
import { inWorker, type WorkerSays } from '../../../shared/streams/in-worker';
import type { PlanAnswer } from './plan-run';

/** Plans in a worker of their own. Cancellation: whoever no longer listens ends the worker at once. */
@Injectable({ providedIn: 'root' })
export class PlanRunner {
  run(ask: PlanAsk): Observable<WorkerSays<PlanAnswer>> {
    return inWorker(
      () => new Worker(new URL('./plan.worker', import.meta.url), { type: 'module', name: 'plan-worker' }),
      ask,
    );
  }
}
