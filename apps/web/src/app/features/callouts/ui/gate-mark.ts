import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CallRigDto } from '@yewridge/contract/callouts';
import { ScreenScale } from '../../../shared/drawing/screen-scale';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';

const EDGE = 8;

/** Where the gate stands for the nozzle, at true size on a screen that was checked: laid beside the gate it shows the mark. */
@Component({
  selector: 'yw-gate-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      <b>{{ rig().name }}</b>, {{ rig().gate.nozzle }}: {{ markSays() }}. Bees may land at {{ limit() }} at most.
    </p>
    @if (drawn(); as gate) {
      <div class="scroll" tabindex="0" role="img" [attr.aria-label]="'The gate’s travel at true size, ' + markSays()">
        <svg [attr.width]="gate.width" height="54" aria-hidden="true">
          <rect class="travel" [attr.x]="gate.from" y="10" [attr.width]="gate.travel" height="18" />
          <path class="mark" [attr.d]="'M' + gate.mark + ' 6V34l-5 9h10l-5-9'" />
          <text [attr.x]="gate.from" y="50">shut</text>
          <text text-anchor="end" [attr.x]="gate.from + gate.travel" y="50">open</text>
        </svg>
      </div>
      @if (!checked()) {
        <p class="note">This screen was not checked: compare the drawing with a ruler before you trust it.</p>
      }
    }
  `,
  styles: `
    p {
      margin: 0 0 var(--s2);
    }
    .scroll {
      overflow-x: auto;
    }
    .travel {
      fill: var(--sheet-2);
      stroke: var(--ink);
    }
    .mark {
      fill: var(--yew);
      stroke: var(--yew);
      stroke-width: 2;
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
    }
    .note {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
  `,
})
export class GateMark {
  readonly rig = input.required<CallRigDto>();
  readonly #scale = inject(ScreenScale);
  readonly #system = inject(UnitChoice).system;
  protected readonly checked = computed(() => this.#scale.calibration() !== null);
  protected readonly limit = computed(() => figureText(this.rig().limit, 'speed', this.#system()));
  protected readonly markSays = computed(() => {
    const { mark, speed } = this.rig().gate;
    if (mark === null) return 'no mark holds both ends, see its gate';
    const at = `gate at ${figureText(mark, 'length', this.#system())}`;
    return speed === null ? at : `${at}, ${figureText(speed, 'speed', this.#system())} in the hose`;
  });
  protected readonly drawn = computed(() => {
    this.#scale.calibration();
    const { travel, mark } = this.rig().gate;
    if (mark === null || travel <= 0) return null;
    const scale = this.#scale.pixelsPerMetre();
    return { width: scale * travel + 2 * EDGE, from: EDGE, travel: scale * travel, mark: EDGE + scale * mark };
  });
}
