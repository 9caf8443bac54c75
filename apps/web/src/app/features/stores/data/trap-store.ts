import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { TrapDocument, TrapDto, TrapWithDesignDto } from '@yewridge/contract/stores';
import equal from 'fast-deep-equal';
import {
  catchError,
  concatMap,
  debounceTime,
  defaultIfEmpty,
  defer,
  EMPTY,
  finalize,
  type Observable,
  of,
  ReplaySubject,
  Subject,
  tap,
  timer,
} from 'rxjs';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { TrapsApi } from './traps-api';

export type TrapState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'data'; readonly loaded: TrapWithDesignDto };
export type TrapSaving = 'saved' | 'saving' | { readonly failure: ApiFailure; readonly theirs: TrapDto | null };

const SAVE_AFTER_MS = 300;
const TRY_AGAIN_MS = 2000;
const DRAFT = 'yewridge.trap-draft.';

/** One open trap: every change is kept on this device until the server has it, and can be undone. */
@Injectable()
export class TrapStore {
  readonly #api = inject(TrapsApi);
  readonly #state = signal<TrapState>({ kind: 'waiting' });
  readonly #document = signal<TrapDocument | null>(null);
  readonly #past = signal<readonly TrapDocument[]>([]);
  readonly #saving = signal<TrapSaving>('saved');
  readonly #saves = new Subject<void>();
  /** Tells when the save under way has been answered. */
  #inFlight: ReplaySubject<void> | null = null;
  #row: TrapDto | null = null;
  #step: string | null = null;

  readonly state = this.#state.asReadonly();
  readonly document = this.#document.asReadonly();
  readonly saving = this.#saving.asReadonly();
  readonly canUndo = computed(() => this.#past().length > 0);

  constructor() {
    this.#saves
      .pipe(
        debounceTime(SAVE_AFTER_MS),
        concatMap(() => (this.#inFlight ? this.flush() : defer(() => this.#send()))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  open(id: string): void {
    this.#state.set({ kind: 'waiting' });
    this.#api.one(id).subscribe({
      next: (loaded) => {
        this.#opened(loaded);
      },
      error: (failure: ApiFailure) => {
        this.#state.set({ kind: 'failed', failure });
      },
    });
  }

  /** `joins` names the field, so that typing into it is one step of undo. */
  edit(change: (trap: TrapDocument) => TrapDocument, joins: string | null = null): void {
    const before = this.#document();
    if (!before) return;
    const after = change(before);
    if (equal(before, after)) return;
    if (joins === null || joins !== this.#step) this.#past.update((past) => [...past, before]);
    this.#step = joins;
    this.#set(after);
  }

  closeStep(): void {
    this.#step = null;
  }

  undo(): void {
    const before = this.#past().at(-1);
    if (!before) return;
    this.#past.update((past) => past.slice(0, -1));
    this.#step = null;
    this.#set(before);
  }

  /** Two windows changed this trap: mine goes over theirs, or theirs is shown with mine one undo away. */
  resolve(choice: 'mine' | 'theirs'): void {
    const saving = this.#saving();
    if (typeof saving === 'string' || !saving.theirs) return;
    const { theirs } = saving;
    this.#row = theirs;
    this.#saving.set('saving');
    if (choice === 'theirs') this.edit(() => theirs.document);
    this.#saves.next();
    if (this.settled()) {
      this.#keep(null);
      this.#saving.set('saved');
    }
  }

  settled(): boolean {
    return this.#row === null || equal(this.#document(), this.#row.document);
  }

  flush(): Observable<unknown> {
    const now = defer(() => (this.settled() ? of(null) : this.#send().pipe(defaultIfEmpty(null))));
    return this.#inFlight ? this.#inFlight.pipe(concatMap(() => now)) : now;
  }

  remove(): Observable<TrapDto> {
    return this.flush().pipe(concatMap(() => (this.#row ? this.#api.remove(this.#row.id, this.#row.revision) : EMPTY)));
  }

  restore(): void {
    const row = this.#row;
    if (!row) return;
    this.#api.restore(row.id, row.revision).subscribe({
      next: () => {
        this.open(row.id);
      },
      error: (failure: ApiFailure) => {
        this.#saving.set({ failure, theirs: null });
      },
    });
  }

  #opened(loaded: TrapWithDesignDto): void {
    const { trap } = loaded;
    this.#row = trap;
    this.#past.set([]);
    this.#saving.set('saved');
    this.#document.set(trap.document);
    this.#state.set({ kind: 'data', loaded });
    const draft = this.#draft(trap.id);
    if (draft && trap.deletedAt === null && !equal(draft, trap.document)) this.edit(() => draft);
  }

  #set(document: TrapDocument): void {
    this.#document.set(document);
    this.#keep(document);
    this.#saves.next();
  }

  #send(): Observable<unknown> {
    const document = this.#document();
    const row = this.#row;
    const saving = this.#saving();
    const asked = typeof saving !== 'string' && saving.theirs !== null;
    if (!document || !row || asked) return EMPTY;
    if (this.settled()) {
      // What could not be saved was taken back: there is nothing left to say.
      this.#keep(null);
      this.#saving.set('saved');
      return EMPTY;
    }
    this.#saving.set('saving');
    const answered = new ReplaySubject<void>(1);
    this.#inFlight = answered;
    return this.#api.save(row.id, { revision: row.revision, document }).pipe(
      tap((saved) => {
        this.#row = saved;
        this.#keep(this.settled() ? null : this.#document());
        this.#saving.set(this.settled() ? 'saved' : 'saving');
        if (!this.settled()) this.#saves.next();
      }),
      catchError((failure: ApiFailure) => {
        const theirs = failure.code === 'REVISION_CONFLICT' ? (failure.current as TrapDto) : null;
        this.#saving.set({ failure, theirs });
        if (failure.code === 'UNREACHABLE' || failure.code === 'INTERNAL') {
          timer(TRY_AGAIN_MS).subscribe(() => {
            this.#saves.next();
          });
        }
        return EMPTY;
      }),
      finalize(() => {
        if (this.#inFlight === answered) this.#inFlight = null;
        answered.next();
        answered.complete();
      }),
    );
  }

  #keep(document: TrapDocument | null): void {
    const key = DRAFT + (this.#row?.id ?? '');
    try {
      if (document === null) localStorage.removeItem(key);
      else localStorage.setItem(key, JSON.stringify(document));
    } catch {
      // Storage refused: the work is still in the page and on its way to the server.
    }
  }

  #draft(id: string): TrapDocument | null {
    try {
      return JSON.parse(localStorage.getItem(DRAFT + id) ?? 'null') as TrapDocument | null;
    } catch {
      return null;
    }
  }
}
