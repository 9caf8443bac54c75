import { Injectable } from '@angular/core';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import { counted, type LandmarkFactor } from '@yewridge/core/evidence';
import { map, type Observable, of } from 'rxjs';
import { inWorker } from '../streams/in-worker';

const NONE: readonly LandmarkFactor[] = [];

/**
 * What the log says of kinds of place, worked out in a worker of its own. Cancellation: whoever no longer listens ends it at once. Error:
 * what the worker could not do.
 */
@Injectable({ providedIn: 'root' })
export class LandmarkRunner {
  /** Every kind beside the rule of thumb. */
  all({ spells }: Pick<EvidenceDto, 'spells'>): Observable<readonly LandmarkFactor[]> {
    const here = counted(spells);
    if (here.length === 0) return of(NONE);
    const hire = (): Worker =>
      new Worker(new URL('./landmarks.worker', import.meta.url), { type: 'module', name: 'landmarks-worker' });
    return inWorker<readonly LandmarkFactor[]>(hire, here).pipe(
      map((said) => (said.kind === 'answer' ? said.answer : NONE)),
    );
  }

  /** Those that are used: earned, and nobody holds to the rule. */
  used(evidence: Pick<EvidenceDto, 'spells' | 'uses'>): Observable<readonly LandmarkFactor[]> {
    if (evidence.uses.places === 'rule') return of(NONE);
    return this.all(evidence).pipe(map((factors) => factors.filter(({ earned }) => earned)));
  }
}
