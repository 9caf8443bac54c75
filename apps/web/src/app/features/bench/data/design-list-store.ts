import { inject, Injectable } from '@angular/core';
import type { DesignDto } from '@yewridge/contract/bench';
import { assessDesign, designDrawing, type DesignDrawing, type DesignReadings } from '@yewridge/core/bench';
import { KeptList } from '../../../shared/documents/kept-list';
import { DesignsApi } from '../../../shared/documents/designs-api';

export interface DesignRow {
  readonly design: DesignDto;
  /** `null` while the design has a fault that keeps it from being computed. */
  readonly computed: { readonly readings: DesignReadings; readonly drawing: DesignDrawing } | null;
}
function rowOf(design: DesignDto): DesignRow {
  const assessment = assessDesign(design.document);
  return {
    design,
    computed: assessment.ok ? { readings: assessment.readings, drawing: designDrawing(design.document) } : null,
  };
}

/** The designs of the Bench, each with what it computes to. */
@Injectable({ providedIn: 'root' })
export class DesignListStore extends KeptList<DesignDto, DesignRow> {
  constructor() {
    const api = inject(DesignsApi);
    super(() => api.all(), rowOf);
  }
}
