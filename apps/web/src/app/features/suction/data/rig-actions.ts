import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { RigDto } from '@yewridge/contract/suction';
import { type Rig, RIG_LIMITS } from '@yewridge/core/suction';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { rigLink } from '../../../shared/routes/paths';
import { RigListStore } from './rig-list-store';
import { RigsApi } from './rigs-api';

const COPY = ', copy';

/** What is done to a rig as a whole, from the list and from its own page alike. */
@Injectable({ providedIn: 'root' })
export class RigActions {
  readonly #api = inject(RigsApi);
  readonly #list = inject(RigListStore);
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);

  readonly #told = (failure: ApiFailure): void => {
    this.#toast.tell(failure.message);
  };

  create(document: Rig): void {
    const id = crypto.randomUUID();
    this.#api.save(id, { revision: 0, document }).subscribe({
      next: () => void this.#router.navigate([...rigLink(id)]),
      error: this.#told,
    });
  }

  copy(document: Rig): void {
    this.create({ ...document, name: document.name.slice(0, RIG_LIMITS.nameLength - COPY.length) + COPY });
  }

  remove(rig: RigDto): void {
    this.#api.remove(rig.id, rig.revision).subscribe({
      next: (deleted) => {
        this.#list.load();
        this.removed(deleted);
      },
      error: (failure: ApiFailure) => {
        this.#list.load();
        this.#told(failure);
      },
    });
  }

  /** Says what was deleted and offers it back. */
  removed(deleted: RigDto): void {
    this.#toast.show(`“${deleted.document.name}” deleted`, () => {
      this.#api.restore(deleted.id, deleted.revision).subscribe({
        next: () => {
          this.#list.load();
        },
        error: this.#told,
      });
    });
  }
}
