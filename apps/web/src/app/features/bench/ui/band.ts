import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { DOOR_BAND } from '@yewridge/core/bench';
import { convert, DISPLAY, type UnitSystem } from '@yewridge/core/shared/units';
import { decimalText } from '../../../shared/units/format';

const WIDTH = 96;
const LOW = 4e-4;
const HIGH = 24e-4;

/** The allowed stretch of a door as a bar on an axis, its area as a triangle over it. */
@Component({
  selector: 'yw-band',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg width="96" height="28" viewBox="0 0 96 28" aria-hidden="true">
    <path class="axis" d="M0 14H96" />
    <rect class="allowed" [attr.x]="low" y="8" [attr.width]="high - low" height="6" />
    <path class="value" [attr.d]="'M' + (at() - 4) + ' 7h8l-4 7z'" />
    <text [attr.x]="low" y="26">{{ ends().low }}</text>
    <text [attr.x]="high" y="26">{{ ends().high }}</text>
  </svg>`,
  styles: `
    .axis {
      stroke: var(--ink);
    }
    .allowed {
      fill: var(--yew-2);
      stroke: var(--yew);
    }
    .value {
      fill: var(--ink);
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
      text-anchor: middle;
    }
  `,
})
export class Band {
  /** m2 */
  readonly area = input.required<number>();
  readonly system = input.required<UnitSystem>();

  protected readonly low = place(DOOR_BAND.low);
  protected readonly high = place(DOOR_BAND.high);
  protected readonly at = computed(() => place(this.area()));
  /** As fine as the figure beside it, so that neither seems beyond the other. */
  protected readonly ends = computed(() => {
    const { unit, decimals } = DISPLAY.area[this.system()];
    const end = (value: number): string => decimalText(convert({ value, from: 'm2', to: unit }), decimals, true);
    return { low: end(DOOR_BAND.low), high: end(DOOR_BAND.high) };
  });
}

/** A door off the axis stands at its end. */
function place(area: number): number {
  return Math.max(5, Math.min(WIDTH - 5, ((area - LOW) / (HIGH - LOW)) * WIDTH));
}
