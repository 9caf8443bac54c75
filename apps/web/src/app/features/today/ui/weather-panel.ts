import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DayWeatherDto, TodayDto } from '@yewridge/contract/today';
import { flightFitness } from '@yewridge/core/season';
import { ZERO_CELSIUS } from '@yewridge/core/shared/units';
import { dayShort } from '../../../shared/season/season-words';
import { temperatureOf } from '../../../shared/units/format';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { clockText } from '../data/today-lines';

const FIT = { good: 0.6, fair: 0.15 };
const SOURCES = { measured: 'measured', forecast: 'forecast', simulated: 'simulated' } as const;
/** px a degree in the bars, and the room over them. */
const PX = 1.6;
const BAR = 56;

interface Column {
  readonly date: string;
  readonly name: string;
  readonly low: string;
  readonly high: string;
  readonly rain: string;
  readonly top: number;
  readonly height: number;
  readonly fit: 'good' | 'fair' | 'none' | '';
}

/** The sun of today, and the days to come by what keeps swarms in. */
@Component({
  selector: 'yw-weather-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2 id="weather">Weather</h2>
      <em>{{ source() }}</em>
    </header>
    @if (sun(); as sun) {
      <p class="sun">{{ sun }}</p>
    }
    <ol>
      @for (day of days(); track day.date) {
        <li>
          <strong>{{ day.name }}</strong>
          <span class="bar" aria-hidden="true">
            <i [style.top.px]="day.top" [style.height.px]="day.height"></i>
          </span>
          <span>{{ day.high }}</span>
          <span class="low">{{ day.low }}</span>
          <span class="rain">{{ day.rain }}</span>
          @switch (day.fit) {
            @case ('good') {
              <b class="good">✓ good</b>
            }
            @case ('fair') {
              <b>– fair</b>
            }
            @case ('none') {
              <b class="none">✕ none</b>
            }
          }
        </li>
      } @empty {
        <li class="nothing">
          No weather is known. Load a table of it under Files: then the season and the steps go by it.
        </li>
      }
    </ol>
    <p class="hint">good, fair, none: how fit the day is for swarms to fly (rule of thumb)</p>
  `,
  styles: `
    :host {
      display: block;
      padding: var(--s3);
    }
    header {
      display: flex;
      align-items: baseline;
      justify-content: space-between;
    }
    h2 {
      font-size: 16px;
    }
    em,
    .hint,
    .low {
      color: var(--ink-2);
    }
    .sun {
      margin: 6px 0 10px;
    }
    ol {
      display: grid;
      grid-auto-columns: minmax(0, 1fr);
      grid-auto-flow: column;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 12px minmax(0, 1fr);
      gap: 0 6px;
      align-content: start;
      padding: 4px 4px 4px 8px;
      border-left: 1px solid var(--rule);
      font-size: var(--t-xs);
    }
    li:first-child {
      border-left: 0;
    }
    strong,
    b {
      grid-column: 1 / -1;
      font-weight: 600;
    }
    .bar {
      position: relative;
      grid-row: 2 / 4;
      height: 56px;
    }
    i {
      position: absolute;
      width: 7px;
      background: var(--heat);
    }
    .rain {
      grid-column: 1 / -1;
      min-height: 1.3em;
      color: var(--air);
    }
    .good {
      color: var(--yew);
    }
    .none {
      color: var(--clay);
    }
    .nothing {
      display: block;
    }
    .hint {
      margin: 8px 0 0;
      font-size: var(--t-xs);
    }
  `,
})
export class WeatherPanel {
  readonly day = input.required<TodayDto>();
  readonly system = input.required<UnitSystem>();

  protected readonly source = computed(() => {
    const sources = new Set(this.day().weather.map(({ source }) => SOURCES[source]));
    return [...sources].join(', ');
  });
  protected readonly sun = computed(() => {
    const { sun } = this.day();
    if (!sun) return null;
    if (sun.sunset === null || sun.sunrise === null) {
      return sun.state === 'polarDay' ? 'The sun does not set today.' : 'The sun does not rise today.';
    }
    const dusk = sun.civilDusk === null ? '' : `, dark by ${clockText(sun.civilDusk)}`;
    return `Sunset ${clockText(sun.sunset)}${dusk}; sunrise ${clockText(sun.sunrise)}`;
  });
  protected readonly days = computed<readonly Column[]>(() => {
    const weather = this.day().weather.slice(0, 6);
    const highs = weather.flatMap(({ tMax }) => (tMax === null ? [] : [tMax]));
    const highest = Math.max(...highs, -60);
    return weather.map((one) => this.#column(one, highest));
  });

  #column(one: DayWeatherDto, highest: number): Column {
    const { date, tMin, tMax, rainMm } = one;
    const degrees = (celsius: number | null): string =>
      celsius === null ? '' : `${temperatureOf(celsius + ZERO_CELSIUS, this.system()).text}°`;
    const fitness = tMax === null ? null : flightFitness({ tMax, rainMm, windMps: one.windMps });
    return {
      date,
      name: date === this.day().today ? 'Today' : dayShort(date).replace(/ \w+$/, ''),
      low: degrees(tMin),
      high: degrees(tMax),
      rain: rainMm !== null && rainMm >= 0.5 ? `${rainMm.toFixed(0)} mm` : '',
      top: tMax === null ? 0 : Math.min(BAR, PX * (highest - tMax)),
      height: tMax === null || tMin === null ? 0 : Math.max(2, Math.min(BAR, PX * (tMax - tMin))),
      fit: fitness === null ? '' : fitness >= FIT.good ? 'good' : fitness >= FIT.fair ? 'fair' : 'none',
    };
  }
}
