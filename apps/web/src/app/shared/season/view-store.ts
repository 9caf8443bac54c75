import { DestroyRef, inject, type Signal, signal } from '@angular/core';
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
import { ActOutbox } from '../acts/act-outbox';
import type { ApiFailure } from '../http/api-failure';

/** A view of the records: fetched once, and again whenever the records have changed. The old view stays while it waits. */
export interface View<T> {
  readonly data: Signal<T | null>;
  readonly failure: Signal<ApiFailure | null>;
  readonly reload: () => void;
}

/** A view that needs to know of what: fetched anew when that changes. */
export function viewFor<K, T>(key: Signal<K>, fetch: (key: K) => Observable<T>): View<T> {
  return viewAt(toObservable(key), fetch);
}

/** Call where things may be injected; it lives as long as whatever called it. */
export function viewOf<T>(fetch: () => Observable<T>): View<T> {
  return viewAt(of(null), fetch);
}

function viewAt<K, T>(keys: Observable<K>, fetch: (key: K) => Observable<T>): View<T> {
  const data = signal<T | null>(null);
  const failure = signal<ApiFailure | null>(null);
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
    outbox.answered.subscribe(() => {
      asked.next();
    }),
  ];
  inject(DestroyRef).onDestroy(() => {
    for (const one of subscriptions) one.unsubscribe();
  });
  return {
    data: data.asReadonly(),
    failure: failure.asReadonly(),
    reload: () => {
      asked.next();
    },
  };
}
