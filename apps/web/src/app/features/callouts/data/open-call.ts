import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { CallDto, CallRigDto } from '@yewridge/contract/callouts';
import type { ActDto, Fields } from '@yewridge/contract/season';
import {
  cautionsOf,
  codesIn,
  jobLog,
  kitInStores,
  kitOf,
  nestOf,
  provenPace,
  timeOf,
  triageOf,
} from '@yewridge/core/callouts';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { CallStore } from '../../../shared/calls/call-store';
import { callAct, takenAct } from './call-acts';
import { callPlan, placeOf, queenVerdictOf, skyOn } from './call-plan';
import { JobClock } from './job-clock';

/** One call-out for the pages that show it: as it stands on this device, with what follows from it. */
@Injectable()
export class OpenCall {
  readonly #store = inject(CallStore);
  readonly #outbox = inject(ActOutbox);
  readonly clock = inject(JobClock);
  readonly #id = signal<string | null>(null);
  readonly view = this.#store.view;
  readonly rigs = this.#store.rigs;
  readonly all = computed((): readonly CallDto[] => this.#store.calls() ?? []);

  readonly one = computed(
    (): CallDto | null => this.#store.calls()?.find(({ call }) => call.id === this.#id()) ?? null,
  );
  /** Fetched, and it is not there. */
  readonly missing = computed(() => this.#store.calls() !== null && this.one() === null);
  readonly now = computed(() => this.clock.minute() ?? this.view.data()?.now ?? '');
  readonly rig = computed((): CallRigDto | null => {
    const one = this.one();
    const wanted = one?.collection?.rigId ?? one?.call.rigId ?? null;
    return this.rigs().find(({ id }) => id === wanted) ?? null;
  });
  /** The day work is meant for. */
  readonly day = computed(() => this.one()?.call.plannedFor?.slice(0, 10) ?? this.now().slice(0, 10));
  readonly sky = computed(() => {
    const [one, all] = [this.one(), this.view.data()];
    return one && all ? skyOn(this.day(), { ...all, now: this.now() }, one) : {};
  });
  readonly triage = computed(() => {
    const one = this.one();
    return one && triageOf(one.call, this.sky());
  });
  readonly nest = computed(() => {
    const one = this.one();
    return one && nestOf(one.call, this.sky());
  });
  readonly time = computed(() => {
    const [one, all] = [this.one(), this.view.data()];
    const place = one && all && placeOf(one, all);
    const heat = this.rig()?.heat ?? null;
    const log = this.pace();
    const pace = log && provenPace(log);
    return one && place ? timeOf(one.call, { date: this.day(), place, sky: this.sky(), heat, pace }) : null;
  });
  /** What the keeper's own jobs of this kind took against the table. */
  readonly pace = computed(() => {
    const [one, all] = [this.one(), this.view.data()];
    const logs = all ? jobLog(this.all().map((call) => ({ ...call, place: placeOf(call, all) }))) : [];
    return logs.find(({ kind }) => kind === one?.call.kind) ?? null;
  });
  readonly kit = computed(() => {
    const one = this.one();
    if (!one) return null;
    const { power } = one.call;
    const runTime = this.rig()?.runTime ?? null;
    const kind = power === 'battery' && runTime === null ? 'none' : power;
    return kitOf(one.call, {
      time: this.time(),
      sky: this.sky(),
      power: kind === null ? null : { kind, runTime: kind === 'battery' ? runTime : null },
    });
  });
  /** What Stores says of what is packed. */
  readonly stands = computed(() => {
    const items = this.kit()?.items ?? [];
    return kitInStores({ items, kept: this.#store.kit(), today: this.now().slice(0, 10) });
  });
  readonly cautions = computed(() => {
    const one = this.one();
    return one ? cautionsOf(one.call, this.sky().tempC ?? null) : [];
  });
  readonly packed = computed(() => codesIn(this.one()?.call.packed ?? null));
  readonly plan = computed(() => {
    const [one, all] = [this.one(), this.view.data()];
    return one && all ? callPlan(one, all, this.now()) : null;
  });
  readonly queen = computed(() => {
    const one = this.one();
    return one && queenVerdictOf(one, this.now());
  });
  /** The box has stood still since. */
  readonly still = computed(() => {
    const one = this.one();
    return one?.collection?.boxAtRestAt ?? one?.call.stoppedAt?.slice(0, 16) ?? null;
  });

  constructor() {
    // The demo's clock is never before what the record of the job says already.
    effect(() => {
      const one = this.one();
      if (!one) return;
      const { call, collection, spells, pieces, signs } = one;
      const told = [
        call.calledAt,
        call.arrivedAt,
        call.startedAt,
        call.stoppedAt,
        call.joinedAt,
        collection?.boxAtRestAt,
        ...spells.flatMap(({ startedAt, stoppedAt }) => [startedAt, stoppedAt]),
        ...pieces.map(({ at }) => at),
        ...signs.map(({ at }) => at),
      ].filter((at): at is string => typeof at === 'string');
      const last = told
        .map((at) => at.padEnd(19, ':00'))
        .sort()
        .at(-1);
      const fresh = call.calledAt.slice(0, 10) === this.now().slice(0, 10);
      if (last !== undefined && fresh && this.clock.second() !== null) {
        untracked(() => {
          this.clock.notBefore(last);
        });
      }
    });
  }

  open(id: string): void {
    this.#id.set(id);
  }

  do(act: ActDto | null): void {
    if (act) this.#outbox.do(act);
  }

  /** Something said of the call. */
  say(says: string, change: Partial<Fields<'callouts'>>): void {
    const one = this.one();
    if (one) this.do(callAct(one, says, change));
  }

  /** Something said of what was taken. */
  sayTaken(says: string, change: Partial<Fields<'collections'>>, call: Partial<Fields<'callouts'>> = {}): void {
    const one = this.one();
    if (one) this.do(takenAct(one, says, change, call));
  }
}
