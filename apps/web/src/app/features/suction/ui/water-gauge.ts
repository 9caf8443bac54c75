import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';

const PIXELS_PER_PASCAL = 0.055;
const MOST = 66;
const MIDDLE = 104;
const FOOT = 168;

/** A U of clear hose with water in it, as it stands at a suction: which arm goes up, and what is taped. */
@Component({
  selector: 'yw-water-gauge',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<figure>
    <svg viewBox="0 0 220 210" role="img" [attr.aria-label]="says()">
      <path class="glass" [attr.d]="arm(70) + arm(124)" />
      <path class="glass" d="M62 168a35 35 0 0 0 70 0M78 168a19 19 0 0 0 38 0" />
      <path class="box" d="M8 12h44v26h-44zM52 18h18v-6h-18" />
      <text x="30" y="29" text-anchor="middle">box</text>
      <text x="138" y="22">open</text>
      <path class="water" [attr.d]="water()" />
      <path class="taped" [attr.d]="'M70 ' + high() + 'H160M124 ' + low() + 'H160M154 ' + high() + 'V' + low()" />
      <text class="strong" x="164" [attr.y]="(high() + low()) / 2 + 4">{{ column() }}</text>
    </svg>
    <figcaption>
      <ol>
        <li>Bend clear hose into a U, half full of coloured water, beside a rule.</li>
        <li>Join one arm to a hole in the box; leave the other open.</li>
        <li>Level first: with the source off both stand alike.</li>
        <li>Source on: tape from the lower level up to the higher one. Type that, as “{{ column() }}”.</li>
      </ol>
      <p>{{ one() }}</p>
    </figcaption>
  </figure>`,
  styles: `
    figure {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
      gap: var(--s3);
      align-items: start;
      margin: var(--s2) 0;
    }
    .glass,
    .box,
    .taped {
      fill: none;
      stroke: var(--ink);
    }
    .water {
      fill: none;
      stroke: var(--air);
      stroke-width: 13;
    }
    .taped {
      stroke: var(--ink-2);
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
    }
    .strong {
      fill: var(--ink);
      font-weight: 600;
    }
    ol,
    p {
      margin: 0 0 6px;
      padding-left: 18px;
      color: var(--ink-2);
      font-size: var(--t-s);
    }
    p {
      padding: 0;
    }
    svg {
      max-width: 230px;
    }
  `,
})
export class WaterGauge {
  /** Pa in the box. */
  readonly pressure = input.required<number>();
  readonly system = input.required<UnitSystem>();

  readonly #rise = computed(() => Math.min(MOST, this.pressure() * PIXELS_PER_PASCAL) / 2);
  protected readonly high = computed(() => MIDDLE - this.#rise());
  protected readonly low = computed(() => MIDDLE + this.#rise());
  protected readonly water = computed(() => `M70 ${this.high()}V${FOOT}a27 27 0 0 0 54 0V${this.low()}`);
  protected readonly column = computed(() => figureText(this.pressure(), 'column', this.system()));
  protected readonly one = computed(
    () =>
      `${this.column()} of water is ${figureText(this.pressure(), 'pressure', this.system())}. A picture, not to scale above ${figureText(MOST / PIXELS_PER_PASCAL, 'column', this.system())}.`,
  );
  protected readonly says = computed(
    () => `A U of hose with water: on the box’s side it stands ${this.column()} higher than on the open side.`,
  );

  protected arm(x: number): string {
    return `M${x - 8} 12V${FOOT}M${x + 8} 12V${FOOT}`;
  }
}
