import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { DateTime } from 'luxon';
import { catchError, debounceTime, forkJoin, map, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { RecordsApi } from '../../../shared/season/records-api';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { ViewsApi } from '../../../shared/season/views-api';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { type Asked, proposed, roundNow, type RoundNow, startPlaces } from './round-asked';
import type { RoundAnswer } from './round-run';
import { RoundRunner } from './round-runner';

/** Looks from which one's own minutes are learnt. */
const LATEST_LOOKS = { limit: 500, sort: '-at' } as const;
const REST_MS = 40;

/** A day's round: what it was asked to keep to, what there is to do, and the plan. Provided by the page that shows it. */
@Injectable()
export class RoundStore {
  readonly #views = inject(ViewsApi);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #runner = inject(RoundRunner);
  readonly #clock = inject(TodayClock);
  readonly #workspace = inject(WorkspaceStore).workspace;

  readonly view = viewOf(() =>
    forkJoin({
      today: this.#views.today(),
      ground: this.#views.ground(),
      rounds: this.#records.all('rounds'),
      stops: this.#records.all('stops'),
      ways: this.#records.all('ways'),
      visits: this.#records.list('visits', LATEST_LOOKS).pipe(map(({ items }) => items)),
      stays: this.#records.all('deployments'),
    }),
  );
  /** As the address says it; today where it says nothing. */
  readonly asksDay = signal<string | null>(null);
  readonly day = computed((): IsoDate | null => this.asksDay() ?? this.#clock.today());
  /** Now, as files of calendars say it. */
  readonly stamp = computed(() => {
    const now = this.#workspace()?.now;
    return now === undefined ? null : `${new Date(now).toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
  });
  readonly demo = computed(() => this.#workspace()?.kind === 'demo');

  readonly traps = computed(() => this.view.data()?.today.traps ?? []);
  readonly plans = computed(() => this.view.data()?.today.plans ?? []);
  readonly sites = computed(() => this.view.data()?.ground.sites ?? []);
  readonly ways = computed(() => this.#outbox.asTold('ways', this.view.data()?.ways ?? []));
  /** Days a round can be planned for: today and a week. */
  readonly days = computed(() => {
    const today = this.#clock.today();
    return today === null ? [] : Array.from({ length: 8 }, (_, n) => addDays(today, n));
  });
  readonly starts = computed(() => {
    const ground = this.view.data()?.ground;
    return ground ? startPlaces(ground) : [];
  });
  readonly kept = computed(
    () => this.#outbox.asTold('rounds', this.view.data()?.rounds ?? []).find(({ on }) => on === this.day()) ?? null,
  );
  /** What was chosen of a round that is not kept yet. */
  readonly thought = signal<Partial<Asked>>({});
  readonly asked = computed((): Asked | null => {
    const [day, now, kept, start] = [this.day(), this.#clock.minute(), this.kept(), this.starts()[0]];
    if (kept) return kept;
    return day === null || now === null || !start ? null : { ...proposed(day, now, start), ...this.thought() };
  });
  readonly said = computed(() => {
    const of = this.kept()?.id;
    return of === undefined
      ? []
      : this.#outbox.asTold('stops', this.view.data()?.stops ?? []).filter(({ roundId }) => roundId === of);
  });
  readonly now = computed((): RoundNow | null => {
    const [data, day, minute, asked] = [this.view.data(), this.day(), this.#clock.minute(), this.asked()];
    if (!data || day === null || minute === null || !asked) return null;
    const zone = this.#workspace()?.timeZone ?? 'utc';
    return roundNow({
      day,
      now: minute < `${day}T00:00` ? `${day}T00:00` : minute,
      asked,
      said: this.said(),
      traps: this.traps(),
      plans: this.plans(),
      sites: this.sites(),
      visits: this.#outbox.asTold('visits', data.visits),
      stays: data.stays,
      ways: this.ways(),
      offsetMin: DateTime.fromISO(`${day}T12:00`, { zone }).offset,
    });
  });
  readonly #task = computed(() => this.now()?.task ?? null, {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  readonly #answered = signal<{ readonly of: unknown; readonly answer: RoundAnswer } | null>(null);
  /** The answer is that of what is asked now. */
  readonly current = computed(() => this.#task() === null || this.#answered()?.of === this.#task());
  readonly plansMade = computed(() => {
    const answer = this.#task() === null ? null : this.#answered()?.answer;
    return answer?.kind === 'plans' ? answer.plans : [];
  });
  readonly refused = computed(() => {
    const answer = this.#task() === null ? null : this.#answered()?.answer;
    return answer?.kind === 'refused' ? answer : null;
  });

  constructor() {
    toObservable(this.#task)
      .pipe(
        debounceTime(REST_MS),
        // The latest question wins; the worker of an earlier one is let go.
        switchMap((task) =>
          task === null
            ? of(null)
            : this.#runner.run(task).pipe(
                catchError(() =>
                  of({ kind: 'answer' as const, answer: { kind: 'refused', code: null, path: '' } as const }),
                ),
                map((told) => (told.kind === 'answer' ? { of: task, answer: told.answer } : null)),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((answered) => {
        if (answered) this.#answered.set(answered);
      });
  }
}
