import { computed, inject, Injectable, signal } from '@angular/core';
import { haversine } from '@yewridge/core/shared/geometry';
import { TodayClock } from '../../../shared/season/today-clock';
import { UnitChoice } from '../../../shared/units/unit-choice';
import type { SaidStop } from './round-asked';
import { RoundStore } from './round-store';
import {
  beesSaid,
  cautionOf,
  clockText,
  crumbSaid,
  gainSaid,
  impossibleSaid,
  loadOf,
  outSaid,
  ownersOf,
  refusedSaid,
  roomSaid,
  roundAnswerSaid,
  serviceSaid,
  spanText,
  stopRows,
  whySaid,
} from './round-words';

/** What the page of a round says, out of its store. */
@Injectable()
export class RoundSaid {
  readonly #store = inject(RoundStore);
  readonly #system = inject(UnitChoice).system;
  readonly #today = inject(TodayClock).today;
  /** Of two rounds the one that is shown. */
  readonly which = signal(0);

  readonly plan = computed(() => this.#store.plansMade()[this.which()] ?? this.#store.plansMade()[0] ?? null);
  readonly answer = computed(() => {
    const now = this.#store.now();
    return now ? roundAnswerSaid(now, this.plan(), this.#store.current()) : 'The day’s round';
  });
  readonly crumb = computed(() => {
    const [day, today, asked] = [this.#store.day(), this.#today(), this.#store.asked()];
    return day !== null && today !== null && asked ? crumbSaid(day, today, asked) : '';
  });
  readonly stopsSaid = computed(
    () => new Map(this.#store.said().map((stop): [string, SaidStop] => [stop.deploymentId, stop])),
  );
  readonly fault = computed(() => {
    const refused = this.#store.refused();
    return refused ? refusedSaid(refused, this.#store.now()?.task?.ask.stops.length ?? 0) : null;
  });
  readonly told = computed(() => {
    const { day, asked, now } = { day: this.#store.day(), asked: this.#store.asked(), now: this.#store.now() };
    const plan = this.plan();
    if (day === null || !asked || !now || !plan) return null;
    const system = this.#system();
    const locked = new Set(
      this.#store.said().flatMap(({ deploymentId, state }) => (state === 'locked' ? [deploymentId] : [])),
    );
    const rows = stopRows(now, plan, { asked, day, system, plans: this.#store.plans(), locked });
    return {
      now,
      plan,
      rows,
      bees: beesSaid(now, plan),
      impossible: impossibleSaid(now, plan, asked),
      room: roomSaid(now, plan, asked),
      load: loadOf(now, plan, system),
      owners: ownersOf(now, plan, this.#store.sites()),
      travel: `${spanText(plan.travelS)} on the way, ${asked.homeAgain ? 'home' : 'over'} at ${clockText(plan.finishS)}`,
      buys: plan.lightS === null ? 'dropping it buys time' : 'dropping it buys light',
      noTime: plan.noTime.flatMap((id) => now.candidates.get(id) ?? []),
      next: this.#next(),
    };
  });
  readonly out = computed(() => (this.#store.now()?.out ?? []).map((one) => ({ ...one, says: outSaid(one) })));

  /** The next stop: only the first is shown big. */
  #next(): {
    readonly stop: NonNullable<ReturnType<RoundSaid['stopOf']>>;
    readonly leave: string;
    readonly there: string;
    readonly why: string;
    readonly minutes: string;
    readonly caution: string | null;
    readonly far: number;
    /** What dropping it buys; `null` for bees. */
    readonly dropping: string | null;
  } | null {
    const [plan, now, asked, day] = [this.plan(), this.#store.now(), this.#store.asked(), this.#store.day()];
    const first = plan?.stops[0];
    const stop = first && this.stopOf(first.id);
    if (!stop || !now || !asked || day === null) return null;
    const caught = this.#store.plans().find(({ catchId }) => catchId === stop.catchId) ?? null;
    // Where one would wait there, one may as well leave later.
    const waits = first.beginS - first.arriveS;
    return {
      stop,
      leave: clockText(first.setOutS + waits),
      there: clockText(first.beginS),
      why: whySaid(stop, caught, day, this.#system()),
      minutes: serviceSaid(stop),
      caution: cautionOf(stop, now.sunsetS, first.beginS, asked),
      far: haversine(now.start, stop.place),
      dropping: stop.must ? null : (gainSaid(plan.without.find(({ id }) => id === stop.id))?.short ?? ''),
    };
  }
  stopOf(id: string): ReturnType<NonNullable<ReturnType<RoundStore['now']>>['candidates']['get']> {
    return this.#store.now()?.candidates.get(id);
  }
}
