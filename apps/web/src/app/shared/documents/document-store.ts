import { DestroyRef, inject } from '@angular/core';
import { concatMap, type Observable, tap } from 'rxjs';
import { DocumentSession, type SessionParts, type StoredRow } from './document-session';
import { DraftKeeper } from './draft-keeper';

/** What a store asks of the API of its documents. */
export interface DocumentApi<T, R> {
  save(id: string, save: { readonly revision: number; readonly document: T }): Observable<R>;
  remove(id: string, revision: number): Observable<R>;
  restore(id: string, revision: number): Observable<R>;
}

/**
 * A store of one open document: what is on the screen of it and how far the server has it, as streams; its edits, their undo, and its
 * way into the bin and out of it. What it computes to is each feature's own.
 */
export abstract class DocumentStore<T, R extends StoredRow<T>, A extends DocumentApi<T, R> = DocumentApi<T, R>> {
  protected readonly destroyed = inject(DestroyRef);
  protected readonly session: DocumentSession<T, R>;

  readonly document$: Observable<T | null>;
  readonly page$: DocumentSession<T, R>['page$'];
  readonly saving$: DocumentSession<T, R>['saving$'];
  /** The same for templates, and for what is worked out of it. */
  readonly document: DocumentSession<T, R>['document'];
  readonly page: DocumentSession<T, R>['page'];
  readonly saving: DocumentSession<T, R>['saving'];
  readonly canUndo: DocumentSession<T, R>['canUndo'];
  readonly canRedo: DocumentSession<T, R>['canRedo'];

  /** Call where things may be injected. */
  protected constructor(
    protected readonly api: A,
    { draftName, refine }: Pick<SessionParts<T, R>, 'draftName' | 'refine'>,
  ) {
    this.session = new DocumentSession<T, R>({
      save: (id, save) => api.save(id, save),
      drafts: inject(DraftKeeper),
      draftName,
      destroyed: this.destroyed,
      ...(refine ? { refine } : {}),
    });
    const { document$, page$, saving$, document, page, saving, canUndo, canRedo } = this.session;
    this.document$ = document$;
    this.page$ = page$;
    this.saving$ = saving$;
    this.document = document;
    this.page = page;
    this.saving = saving;
    this.canUndo = canUndo;
    this.canRedo = canRedo;
  }

  get id(): string {
    return this.session.id;
  }

  get revision(): number {
    return this.session.revision;
  }

  edit(change: (document: T) => T, joins: string | null = null): void {
    this.session.edit(change, joins);
  }

  closeStep(): void {
    this.session.closeStep();
  }

  undo(): void {
    this.session.undo();
  }

  redo(): void {
    this.session.redo();
  }

  settled(): boolean {
    return this.session.settled();
  }

  flush(): Observable<unknown> {
    return this.session.flush();
  }

  keepMine(): void {
    this.session.keepMine();
  }

  takeTheirs(): void {
    this.session.takeTheirs();
  }

  /** Puts the document into the bin; the caller offers the way back. */
  remove(): Observable<R> {
    return this.flush().pipe(
      concatMap(() => this.api.remove(this.id, this.revision)),
      tap(() => {
        this.session.forgetDraft();
      }),
    );
  }

  restore(deleted: R): void {
    this.session.reopen(this.api.restore(deleted.id, deleted.revision));
  }
}
