import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Rig } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { partLine } from '../data/rig-parts';

/** Two hands on one rig: what each holds, and two ways on; what is not taken stays one undo away. */
@Component({
  selector: 'yw-conflict-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet" role="alertdialog" aria-labelledby="rig-conflict">
    <h2 id="rig-conflict">Changed elsewhere too</h2>
    <p>
      Another window saved this rig after you opened it. Yours: <b>{{ words().mine }}</b>. Theirs:
      <b>{{ words().theirs }}</b>.
    </p>
    <button type="button" class="button filled" (click)="mineKept.emit()">Keep mine</button>
    <button type="button" class="button" (click)="theirsTaken.emit()">Take theirs</button>
  </div>`,
  styles: `
    div {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--s2) var(--s3);
      margin-bottom: var(--s3);
      padding: var(--s3);
      border-left: 3px solid var(--clay);
      background: var(--clay-2);
    }
    h2 {
      font-size: 16px;
    }
    p {
      flex: 1 1 320px;
      margin: 0;
    }
  `,
})
export class ConflictBar {
  readonly mine = input.required<Rig>();
  readonly theirs = input.required<Rig>();
  readonly system = input.required<UnitSystem>();
  readonly mineKept = output();
  readonly theirsTaken = output();

  protected readonly words = computed(() => {
    const says = (rig: Rig): string =>
      `“${rig.name}”, ${partLine(rig, 'hose', this.system())}, ${partLine(rig, 'bleed', this.system())}`;
    return { mine: says(this.mine()), theirs: says(this.theirs()) };
  });
}
