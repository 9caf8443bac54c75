import { computed } from '@angular/core';
import { catchError, map, type Observable, of, Subject, switchMap } from 'rxjs';
import type { ApiFailure } from '../http/api-failure';
import { Held } from '../streams/held';

export type ListState<Row> =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'data'; readonly rows: readonly Row[] };

/** A list of kept documents, fetched when it is opened; of two fetches under way the later one counts. */
export class KeptList<Item, Row> {
  readonly #state = new Held<ListState<Row>>({ kind: 'waiting' });
  readonly #asked = new Subject<void>();
  readonly state$: Observable<ListState<Row>> = this.#state.changes;
  readonly state = this.#state.now;
  readonly rows = computed(() => {
    const state = this.state();
    return state.kind === 'data' ? state.rows : [];
  });

  constructor(fetch: () => Observable<readonly Item[]>, rowOf: (item: Item) => Row) {
    this.#asked
      .pipe(
        switchMap(() =>
          fetch().pipe(
            map((items): ListState<Row> => ({ kind: 'data', rows: items.map(rowOf) })),
            catchError((failure: ApiFailure) => of<ListState<Row>>({ kind: 'failed', failure })),
          ),
        ),
      )
      .subscribe((state) => {
        this.#state.set(state);
      });
  }

  load(): void {
    this.#asked.next();
  }

  /** What is found out of a row later, such as a worker's answer. */
  change(change: (row: Row) => Row): void {
    this.#state.update((state) => (state.kind === 'data' ? { ...state, rows: state.rows.map(change) } : state));
  }
}
