/** Every view of the field worked out from records at hand, as the server works them out from its own. */
import { addDays, type IsoDate, type Shade } from '../season/index.js';
import type { Rig } from '../suction/index.js';
import {
  callBundles,
  callDays,
  type CallsSeen,
  callsSeen,
  callTracks,
  type CallTrackRow,
  callWeather,
} from './calls-view.js';
import { type CatchBoard, catchBoard, livePlans, type TrackRow, trackRows } from './catch-board.js';
import {
  type CatchPlan,
  nextStepDays,
  PLAN_DAYS,
  PLAN_FORECAST_DAYS,
  planOf,
  planSources,
  type PlanSources,
} from './catch-plan.js';
import { type Day, dayView, dayWeather } from './day.js';
import { COUNTED_DAYS, type DueList, dueList, dueWeather } from './due-list.js';
import { type EvidenceRecords, evidenceRecords } from './evidence-records.js';
import { type Ground, groundView } from './ground-view.js';
import { ALL_YEARS, type FieldNow, type SensorTold, type Span } from './lines.js';
import { nightsAround } from './local-sun.js';
import {
  carriersInUse,
  learntCarriers,
  LURE_FORECAST_DAYS,
  type LureRows,
  luresHanging,
  luresLeft,
  luresSince,
} from './lures.js';
import type { FieldRecords, RecordShelf } from './record-shelf.js';
import { type Ribbon, ribbonRows } from './ribbon.js';
import type { LearntScouts } from './scouts-learnt.js';
import { CLOCK_FORECAST_DAYS, type SeasonClock, seasonClock } from './season-clock.js';
import { type SeasonSheet, seasonSheet } from './season-sheet.js';
import { seasonSummary, type Summary } from './summary.js';

/** What is told rather than worked out here: it rests on looks of all years, and on devices. */
export interface ToldToField {
  readonly scouts: LearntScouts;
  /** What sensors say, by trap. */
  readonly sensors: ReadonlyMap<string, SensorTold>;
}
interface KeptRig {
  readonly id: string;
  readonly document: Rig;
}

/** Worked out once for each that is asked: a view for the records and the minute it was made of. */
function once<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null;
  return () => {
    known ??= { value: work() };
    return known.value;
  };
}

/** The views of one moment. Each is worked out when it is first asked for. */
export class FieldViews<R extends FieldRecords & { readonly rigs: KeptRig }> {
  constructor(
    private readonly shelf: RecordShelf<R>,
    private readonly told: ToldToField,
    private readonly now: FieldNow,
  ) {}

  readonly clock: () => SeasonClock | null = once(() =>
    seasonClock(
      {
        places: this.shelf.places(),
        weather: this.shelf.weather({ from: ALL_YEARS.from, to: addDays(this.now.today, CLOCK_FORECAST_DAYS) }),
        catches: this.shelf.catches(),
        blooms: this.shelf.blooms(),
      },
      this.now,
    ),
  );

  readonly due: () => DueList = once(() => {
    const { shelf, now, told } = this;
    const { today } = now;
    return dueList(
      {
        traps: shelf.traps(),
        stays: shelf.stays({ from: today, to: today }),
        looks: shelf.looks(),
        catches: shelf.catches(),
        counts: shelf.counts(addDays(today, -COUNTED_DAYS)),
        lures: luresHanging(this.lureRows(), today),
        nextSteps: nextStepDays(this.plans()),
        sensors: told.sensors,
        scouts: told.scouts,
        weather: shelf.weather(dueWeather(today)),
        clock: this.clock(),
        trials: shelf.trials(),
        picks: shelf.picks(),
      },
      now,
    );
  });

  ribbon(span: Span): Ribbon {
    const { shelf, now } = this;
    const baits = shelf.baits(span);
    return ribbonRows(
      {
        traps: shelf.traps(),
        stays: shelf.stays(span),
        visits: shelf.visits(span),
        baits,
        catches: shelf.catches(),
        left: luresLeft(baits, this.lureRows(baits), now.today),
      },
      span,
    );
  }

  summary(): Summary {
    const { shelf } = this;
    return seasonSummary(
      {
        stays: shelf.stays(ALL_YEARS),
        emptyLooks: shelf.emptyLooks(),
        catches: shelf.catches(),
        window: shelf.exposure(),
        daysOut: shelf.daysOut(),
      },
      this.now,
    );
  }

  evidence(): EvidenceRecords {
    const { shelf } = this;
    return evidenceRecords(
      {
        stays: shelf.stays(ALL_YEARS),
        traps: shelf.traps(),
        baits: shelf.baits(ALL_YEARS),
        emptyLooks: shelf.emptyLooks(),
        catches: shelf.catches(),
        window: shelf.exposure(),
        scouts: this.told.scouts,
        learnt: learntCarriers(this.lureRows(), this.now.today),
        uses: shelf.uses(),
      },
      this.now,
    );
  }

