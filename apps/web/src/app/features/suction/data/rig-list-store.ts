import { computed, inject, Injectable, signal } from '@angular/core';
import type { RigDto } from '@yewridge/contract/suction';
import { type GateLane, rigProblems, type RigReadings, rigReadings } from '@yewridge/core/suction';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { catchError, concatMap, from, map, of, type Subscription } from 'rxjs';
import { RigsApi } from './rigs-api';
import { WorkerDesk } from './worker-desk';

export interface RigRow {
  readonly rig: RigDto;
  /** `null` while the rig has a fault that keeps it from being computed. */
  readonly readings: RigReadings | null;
  /** The band of the nozzle in use; not there while a worker looks for it. */
  readonly lane?: GateLane | null;
}
export type RigListState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'data'; readonly rows: readonly RigRow[] };

@Injectable({ providedIn: 'root' })
export class RigListStore {
  readonly #api = inject(RigsApi);
  readonly #desk = inject(WorkerDesk);
  #judging: Subscription | null = null;
  readonly #state = signal<RigListState>({ kind: 'waiting' });
  readonly state = this.#state.asReadonly();
  readonly rows = computed(() => {
    const state = this.#state();
    return state.kind === 'data' ? state.rows : [];
  });

  load(): void {
    this.#api.all().subscribe({
      next: (rigs) => {
        const rows = rigs.map((rig) => ({
          rig,
          readings: rigProblems(rig.document).length === 0 ? rigReadings(rig.document) : null,
        }));
        this.#state.set({ kind: 'data', rows });
        this.#judge(rows);
      },
      error: (failure: ApiFailure) => {
        this.#state.set({ kind: 'failed', failure });
      },
    });
  }

  /** Rig by rig, by the same band as on its page; a list fetched anew is judged anew. */
  #judge(rows: readonly RigRow[]): void {
    this.#judging?.unsubscribe();
    this.#judging = from(rows.filter(({ readings }) => readings !== null))
      .pipe(
        concatMap(({ rig }) =>
          this.#desk.run('lane', rig.document).pipe(
            catchError(() => of(null)),
            map((lane) => ({ id: rig.id, lane })),
          ),
        ),
      )
      .subscribe(({ id, lane }) => {
        this.#state.update((state) =>
          state.kind === 'data'
            ? { ...state, rows: state.rows.map((row) => (row.rig.id === id ? { ...row, lane } : row)) }
            : state,
        );
      });
  }
}
