import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { MapLayerWholeDto } from '@yewridge/contract/ground';
import { nextSeason } from '@yewridge/core/field';
import type { PlanAsk } from '@yewridge/core/ground';
import { catchError, debounceTime, EMPTY, forkJoin, map, type Observable, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { LandmarkRunner } from '../../../shared/evidence/landmark-runner';
import { RecordsApi } from '../../../shared/season/records-api';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { ViewsApi } from '../../../shared/season/views-api';
import type { WorkerSays } from '../../../shared/streams/in-worker';
import { GroundApi } from './ground-api';
import { type Limits, type NextPlace, placesOf, planAsk, stancesOf } from './next-asked';
import type { PlanAnswer } from './plan-run';
import { PlanRunner } from './plan-runner';

const ALL = { limit: 500 } as const;
const REST_MS = 60;

/** What next season is planned from, and the plan. Provided by the page that shows it. */
@Injectable()
export class NextStore {
  readonly #views = inject(ViewsApi);
  readonly #landmarks = inject(LandmarkRunner);
  readonly #ground = inject(GroundApi);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #runner = inject(PlanRunner);
  readonly #clock = inject(TodayClock);

  readonly view = viewOf(
    () =>
      forkJoin({
        ground: this.#views.ground(),
        evidence: this.#views.evidence(),
        today: this.#views.today(),
        spots: this.#records.list('spots', ALL).pipe(map(({ items }) => items)),
        stances: this.#records.list('stances', ALL).pipe(map(({ items }) => items)),
        placings: this.#records.list('placings', ALL).pipe(map(({ items }) => items)),
        picks: this.#records.list('picks', ALL).pipe(map(({ items }) => items)),
        goods: this.#records.list('goods', ALL).pipe(map(({ items }) => items)),
        layers: this.#layers(),
      }),
    {
      of: [
        'sites',
        'owners',
        'colonies',
        'spots',
        'stances',
        'placings',
        'picks',
        'goods',
        'deployments',
        'corrections',
      ],
    },
  );
  /** As the address says them. */
  readonly limits = signal<Limits | null>(null);
  /** The last answer, and what it was an answer to. */
  readonly #answered = signal<{ readonly ask: PlanAsk; readonly answer: PlanAnswer } | null>(null);
  readonly progress = signal<{ readonly done: number; readonly of: number } | null>(null);
  readonly plan = computed(() => {
    const answer = this.#answered()?.answer;
    return answer?.kind === 'plan' ? answer.plan : null;
  });
  /** What stands against a plan; `null` where nothing does. */
  readonly refused = computed(() => {
    const answer = this.#answered()?.answer;
    return answer?.kind === 'refused' ? answer : null;
  });
  /** The answer is that of what is asked now, and not of something before. */
  readonly current = computed(() => this.#answered() !== null && this.#answered()?.ask === this.#ask());

  readonly ground = computed(() => this.view.data()?.ground ?? null);
  readonly colonies = computed(() => this.ground()?.colonies ?? []);
  readonly layers = computed(() => this.view.data()?.layers ?? []);
  readonly season = computed(() => {
    const data = this.view.data();
    return data
      ? nextSeason(data.ground.today, this.#clock.hemisphere(), data.today.season, data.evidence.window)
      : null;
  });
  readonly #placings = computed(() => this.#outbox.asTold('placings', this.view.data()?.placings ?? []));
  /** The plan that was kept for this season. */
  readonly placing = computed(() => this.#placings().find(({ season }) => season === this.season()?.season) ?? null);
  readonly picks = computed(() => {
    const of = this.placing()?.id;
    return this.#outbox.asTold('picks', this.view.data()?.picks ?? []).filter(({ placingId }) => placingId === of);
  });
  readonly spots = computed(() => this.#outbox.asTold('spots', this.view.data()?.spots ?? []));
  readonly #stances = computed(() => this.#outbox.asTold('stances', this.view.data()?.stances ?? []));
  readonly stances = computed(() => stancesOf(this.#stances(), this.season()?.season ?? 0));
  readonly #evidence = computed(() => this.view.data()?.evidence ?? null);
  /** Kinds of place that the log corrects; `null` until that is worked out. */
  readonly #factors = toSignal(
    toObservable(this.#evidence).pipe(
      switchMap((evidence) =>
        evidence ? this.#landmarks.used(evidence).pipe(catchError(() => of([]))) : of<null>(null),
      ),
    ),
    { initialValue: null },
  );
  readonly factors = computed(() => this.#factors() ?? []);
  readonly stock = computed(() => {
    const data = this.view.data();
    const lures = (data?.goods ?? []).filter(({ kind }) => kind === 'lure').reduce((sum, { count }) => sum + count, 0);
    return { traps: data?.today.inUse ?? 0, lures };
  });
  readonly #laid = computed((): { readonly places: readonly NextPlace[]; readonly tooMany: boolean } => {
    const [ground, limits, factors] = [this.ground(), this.limits(), this.#factors()];
    if (!ground || !limits || !factors) return { places: [], tooMany: false };
    const sources = { sites: ground.sites, spots: this.spots(), factors };
    const sheets = this.layers().map(({ geojson }) => geojson);
    try {
      return { places: placesOf({ ...sources, sheets }, limits), tooMany: false };
    } catch {
      return { places: placesOf({ ...sources, sheets: [] }, limits), tooMany: true };
    }
  });
  readonly places = computed(() => this.#laid().places);
  /** Edges laid so close make more places than can be planned: they are left out. */
  readonly tooMany = computed(() => this.#laid().tooMany);
  readonly #ask = computed(() => {
    const [limits, season] = [this.limits(), this.season()];
    if (!limits || !season || this.places().length === 0) return null;
    return planAsk(this.places(), this.colonies(), this.stances(), season.from, limits);
  });
  readonly #names = computed(() => new Map(this.places().map(({ id, name }) => [id, name])));

  constructor() {
    toObservable(this.#ask)
      .pipe(
        debounceTime(REST_MS),
        // The latest question wins; the worker of an earlier one is let go.
        switchMap((ask) => (ask === null ? EMPTY : this.#run(ask))),
        takeUntilDestroyed(),
      )
      .subscribe(({ ask, said }) => {
        this.progress.set(said.kind === 'progress' ? said : null);
        if (said.kind === 'answer') this.#answered.set({ ask, answer: said.answer });
      });
  }

  #run(ask: PlanAsk): Observable<{ readonly ask: PlanAsk; readonly said: WorkerSays<PlanAnswer> }> {
    const failed: PlanAnswer = { kind: 'refused', code: null, path: '' };
    return this.#runner.run(ask).pipe(
      catchError(() => of({ kind: 'answer' as const, answer: failed })),
      map((said) => ({ ask, said })),
    );
  }

  name(id: string): string {
    return this.#names().get(id) ?? 'a place that is gone';
  }

  /** Sheets under the map; without a signal those that were taken along. */
  #layers(): Observable<readonly MapLayerWholeDto[]> {
    return this.#ground.layers().pipe(
      switchMap((layers) => {
        const shown = layers.filter((layer) => layer.shown);
        return shown.length === 0 ? of([]) : forkJoin(shown.map(({ id }) => this.#ground.layer(id)));
      }),
      catchError(() => of([])),
    );
  }
}
