import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import type { RigVersionDto } from '@yewridge/contract/suction';
import equal from 'fast-deep-equal';
import { dayText } from '../../../shared/documents/saved-words';
import { undoKeys } from '../../../shared/documents/undo-keys';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { rigDifferences, versionOf } from '../data/rig-differences';
import { RigStore } from '../data/rig-store';
import { REASON_NAMES } from '../data/rig-words';
import { RigFrame } from '../ui/rig-frame';

/** The versions of a rig, what changed between them, and the way back to one. */
@Component({
  selector: 'yw-rig-versions-page',
  imports: [RigFrame],
  providers: [RigStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-rig-frame [id]="id()" [store]="store" [answer]="answer()">
    <ng-container ngProjectAs="[act]">
      <button type="button" class="button filled" [disabled]="kept()" (click)="keep()">Keep as a version</button>
    </ng-container>
    <div class="list">
      @for (row of rows(); track row.one.version) {
        <section class="sheet">
          <h2>Version {{ row.one.version }}</h2>
          <p class="small">{{ row.reason }}, {{ row.day }}</p>
          <ul>
            @for (line of row.changes; track line) {
              <li>{{ line }}</li>
            }
          </ul>
          @if (!row.current) {
            <button type="button" class="button" (click)="takeBack(row.one)">
              Go back to version {{ row.one.version }}
            </button>
          }
        </section>
      } @empty {
        <section class="sheet">
          <p>No version yet. Keep one before you change a rig that works; a calibration keeps two by itself.</p>
        </section>
      }
    </div>
  </yw-rig-frame>`,
  styleUrls: ['./side-page.scss', './versions-page.scss'],
})
export class RigVersionsPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  readonly #system = inject(UnitChoice).system;
  readonly #toast = inject(UndoToast);
  readonly #workspace = inject(WorkspaceStore).workspace;

  protected readonly kept = computed(() => {
    const rig = this.store.document();
    return rig !== null && versionOf(this.store.versions(), rig).kept;
  });
  /** Newest first. */
  protected readonly rows = computed(() => {
    const versions = this.store.versions();
    const zone = this.#workspace()?.timeZone ?? 'UTC';
    return versions
      .map((one, n) => {
        const before = versions[n - 1];
        return {
          one,
          reason: REASON_NAMES[one.reason],
          day: dayText(one.frozenAt, zone),
          changes: before ? rigDifferences(before.document, one.document, this.#system()) : ['The first one kept.'],
          current: equal(one.document, this.store.document()),
        };
      })
      .reverse();
  });
  protected readonly answer = computed(() => {
    const count = this.store.versions().length;
    if (count === 0) return 'No version kept yet';
    return `${count === 1 ? 'One version' : `${count} versions`}, ${this.kept() ? 'nothing changed since' : 'changed since'}`;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.store.open(id);
      });
    });
    undoKeys(this.store);
  }

  protected keep(): void {
    this.store.freeze('kept').subscribe({
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }

  protected takeBack(version: RigVersionDto): void {
    this.store.edit(() => version.document);
    this.#toast.show(`As in version ${version.version}`, () => {
      this.store.undo();
    });
  }
}
