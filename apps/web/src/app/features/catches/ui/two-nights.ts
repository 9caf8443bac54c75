import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { HOURS, type Lane, type NightStep, type TwoNights } from '../data/two-nights';

const TOP = 6;
const LANE_PX = 46;
const FOOT_PX = 20;
const BAR = 10;
const LETTER_PX = 6.3;
const HEIGHTS = [14, 28] as const;

interface StepText {
  readonly step: NightStep;
  readonly x: number;
  readonly y: number;
  readonly end: 'start' | 'end';
}

/** The next two nights of one colony: a line a place, night hatched, and what your hands are needed for. */
@Component({
  selector: 'yw-two-nights',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="width()" [attr.height]="height()" aria-hidden="true">
      <defs>
        <pattern id="night" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line class="hatch" x1="0" x2="0" y1="0" y2="6" />
        </pattern>
      </defs>
      @for (night of picture().nights; track $index) {
        <rect
          class="night"
          fill="url(#night)"
          y="0"
          [attr.x]="px(night.from)"
          [attr.width]="px(night.to - night.from)"
          [attr.height]="floor()"
        />
      }
      @for (lane of picture().lanes; track lane) {
        <line class="lane" x1="0" [attr.x2]="width()" [attr.y1]="laneY(lane)" [attr.y2]="laneY(lane)" />
      }
      @for (tick of picture().ticks; track tick.at) {
        <line
          class="tick"
          [class.strong]="tick.strong"
          [attr.x1]="px(tick.at)"
          [attr.x2]="px(tick.at)"
          [attr.y1]="tick.strong ? 0 : floor()"
          [attr.y2]="floor() + 5"
        />
        <text
          class="hour"
          [class.strong]="tick.strong"
          [attr.x]="px(tick.at) + (tick.strong ? 4 : 0)"
          [attr.y]="floor() + 16"
          [attr.text-anchor]="tick.strong ? 'start' : 'middle'"
        >
          {{ tick.words }}
        </text>
      }
      @for (way of picture().ways; track $index) {
        <line
          class="way"
          [attr.x1]="px(way.at) - 14"
          [attr.x2]="px(way.at)"
          [attr.y1]="laneY(way.from)"
          [attr.y2]="laneY(way.to)"
        />
      }
      @for (bar of picture().bars; track $index) {
        <rect
          [class]="bar.kind"
          [attr.x]="px(bar.from)"
          [attr.y]="laneY(bar.lane) - 5"
          [attr.width]="px(bar.to - bar.from)"
          height="10"
        />
      }
      @for (step of picture().steps; track step.code) {
        @if (step.code !== 'shade') {
          <rect
            class="hands"
            [attr.x]="px(step.from)"
            [attr.y]="laneY(step.lane) + 7"
            [attr.width]="px(step.to - step.from)"
            height="3"
          />
        }
      }
      @for (text of texts(); track text.step.code) {
        <text class="step" [attr.x]="text.x" [attr.y]="text.y" [attr.text-anchor]="text.end">
          <tspan class="name">{{ text.step.name }}</tspan>
          {{ text.step.when }}
        </text>
      }
      <line class="now" [attr.x1]="px(picture().now)" [attr.x2]="px(picture().now)" y1="0" [attr.y2]="floor()" />
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      background: var(--sheet-2);
      outline: 1px solid var(--rule-2);
    }
    .hatch {
      stroke: var(--rule);
      stroke-width: 2;
    }
    .lane {
      stroke: var(--rule);
    }
    .tick {
      stroke: var(--rule-2);
    }
    .tick.strong {
      stroke: var(--ink-2);
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
    }
    .hour.strong,
    .name {
      fill: var(--ink);
      font-weight: 600;
    }
    .step {
      paint-order: stroke;
      stroke: var(--sheet-2);
      stroke-width: 3px;
    }
    .free {
      fill: var(--catch);
    }
    .shut,
    .stand {
      fill: var(--catch-2);
      stroke: var(--catch);
    }
    .shut {
      stroke-dasharray: 2 1.5;
    }
    .way {
      stroke: var(--catch);
      stroke-width: 2;
    }
    .hands {
      fill: var(--yew);
    }
    .now {
      stroke: var(--ink);
      stroke-width: 2;
    }
  `,
})
export class TwoNightsDrawing {
  readonly picture = input.required<TwoNights>();
  readonly width = input.required<number>();

  protected readonly floor = computed(() => TOP + this.picture().lanes.length * LANE_PX);
  protected readonly height = computed(() => this.floor() + FOOT_PX);
  /** Words stand above their line, the second row where the first is taken. */
  protected readonly texts = computed((): readonly StepText[] => {
    const taken: { lane: Lane; row: number; to: number }[] = [];
    return this.picture().steps.map((step) => {
      const wide = (step.name.length + step.when.length + 1) * LETTER_PX;
      const at = this.px(step.from);
      const late = at + wide > this.width();
      const from = late ? Math.max(0, this.width() - wide - 4) : at;
      const free = HEIGHTS.findIndex((_, row) =>
        taken.every((one) => one.lane !== step.lane || one.row !== row || one.to < from),
      );
      const row = Math.max(0, free);
      taken.push({ lane: step.lane, row, to: from + wide + 8 });
      return {
        step,
        x: late ? this.width() - 4 : at + 2,
        y: this.laneY(step.lane) - BAR / 2 - (HEIGHTS[row] ?? HEIGHTS[0]) + 9,
        end: late ? 'end' : 'start',
      };
    });
  });

  protected px(hours: number): number {
    return (hours / HOURS) * this.width();
  }

  protected laneY(lane: Lane): number {
    return TOP + (this.picture().lanes.indexOf(lane) + 1) * LANE_PX - 12;
  }
}
