import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SeasonClockDto } from '@yewridge/contract/today';
import { addDays, dateOfSeasonDay, daysBetween, type IsoDate, type SeasonMark } from '@yewridge/core/season';
import { monthDay } from '../../../shared/season/season-words';

const WIDTH = 760;
const HEIGHT = 66;
const BASE = 42;
const TALL = 36;
/** Season days either side of the first and last bands. */
const ROOM = 14;
/** Room that the name of a month takes. */
const MONTH_PX = 70;

interface Mark {
  readonly name: string;
  readonly date: string;
  readonly x: number;
  readonly textX: number;
  readonly from: number;
  readonly to: number;
  readonly end: 'start' | 'middle' | 'end';
  readonly y: number;
}

/** The curve of the season with its bands of 80 % and tonight's line. */
@Component({
  selector: 'yw-season-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="says()">
      @for (month of months(); track month.name) {
        <line class="tick" [attr.x1]="month.x" [attr.x2]="month.x" y1="42" y2="48" />
        <text class="month" [attr.x]="month.x + 5" y="62">{{ month.name }}</text>
      }
      <path class="area" [attr.d]="area()" />
      <line class="base" x1="0" [attr.x2]="width" y1="42" y2="42" />
      @for (mark of marks(); track mark.name) {
        <line class="band" [attr.x1]="mark.from" [attr.x2]="mark.to" y1="47" y2="47" />
        <line class="band" [attr.x1]="mark.from" [attr.x2]="mark.from" y1="44" y2="50" />
        <line class="band" [attr.x1]="mark.to" [attr.x2]="mark.to" y1="44" y2="50" />
        <path class="middle" [attr.d]="'M' + mark.x + ' 43l4 4-4 4-4-4z'" />
        <text class="name" [attr.x]="mark.textX" [attr.y]="mark.y" [attr.text-anchor]="mark.end">
          <tspan class="bold">{{ mark.name }}</tspan>
          {{ mark.date }}
        </text>
      }
      @if (tonight(); as x) {
        <line class="tonight" [attr.x1]="x" [attr.x2]="x" y1="2" y2="52" />
        <path class="flag" [attr.d]="'M' + (x - 4) + ' 0h8l-4 6z'" />
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    svg {
      display: block;
      width: 100%;
      height: 66px;
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
    .bold {
      font-weight: 600;
    }
    .area {
      fill: var(--catch-2);
      stroke: var(--catch);
      stroke-width: 1.2;
    }
    .base,
    .tick {
      stroke: var(--ink-2);
      stroke-width: 1;
    }
    .band {
      stroke: var(--catch);
      stroke-width: 1.2;
    }
    .middle {
      fill: var(--catch);
    }
    .tonight {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .flag {
      fill: var(--ink);
    }
  `,
})
export class SeasonStrip {
  readonly clock = input.required<SeasonClockDto>();
  readonly hemisphere = input.required<'N' | 'S'>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  readonly #span = computed(() => {
    const { prediction, day } = this.clock();
    const from = Math.floor(Math.min(prediction.earliest.lo, day) - ROOM);
    const to = Math.ceil(Math.max(prediction.last.hi, day) + ROOM);
    return { from, to, px: WIDTH / (to - from) };
  });

  protected readonly area = computed(() => {
    const { curve } = this.clock();
    const { from, to } = this.#span();
    const most = Math.max(...curve, Number.EPSILON);
    const points = Array.from({ length: to - from + 1 }, (_, n) => {
      const day = from + n;
      // Neighbouring years fold into the curve, so past its ends it goes on at the other.
      const mass = curve[(((day - 1) % curve.length) + curve.length) % curve.length] ?? 0;
      return `${this.#x(day).toFixed(1)} ${(BASE - (TALL * mass) / most).toFixed(1)}`;
    });
    return `M0 ${BASE}L${points.join('L')}L${WIDTH} ${BASE}z`;
  });

  protected readonly marks = computed<readonly Mark[]>(() => {
    const { earliest, peak, last } = this.clock().prediction;
    const mark = (name: string, one: SeasonMark, end: Mark['end'], y: number): Mark => ({
      name,
      date: monthDay(one.date),
      x: this.#x(one.day),
      textX: this.#x(one.day) + (end === 'end' ? -9 : 9),
      from: this.#x(one.lo),
      to: this.#x(one.hi),
      end,
      y,
    });
    return [mark('Earliest', earliest, 'end', 28), mark('Peak', peak, 'start', 11), mark('Last', last, 'start', 28)];
  });

  protected readonly tonight = computed(() => this.#x(this.clock().day + 1));

  protected readonly months = computed(() => {
    const { season } = this.clock();
    const { from, to } = this.#span();
    const first = dateOfSeasonDay(season, this.hemisphere(), from);
    const names = new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' });
    return Array.from({ length: to - from + 1 }, (_, n): IsoDate => addDays(first, n))
      .filter((date) => date.endsWith('-01'))
      .map((date) => ({ name: names.format(Date.parse(date)), x: this.#x(from + daysBetween(first, date)) }))
      .filter(({ x }) => x < WIDTH - MONTH_PX);
  });

  protected readonly says = computed(() =>
    this.marks()
      .map(({ name, date }) => `${name} ${date}`)
      .join(', '),
  );

  #x(day: number): number {
    const { from, px } = this.#span();
    return (day - from) * px;
  }
}