  board(since: IsoDate = ALL_YEARS.from): CatchBoard<R['catches'], R['followups']> {
    const { shelf } = this;
    return catchBoard(
      {
        catches: shelf.catchesSince(since),
        followups: shelf.followups(),
        stays: shelf.stays({ ...ALL_YEARS, from: since }),
        traps: shelf.traps(),
        calls: shelf.rows.callouts,
      },
      this.now.today,
    );
  }

  /** The plans that are not over, those found last first. */
  readonly plans: () => readonly CatchPlan[] = once(() => {
    const since = addDays(this.now.today, -PLAN_DAYS);
    return livePlans(this.board(since).cards, this.sources(since), this.now);
  });

  /** The plan of one catch; `null` where it has none, `undefined` where no such catch is known. */
  plan(id: string): CatchPlan | null | undefined {
    const card = this.board().cards.find(({ caught }) => caught.id === id);
    if (!card) return undefined;
    return card.calloutId === null ? planOf(card, this.sources(card.caught.foundOn), this.now) : null;
  }

  /** Every colony along its days, and the colonies of call-outs. */
  track(): {
    readonly today: IsoDate;
    readonly now: string;
    readonly nights: ReturnType<typeof nightsAround>;
    readonly rows: readonly TrackRow<R['catches'], R['followups']>[];
    readonly calls: readonly CallTrackRow[];
  } {
    const { today, cards } = this.board();
    const { now } = this;
    const since = cards.at(-1)?.caught.foundOn ?? today;
    return {
      today,
      now: now.minute,
      nights: nightsAround(this.shelf.places(), now),
      rows: trackRows(cards, this.sources(since), now),
      calls: callTracks(this.calls()),
    };
  }

  ground(): Ground<R['sites'], R['owners'], R['colonies']> {
    const { shelf } = this;
    return groundView<R['sites'], R['owners'], R['colonies']>(
      {
        sites: inIdOrder(shelf.rows.sites),
        owners: shelf.rows.owners,
        colonies: inIdOrder(shelf.rows.colonies),
        hanging: this.due().traps,
        traps: shelf.traps(),
        stays: shelf.stays(ALL_YEARS),
        catches: shelf.catches(),
      },
      this.now.today,
    );
  }

  readonly calls: () => CallsSeen<R, R['kit']> = once(() => {
    const { rows } = this.shelf;
    return callsSeen<R, R['kit']>(
      {
        bundles: callBundles<R>({
          callouts: [...rows.callouts].sort((a, b) => down(a.calledAt, b.calledAt) || up(a.id, b.id)),
          collections: inIdOrder(rows.collections),
          spells: inTime(rows.spells, ({ startedAt }) => startedAt),
          pieces: inTime(rows.pieces, ({ at }) => at ?? ''),
          signs: inTime(rows.signs, ({ at }) => at),
          tasks: rows.tasks,
        }),
        places: this.shelf.places(),
        layouts: new Map(rows.rigs.map(({ id, document }) => [id, document.layout])),
        kit: inIdOrder(rows.kit),
        weather: this.shelf.weather(callWeather(this.now.today)),
      },
      this.now,
    );
  });

  day(): Day {
    return dayView(
      {
        due: this.due(),
        places: this.shelf.places(),
        clock: this.clock(),
        weather: this.shelf.weather(dayWeather(this.now.today)),
        begun: this.shelf.begun(),
        plans: this.plans(),
        calls: callDays(this.calls()),
      },
      this.now,
    );
  }

  /** `exposure`: how the lures would hang. */
  sheet(exposure: Shade): SeasonSheet {
    const clock = this.clock();
    const { shelf, now } = this;
    return seasonSheet(
      {
        clock,
        places: shelf.places(),
        catches: shelf.catches(),
        scouts: this.told.scouts,
        learnt: carriersInUse(this.lureRows(), now.today),
        weather: shelf.weather({ ...ALL_YEARS, to: clock?.prediction.takeIn ?? now.today }),
      },
      now.hemisphere,
      exposure,
    );
  }

  private lureRows(baits: ReturnType<RecordShelf['baits']> = []): LureRows {
    const { today } = this.now;
    const lures = this.shelf.lures();
    const from = luresSince(lures, today, baits);
    return {
      lures,
      weighings: this.shelf.weighings(),
      use: this.shelf.use('lures'),
      weather: this.shelf.weather({ from, to: addDays(today, LURE_FORECAST_DAYS) }),
    };
  }

  private sources(since: IsoDate): PlanSources {
    const { shelf, now } = this;
    return planSources({
      stays: shelf.stays({ from: since, to: ALL_YEARS.to }),
      traps: shelf.traps(),
      places: shelf.places(),
      weather: shelf.weather({ from: since, to: addDays(now.today, PLAN_FORECAST_DAYS) }),
      emptyLooks: shelf.emptyLooks(since),
      steps: inIdOrder(shelf.rows.steps),
    });
  }
}

const up = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
const down = (a: string, b: string): number => up(b, a);
function inIdOrder<T extends { readonly id: string }>(rows: readonly T[]): readonly T[] {
  return [...rows].sort((a, b) => up(a.id, b.id));
}
function inTime<T>(rows: readonly T[], at: (row: T) => string): readonly T[] {
  return [...rows].sort((a, b) => up(at(a), at(b)));
}
