import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { EffectRow } from '@yewridge/core/evidence';

/** Ratios of the axis: a sixth to eightfold, on a log scale around "the same". */
const ENDS = { lo: 1 / 3, hi: 6 } as const;
export const RATIO_TICKS = [
  { ratio: 0.5, name: 'half' },
  { ratio: 1, name: 'the same' },
  { ratio: 2, name: 'twice' },
  { ratio: 4, name: '4 times' },
] as const;
/** From 0 to 1 along the axis. */
export function ratioAt(ratio: number): number {
  const [lo, hi] = [Math.log(ENDS.lo), Math.log(ENDS.hi)];
  return (Math.min(hi, Math.max(lo, Math.log(ratio))) - lo) / (hi - lo);
}
const WIDTH = 230;
/** From 0 to 1 along the drawing, its margins within. */
export const ratioPlace = (ratio: number): number => (PAD + ratioAt(ratio) * (WIDTH - 2 * PAD)) / WIDTH;
const HEIGHT = 28;
const PAD = 8;
const CAP = 5;
const DIAMOND = 7;

/** A ratio with its 90 % range around "the same". Filled only where the records lean. Hidden from readers: the sentence says it. */
@Component({
  selector: 'yw-ratio-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" aria-hidden="true">
      @for (tick of ticks; track tick.x) {
        <line [class.same]="tick.same" y1="0" [attr.x1]="tick.x" [attr.x2]="tick.x" [attr.y2]="height" />
      }
      <path class="bar" [attr.d]="bar()" />
      <path class="diamond" [attr.d]="diamond()" />
    </svg>
  `,
  host: { '[class.leans]': 'leans()' },
  styles: `
    :host {
      display: block;
      color: var(--ink-2);
    }
    :host(.leans) {
      color: var(--catch);
    }
    svg {
      display: block;
      width: 100%;
    }
    line {
      stroke: var(--rule-2);
      stroke-dasharray: 2 4;
    }
    .same {
      stroke: var(--ink);
      stroke-dasharray: none;
    }
    .bar {
      fill: none;
      stroke: currentcolor;
      stroke-width: 1.6;
    }
    .diamond {
      fill: var(--sheet);
      stroke: currentcolor;
      stroke-width: 1.4;
    }
    :host(.leans) .diamond {
      fill: currentcolor;
    }
  `,
})
export class RatioRange {
  readonly row = input.required<Pick<EffectRow, 'ratio' | 'lo' | 'hi' | 'verdict'>>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  readonly #x = (ratio: number): number => ratioPlace(ratio) * WIDTH;
  protected readonly ticks = RATIO_TICKS.map(({ ratio }) => ({ x: this.#x(ratio), same: ratio === 1 }));
  protected readonly leans = computed(() => ['leaning', 'clear'].includes(this.row().verdict.code));
  protected readonly bar = computed(() => {
    const [lo, hi, middle] = [this.#x(this.row().lo), this.#x(this.row().hi), HEIGHT / 2];
    return `M${lo} ${middle - CAP}v${2 * CAP}M${lo} ${middle}H${hi}M${hi} ${middle - CAP}v${2 * CAP}`;
  });
  protected readonly diamond = computed(
    () =>
      `M${this.#x(this.row().ratio) - DIAMOND} ${HEIGHT / 2}l${DIAMOND} ${-DIAMOND} ${DIAMOND} ${DIAMOND} ${-DIAMOND} ${DIAMOND}z`,
  );
}
