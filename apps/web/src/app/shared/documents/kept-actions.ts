import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { KeptDto } from '@yewridge/contract/shared';
import type { ApiFailure } from '../http/api-failure';
import { UndoToast } from '../layout/undo-toast';
import type { DocumentStore } from './document-store';
import type { KeptApi } from './kept-api';

const COPY = ', copy';

interface KeptActionParts<T> {
  readonly api: KeptApi<T>;
  readonly list: { load(): void };
  /** Where one of them is opened, and where all of them are. */
  readonly one: (id: string) => readonly string[];
  readonly all: () => readonly string[];
  readonly nameLength: number;
}

/** What is done to a kept document as a whole, from the list and from its own page alike. */
export abstract class KeptActions<T extends { readonly name: string }> {
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);
  readonly #told = (failure: ApiFailure): void => {
    this.#toast.tell(failure.message);
  };

  /** Call where things may be injected. */
  protected constructor(private readonly parts: KeptActionParts<T>) {}

  create(document: T): void {
    const id = crypto.randomUUID();
    this.parts.api.save(id, { revision: 0, document }).subscribe({
      next: () => void this.#router.navigate([...this.parts.one(id)]),
      error: this.#told,
    });
  }

  copy(document: T): void {
    this.create({ ...document, name: document.name.slice(0, this.parts.nameLength - COPY.length) + COPY });
  }

  remove({ id, revision }: KeptDto<T>): void {
    const { api, list } = this.parts;
    api.remove(id, revision).subscribe({
      next: (deleted) => {
        list.load();
        this.#removed(deleted);
      },
      error: (failure: ApiFailure) => {
        list.load();
        this.#told(failure);
      },
    });
  }

  /** A copy of the one that is open, as it stands. */
  copyOpen(store: DocumentStore<T, KeptDto<T>>): void {
    const document = store.document();
    if (!document) return;
    store.flush().subscribe({
      complete: () => {
        this.copy(document);
      },
    });
  }

  /** The one that is open into the bin, and back to the list, where the way out of it is offered. */
  removeOpen(store: DocumentStore<T, KeptDto<T>>): void {
    store.remove().subscribe({
      next: (deleted) => {
        void this.#router.navigate([...this.parts.all()]).then(() => {
          this.#removed(deleted);
        });
      },
      error: this.#told,
    });
  }

  #removed(deleted: KeptDto<T>): void {
    const { api, list } = this.parts;
    this.#toast.show(`“${deleted.document.name}” deleted`, () => {
      api.restore(deleted.id, deleted.revision).subscribe({
        next: () => {
          list.load();
        },
        error: this.#told,
      });
    });
  }
}
