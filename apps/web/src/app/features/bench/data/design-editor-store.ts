import { computed, DestroyRef, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { DesignDto } from '@yewridge/contract/bench';
import {
  assessDesign,
  carryDoors,
  type Design,
  DESIGN_LIMITS,
  designChecks,
  designDrawing,
  designLoad,
  type DesignReadings,
  designSuitability,
  fitOptions,
} from '@yewridge/core/bench';
import equal from 'fast-deep-equal';
import {
  catchError,
  concatMap,
  debounceTime,
  defaultIfEmpty,
  defer,
  EMPTY,
  filter,
  finalize,
  type Observable,
  of,
  ReplaySubject,
  Subject,
  tap,
  timer,
} from 'rxjs';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { newPartId } from './design-edits';
import { closeStep, type History, record, redone, startHistory, undone } from './design-history';
import { DesignsApi } from './designs-api';
import { DraftKeeper } from './draft-keeper';

export type PageState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly failure: ApiFailure }
  | { readonly kind: 'deleted'; readonly design: DesignDto }
  | { readonly kind: 'data' };

export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'saving' }
  /** The server is away; the draft is kept and sent again. */
  | { readonly kind: 'kept'; readonly failure: ApiFailure }
  | { readonly kind: 'refused'; readonly failure: ApiFailure }
  | { readonly kind: 'conflict'; readonly theirs: DesignDto };

export type ConflictChoice = 'mine' | 'theirs' | 'both';

const SAVE_AFTER_MS = 300;
const TRY_AGAIN_MS = 2000;
const MINE = ', my copy';

/** What can be shown of a design: its readings, its drawing and the document they belong to. */
interface Shown {
  readonly document: Design;
  readonly readings: DesignReadings;
}

/** One open design: its history, what it computes to, and its way to the server. */
@Injectable()
export class DesignEditorStore {
  readonly #api = inject(DesignsApi);
  readonly #drafts = inject(DraftKeeper);
  readonly #units = inject(UnitChoice);
  readonly #destroyed = inject(DestroyRef);

  readonly #page = signal<PageState>({ kind: 'waiting' });
  readonly #history = signal<History<Design> | null>(null);
  readonly #save = signal<SaveState>({ kind: 'saving' });
  readonly #saves = new Subject<void>();
  /** Tells when the save under way has been answered: two at once would each take the other for somebody else's. */
  #inFlight: ReplaySubject<void> | null = null;
  #id = '';
  readonly #revision = signal(0);
  #acknowledged: Design | null = null;

