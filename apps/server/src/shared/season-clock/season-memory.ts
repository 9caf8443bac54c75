import {
  type BaitLine,
  carriersInUse,
  CLOCK_FORECAST_DAYS,
  type Learnt,
  type LearntScouts,
  learnScouts,
  learntCarriers,
  type Lure,
  LURE_FORECAST_DAYS,
  type LureRows,
  luresHanging,
  luresLeft,
  luresSince,
  ALL_YEARS,
  type SeasonClock,
  seasonClock,
} from '@yewridge/core/field';
import { addDays } from '@yewridge/core/season';
import { Remembered } from '../remembered/remembered.js';
import type { SeasonLog } from '../season-log/season-log.js';

const CLOCK = ['catches', 'weather', 'phenology', 'sites', 'deployments'] as const;
const LURES = ['baits', 'weighings', 'weather', 'deployments', 'sites', 'corrections'] as const;
const SCOUTS = ['visits', 'deployments', 'corrections'] as const;

/** What all views ask of the whole record, each worked out once until one of its tables is written: the clock, lures, scouts. */
export class SeasonMemory {
  readonly #clock = new Remembered<SeasonClock | null>();
  readonly #hanging = new Remembered<ReadonlyMap<string, Lure>>();
  readonly #drawn = new Remembered<ReadonlyMap<string, readonly number[]>>();
  readonly #scouts = new Remembered<LearntScouts>();

  constructor(private readonly log: SeasonLog) {}

  /** When swarms are to be expected; `null` while there is no site. */
  clock(): Promise<SeasonClock | null> {
    return this.#clock.at(this.log.stamp(CLOCK), async () => {
      const now = this.log.now();
      return seasonClock(
        {
          places: await this.log.places(),
          weather: await this.log.weather({ from: ALL_YEARS.from, to: addDays(now.today, CLOCK_FORECAST_DAYS) }),
          catches: await this.log.catches(),
          blooms: await this.log.blooms(),
        },
        now,
      );
    });
  }

  /** By stay: the lure put in last; of several the one that is to be renewed first. Of some nothing is known. */
  lures(): Promise<ReadonlyMap<string, Lure>> {
    return this.#hanging.at(this.log.stamp(LURES), async () => luresHanging(await this.lureRows(), this.log.today()));
  }

  /** What is left of each lure at the end of its days, by its id; `baits` of a span that is drawn. */
  left(baits: readonly BaitLine[], span: string): Promise<ReadonlyMap<string, readonly number[]>> {
    return this.#drawn.at(`${span} ${this.log.stamp(LURES)}`, async () =>
      luresLeft(baits, await this.lureRows(baits), this.log.today()),
    );
  }

  /** What weighings have told of each carrier so far, where that is used. */
  async learnt(): Promise<ReadonlyMap<string, Learnt>> {
    return carriersInUse(await this.lureRows(), this.log.today());
  }

  /** The same, used or not. */
  async learntAnyway(): Promise<ReadonlyMap<string, Learnt>> {
    return learntCarriers(await this.lureRows(), this.log.today());
  }

  /** How scouts foretell a swarm, by the rule of thumb or tuned to the keeper's own looks. */
  scouts(): Promise<LearntScouts> {
    return this.#scouts.at(this.log.stamp(SCOUTS), async () =>
      learnScouts(await this.log.visits(ALL_YEARS), (await this.log.uses()).scouts),
    );
  }

  private async lureRows(baits: readonly BaitLine[] = []): Promise<LureRows> {
    const today = this.log.today();
    const lures = await this.log.lures();
    const from = luresSince(lures, today, baits);
    const weather = await this.log.weather({ from, to: addDays(today, LURE_FORECAST_DAYS) });
    return { lures, weather, weighings: await this.log.weighings(), use: (await this.log.uses()).lures };
  }
}
