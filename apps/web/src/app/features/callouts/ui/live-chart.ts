import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { decimalText } from '../../../shared/units/format';
import { type ChartPoint, liveChart } from '../data/live-chart';
import type { JobProgress } from '@yewridge/core/callouts';

const minutes = (seconds: number): string => `${Math.round(seconds / 60)} min`;
const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** The box, the suction, the bees and the battery on one axis of minutes: what was left of "now", what remains right of it. */
@Component({
  selector: 'yw-live-chart',
  imports: [ElementSizeDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div (ywElementSize)="width.set($event.width)">
    @if (chart(); as c) {
      <svg [attr.width]="c.width" [attr.height]="c.height" role="img" [attr.aria-label]="says()">
        <defs>
          <pattern id="yw-danger" width="6" height="6" patternUnits="userSpaceOnUse">
            <path class="hatch" d="M-1 7 7 -1M-1 1 1 -1M5 7 7 5" />
          </pattern>
          <pattern id="yw-bees" width="5" height="5" patternUnits="userSpaceOnUse">
            <path class="dots" d="M1 1h1.600v1.600H1z" />
          </pattern>
        </defs>
        <rect class="danger" x="70" [attr.y]="c.danger.y" [attr.width]="c.width - 80" [attr.height]="c.danger.height" />
        <rect class="warn" x="70" [attr.y]="c.warn.y" [attr.width]="c.width - 80" [attr.height]="c.warn.height" />
        @for (line of c.lines; track line.text) {
          <path [class]="'rule ' + line.tone" [attr.d]="'M70 ' + line.y + 'H' + (c.width - 10)" />
          <text [class]="line.tone" x="0" [attr.y]="line.y + 4">{{ line.text }}</text>
        }
        <path class="course" [attr.d]="c.course" />
        <path class="ahead" [attr.d]="c.ahead" />
        @if (c.dot; as dot) {
          <circle class="dot" [attr.cx]="dot.x" [attr.cy]="dot.y" r="4.500" />
        }
        @if (c.end; as end) {
          <circle class="end" [attr.cx]="end.x" [attr.cy]="end.y" r="4" />
        }
        <text x="0" [attr.y]="c.rows.suction + 4">suction</text>
        <text x="0" [attr.y]="c.rows.bees + 4">bees</text>
        @for (spell of c.spells; track $index) {
          <rect class="spell" [attr.x]="spell.x" [attr.y]="c.rows.suction - 8" [attr.width]="spell.width" height="16" />
        }
        <path class="most" [attr.d]="'M' + c.bees.x + ' ' + (c.rows.bees + 8) + 'h' + c.bees.most + 'v-6'" />
        <rect class="bees" [attr.x]="c.bees.x" [attr.y]="c.rows.bees - 8" [attr.width]="c.bees.width" height="14" />
        <text x="0" [attr.y]="c.rows.battery + 4">battery</text>
        @if (c.battery; as battery) {
          <rect
            class="battery"
            [attr.x]="battery.x"
            [attr.y]="c.rows.battery - 8"
            [attr.width]="battery.width"
            height="14"
          />
        }
        @for (tick of c.ticks; track tick.x) {
          <path class="rule plain" [attr.d]="'M' + tick.x + ' ' + c.rows.axis + 'v4'" />
          <text class="tick" text-anchor="end" [attr.x]="tick.x + 8" [attr.y]="c.rows.axis + 17">{{ tick.text }}</text>
        }
        <path class="now" [attr.d]="'M' + c.now + ' 2V' + c.rows.axis" />
      </svg>
      <dl>
        <div>
          <dt>suction</dt>
          <dd>
            <b>{{ soFar() }}</b> so far{{ pauses() }}
          </dd>
        </div>
        <div>
          <dt>bees</dt>
          <dd>
            <b>{{ left() }}</b> left, {{ leftMost() }} at most
          </dd>
        </div>
        <div>
          <dt>battery</dt>
          <dd>
            @if (battery(); as text) {
              <b>{{ text }}</b> left
            } @else {
              {{ onCord() ? 'on the cord' : 'not known' }}
            }
          </dd>
        </div>
      </dl>
    }
  </div>`,
  styles: `
    :host,
    svg {
      display: block;
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
    }
    text.danger {
      fill: var(--clay);
    }
    text.warn {
      fill: var(--heat-ink);
    }
    .rule {
      fill: none;
      stroke: var(--rule-2);
    }
    .rule.danger {
      stroke: var(--clay);
      stroke-width: 1.5;
    }
    .rule.warn {
      stroke: var(--heat);
      stroke-width: 1.5;
    }
    rect.danger {
      fill: url('#yw-danger');
    }
    .hatch {
      fill: none;
      stroke: var(--ink-3);
    }
    rect.warn {
      fill: var(--heat-2);
    }
    .course,
    .ahead {
      fill: none;
      stroke: var(--heat);
      stroke-width: 3;
    }
    .ahead {
      stroke-width: 2;
      stroke-dasharray: 3 4;
    }
    .dot {
      fill: var(--heat);
      stroke: var(--paper);
      stroke-width: 2;
    }
    .end {
      fill: var(--paper);
      stroke: var(--clay);
      stroke-width: 2;
    }
    .spell {
      fill: var(--air);
      stroke: var(--air);
    }
    .bees {
      fill: url('#yw-bees');
      stroke: var(--catch);
      stroke-width: 1.5;
    }
    .dots {
      fill: var(--catch);
    }
    .most {
      fill: none;
      stroke: var(--catch);
      stroke-dasharray: 3 3;
      stroke-width: 1.5;
    }
    .battery {
      fill: var(--yew-2);
      stroke: var(--yew);
      stroke-width: 1.5;
    }
    .now {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    dl {
      display: grid;
      grid-template-columns: repeat(3, auto);
      justify-content: space-between;
      gap: 2px var(--s3);
      margin: 2px 0 0;
    }
    dt {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    dd {
      margin: 0;
    }
  `,
})
export class LiveChartDrawing {
  readonly state = input.required<JobProgress>();
  /** The box so far, °C. */
  readonly course = input.required<readonly ChartPoint[]>();
  readonly onCord = input(false);
  /** K/s. */
  readonly rate = input.required<number | null>();

  protected readonly width = signal(0);
  protected readonly chart = computed(() =>
    this.width() < 120
      ? null
      : liveChart(this.state(), { width: this.width(), course: this.course(), rate: this.rate() }),
  );
  protected readonly soFar = computed(() => clock(this.state().suction));
  protected readonly pauses = computed(() => {
    const ended = this.state().spells.filter(({ to }) => to !== null).length;
    const pauses = Math.max(0, this.state().running ? ended : ended - 1);
    return pauses === 0 ? '' : `, ${pauses === 1 ? 'one pause' : `${pauses} pauses`}`;
  });
  protected readonly left = computed(() => minutes(this.state().left));
  protected readonly leftMost = computed(() => minutes(this.state().leftMost));
  protected readonly battery = computed(() => {
    const left = this.state().batteryLeft;
    return left === null ? null : minutes(left);
  });
  protected readonly says = computed(() => {
    const now = this.course().at(-1);
    const box = now ? `The box has ${decimalText(now.celsius, 1)} °C; it warns at 38 and is in danger at 42.` : '';
    return `${box} Suction ${this.soFar()} so far, ${this.left()} left, at most ${this.leftMost()}.`;
  });
}
