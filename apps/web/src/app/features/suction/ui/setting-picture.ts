import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

const GATE = 22;
const MOST_RISE = 44;
const PIXELS_PER_PASCAL = 0.04;
const MIDDLE = 86;

/** The empty rig at one setting: hose or plate at the port, the gate so far open, and a water gauge as high as is expected. */
@Component({
  selector: 'yw-setting-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 200 124" aria-hidden="true">
    <path class="wood" d="M52 18h70v44H52z" />
    <path class="mesh" d="M52 30h70" />
    @if (portClosed()) {
      <path class="plate" d="M48 34v24" />
    } @else {
      <path class="line" d="M52 40H30c-14 0-10 26-24 26M52 52H34c-12 0-8 26-22 26" />
      <path class="air" d="M14 70c10 0 10-24 26-24h6m-5-4 6 4-6 4" />
    }
    <path class="line" d="M122 24h20v-4h24v30h-24v-4h-20" />
    <path class="air" d="M126 38h8m-4-4 5 4-5 4M166 28h12m-5-4 6 4-6 4" />
    <path class="line" d="M142 20V8h24v12" />
    <path class="gate" [attr.d]="'M' + (144 + open()) + ' 5h' + (22 - open()) + 'v4h-' + (22 - open()) + 'z'" />
    @if (open() > 1) {
      <path class="air" d="M148 0v12m-4-5 4 6 4-6" />
    }
    <path class="line" d="M74 62v44a11 11 0 0 0 22 0V66M82 62v44a3 3 0 0 0 6 0V66" />
    @if (levels(); as levels) {
      <path class="water" [attr.d]="'M78 ' + levels.high + 'V106a7 7 0 0 0 14 0V' + levels.low" />
    }
  </svg>`,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      max-width: 210px;
      overflow: visible;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.3;
    }
    .wood {
      fill: var(--sheet-2);
    }
    .mesh {
      stroke-dasharray: 2 2;
    }
    .plate {
      stroke: var(--clay);
      stroke-width: 4;
    }
    .gate {
      fill: var(--ink);
    }
    .air {
      stroke: var(--air);
      stroke-width: 1.6;
    }
    .water {
      stroke: var(--air);
      stroke-width: 6;
    }
  `,
})
export class SettingPicture {
  /** Share of the gate's travel. */
  readonly opening = input.required<number>();
  readonly portClosed = input.required<boolean>();
  /** Pa in the box; nothing of the gauge is filled where nobody knows. */
  readonly pressure = input.required<number | null>();

  protected readonly open = computed(() => Math.round(this.opening() * GATE));
  protected readonly levels = computed(() => {
    const pressure = this.pressure();
    if (pressure === null) return null;
    const rise = Math.min(MOST_RISE, pressure * PIXELS_PER_PASCAL) / 2;
    return { high: MIDDLE - rise, low: MIDDLE + rise };
  });
}
