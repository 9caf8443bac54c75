import { computed, type DestroyRef } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import equal from 'fast-deep-equal';
import {
  catchError,
  concatMap,
  debounceTime,
  defaultIfEmpty,
  defer,
  distinctUntilChanged,
  EMPTY,
  filter,
  finalize,
  map,
  type Observable,
  ReplaySubject,
  Subject,
  tap,
  timer,
} from 'rxjs';
import type { ApiFailure } from '../http/api-failure';
import { Held } from '../streams/held';
import type { DraftKeeper } from './draft-keeper';
import { closeStep, type History, record, redone, startHistory, undone } from './history';

/** A record as the server keeps it, whatever its document is. */
export interface StoredRow<T> {
  readonly id: string;
  readonly revision: number;
  readonly document: T;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
}

export type PageState<R> =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'deleted'; readonly row: R }
  | { readonly kind: 'data' };

export type SaveState<R> =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'saving' }
  /** The server is away; the draft is kept and sent again. */
  | { readonly kind: 'kept'; readonly failure: ApiFailure }
  | { readonly kind: 'refused'; readonly failure: ApiFailure }
  | { readonly kind: 'conflict'; readonly theirs: R };

/** What a session asks of the feature whose document it keeps. */
export interface SessionParts<T, R> {
  readonly save: (id: string, save: { readonly revision: number; readonly document: T }) => Observable<R>;
  /** Keeps what was typed until the server has it; one name a kind of document. */
  readonly drafts: DraftKeeper;
  readonly draftName: (id: string) => string;
  /** What follows from an edit by itself. */
  readonly refine?: (before: T, after: T) => T;
  readonly destroyed: DestroyRef;
}

const SAVE_AFTER_MS = 300;
const TRY_AGAIN_MS = 2000;

/**
 * One open document: its steps back and forth, and its way to the server.
 *
 * Order: saves go one at a time, 300 ms after the last change, each from the revision that the one before brought back.
 * Retry: while the server is away or broken, the draft is kept in the browser and sent again every 2 s; a refusal or a conflict
 * stops that until the keeper has answered. Cancellation: another document opened meanwhile leaves the answer of the save under way
 * unheard; its draft is found when that document is opened again. Ends with `parts.destroyed`.
 */
export class DocumentSession<T, R extends StoredRow<T>> {
  readonly #page = new Held<PageState<R>>({ kind: 'waiting' });
  readonly #history = new Held<History<T> | null>(null);
  readonly #save = new Held<SaveState<R>>({ kind: 'saving' });
  readonly #revision = new Held(0);
  readonly #saves = new Subject<void>();
  /** Tells when the save under way has been answered: two at once would each take the other for somebody else's. */
  #inFlight: ReplaySubject<void> | null = null;
  #id = '';
  #acknowledged: R | null = null;

