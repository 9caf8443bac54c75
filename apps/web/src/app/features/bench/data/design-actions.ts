import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { DesignDto } from '@yewridge/contract/bench';
import { type Design, DESIGN_LIMITS, type Shape } from '@yewridge/core/bench';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { designLink } from '../../../shared/routes/paths';
import { newDesign } from './design-edits';
import { DesignListStore } from './design-list-store';
import { DesignsApi } from './designs-api';

const COPY = ', copy';

/** What is done to a design as a whole, from the list and from its own page alike. */
@Injectable({ providedIn: 'root' })
export class DesignActions {
  readonly #api = inject(DesignsApi);
  readonly #list = inject(DesignListStore);
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);

  start(kind: Shape['kind']): void {
    const name = `New ${
      new Map<Shape['kind'], string>([
        ['box', 'box'],
        ['cylinder', 'tube'],
        ['cone', 'pot'],
        ['frustum', 'tapered box'],
      ]).get(kind) ?? 'cavity'
    }`;
    this.create(newDesign(kind, name));
  }

  copy(document: Design): void {
    this.create({ ...document, name: document.name.slice(0, DESIGN_LIMITS.nameLength - COPY.length) + COPY });
  }

  create(document: Design): void {
    const id = crypto.randomUUID();
    this.#api.save(id, { revision: 0, document }).subscribe({
      next: () => void this.#router.navigate([...designLink(id)]),
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }

  remove(design: DesignDto): void {
    this.#api.remove(design.id, design.revision).subscribe({
      next: (deleted) => {
        this.#list.load();
        this.removed(deleted);
      },
      error: (failure: ApiFailure) => {
        this.#list.load();
        this.#toast.tell(failure.message);
      },
    });
  }

  /** Says what was deleted and offers it back. */
  removed(deleted: DesignDto): void {
    this.#toast.show(`“${deleted.document.name}” deleted`, () => {
      this.#api.restore(deleted.id, deleted.revision).subscribe({
        next: () => {
          this.#list.load();
        },
        error: (failure: ApiFailure) => {
          this.#toast.tell(failure.message);
        },
      });
    });
  }
}
