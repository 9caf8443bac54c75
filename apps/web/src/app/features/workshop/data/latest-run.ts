import { computed, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  catchError,
  concatWith,
  debounceTime,
  defer,
  EMPTY,
  finalize,
  map,
  merge,
  mergeMap,
  type Observable,
  of,
  Subject,
  switchMap,
  takeUntil,
  timer,
} from 'rxjs';
import type { CuttingDesk } from './cutting-desk';
import type { CuttingKind, CuttingRuns } from './cutting-run';

/** A long run as a page sees it. */
export interface Run<A> {
  /** What it answers. */
  readonly of: unknown;
  /** Only once it takes long enough to be read. */
  readonly progress: { readonly done: number; readonly of: number } | null;
  readonly answer: A | null;
  readonly failed: boolean;
}
const IDLE: Run<never> = { of: null, progress: null, answer: null, failed: false };
/** A run that is shorter is over before its progress could be read. */
const SLOW_MS = 400;

/**
 * The answer to the latest question; the one before stays until then, and says what it is of. Order: the latest question ends the run
 * before. Cancellation: `stop` ends a run, and what was there before stands. Error: the run has failed, the next one begins fresh. `turn`
 * asks the same again. Call where things may be injected.
 */
export function latestRun<K extends CuttingKind>(
  desk: CuttingDesk,
  kind: K,
  ask: Signal<CuttingRuns[K]['ask'] | null>,
  {
    restMs,
    stop,
    turn,
  }: { readonly restMs: number; readonly stop: Observable<unknown>; readonly turn: Signal<number> },
): Signal<Run<CuttingRuns[K]['answer']>> {
  type A = CuttingRuns[K]['answer'];
  let last: Run<A> = IDLE;
  const run = (asked: CuttingRuns[K]['ask']): Observable<Run<A>> => {
    const over = new Subject<void>();
    let progress = { done: 0, of: 1 };
    let slow = false;
    const ended = (answer: A | null): Run<A> => (last = { of: asked, progress: null, answer, failed: answer === null });
    const waits = timer(SLOW_MS).pipe(
      takeUntil(merge(over, stop)),
      map((): Run<A> => {
        slow = true;
        return { ...last, progress };
      }),
    );
    const works = desk.run(kind, asked).pipe(
      takeUntil(stop),
      mergeMap((says): Observable<Run<A>> => {
        if (says.kind === 'answer') return of(ended(says.answer));
        progress = says;
        return slow ? of<Run<A>>({ ...last, progress }) : EMPTY;
      }),
      catchError(() => of(ended(null))),
      // Stopped: what was there before stands, and is of what was asked before.
      concatWith(defer(() => (last.of === asked ? EMPTY : of<Run<A>>({ ...last, progress: null })))),
      finalize(() => {
        over.next();
      }),
    );
    return merge(waits, works);
  };
  const runs = toObservable(computed(() => ({ asked: ask(), turn: turn() }))).pipe(
    debounceTime(restMs),
    switchMap(({ asked }) => (asked === null ? of<Run<A>>(IDLE) : run(asked))),
  );
  return toSignal(runs, { initialValue: IDLE });
}
