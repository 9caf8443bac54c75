import type { CallDayDto } from '@yewridge/contract/callouts';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { DayWeatherDto, TodayDto } from '@yewridge/contract/today';
import { addDays, type IsoDate } from '@yewridge/core/season';
import type { View } from '../shared/remembered/view.js';
import type { SeasonClock } from '../shared/season-clock/season-clock.js';
import { localSun } from '../shared/season-log/local-sun.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

const WEATHER_DAYS = 6;

/** What asks for a keeper now: traps, steps after a catch, the season and the weather. */
export class TodayService {
  readonly #now: View<TodayDto>;

  constructor(
    private readonly log: SeasonLog,
    private readonly clock: SeasonClock,
    /** Composed by the app from rounds and catches. */
    private readonly due: () => Promise<DueListDto>,
    private readonly plans: () => Promise<readonly CatchPlanDto[]>,
    private readonly calls: () => Promise<readonly CallDayDto[]>,
  ) {
    this.#now = log.view();
  }

  now(): Promise<TodayDto> {
    return this.#now.ask(() => this.workOut());
  }

  private async workOut(): Promise<TodayDto> {
    const { today, traps, inUse } = await this.due();
    return {
      now: this.log.minute(),
      today,
      sun: await localSun(this.log, today),
      season: await this.clock.now(),
      weather: await this.weather(today),
      traps,
      inUse,
      first: await this.log.begun(),
      plans: await this.plans(),
      calls: await this.calls(),
    };
  }

  /** Now, as calendars write it. */
  stamp(): string {
    return this.log.instant().replace(/[-:]|\.\d+/g, '');
  }

  private async weather(today: IsoDate): Promise<readonly DayWeatherDto[]> {
    return this.log.weather({ from: today, to: addDays(today, WEATHER_DAYS) });
  }
}
