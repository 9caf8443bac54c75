import { computed, inject, Injectable } from '@angular/core';
import type { IsoDate } from '@yewridge/core/season';
import { wallAt } from '../workspace/wall-clock';
import { WorkspaceStore } from '../workspace/workspace-store';

/** The day and the hour where the keeper is; in the demo they stand still. `null` until the server has said so. */
@Injectable({ providedIn: 'root' })
export class TodayClock {
  readonly #workspace = inject(WorkspaceStore).workspace;
  /** Wall time, `2026-05-14T18:20`. */
  readonly minute = computed(() => {
    const workspace = this.#workspace();
    if (!workspace) return null;
    return wallAt(new Date(workspace.now), workspace.timeZone);
  });
  readonly today = computed<IsoDate | null>(() => this.minute()?.slice(0, 10) ?? null);
  readonly hemisphere = computed(() => this.#workspace()?.hemisphere ?? 'N');
}
