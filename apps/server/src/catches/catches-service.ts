import type {
  CatchBoardDto,
  CatchCardDto,
  CatchPlanDto,
  CatchTrackDto,
  CatchTrackRow,
} from '@yewridge/contract/catches';
import type { CallTrackRow } from '@yewridge/contract/callouts';
import type { RecordDto } from '@yewridge/contract/season';
import { catchStage, inLifeOrder } from '@yewridge/core/catches';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { IsNull, MoreThanOrEqual, Not } from 'typeorm';
import type { Database } from '../db/database.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import { RememberedBy } from '../shared/remembered/remembered-by.js';
import type { View } from '../shared/remembered/view.js';
import { groupedBy, type SeasonLog } from '../shared/season-log/season-log.js';
import { nightsAround } from '../shared/season-log/local-sun.js';
import { PLAN_DAYS, planOf, planSources, type PlanSources, trackOf } from './plans.js';

/** What a board is made of; built traps count as what may be written without being said. */
const BOARD_TABLES = ['catches', 'followups', 'deployments', 'sites', 'callouts'] as const;
const MOST_BOARDS = 8;
const ALL_YEARS = { from: '0001-01-01', to: '9998-12-31' };

/** Its steps may go on: neither settled nor lost, and not so old that no weather counts any more. */
function liveCard({ stage, caught, calloutId }: CatchCardDto, today: IsoDate): boolean {
  // What came by a call-out has the steps of its call-out.
  if (calloutId !== null) return false;
  return stage !== 'settled' && stage !== 'lost' && caught.foundOn >= addDays(today, -PLAN_DAYS);
}

/** Every catch with where it stands, newest first. */
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
    return this.#plans.ask(() => this.workOut());
  }

  private async workOut(): Promise<readonly CatchPlanDto[]> {
    // Older plans are over, so that a long record does not slow the day.
    const since = addDays(this.log.today(), -PLAN_DAYS);
    const { cards } = await this.board(since);
    if (cards.length === 0) return [];
    const sources = await this.planSources(since);
    return cards.flatMap((card) => {
      const plan = liveCard(card, this.log.today()) ? planOf(card, sources, this.log) : null;
      return plan && !plan.over ? [plan] : [];
    });
  }

  /** The plan of one catch, over or not; `null` while nothing says where on the Earth it is. @throws AppError `NOT_FOUND`. */
  async plan(id: string): Promise<CatchPlanDto | null> {
    const card = (await this.board()).cards.find(({ caught }) => caught.id === id);
    if (!card) throw new AppError('NOT_FOUND');
    if (card.calloutId !== null) return null;
    return planOf(card, await this.planSources(card.caught.foundOn), this.log);
  }

  private async planSources(since: IsoDate, weatherSince = since): Promise<PlanSources> {
    const span = { from: since, to: ALL_YEARS.to };
    const stays = new Map((await this.log.stays(span)).map((stay) => [stay.id, stay]));
    const steps = await this.database.source
      .getRepository(RECORD_ENTITIES.steps)
      .find({ where: { deletedAt: IsNull() } });
    return planSources(this.log, { stays, since, weatherSince, steps: steps as unknown as RecordDto<'steps'>[] });
  }

  /** Every colony along its days, with the steps of those that still have some. */
  track(): Promise<CatchTrackDto> {
    return this.#track.ask(() => this.tracked());
  }

  private async tracked(): Promise<CatchTrackDto> {
    const { today, cards } = await this.board();
    const now = this.log.minute();
    const nights = await nightsAround(this.log, today);
    const calls = await this.calls();
    const since = cards.at(-1)?.caught.foundOn;
    if (since === undefined) return { today, now, nights, rows: [], calls };
    const live = addDays(today, -PLAN_DAYS);
    const sources = await this.planSources(since, since > live ? since : live);
    const rows = cards.map((card): CatchTrackRow => {
      const plan = liveCard(card, today) ? planOf(card, sources, this.log) : null;
      const going = plan && !plan.over ? plan : null;
      return { card, plan: going, track: trackOf(card, sources, { plan: going?.steps ?? [], now }) };
    });
    return { today, now, nights, rows, calls };
  }

  /** Catches found since a day; all of them when none is given. */
  board(since: IsoDate = ALL_YEARS.from): Promise<CatchBoardDto> {
    // A look at a trap changes nothing of it.
    return this.#board.at(since, this.log.stamp(BOARD_TABLES), () => this.read(since));
  }

  private async read(since: IsoDate): Promise<CatchBoardDto> {
    const repository = this.database.source.getRepository(RECORD_ENTITIES.catches);
    const rows = await repository.find({
      where: { deletedAt: IsNull(), foundOn: MoreThanOrEqual(since) },
      order: { foundOn: 'DESC', id: 'ASC' },
    });
    const followups = await this.database.source
      .getRepository(RECORD_ENTITIES.followups)
      .find({ where: { deletedAt: IsNull() }, order: { on: 'ASC', id: 'ASC' } });
    const byCatch = groupedBy(followups as unknown as RecordDto<'followups'>[], ({ catchId }) => catchId);
    const stays = new Map((await this.log.stays({ ...ALL_YEARS, from: since })).map((stay) => [stay.id, stay]));
    const number = new Map((await this.log.traps()).map((trap) => [trap.id, trap.number]));
    const calls = await this.database.source
      .getRepository(RECORD_ENTITIES.callouts)
      .find({ where: { deletedAt: IsNull(), catchId: Not(IsNull()) } });
    const callOf = new Map(calls.map(({ id, catchId }) => [String(catchId), id]));
    const cards = (rows as unknown as RecordDto<'catches'>[]).map((caught): CatchCardDto => {
      const stay = caught.deploymentId === null ? undefined : stays.get(caught.deploymentId);
      const mine = [...(byCatch.get(caught.id) ?? [])].sort(inLifeOrder);
      return {
        caught,
        stage: catchStage({
          inTrap: stay !== undefined && stay.takenDownOn === null,
          since: stay?.takenDownOn ?? caught.foundOn,
          followups: mine,
          today: this.log.today(),
        }),
        trapId: stay?.trapId ?? null,
        number: stay ? (number.get(stay.trapId) ?? null) : null,
        siteId: stay?.siteId ?? caught.siteId,
        place: stay?.site ?? caught.place ?? '',
        calloutId: callOf.get(caught.id) ?? null,
        takenDownOn: stay?.takenDownOn ?? null,
        followups: mine,
      };
    });
    return { today: this.log.today(), cards };
  }
}
