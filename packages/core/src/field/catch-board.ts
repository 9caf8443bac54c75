/** Every catch with where it stands, found last first, and the steps of those that still have some. */
import {
  type CatchStage,
  catchStage,
  type ColonyTrack,
  type Followup,
  inLifeOrder,
  type CatchSchool,
  type StepCode,
  type StepMark,
  type SwarmSizeClass,
} from '../catches/index.js';
import { addDays, type IsoDate } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import { type CatchPlan, PLAN_DAYS, planOf, type PlanSources, trackOf } from './catch-plan.js';
import type { CatchMethod, FieldNow, StayLine, TrapLine } from './lines.js';

/** The columns of a catch that are computed with; `null` where nobody said. */
export interface CatchRecord {
  readonly id: string;
  readonly deploymentId: string | null;
  readonly foundOn: IsoDate;
  readonly arrivedOn: IsoDate | null;
  readonly size: SwarmSizeClass | null;
  readonly massKg: number | null;
  readonly framesCovered: number | null;
  readonly method: CatchMethod | null;
  readonly siteId: string | null;
  readonly place: string | null;
  readonly placeLat: number | null;
  readonly placeLon: number | null;
  readonly school: CatchSchool | null;
  readonly broodFrame: boolean | null;
  readonly wentTo: string | null;
}
export interface FollowupRecord extends Followup {
  readonly id: string;
  readonly catchId: string;
}
export interface StepRecord {
  readonly catchId: string;
  readonly code: StepCode;
  readonly state: StepMark;
  readonly at: string | null;
}

export interface CatchCard<C extends CatchRecord = CatchRecord, F extends FollowupRecord = FollowupRecord> {
  readonly caught: C;
  readonly stage: CatchStage;
  /** Where it was caught: the trap and its site, or the place of a call-out. */
  readonly trapId: string | null;
  readonly number: string | null;
  readonly siteId: string | null;
  readonly place: string;
  /** The call-out it came by: its steps are there. */
  readonly calloutId: string | null;
  /** The trap has come down since. */
  readonly takenDownOn: string | null;
  /** Oldest first. */
  readonly followups: readonly F[];
}
export interface CatchBoard<C extends CatchRecord = CatchRecord, F extends FollowupRecord = FollowupRecord> {
  readonly today: string;
  readonly cards: readonly CatchCard<C, F>[];
}

export interface BoardRows<C extends CatchRecord, F extends FollowupRecord> {
  /** Found last first. */
  readonly catches: readonly C[];
  readonly followups: readonly F[];
  /** Stays since the first of these catches. */
  readonly stays: readonly StayLine[];
  readonly traps: readonly Pick<TrapLine, 'id' | 'number'>[];
  /** Call-outs and the catch each became. */
  readonly calls: readonly { readonly id: string; readonly catchId: string | null }[];
}

/** Every catch with where it stands. */
export function catchBoard<C extends CatchRecord, F extends FollowupRecord>(
  rows: BoardRows<C, F>,
  today: IsoDate,
): CatchBoard<C, F> {
  const byCatch = groupedBy(rows.followups, ({ catchId }) => catchId);
  const stays = new Map(rows.stays.map((stay) => [stay.id, stay]));
  const number = new Map(rows.traps.map((trap) => [trap.id, trap.number]));
  const callOf = new Map(rows.calls.map(({ id, catchId }) => [catchId, id]));
  const cards = rows.catches.map((caught): CatchCard<C, F> => {
    const stay = caught.deploymentId === null ? undefined : stays.get(caught.deploymentId);
    const mine = [...(byCatch.get(caught.id) ?? [])].sort(inLifeOrder);
    return {
      caught,
      stage: catchStage({
        inTrap: stay !== undefined && stay.takenDownOn === null,
        since: stay?.takenDownOn ?? caught.foundOn,
        followups: mine,
        today,
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
  return { today, cards };
}

/** Its steps may go on: neither settled nor lost, and not so old that no weather counts any more. */
function isLive({ stage, caught, calloutId }: CatchCard, today: IsoDate): boolean {
  // What came by a call-out has the steps of its call-out.
  if (calloutId !== null) return false;
  return stage !== 'settled' && stage !== 'lost' && caught.foundOn >= addDays(today, -PLAN_DAYS);
}

/** The plan of a catch whose steps go on; `null` for any other. */
function planThatGoesOn(card: CatchCard, sources: PlanSources, now: FieldNow): CatchPlan | null {
  const plan = isLive(card, now.today) ? planOf(card, sources, now) : null;
  return plan && !plan.over ? plan : null;
}

/** The plans that are not over, in the order of the cards. */
export function livePlans(cards: readonly CatchCard[], sources: PlanSources, now: FieldNow): readonly CatchPlan[] {
  return cards.flatMap((card) => planThatGoesOn(card, sources, now) ?? []);
}

/** One colony along its days. */
export interface TrackRow<C extends CatchRecord = CatchRecord, F extends FollowupRecord = FollowupRecord> {
  readonly card: CatchCard<C, F>;
  readonly track: ColonyTrack;
  /** Its steps while they go on; `null` once it is over, or where nothing says where on the Earth it is. */
  readonly plan: CatchPlan | null;
}

/** Every colony along its days, with the steps of those that still have some. */
export function trackRows<C extends CatchRecord, F extends FollowupRecord>(
  cards: readonly CatchCard<C, F>[],
  sources: PlanSources,
  now: FieldNow,
): readonly TrackRow<C, F>[] {
  return cards.map((card) => {
    const plan = planThatGoesOn(card, sources, now);
    return { card, plan, track: trackOf(card, sources, { plan: plan?.steps ?? [], now: now.minute }) };
  });
}