  /** Whether it is there to be looked at. */
  readonly page$ = this.#page.changes;
  /** How far the server has it. */
  readonly saving$ = this.#save.changes;
  /** As it stands on the screen; `null` until it is fetched. */
  readonly document$: Observable<T | null> = this.#history.changes.pipe(
    map((history) => history?.present ?? null),
    distinctUntilChanged(),
  );
  readonly page = this.#page.now;
  readonly saving = this.#save.now;
  readonly document = computed(() => this.#history.now()?.present ?? null);
  readonly canUndo = computed(() => (this.#history.now()?.past.length ?? 0) > 0);
  readonly canRedo = computed(() => (this.#history.now()?.future.length ?? 0) > 0);

  constructor(private readonly parts: SessionParts<T, R>) {
    this.#saves
      .pipe(
        debounceTime(SAVE_AFTER_MS),
        concatMap(() => this.flush()),
        takeUntilDestroyed(parts.destroyed),
      )
      .subscribe();
  }

  get id(): string {
    return this.#id;
  }

  /** Of the record as the server has it: what the next save is built on. */
  get revision(): number {
    return this.#revision.value;
  }

  open(id: string, fetch: Observable<R>): void {
    this.#id = id;
    this.#history.set(null);
    this.#acknowledged = null;
    this.#page.set({ kind: 'waiting' });
    this.#receive(fetch);
  }

  /** The same record again, as it comes out of the bin; what was typed since is found as a draft. */
  reopen(fetch: Observable<R>): void {
    this.#receive(fetch);
  }

  /** Changes the document. `joins` names the field, so that typing into it is one step of undo. */
  edit(change: (document: T) => T, joins: string | null = null): void {
    const history = this.#history.value;
    if (!history) return;
    const changed = change(history.present);
    const next = this.parts.refine ? this.parts.refine(history.present, changed) : changed;
    if (equal(next, history.present)) return;
    this.#move(record(history, next, joins));
  }

  closeStep(): void {
    this.#history.update((history) => history && closeStep(history));
  }

  undo(): void {
    const history = this.#history.value;
    if (history) this.#move(undone(history));
  }

  redo(): void {
    const history = this.#history.value;
    if (history) this.#move(redone(history));
  }

  /** Whether everything typed has reached the server. */
  settled(): boolean {
    return this.#history.value === null || equal(this.document(), this.#acknowledged?.document);
  }

  /** Sends what is waiting, after the save under way; also for leaving the page. */
  flush(): Observable<unknown> {
    const now = defer(() => this.#send().pipe(defaultIfEmpty(null)));
    return this.#inFlight ? this.#inFlight.pipe(concatMap(() => now)) : now;
  }

  forgetDraft(): void {
    this.parts.drafts.forget(this.parts.draftName(this.#id));
  }

  /** Mine goes over theirs. */
  keepMine(): void {
    const save = this.#save.value;
    if (save.kind !== 'conflict') return;
    this.#accept(save.theirs);
    this.#save.set({ kind: 'saving' });
    this.#saves.next();
  }

  /** Theirs is shown, mine one undo away. */
  takeTheirs(): void {
    const save = this.#save.value;
    const history = this.#history.value;
    if (save.kind !== 'conflict' || !history) return;
    const { theirs } = save;
    this.#accept(theirs);
    this.#save.set({ kind: 'saved', at: theirs.updatedAt });
    this.forgetDraft();
    this.#history.set(record(history, theirs.document, null));
  }

  #receive(fetch: Observable<R>): void {
    fetch.pipe(takeUntilDestroyed(this.parts.destroyed)).subscribe({
      next: (row) => {
        this.#opened(row);
      },
      error: (failure: ApiFailure) => {
        this.#page.set({ kind: 'failed', failure });
      },
    });
  }

  #accept(row: R): void {
    this.#revision.set(row.revision);
    this.#acknowledged = row;
  }

  #opened(row: R): void {
    if (row.deletedAt !== null) {
      this.#page.set({ kind: 'deleted', row });
      return;
    }
    this.#accept(row);
    this.#save.set({ kind: 'saved', at: row.updatedAt });
    const draft = this.parts.drafts.find<T>(this.parts.draftName(row.id));
    const unsaved = draft && !equal(draft.document, row.document) ? draft : null;
    this.#history.set(startHistory(row.document));
    this.#page.set({ kind: 'data' });
    if (!unsaved) {
      this.forgetDraft();
      return;
    }
    this.#history.update((history) => history && record(history, unsaved.document, null));
    if (unsaved.revision === row.revision) this.#changed();
    else this.#save.set({ kind: 'conflict', theirs: row });
  }

  #move(history: History<T>): void {
    if (history.present === this.#history.value?.present) return;
    this.#history.set(history);
    this.#changed();
  }

  #changed(): void {
    const document = this.document();
    if (document === null) return;
    this.parts.drafts.keep(this.parts.draftName(this.#id), { revision: this.#revision.value, document });
    if (this.#save.value.kind !== 'conflict') this.#saves.next();
  }

  #send(): Observable<unknown> {
    const document = this.document();
    const acknowledged = this.#acknowledged;
    if (document === null || !acknowledged || this.#save.value.kind === 'conflict') return EMPTY;
    if (this.settled()) {
      // What waited, or could not be saved, was taken back: there is nothing left to say.
      this.forgetDraft();
      this.#save.set({ kind: 'saved', at: acknowledged.updatedAt });
      return EMPTY;
    }
    this.#save.set({ kind: 'saving' });
    const id = this.#id;
    const answered = new ReplaySubject<void>(1);
    this.#inFlight = answered;
    return this.parts.save(id, { revision: this.#revision.value, document }).pipe(
      // An answer that comes after another record was opened is no longer ours; its draft is found when it is opened again.
      filter(() => id === this.#id),
      tap((saved) => {
        this.#acknowledge(saved);
      }),
      catchError((failure: ApiFailure) => {
        if (id === this.#id) this.#notSaved(failure, document);
        return EMPTY;
      }),
      finalize(() => {
        if (this.#inFlight === answered) this.#inFlight = null;
        answered.next();
        answered.complete();
      }),
    );
  }

  #acknowledge(saved: R): void {
    this.#accept(saved);
    if (this.settled()) {
      this.forgetDraft();
      this.#save.set({ kind: 'saved', at: saved.updatedAt });
    } else {
      this.#changed();
    }
  }

  #notSaved(failure: ApiFailure, sent: T): void {
    switch (failure.code) {
      case 'REVISION_CONFLICT': {
        const theirs = failure.current as R;
        // A save whose answer was lost comes back as a conflict with itself.
        if (equal(theirs.document, sent)) this.#acknowledge(theirs);
        else this.#save.set({ kind: 'conflict', theirs });
        return;
      }
      case 'DELETED':
        this.#page.set({ kind: 'deleted', row: failure.current as R });
        return;
      case 'UNREACHABLE':
      case 'INTERNAL':
        this.#save.set({ kind: 'kept', failure });
        timer(TRY_AGAIN_MS)
          .pipe(takeUntilDestroyed(this.parts.destroyed))
          .subscribe(() => {
            this.#saves.next();
          });
        return;
      default:
        this.#save.set({ kind: 'refused', failure });
    }
  }
}