  readonly page = this.#page.asReadonly();
  readonly saving = this.#save.asReadonly();
  readonly revision = this.#revision.asReadonly();
  readonly document = computed(() => this.#history()?.present ?? null);
  readonly canUndo = computed(() => (this.#history()?.past.length ?? 0) > 0);
  readonly canRedo = computed(() => (this.#history()?.future.length ?? 0) > 0);
  readonly assessment = computed(() => {
    const document = this.document();
    return document ? assessDesign(document) : null;
  });
  readonly problems = computed(() => {
    const assessment = this.assessment();
    return assessment?.ok === false ? assessment.problems : [];
  });
  /** The last state that could be computed: it stays on the screen while the design has a fault. */
  readonly shown = linkedSignal<
    { document: Design | null; assessment: ReturnType<typeof assessDesign> | null },
    Shown | null
  >({
    source: () => ({ document: this.document(), assessment: this.assessment() }),
    computation: ({ document, assessment }, previous) =>
      document && assessment?.ok ? { document, readings: assessment.readings } : (previous?.value ?? null),
  });
  readonly load = computed(() => {
    const shown = this.shown();
    return shown && designLoad(shown.document, shown.readings.room.net);
  });
  readonly suitability = computed(() => {
    const shown = this.shown();
    if (!shown || shown.document.purpose === 'holding') return null;
    return designSuitability(shown.document, shown.readings.room, shown.readings.door.area);
  });
  readonly checks = computed(() => {
    const shown = this.shown();
    return shown ? designChecks(shown.document, shown.readings) : [];
  });
  readonly drawing = computed(() => {
    const shown = this.shown();
    const load = this.load();
    const hangs = shown?.document.hanging !== undefined && load !== null && load.empty.mass > 0;
    return shown && designDrawing(shown.document, hangs ? { x: load.fullCentre.z, y: load.fullCentre.y } : null);
  });
  readonly fits = computed(() => {
    const shown = this.shown();
    const current = shown && shown.document === this.document();
    return current ? fitOptions({ design: shown.document, system: this.#units.system(), newId: newPartId() }) : [];
  });

  constructor() {
    // concatMap: each save carries the revision that the one before it brought back.
    this.#saves
      .pipe(
        debounceTime(SAVE_AFTER_MS),
        concatMap(() => this.flush()),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  open(id: string): void {
    this.#id = id;
    this.#history.set(null);
    this.#page.set({ kind: 'waiting' });
    this.#api
      .one(id)
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe({
        next: (design) => {
          this.#opened(design);
        },
        error: (failure: ApiFailure) => {
          this.#page.set({ kind: 'failed', failure });
        },
      });
  }

  /** Changes the design. `joins` names the field, so that typing into it is one step of undo. */
  edit(change: (design: Design) => Design, joins: string | null = null): void {
    const history = this.#history();
    if (!history) return;
    const next = carryDoors(history.present, change(history.present));
    if (equal(next, history.present)) return;
    this.#move(record(history, next, joins));
  }

  closeStep(): void {
    this.#history.update((history) => history && closeStep(history));
  }

  undo(): void {
    const history = this.#history();
    if (history) this.#move(undone(history));
  }

  redo(): void {
    const history = this.#history();
    if (history) this.#move(redone(history));
  }

  /** Whether everything typed has reached the server. */
  settled(): boolean {
    return this.#history() === null || equal(this.document(), this.#acknowledged);
  }

  /** Sends what is waiting now, for leaving the page. */
  flush(): Observable<unknown> {
    const now = defer(() => (this.settled() ? of(null) : this.#send().pipe(defaultIfEmpty(null))));
    return this.#inFlight ? this.#inFlight.pipe(concatMap(() => now)) : now;
  }

  /** Puts this design into the bin; the caller offers the way back. */
  remove(): Observable<DesignDto> {
    return this.flush().pipe(
      concatMap(() => this.#api.remove(this.#id, this.#revision())),
      tap(() => {
        this.#drafts.forget(this.#id);
      }),
    );
  }

  restore(deleted: DesignDto): void {
    this.#api.restore(deleted.id, deleted.revision).subscribe({
      next: (design) => {
        this.#opened(design);
      },
      error: (failure: ApiFailure) => {
        this.#page.set({ kind: 'failed', failure });
      },
    });
  }

  /** Two tabs, one design: mine over theirs, theirs (mine one undo away), or mine as a copy beside theirs. */
  resolve(choice: ConflictChoice, copyId: string): Observable<DesignDto | null> {
    const save = this.#save();
    const history = this.#history();
    if (save.kind !== 'conflict' || !history) return of(null);
    const { theirs } = save;
    const mine = history.present;
    if (choice === 'mine') {
      this.#revision.set(theirs.revision);
      this.#acknowledged = theirs.document;
      this.#saves.next();
      this.#save.set({ kind: 'saving' });
      return of(null);
    }
    const takeTheirs = (): void => {
      this.#revision.set(theirs.revision);
      this.#acknowledged = theirs.document;
      this.#save.set({ kind: 'saved', at: theirs.updatedAt });
      this.#drafts.forget(this.#id);
      this.#history.set(record(history, theirs.document, null));
    };
    if (choice === 'theirs') {
      takeTheirs();
      return of(null);
    }
    const name = mine.name.slice(0, DESIGN_LIMITS.nameLength - MINE.length) + MINE;
    return this.#api.save(copyId, { revision: 0, document: { ...mine, name } }).pipe(tap(takeTheirs));
  }

  #opened(design: DesignDto): void {
    if (design.deletedAt !== null) {
      this.#page.set({ kind: 'deleted', design });
      return;
    }
    this.#revision.set(design.revision);
    this.#acknowledged = design.document;
    this.#save.set({ kind: 'saved', at: design.updatedAt });
    const draft = this.#drafts.find(design.id);
    const unsaved = draft && !equal(draft.document, design.document) ? draft : null;
    this.#history.set(startHistory(design.document));
    this.#page.set({ kind: 'data' });
    if (!unsaved) {
      this.#drafts.forget(design.id);
      return;
    }
    this.#history.update((history) => history && record(history, unsaved.document, null));
    if (unsaved.revision === design.revision) this.#changed();
    else this.#save.set({ kind: 'conflict', theirs: design });
  }

  #move(history: History<Design>): void {
    if (history.present === this.#history()?.present) return;
    this.#history.set(history);
    this.#changed();
  }

  #changed(): void {
    const document = this.document();
    if (!document) return;
    this.#drafts.keep(this.#id, { revision: this.#revision(), document });
    if (this.#save().kind !== 'conflict') this.#saves.next();
  }

  #send(): Observable<unknown> {
    const document = this.document();
    if (!document || this.settled() || this.#save().kind === 'conflict') return EMPTY;
    this.#save.set({ kind: 'saving' });
    const id = this.#id;
    const answered = new ReplaySubject<void>(1);
    this.#inFlight = answered;
    return this.#api.save(id, { revision: this.#revision(), document }).pipe(
      // An answer that comes after another design was opened is no longer ours; its draft is found when it is opened again.
      filter(() => id === this.#id),
      tap((saved) => {
        this.#acknowledge(saved);
      }),
      catchError((failure: ApiFailure) => (id === this.#id ? this.#notSaved(failure, document) : EMPTY)),
      finalize(() => {
        if (this.#inFlight === answered) this.#inFlight = null;
        answered.next();
        answered.complete();
      }),
    );
  }

  #acknowledge(saved: DesignDto): void {
    this.#revision.set(saved.revision);
    this.#acknowledged = saved.document;
    if (this.settled()) {
      this.#drafts.forget(this.#id);
      this.#save.set({ kind: 'saved', at: saved.updatedAt });
    } else {
      this.#changed();
    }
  }

  #notSaved(failure: ApiFailure, sent: Design): Observable<unknown> {
    if (failure.code === 'REVISION_CONFLICT') {
      const theirs = failure.current as DesignDto;
      // A save whose answer was lost comes back as a conflict with itself.
      if (equal(theirs.document, sent)) this.#acknowledge(theirs);
      else this.#save.set({ kind: 'conflict', theirs });
      return EMPTY;
    }
    if (failure.code === 'DELETED') {
      this.#page.set({ kind: 'deleted', design: failure.current as DesignDto });
      return EMPTY;
    }
    if (failure.code === 'UNREACHABLE' || failure.code === 'INTERNAL') {
      this.#save.set({ kind: 'kept', failure });
      timer(TRY_AGAIN_MS)
        .pipe(takeUntilDestroyed(this.#destroyed))
        .subscribe(() => {
          this.#saves.next();
        });
      return EMPTY;
    }
    this.#save.set({ kind: 'refused', failure });
    return EMPTY;
  }
}
