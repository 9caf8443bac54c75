import { computed, inject, Injectable } from '@angular/core';
import { forkJoin, map } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { RecordsApi } from '../../../shared/season/records-api';
import { viewOf } from '../../../shared/season/view-store';
import { ViewsApi } from '../../../shared/season/views-api';

const ALL = { limit: 500 } as const;

/** Trials with their traps, and what they are made of. Provided by the page that shows them. */
@Injectable()
export class TrialStore {
  readonly #api = inject(ViewsApi);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);

  readonly view = viewOf(
    () =>
      forkJoin({
        evidence: this.#api.evidence(),
        trials: this.#records.list('trials', { sort: '-beginsOn', ...ALL }).pipe(map(({ items }) => items)),
        assignments: this.#records.list('assignments', ALL).pipe(map(({ items }) => items)),
        deviations: this.#records.list('deviations', { sort: '-on', ...ALL }).pipe(map(({ items }) => items)),
        sites: this.#records.list('sites', ALL).pipe(map(({ items }) => items)),
        stays: this.#records.list('deployments', { sort: '-hungOn', ...ALL }).pipe(map(({ items }) => items)),
        visits: this.#records.list('visits', { sort: '-at', ...ALL }).pipe(map(({ items }) => items)),
      }),
    { of: ['trials', 'assignments', 'deviations', 'deployments', 'visits', 'catches', 'sites'] },
  );
  readonly evidence = computed(() => this.view.data()?.evidence ?? null);
  readonly trials = computed(() => this.#outbox.asTold('trials', this.view.data()?.trials ?? []));
  readonly assignments = computed(() => this.#outbox.asTold('assignments', this.view.data()?.assignments ?? []));
  readonly deviations = computed(() => this.#outbox.asTold('deviations', this.view.data()?.deviations ?? []));
  readonly today = computed(() => this.evidence()?.today ?? '');
  readonly sites = computed(() => new Map((this.view.data()?.sites ?? []).map(({ id, name }) => [id, name])));
  readonly places = computed(
    () =>
      new Map(
        (this.view.data()?.sites ?? []).flatMap(({ id, lat, lon }) =>
          lat === null || lon === null ? [] : [[id, { lat, lon }] as const],
        ),
      ),
  );
  /** Traps by their ids, as they are numbered. */
  readonly numbers = computed(
    () => new Map((this.evidence()?.spells ?? []).map(({ trapId, trap }) => [trapId, trap] as const)),
  );
  readonly stays = computed(() => this.view.data()?.stays ?? []);
  readonly visits = computed(() => this.view.data()?.visits ?? []);
}
