import { computed, DestroyRef, inject, Injectable } from '@angular/core';
import type { DueListDto, RibbonDto, SummaryDto } from '@yewridge/contract/rounds';
import { catchCurve, type CatchBin, dateOfSeasonDay, type IsoDate, seasonDay } from '@yewridge/core/season';
import { finalize, forkJoin } from 'rxjs';
import { FieldLink } from '../../../shared/field/field-link';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { TodayClock } from '../../../shared/season/today-clock';
import { Held } from '../../../shared/streams/held';
import { SummaryApi } from '../../../shared/season/summary-api';
import { RoundsApi } from './rounds-api';
import { yearsIn } from './ribbon-scale';

/** The ribbon's data: fetched year by year as it is looked at, thrown away when the records change. */
@Injectable()
export class RibbonStore {
  readonly #api = inject(RoundsApi);
  readonly #seasons = inject(SummaryApi);
  readonly #clock = inject(TodayClock);
  readonly #away = inject(FieldLink).away;
  readonly #years = new Held<ReadonlyMap<number, RibbonDto>>(new Map());
  readonly #due = new Held<DueListDto | null>(null);
  readonly #summary = new Held<SummaryDto | null>(null);
  readonly #failure = new Held<ApiFailure | null>(null);
  readonly #fetching = new Held(0);
  readonly #asked = new Set<number>();
  #version = 0;

  readonly due$ = this.#due.changes;
  readonly summary$ = this.#summary.changes;
  readonly years$ = this.#years.changes;
  readonly failure$ = this.#failure.changes;
  /** The same for what is drawn of them. */
  readonly due = this.#due.now;
  readonly summary = this.#summary.now;
  readonly failure = this.#failure.now;
  /** Years that are on their way. */
  readonly fetching = this.#fetching.now;
  readonly years = computed(() => [...this.#years.now().values()]);

  /** The first season whose looks are all here, where earlier ones are on the sheet and the server is away; else `null`. */
  readonly wholeFrom = computed<number | null>(() => {
    const today = this.due()?.today;
    if (!this.#away() || today === undefined) return null;
    const { season } = seasonDay(today, this.#clock.hemisphere());
    return [...this.#years.now().keys()].some((year) => year < season) ? season : null;
  });

  /** The first day the sheet shows: the first season of the record. */
  readonly first = computed<IsoDate | null>(() => {
    const today = this.due()?.today;
    const summary = this.summary();
    if (today === undefined || !summary) return null;
    const half = this.#clock.hemisphere();
    const season = summary.seasons[0]?.season ?? seasonDay(today, half).season;
    return dateOfSeasonDay(season, half, 1);
  });

  /** Arrivals of earlier seasons, smoothed over the days of a season. */
  readonly curve = computed<readonly CatchBin[]>(() => {
    const today = this.due()?.today;
    if (today === undefined) return [];
    const half = this.#clock.hemisphere();
    const { season } = seasonDay(today, half);
    const past = (this.summary()?.arrivals ?? []).filter((one) => one.season < season);
    return past.length === 0 ? [] : catchCurve(past, half);
  });

  constructor() {
    this.reload();
    const answered = inject(ActOutbox).answered.subscribe(() => {
      this.reload();
    });
    inject(DestroyRef).onDestroy(() => {
      answered.unsubscribe();
    });
  }

  reload(): void {
    const years = [...this.#asked];
    this.#asked.clear();
    this.#version += 1;
    forkJoin([this.#api.due(), this.#seasons.summary()]).subscribe({
      next: ([due, summary]) => {
        this.#failure.set(null);
        this.#due.set(due);
        this.#summary.set(summary);
      },
      error: (failure: ApiFailure) => {
        this.#failure.set(failure);
      },
    });
    for (const year of years) this.#fetch(year);
  }

  /** Asks for the years between two days that are not there yet. */
  see(from: IsoDate, to: IsoDate): void {
    for (const year of yearsIn(from, to, this.#clock.hemisphere())) this.#fetch(year);
  }

  #fetch(year: number): void {
    if (this.#asked.has(year)) return;
    this.#asked.add(year);
    const half = this.#clock.hemisphere();
    const version = this.#version;
    this.#fetching.update((count) => count + 1);
    const left = finalize<RibbonDto>(() => {
      this.#fetching.update((count) => count - 1);
    });
    this.#api
      .ribbon(dateOfSeasonDay(year, half, 1), dateOfSeasonDay(year + 1, half, 0))
      .pipe(left)
      .subscribe({
        next: (ribbon) => {
          if (version === this.#version) this.#years.update((years) => new Map(years).set(year, ribbon));
        },
        error: (failure: ApiFailure) => {
          this.#asked.delete(year);
          this.#failure.set(failure);
        },
      });
  }
}
