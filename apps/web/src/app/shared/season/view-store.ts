import { DestroyRef, inject, type Signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import {
  catchError,
  combineLatest,
  EMPTY,
  type Observable,
  of,
  startWith,
  Subject,
  type Subscription,
  switchMap,
} from 'rxjs';
import type { TableName } from '@yewridge/contract/season';
import { ActOutbox } from '../acts/act-outbox';
import type { ApiFailure } from '../http/api-failure';
import { Held } from '../streams/held';

/** A view of the records: fetched once, and again whenever the records have changed. The old view stays while it waits. */
export interface View<T> {
  /** `null` until it was fetched once. */
  readonly data$: Observable<T | null>;
  readonly failure$: Observable<ApiFailure | null>;
  /** The same for templates. */
  readonly data: Signal<T | null>;
  readonly failure: Signal<ApiFailure | null>;
  readonly reload: () => void;
}

/** What a view is made of: acts on other tables leave it as it is. Without it, any act has it fetched anew. */
export interface ViewOptions {
  readonly of?: readonly TableName[];
}

/** A view that needs to know of what: fetched anew when that changes. */
export function viewFor<K, T>(key: Signal<K>, fetch: (key: K) => Observable<T>, options: ViewOptions = {}): View<T> {
  return viewAt(toObservable(key), fetch, options);
}

/** Call where things may be injected; it lives as long as whatever called it. */
export function viewOf<T>(fetch: () => Observable<T>, options: ViewOptions = {}): View<T> {
  return viewAt(of(null), fetch, options);
}

function viewAt<K, T>(keys: Observable<K>, fetch: (key: K) => Observable<T>, options: ViewOptions): View<T> {
  const data = new Held<T | null>(null);
  const failure = new Held<ApiFailure | null>(null);
  const asked = new Subject<void>();
  const outbox = inject(ActOutbox);
  const subscriptions: Subscription[] = [
    // The latest question wins: an older answer would show records as they were.
    combineLatest([keys, asked.pipe(startWith(undefined))])
      .pipe(
        switchMap(([key]) =>
          fetch(key).pipe(
            catchError((error: unknown) => {
              failure.set(error as ApiFailure);
              return EMPTY;
            }),
          ),
        ),
      )
      .subscribe((value) => {
        failure.set(null);
        data.set(value);
      }),
    outbox.answered.subscribe((touched) => {
      if (!options.of || touched === null || options.of.some((table) => touched.has(table))) asked.next();
    }),
  ];
  inject(DestroyRef).onDestroy(() => {
    for (const one of subscriptions) one.unsubscribe();
  });
  return {
    data$: data.changes,
    failure$: failure.changes,
    data: data.now,
    failure: failure.now,
    reload: () => {
      asked.next();
    },
  };
}
