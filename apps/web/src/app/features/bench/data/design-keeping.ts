import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { ConflictChoice } from '../../../shared/documents/conflict-bar';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { BuildDialog, type BuildOrder } from '../ui/build-dialog';
import { DesignActions } from './design-actions';
import { DesignEditorStore } from './design-editor-store';
import { VersionsStore } from './versions-store';

/** What becomes of the open design as a whole: built, copied, put into the bin, or made one with another's. */
@Injectable()
export class DesignKeeping {
  readonly #store = inject(DesignEditorStore);
  readonly #versions = inject(VersionsStore);
  readonly #actions = inject(DesignActions);
  readonly #toast = inject(UndoToast);
  readonly #dialog = inject(MatDialog);

  build(): void {
    this.#store.flush().subscribe({
      complete: () => {
        const design = this.#store.document();
        if (!design || !this.#store.settled()) return;
        const data: BuildOrder = { designId: this.#store.id, revision: this.#store.revision, name: design.name };
        this.#dialog
          .open<BuildDialog, BuildOrder, boolean>(BuildDialog, { data, width: '440px', autoFocus: 'first-tabbable' })
          .afterClosed()
          .subscribe((built) => {
            if (built) this.#versions.load(this.#store.id);
          });
      },
    });
  }

  copy(): void {
    this.#actions.copyOpen(this.#store);
  }

  remove(): void {
    this.#actions.removeOpen(this.#store);
  }

  resolve(choice: ConflictChoice): void {
    this.#store.resolve(choice, crypto.randomUUID()).subscribe({
      next: (copy) => {
        if (copy) this.#toast.tell(`Yours is kept as “${copy.document.name}”`);
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }
}
