import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { OccupancyRate } from '@yewridge/core/evidence';

export interface RateScale {
  /** Catches in 100 trap-days at the right end. */
  readonly max: number;
  readonly ticks: readonly number[];
}
const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50];
const MOST_TICKS = 5;
/** An axis for rates: whole steps, and the widest range within it, but never so wide that the others cannot be read. */
export function rateScale(rates: readonly OccupancyRate[]): RateScale {
  const widest = Math.max(0.5, ...rates.map(({ hi100 }) => hi100));
  const step = STEPS.find((one) => widest / one <= MOST_TICKS) ?? Math.ceil(widest / MOST_TICKS);
  const count = Math.ceil(widest / step - 1e-9);
  const ticks = Array.from({ length: count + 1 }, (_, n) => Number((n * step).toFixed(6)));
  return { max: ticks.at(-1) ?? step, ticks };
}

export const RANGE_PX = 230;
const SIZE = { height: 20, pad: 8, cap: 4, diamond: 5 } as const;

/** From 0 to 1 along an axis as wide as a range: what is beyond its end stands at the end. */
export const rateAt = (value: number, { max }: RateScale, width: number): number =>
  (SIZE.pad + (Math.min(value, max) / max) * (width - 2 * SIZE.pad)) / width;

/** One rate with its 90 % range on the common axis. Hidden from readers: the row says the figures. */
@Component({
  selector: 'yw-rate-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width() + ' ' + size.height" preserveAspectRatio="none" aria-hidden="true">
      @if (band(); as b) {
        <rect
          class="band"
          y="0"
          [attr.x]="x(b.lo100)"
          [attr.width]="x(b.hi100) - x(b.lo100)"
          [attr.height]="size.height"
        />
        <line class="mean" y1="0" [attr.x1]="x(b.per100)" [attr.x2]="x(b.per100)" [attr.y2]="size.height" />
      }
      <path class="bar" [attr.d]="bar()" />
      <path class="diamond" [attr.d]="diamond()" />
    </svg>
  `,
  host: { '[class.none]': 'none()', '[class.whole]': 'whole()' },
  styles: `
    :host {
      display: block;
      color: var(--catch);
    }
    :host(.none) {
      color: var(--ink-3);
    }
    svg {
      display: block;
      width: 100%;
      height: 20px;
    }
    .band {
      fill: var(--catch-2);
    }
    .mean {
      stroke: var(--ink-3);
      stroke-dasharray: 1.5 2.5;
    }
    .bar {
      fill: none;
      stroke: currentcolor;
      stroke-width: 1.4;
    }
    :host(.whole) .bar {
      stroke-width: 2;
    }
    .diamond {
      fill: currentcolor;
    }
  `,
})
export class RateRange {
  readonly rate = input.required<OccupancyRate>();
  readonly scale = input.required<RateScale>();
  /** The group it stands in, behind it. */
  readonly band = input<OccupancyRate | null>(null);
  readonly none = input(false);
  readonly whole = input(false);
  readonly width = input(RANGE_PX);

  protected readonly size = SIZE;
  protected x(value: number): number {
    return rateAt(value, this.scale(), this.width()) * this.width();
  }
  protected readonly bar = computed(() => {
    const [lo, hi] = [this.x(this.rate().lo100), this.x(this.rate().hi100)];
    const [top, middle, foot] = [SIZE.height / 2 - SIZE.cap, SIZE.height / 2, SIZE.height / 2 + SIZE.cap];
    return `M${lo} ${top}V${foot}M${lo} ${middle}H${hi}M${hi} ${top}V${foot}`;
  });
  protected readonly diamond = computed(() => {
    const r = this.whole() ? SIZE.diamond : SIZE.diamond - 1;
    return `M${this.x(this.rate().per100) - r} ${SIZE.height / 2}l${r} ${-r} ${r} ${r} ${-r} ${r}z`;
  });
}
