import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { dateOfSeasonDay, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { axisMarks, type DayScale, xOf } from '../../../shared/season/day-axis';
import type { SeasonLine } from '../data/track-words';

const ROOM_DAYS = 12;

/** Every season as one line of clusters on the same days; touching one sets it beside this one. */
@Component({
  selector: 'yw-season-rows',
  imports: [ElementSizeDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row axis">
      <strong>Seasons</strong>
      <span class="plot" (ywElementSize)="width.set($event.width)">
        <svg [attr.width]="width()" height="16" aria-hidden="true">
          @for (mark of months(); track mark.x) {
            <line class="rule" [attr.x1]="mark.x" [attr.x2]="mark.x" y1="0" y2="16" />
            <text [attr.x]="mark.x + 4" y="12">{{ mark.words }}</text>
          }
        </svg>
      </span>
    </div>
    <ul>
      @for (line of drawn(); track line.season) {
        <li>
          <button
            type="button"
            class="row"
            [class.chosen]="line.season === past()"
            [attr.aria-pressed]="line.season === past()"
            [disabled]="line.season === own()"
            (click)="chosen.emit(line.season)"
          >
            <span class="year">{{ line.season }}</span>
            <svg [attr.width]="width()" height="18" aria-hidden="true">
              @for (mark of months(); track mark.x) {
                <line class="rule" [attr.x1]="mark.x" [attr.x2]="mark.x" y1="0" y2="18" />
              }
              <line class="rule" x1="0" [attr.x2]="width()" y1="17.500" y2="17.500" />
              @for (bee of line.bees; track $index) {
                @if (bee.lost) {
                  <path class="cross" [attr.d]="'M' + (bee.x - 3.5) + ' 5l7 7M' + (bee.x + 3.5) + ' 5l-7 7'" />
                } @else {
                  <path
                    class="bees"
                    [attr.transform]="'translate(' + bee.x + ' 9)'"
                    d="M-4 -6h8v1.300h-2.900C3 -2.600 3.200 -.500 2.700 1.500 2.200 3.700 1.300 5.200 0 6-1.300 5.200-2.200 3.700-2.700 1.500-3.200 -.500-3 -2.600-1.100 -4.700H-4z"
                  />
                }
              }
              <line class="tonight" [attr.x1]="tonight()" [attr.x2]="tonight()" y1="0" y2="18" />
            </svg>
            <span class="count">{{ line.count }}</span>
            <span class="kg">{{ line.kg }}</span>
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      border-top: 2px solid var(--ink-3);
    }
    .row {
      display: grid;
      /* One width for all rows: the days of a season stand under those of the others. */
      grid-template-columns: 72px minmax(0, 1fr) 84px 142px;
      gap: 0 var(--s3);
      align-items: center;
      width: 100%;
      min-height: 20px;
      padding: 0 8px 0 0;
      border: 0;
      border-left: 4px solid transparent;
      background: none;
      color: var(--ink-2);
      font: inherit;
      font-size: var(--t-xs);
      text-align: left;
    }
    .axis {
      padding-top: 4px;
    }
    strong {
      color: var(--ink);
      font: 600 var(--t-m) var(--head);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    button.row:not(:disabled) {
      cursor: pointer;
    }
    button.row:hover:not(:disabled) {
      background: var(--sheet);
    }
    .chosen {
      border-left-color: var(--catch);
      background: var(--catch-2);
    }
    .year {
      padding-left: 4px;
    }
    button:disabled .year,
    .chosen .year,
    button:disabled .count,
    .chosen .count {
      color: var(--ink);
      font-weight: 600;
    }
    .kg {
      text-align: right;
    }
    .plot {
      display: block;
      overflow: hidden;
    }
    svg {
      display: block;
    }
    .rule {
      stroke: var(--rule-2);
    }
    .tonight {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
    }
    .bees {
      fill: var(--catch);
    }
    .cross {
      fill: none;
      stroke: var(--clay);
      stroke-width: 1.6;
    }
    @media (pointer: coarse) {
      button.row {
        min-height: 44px;
      }
    }
    @media (max-width: 720px) {
      .row {
        grid-template-columns: 44px minmax(0, 1fr) 76px;
      }
      .kg {
        display: none;
      }
    }
  `,
})
export class SeasonRows {
  readonly lines = input.required<readonly SeasonLine[]>();
  readonly today = input.required<IsoDate>();
  readonly hemisphere = input.required<Hemisphere>();
  /** The season beside this one. */
  readonly past = input.required<number | null>();
  readonly chosen = output<number>();

  protected readonly width = signal(0);
  protected readonly own = computed(() => seasonDay(this.today(), this.hemisphere()).season);
  readonly #scale = computed((): DayScale => {
    const half = this.hemisphere();
    const days = [
      ...this.lines().flatMap((line) => line.days.map(({ day }) => day)),
      seasonDay(this.today(), half).day,
    ];
    const from = Math.min(...days) - ROOM_DAYS;
    const length = Math.max(...days) + ROOM_DAYS - from;
    return { first: dateOfSeasonDay(this.own(), half, from), days: length, dayPx: this.width() / length };
  });
  protected readonly tonight = computed(() => xOf(this.#scale(), this.today()));
  protected readonly months = computed(() => {
    const scale = this.#scale();
    const last = dateOfSeasonDay(
      this.own(),
      this.hemisphere(),
      seasonDay(scale.first, this.hemisphere()).day + scale.days,
    );
    return axisMarks({ dayPx: 2 }, scale.first, last)
      .filter(({ strong }) => strong)
      .map(({ date, words }) => ({ x: xOf(scale, date), words }));
  });
  protected readonly drawn = computed(() => {
    const scale = this.#scale();
    const { day: first } = seasonDay(scale.first, this.hemisphere());
    return this.lines().map((line) => ({
      ...line,
      bees: line.days.map(({ day, lost }) => ({ x: (day - first) * scale.dayPx, lost })),
    }));
  });
}
