import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DeviceKind } from '@yewridge/contract/devices';

const STEPS: Readonly<Record<DeviceKind, readonly string[]>> = {
  trapSensor: [
    'The counter over the door. It must narrow nothing: the door keeps its area.',
    'The probe in the middle, a hand under the lid, where bees will hang. Its wire leaves at the back.',
    'The scale between trap and bracket. The strap goes round the trap, not round the scale.',
  ],
  weatherStation: [
    'In the shade, 2 m up, away from a warm wall.',
    'The rain gauge level, and open to the sky.',
    'It sends a day when the day is over.',
  ],
};

/** Where a sensor's parts sit in a trap, or how a station stands: a picture with its three numbers. */
@Component({
  selector: 'yw-where-it-goes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<figure>
    @if (kind() === 'trapSensor') {
      <svg
        viewBox="0 0 200 190"
        role="img"
        aria-label="A trap cut open: the counter at its door, the probe under its lid, the scale below it"
      >
        <path class="wood" d="M14 178V6h10v172z" />
        <path class="line" d="M56 34h104v104H56zM50 26h116v8H50z" />
        <path class="comb" d="M74 42v60M90 42v60M122 42v60M138 42v60" />
        <path class="wire" d="M106 76v-36h58v34" />
        <circle class="part" cx="106" cy="80" r="4" />
        <path class="part" d="M48 110h8v14h-8z" />
        <path class="part" d="M60 140h96v9H60z" />
        <path class="line" d="M24 151h138M24 174l120-23" />
        <g class="number">
          <circle cx="36" cy="117" r="9" />
          <text x="36" y="121">1</text>
          <circle cx="106" cy="100" r="9" />
          <text x="106" y="104">2</text>
          <circle cx="172" cy="145" r="9" />
          <text x="172" y="149">3</text>
        </g>
      </svg>
    } @else {
      <svg
        viewBox="0 0 200 190"
        role="img"
        aria-label="A weather station on a mast: the thermometer in its screen, wind cups, the rain gauge"
      >
        <path class="line" d="M96 178V40h8v138" />
        <path class="wood" d="M70 178h60v6H70z" />
        <path class="part" d="M78 76h44l-6 10H84zM78 92h44l-6 10H84zM78 108h44l-6 10H84z" />
        <path class="line" d="M60 42h80M100 42V30" />
        <circle class="part" cx="60" cy="42" r="7" />
        <circle class="part" cx="140" cy="42" r="7" />
        <path class="part" d="M130 128h28v26h-28z" />
        <path class="line" d="M104 150h26" />
        <path class="wire" d="M180 76v102M174 76h12M174 178h12" />
        <text class="size" x="172" y="112" text-anchor="end">2 m</text>
        <g class="number">
          <circle cx="62" cy="97" r="9" />
          <text x="62" y="101">1</text>
          <circle cx="144" cy="168" r="9" />
          <text x="144" y="172">2</text>
        </g>
      </svg>
    }
    <figcaption>
      <ol>
        @for (step of steps(); track step) {
          <li>{{ step }}</li>
        }
      </ol>
    </figcaption>
  </figure>`,
  styles: `
    figure {
      display: grid;
      grid-template-columns: 140px minmax(0, 1fr);
      gap: var(--s3);
      align-items: center;
      margin: var(--s3) 0 0;
    }
    path,
    circle {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .wood {
      fill: var(--sheet-2);
    }
    .comb {
      stroke: var(--rule-2);
      stroke-width: 6;
    }
    .part {
      fill: var(--air-2);
      stroke: var(--air);
    }
    .wire {
      stroke: var(--air);
      stroke-dasharray: 3 3;
    }
    .number circle {
      fill: var(--sheet);
      stroke: var(--clay);
    }
    text {
      fill: var(--clay);
      font: 600 12px var(--text);
      text-anchor: middle;
    }
    .size {
      fill: var(--ink-2);
      font-weight: 400;
    }
    ol {
      margin: 0;
      padding-left: 18px;
      color: var(--ink-2);
    }
    li + li {
      margin-top: 6px;
    }
  `,
})
export class WhereItGoes {
  readonly kind = input.required<DeviceKind>();
  protected readonly steps = computed(() => STEPS[this.kind()]);
}
