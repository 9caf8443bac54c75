import { computed, type Signal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl } from '@angular/forms';
import { map, of, startWith, switchMap } from 'rxjs';

/** Counts whatever happens to a form, so that what is computed from it is computed anew. Call where things may be injected. */
export function changesOf(form: Signal<AbstractControl | null>): Signal<number> {
  let count = 0;
  return toSignal(
    toObservable(form).pipe(
      switchMap((one) => (one ? one.events.pipe(startWith(null)) : of(null))),
      map(() => ++count),
    ),
    { initialValue: 0 },
  );
}

/** The value of a form or control, as a signal. */
export function valueOfForm<T>(form: AbstractControl<unknown, T>): Signal<T> {
  const changes = changesOf(signal(form));
  return computed(() => {
    changes();
    return form.getRawValue() as T;
  });
}
