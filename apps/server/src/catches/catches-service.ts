import type { CallTrackRow } from '@yewridge/contract/callouts';
import type { CatchBoardDto, CatchPlanDto, CatchTrackDto } from '@yewridge/contract/catches';
import type { RecordDto } from '@yewridge/contract/season';
import {
  ALL_YEARS,
  catchBoard,
  livePlans,
  nightsAround,
  PLAN_DAYS,
  PLAN_FORECAST_DAYS,
  planOf,
  planSources,
  type PlanSources,
  trackRows,
} from '@yewridge/core/field';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { IsNull, MoreThanOrEqual, Not } from 'typeorm';
import type { Database } from '../db/database.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import { RememberedBy } from '../shared/remembered/remembered-by.js';
import type { View } from '../shared/remembered/view.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

/** What a board is made of; built traps count as what may be written without being said. */
const BOARD_TABLES = ['catches', 'followups', 'deployments', 'sites', 'callouts'] as const;
const MOST_BOARDS = 8;

/** Reads what catches, their steps and their track are made of; they are worked out in core. */
export class CatchesService {
  readonly #plans: View<readonly CatchPlanDto[]>;
  readonly #board = new RememberedBy<CatchBoardDto>(MOST_BOARDS);
  readonly #track: View<CatchTrackDto>;

  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
    private readonly calls: () => Promise<readonly CallTrackRow[]>,
  ) {
    this.#plans = log.view();
    this.#track = log.view();
  }

  /** The plans that are not over, those found last first. */
  plans(): Promise<readonly CatchPlanDto[]> {
    return this.#plans.ask(async () => {
      // Older plans are over, so that a long record does not slow the day.
      const since = addDays(this.log.today(), -PLAN_DAYS);
      const { cards } = await this.board(since);
      return cards.length === 0 ? [] : livePlans(cards, await this.sources(since), this.log.now());
    });
  }

  /** The plan of one catch, over or not; `null` while nothing says where on the Earth it is. @throws AppError `NOT_FOUND`. */
  async plan(id: string): Promise<CatchPlanDto | null> {
    const card = (await this.board()).cards.find(({ caught }) => caught.id === id);
    if (!card) throw new AppError('NOT_FOUND');
    if (card.calloutId !== null) return null;
    return planOf(card, await this.sources(card.caught.foundOn), this.log.now());
  }

  /** Where no plan is worked out before `weatherSince`, no weather before is read. */
  private async sources(since: IsoDate, weatherSince = since): Promise<PlanSources> {
    const { today } = this.log.now();
    const steps = await this.database.source
      .getRepository(RECORD_ENTITIES.steps)
      .find({ where: { deletedAt: IsNull() } });
    return planSources({
      stays: await this.log.stays({ from: since, to: ALL_YEARS.to }),
      traps: await this.log.traps(),
      places: await this.log.places(),
      weather: await this.log.weather({ from: weatherSince, to: addDays(today, PLAN_FORECAST_DAYS) }),
      emptyLooks: await this.log.emptyLooks(since),
      steps: steps as unknown as readonly RecordDto<'steps'>[],
    });
  }

  /** Every colony along its days, with the steps of those that still have some. */
  track(): Promise<CatchTrackDto> {
    return this.#track.ask(async () => {
      const { today, cards } = await this.board();
      const now = this.log.now();
      const nights = nightsAround(await this.log.places(), now);
      const calls = await this.calls();
      const since = cards.at(-1)?.caught.foundOn;
      if (since === undefined) return { today, now: now.minute, nights, rows: [], calls };
      const live = addDays(today, -PLAN_DAYS);
      const sources = await this.sources(since, since > live ? since : live);
      return { today, now: now.minute, nights, rows: trackRows(cards, sources, now), calls };
    });
  }

  /** Catches found since a day, newest first; all of them when none is given. */
  board(since: IsoDate = ALL_YEARS.from): Promise<CatchBoardDto> {
    // A look at a trap changes nothing of it.
    return this.#board.at(since, this.log.stamp(BOARD_TABLES), () => this.read(since));
  }

  private async read(since: IsoDate): Promise<CatchBoardDto> {
    const { source } = this.database;
    const catches = await source.getRepository(RECORD_ENTITIES.catches).find({
      where: { deletedAt: IsNull(), foundOn: MoreThanOrEqual(since) },
      order: { foundOn: 'DESC', id: 'ASC' },
    });
    const followups = await source
      .getRepository(RECORD_ENTITIES.followups)
      .find({ where: { deletedAt: IsNull() }, order: { on: 'ASC', id: 'ASC' } });
    const calls = await source
      .getRepository(RECORD_ENTITIES.callouts)
      .find({ where: { deletedAt: IsNull(), catchId: Not(IsNull()) } });
    return catchBoard(
      {
        catches: catches as unknown as readonly RecordDto<'catches'>[],
        followups: followups as unknown as readonly RecordDto<'followups'>[],
        stays: await this.log.stays({ ...ALL_YEARS, from: since }),
        traps: await this.log.traps(),
        calls: calls as unknown as readonly RecordDto<'callouts'>[],
      },
      this.log.today(),
    );
  }
}
