import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type DesignLoad, massByDay } from '@yewridge/core/bench';

const WIDTH = 96;
const HEIGHT = 44;
const FOOT = 32;
const DAYS = 60;
const STEP = 4;

/** The mass over sixty days as a small band, with the keeper's limit and the day it is crossed. */
@Component({
  selector: 'yw-mass-spark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
    [attr.width]="width"
    [attr.height]="height"
    [attr.viewBox]="'0 0 ' + width + ' ' + height"
    aria-hidden="true"
  >
    <path class="band" [attr.d]="band()" />
    <path class="mass" [attr.d]="line()" />
    <path class="limit" [attr.d]="'M0 ' + limit() + 'H' + width" />
    <path class="axis" [attr.d]="'M0 ' + foot + 'H' + width" />
    @if (crossing(); as at) {
      <circle [attr.cx]="at.x" [attr.cy]="limit()" r="2.6" />
      <text [attr.x]="at.textX" [attr.y]="height - 1">{{ at.text }}</text>
    }
    <text class="start" x="0" [attr.y]="height - 1">day 0</text>
  </svg>`,
  styles: `
    :host,
    svg {
      display: block;
    }
    .band {
      fill: var(--clay-2);
    }
    .mass {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.3;
    }
    .limit {
      stroke: var(--clay);
      stroke-width: 1;
    }
    .axis {
      stroke: var(--rule-2);
    }
    circle {
      fill: var(--sheet);
      stroke: var(--clay);
      stroke-width: 1.4;
    }
    text {
      fill: var(--ink-2);
      font: 400 11.5px var(--text);
      text-anchor: middle;
    }
    .start {
      text-anchor: start;
    }
  `,
})
export class MassSpark {
  readonly load = input.required<DesignLoad>();
  /** m3 net. */
  readonly room = input.required<number>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly foot = FOOT;
  readonly #days = computed(() =>
    massByDay({ empty: this.load().empty, room: this.room(), plan: this.load().plan, days: DAYS, step: STEP }),
  );
  readonly #most = computed(() => Math.max(this.load().plan.limit * 1.25, this.#days().at(-1)?.mass ?? 0));

  #x(day: number): number {
    return Math.round((day / DAYS) * WIDTH * 10) / 10;
  }

  #y(mass: number): number {
    return Math.round((FOOT - (Math.min(mass, this.#most()) / this.#most()) * (FOOT - 2)) * 10) / 10;
  }

  protected readonly line = computed(
    () =>
      `M${this.#days()
        .map(({ day, mass }) => `${this.#x(day)} ${this.#y(mass)}`)
        .join('L')}`,
  );
  protected readonly band = computed(() => {
    const days = this.#days();
    const upper = days.map(({ day, high }) => `${this.#x(day)} ${this.#y(high)}`);
    const lower = [...days].reverse().map(({ day, low }) => `${this.#x(day)} ${this.#y(low)}`);
    return `M${[...upper, ...lower].join('L')}z`;
  });
  protected readonly limit = computed(() => this.#y(this.load().plan.limit));
  protected readonly crossing = computed(() => {
    const { likely } = this.load().down;
    if (likely === null || likely > DAYS) return null;
    const x = this.#x(likely);
    return { x, textX: Math.min(WIDTH - 8, Math.max(44, x)), text: String(Math.floor(likely)) };
  });
}
