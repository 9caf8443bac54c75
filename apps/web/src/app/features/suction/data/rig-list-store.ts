import { computed, inject, Injectable, signal } from '@angular/core';
import type { RigDto } from '@yewridge/contract/suction';
import { rigProblems, type RigReadings, rigReadings } from '@yewridge/core/suction';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { RigsApi } from './rigs-api';

export interface RigRow {
  readonly rig: RigDto;
  /** `null` while the rig has a fault that keeps it from being computed. */
  readonly readings: RigReadings | null;
}
export type RigListState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'data'; readonly rows: readonly RigRow[] };

@Injectable({ providedIn: 'root' })
export class RigListStore {
  readonly #api = inject(RigsApi);
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
      },
      error: (failure: ApiFailure) => {
        this.#state.set({ kind: 'failed', failure });
      },
    });
  }
}
