import { inject, Injectable } from '@angular/core';
import type { RigDto } from '@yewridge/contract/suction';
import { type GateLane, rigProblems, type RigReadings, rigReadings } from '@yewridge/core/suction';
import { catchError, concatMap, filter, from, map, of, switchMap } from 'rxjs';
import { KeptList } from '../../../shared/documents/kept-list';
import { RigsApi } from './rigs-api';
import { WorkerDesk } from './worker-desk';

export interface RigRow {
  readonly rig: RigDto;
  /** `null` while the rig has a fault that keeps it from being computed. */
  readonly readings: RigReadings | null;
  /** The band of the nozzle in use; not there while a worker looks for it. */
  readonly lane?: GateLane | null;
}
@Injectable({ providedIn: 'root' })
export class RigListStore extends KeptList<RigDto, RigRow> {
  readonly #desk = inject(WorkerDesk);

  constructor() {
    const api = inject(RigsApi);
    super(
      () => api.all(),
      (rig) => ({ rig, readings: rigProblems(rig.document).length === 0 ? rigReadings(rig.document) : null }),
    );
    // Rig by rig, by the same band as on its page; a list fetched anew is judged anew.
    this.state$
      .pipe(
        filter((state) => state.kind === 'data' && state.rows.every(({ lane }) => lane === undefined)),
        switchMap((state) =>
          from(state.kind === 'data' ? state.rows.filter(({ readings }) => readings !== null) : []).pipe(
            concatMap(({ rig }) =>
              this.#desk.run('lane', rig.document).pipe(
                catchError(() => of(null)),
                map((lane) => ({ id: rig.id, lane })),
              ),
            ),
          ),
        ),
      )
      .subscribe(({ id, lane }) => {
        this.change((row) => (row.rig.id === id ? { ...row, lane } : row));
      });
  }
}
