import type { CallDayDto } from '@yewridge/contract/callouts';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { TodayDto } from '@yewridge/contract/today';
import { dayView, dayWeather } from '@yewridge/core/field';
import type { View } from '../shared/remembered/view.js';
import type { SeasonMemory } from '../shared/season-clock/season-memory.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

/** What asks for a keeper now: traps, steps after a catch, the season and the weather. */
export class TodayService {
  readonly #now: View<TodayDto>;

  constructor(
    private readonly log: SeasonLog,
    private readonly memory: SeasonMemory,
    /** Composed by the app from rounds and catches. */
    private readonly due: () => Promise<DueListDto>,
    private readonly plans: () => Promise<readonly CatchPlanDto[]>,
    private readonly calls: () => Promise<readonly CallDayDto[]>,
  ) {
    this.#now = log.view();
  }

  now(): Promise<TodayDto> {
    return this.#now.ask(async () => {
      const due = await this.due();
      return dayView(
        {
          due,
          places: await this.log.places(),
          clock: await this.memory.clock(),
          weather: await this.log.weather(dayWeather(due.today)),
          begun: await this.log.begun(),
          plans: await this.plans(),
          calls: await this.calls(),
        },
        this.log.now(),
      );
    });
  }

  /** Now, as calendars write it. */
  stamp(): string {
    return this.log.instant().replace(/[-:]|\.\d+/g, '');
  }
}
