import { computed, inject, Injectable, signal } from '@angular/core';
import type { DesignDto } from '@yewridge/contract/bench';
import { assessDesign, designDrawing, type DesignDrawing, type DesignReadings } from '@yewridge/core/bench';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { DesignsApi } from './designs-api';

export interface DesignRow {
  readonly design: DesignDto;
  /** `null` while the design has a fault that keeps it from being computed. */
  readonly computed: { readonly readings: DesignReadings; readonly drawing: DesignDrawing } | null;
}
export type ListState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'data'; readonly rows: readonly DesignRow[] };

function rowOf(design: DesignDto): DesignRow {
  const assessment = assessDesign(design.document);
  return {
    design,
    computed: assessment.ok ? { readings: assessment.readings, drawing: designDrawing(design.document) } : null,
  };
}

@Injectable({ providedIn: 'root' })
export class DesignListStore {
  readonly #api = inject(DesignsApi);
  readonly #state = signal<ListState>({ kind: 'waiting' });
  readonly state = this.#state.asReadonly();
  readonly rows = computed(() => {
    const state = this.#state();
    return state.kind === 'data' ? state.rows : [];
  });

  load(): void {
    this.#api.all().subscribe({
      next: (designs) => {
        this.#state.set({ kind: 'data', rows: designs.map(rowOf) });
      },
      error: (failure: ApiFailure) => {
        this.#state.set({ kind: 'failed', failure });
      },
    });
  }
}
