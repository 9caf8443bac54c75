import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { DesignDto } from '@yewridge/contract/bench';
import { assessDesign, type Design } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';
import type { ConflictChoice } from '../data/design-editor-store';

/** Two hands on one design: what each holds, and three ways on, none of which loses anything. */
@Component({
  selector: 'yw-conflict-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet" role="alertdialog" aria-labelledby="conflict" aria-describedby="conflict-says">
    <h2 id="conflict">Changed elsewhere too</h2>
    <p id="conflict-says">
      Another window saved this design after you opened it. Yours: <b>{{ words().mine }}</b>. Theirs:
      <b>{{ words().theirs }}</b>. Nothing is lost until you choose, and nothing after.
    </p>
    <button type="button" class="button filled" (click)="chosen.emit('both')">Keep both, mine as a copy</button>
    <button type="button" class="button" (click)="chosen.emit('mine')">Keep mine</button>
    <button type="button" class="button" (click)="chosen.emit('theirs')">Take theirs</button>
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
  readonly mine = input.required<Design>();
  readonly theirs = input.required<DesignDto>();
  readonly system = input.required<UnitSystem>();
  readonly chosen = output<ConflictChoice>();

  protected readonly words = computed(() => ({
    mine: this.#words(this.mine()),
    theirs: this.#words(this.theirs().document),
  }));

  #words(design: Design): string {
    const assessment = assessDesign(design);
    const gross = assessment.ok
      ? `${figureText(assessment.readings.room.gross, 'volume', this.system())} gross`
      : 'cannot be computed yet';
    const doors = design.entrances.length;
    return `“${design.name}”, ${gross}, ${design.sections.length} in the stack, ${doors === 0 ? 'no door' : `${doors} door${doors === 1 ? '' : 's'}`}`;
  }
}
