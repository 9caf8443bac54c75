import {
  type DueListDto,
  RIBBON_MOST_DAYS,
  type RibbonDto,
  type RibbonQuery,
  type SummaryDto,
} from '@yewridge/contract/rounds';
import { ALL_YEARS, COUNTED_DAYS, dueList, dueWeather, ribbonRows, seasonSummary } from '@yewridge/core/field';
import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import { AppError } from '../http/app-error.js';
import type { View } from '../shared/remembered/view.js';
import type { SeasonMemory } from '../shared/season-clock/season-memory.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import type { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';

/** Reads what the due list, the ribbon and the summary are made of; they are worked out in core. */
export class RoundsService {
  private readonly log: SeasonLog;
  readonly #due: View<DueListDto>;
  readonly #summary: View<SummaryDto>;
  readonly #ribbon: View<RibbonDto>;

  constructor(
    private readonly parts: {
      readonly log: SeasonLog;
      readonly memory: SeasonMemory;
      /** Day of the next step after a catch, by stay; the app composes this from the catches. */
      readonly nextSteps: () => Promise<ReadonlyMap<string, IsoDate>>;
      /** What sensors say, by trap. */
      readonly sensors: () => ReturnType<SensorReadings['byTrap']>;
    },
  ) {
    this.log = parts.log;
    this.#due = this.log.view();
    this.#summary = this.log.view();
    this.#ribbon = this.log.view();
  }

  /** Every trap that hangs, those that need a keeper most first. */
  due(): Promise<DueListDto> {
    return this.#due.ask(() => this.workOutDue());
  }

  private async workOutDue(): Promise<DueListDto> {
    const { log, memory, nextSteps, sensors } = { ...this.parts, log: this.log };
    const today = log.today();
    return dueList(
      {
        traps: await log.traps(),
        stays: await log.stays({ from: today, to: today }),
        looks: await log.looks(),
        catches: await log.catches(),
        counts: await log.counts(addDays(today, -COUNTED_DAYS)),
        lures: await memory.lures(),
        nextSteps: await nextSteps(),
        sensors: await sensors(),
        scouts: await memory.scouts(),
        weather: await log.weather(dueWeather(today)),
        clock: await memory.clock(),
        trials: await log.trials(),
        picks: await log.picks(),
      },
      log.now(),
    );
  }

  /** @throws AppError `VALIDATION` for more days than one answer spans. */
  async ribbon({ from, to }: RibbonQuery): Promise<RibbonDto> {
    const days = daysBetween(from, to);
    if (days < 0 || days > RIBBON_MOST_DAYS) {
      throw new AppError('VALIDATION', {
        fields: [{ path: 'to', message: `must be 0 to ${RIBBON_MOST_DAYS} days after from (got ${days})` }],
      });
    }
    return this.#ribbon.ask(() => this.draw({ from, to }), `${from} ${to}`);
  }

  private async draw(span: RibbonQuery): Promise<RibbonDto> {
    const baits = await this.log.baits(span);
    return ribbonRows(
      {
        traps: await this.log.traps(),
        stays: await this.log.stays(span),
        visits: await this.log.visits(span),
        baits,
        catches: await this.log.catches(),
        left: await this.parts.memory.left(baits, `${span.from} ${span.to}`),
      },
      span,
    );
  }

  /** Season by season: traps out, days at risk and catches, in all and by site. */
  summary(): Promise<SummaryDto> {
    return this.#summary.ask(async () =>
      seasonSummary(
        {
          stays: await this.log.stays(ALL_YEARS),
          emptyLooks: await this.log.emptyLooks(),
          catches: await this.log.catches(),
          window: await this.log.exposure(),
          daysOut: await this.log.daysOut(),
        },
        this.log.now(),
      ),
    );
  }
}
