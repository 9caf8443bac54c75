import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { TrapDocument, TrapDto, TrapWithDesignDto } from '@yewridge/contract/stores';
import { concatMap, map, type Observable, tap } from 'rxjs';
import { DocumentSession } from '../../../shared/documents/document-session';
import { DraftKeeper } from '../../../shared/documents/draft-keeper';
import { TrapsApi } from './traps-api';

/** One open trap: its session with the server, and the design it was built to. */
@Injectable()
export class TrapStore {
  readonly #api = inject(TrapsApi);
  readonly #session = new DocumentSession<TrapDocument, TrapDto>({
    save: (id, save) => this.#api.save(id, save),
    drafts: inject(DraftKeeper),
    draftName: (id) => `trap-${id}`,
    destroyed: inject(DestroyRef),
  });
  readonly #built = signal<TrapWithDesignDto | null>(null);

  readonly page = this.#session.page;
  readonly saving = this.#session.saving;
  readonly document = this.#session.document;
  readonly canUndo = this.#session.canUndo;
  /** The trap as it was fetched, with its design and the newest version of that. */
  readonly built = this.#built.asReadonly();

  open(id: string): void {
    const fetch = this.#api.one(id).pipe(
      tap((built) => {
        this.#built.set(built);
      }),
      map(({ trap }) => trap),
    );
    this.#session.open(id, fetch);
  }

  edit(change: (trap: TrapDocument) => TrapDocument, joins: string | null = null): void {
    this.#session.edit(change, joins);
  }

  closeStep(): void {
    this.#session.closeStep();
  }

  undo(): void {
    this.#session.undo();
  }

  redo(): void {
    this.#session.redo();
  }

  settled(): boolean {
    return this.#session.settled();
  }

  flush(): Observable<unknown> {
    return this.#session.flush();
  }

  remove(): Observable<TrapDto> {
    return this.flush().pipe(
      concatMap(() => this.#api.remove(this.#session.id, this.#session.revision())),
      tap(() => {
        this.#session.forgetDraft();
      }),
    );
  }

  restore(deleted: TrapDto): void {
    this.#session.reopen(this.#api.restore(deleted.id, deleted.revision));
  }

  /** Two windows changed this trap: mine goes over theirs, or theirs is shown with mine one undo away. */
  resolve(choice: 'mine' | 'theirs'): void {
    if (choice === 'mine') this.#session.keepMine();
    else this.#session.takeTheirs();
  }
}
