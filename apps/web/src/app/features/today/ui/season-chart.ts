import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
} from '@angular/core';
import type { SeasonSheetDto } from '@yewridge/contract/today';
import { SEASON_BAND_Y, seasonDrawing } from '../data/season-chart';

/** The curve of the season over the arrivals of each year, all on the same days. */
@Component({
  selector: 'yw-season-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drawing(); as d) {
      <svg [attr.viewBox]="'0 0 ' + d.width + ' ' + d.height" role="img" [attr.aria-label]="says()">
        @for (snap of d.snaps; track snap.from) {
          <rect
            class="snap"
            [attr.x]="snap.from"
            y="40"
            [attr.width]="snap.to - snap.from"
            [attr.height]="d.base - 40"
          />
          <text class="air" [attr.x]="snap.from + 3" y="52">cold</text>
        }
        @for (month of d.months; track month.name + month.x) {
          <line class="tick" [attr.x1]="month.x" [attr.x2]="month.x" y1="40" [attr.y2]="d.height - 20" />
          <text class="month" [attr.x]="month.x + 5" [attr.y]="d.height - 4">{{ month.name }}</text>
        }
        <path class="area" [attr.d]="d.area" />
        @if (d.delayed) {
          <path class="delayed" [attr.d]="d.delayed" />
        }
        <line class="base" x1="116" [attr.x2]="d.width - 16" [attr.y1]="d.base" [attr.y2]="d.base" />
        @for (mark of d.marks; track mark.name) {
          <line class="act" [attr.x1]="mark.x" [attr.x2]="mark.x" [attr.y1]="mark.y" [attr.y2]="d.base" />
          <text
            [attr.x]="mark.x + (mark.end ? -5 : 5)"
            [attr.y]="mark.y + 9"
            [attr.text-anchor]="mark.end ? 'end' : 'start'"
          >
            {{ mark.name }}
          </text>
        }
        @for (band of d.bands; track band.name) {
          <line class="band" [attr.x1]="band.from" [attr.x2]="band.to" [attr.y1]="bandY" [attr.y2]="bandY" />
          <line class="band" [attr.x1]="band.from" [attr.x2]="band.from" [attr.y1]="bandY - 4" [attr.y2]="bandY + 4" />
          <line class="band" [attr.x1]="band.to" [attr.x2]="band.to" [attr.y1]="bandY - 4" [attr.y2]="bandY + 4" />
          <path class="middle" [attr.d]="'M' + band.x + ' ' + (bandY - 5) + 'l5 5-5 5-5-5z'" />
          <text class="mid" [attr.x]="band.x" [attr.y]="bandY + 20" text-anchor="middle">
            <tspan class="bold">{{ band.name }}</tspan>
            {{ band.date }}
          </text>
        }
        @for (row of d.rows; track row.name) {
          <text class="bold" x="2" [attr.y]="row.y + 4">{{ row.name }}</text>
          <text class="month" x="42" [attr.y]="row.y + 4">{{ row.count }}</text>
          <line class="row" x1="116" [attr.x2]="d.width - 16" [attr.y1]="row.y" [attr.y2]="row.y" />
          @for (dot of row.dots; track $index) {
            <path
              [class]="row.now ? 'dot now' : 'dot'"
              [attr.d]="
                'M' +
                (dot.x - 3.5) +
                ' ' +
                (row.y - 6) +
                'h7M' +
                dot.x +
                ' ' +
                (row.y - 6) +
                'c-4 3-4 9 0 12c4-3 4-9 0-12z'
              "
            >
              <title>{{ dot.says }}</title>
            </path>
          }
        }
        <line class="tonight" [attr.x1]="d.tonight" [attr.x2]="d.tonight" y1="30" [attr.y2]="d.height - 20" />
        <text class="bold" [attr.x]="d.tonight" y="24" text-anchor="middle">tonight</text>
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    svg {
      display: block;
      width: 100%;
      min-width: 860px;
    }
    text {
      fill: var(--ink);
      font: 400 12px var(--text);
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 3px;
    }
    .month {
      fill: var(--ink-2);
    }
    .air {
      fill: var(--air);
    }
    .bold {
      font-weight: 600;
    }
    .area {
      fill: var(--catch-2);
      stroke: var(--catch);
      stroke-width: 1.2;
    }
    .delayed {
      fill: none;
      stroke: var(--air);
      stroke-width: 1.6;
      stroke-dasharray: 5 3;
    }
    .snap {
      fill: var(--air-2);
    }
    .base {
      stroke: var(--ink-2);
    }
    .tick,
    .row {
      stroke: var(--rule);
    }
    .act {
      stroke: var(--yew);
      stroke-width: 1.4;
    }
    .band {
      stroke: var(--catch);
      stroke-width: 1.2;
    }
    .middle {
      fill: var(--catch);
    }
    .dot {
      fill: var(--catch-2);
      stroke: var(--catch);
      stroke-width: 1.2;
    }
    .now {
      fill: var(--catch);
    }
    .tonight {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
  `,
})
export class SeasonChart {
  readonly sheet = input.required<SeasonSheetDto>();
  readonly hemisphere = input.required<'N' | 'S'>();

  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    // Where it is wider than the page, tonight stands in the middle.
    afterRenderEffect(() => {
      const d = this.drawing();
      const { nativeElement: host } = this.#host;
      if (d) host.scrollLeft = (d.tonight / d.width) * host.scrollWidth - host.clientWidth / 2;
    });
  }

  protected readonly bandY = SEASON_BAND_Y;
  protected readonly drawing = computed(() => seasonDrawing(this.sheet(), this.hemisphere()));
  protected readonly says = computed(() => {
    const d = this.drawing();
    if (!d) return '';
    const bands = d.bands.map(({ name, date }) => `${name} ${date}`).join(', ');
    return `${bands}; ${d.rows.map(({ name, count }) => `${name}: ${count}`).join(', ')}`;
  });
}
