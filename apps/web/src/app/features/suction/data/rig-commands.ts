import { inject, Injectable } from '@angular/core';
import { type DriveOffer, type OpenedBand, type Rig, withOpening } from '@yewridge/core/suction';
import type { ConflictChoice } from '../../../shared/documents/conflict-bar';
import type { PartChange } from '../../../shared/fields/field';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { driveWords } from './drive-words';
import { RigActions } from './rig-actions';
import { changedRig, trimmed } from './rig-edits';
import { RigStore } from './rig-store';
import { OPENER_NAMES } from './rig-words';

/** What a keeper does to the open rig. Every act is one step of undo. */
@Injectable()
export class RigCommands {
  readonly #store = inject(RigStore);
  readonly #actions = inject(RigActions);
  readonly #toast = inject(UndoToast);
  readonly #system = inject(UnitChoice).system;

  change({ field, value }: PartChange): void {
    this.#store.edit((rig) => changedRig(rig, field, value), field);
  }

  edit(change: (rig: Rig) => Rig): void {
    this.#store.edit(change);
  }

  rename(name: string): void {
    this.change({ field: 'name', value: name });
  }

  open(opening: number): void {
    this.#store.edit((rig) => withOpening(rig, opening), 'bleed.opening');
  }

  trim(by: number): void {
    this.#store.edit((rig) => trimmed(rig, by), 'bleed.opening');
  }

  heatCase(field: string, value: unknown): void {
    this.#store.edit((rig) => ({ ...rig, heat: { ...rig.heat, [field]: value } }));
  }

  /** The opener as it was tried, at the gate as it stands now. */
  takeOpener(opened: OpenedBand): void {
    const { hose, port, box } = opened.rig;
    this.#store.edit((rig) => ({ ...rig, hose, port, box }));
    this.#toast.show(OPENER_NAMES[opened.opener], () => {
      this.#store.undo();
    });
  }

  takeOffer(offer: DriveOffer): void {
    const { name, notes, jobs } = this.#store.document() ?? offer.rig;
    this.#store.edit(() => ({ ...offer.rig, name, ...(notes === undefined ? {} : { notes }), jobs }));
    this.#toast.show(driveWords(offer, this.#system()), () => {
      this.#store.undo();
    });
  }

  resolve(choice: ConflictChoice): void {
    const mine = this.#store.document();
    if (choice === 'mine') this.#store.keepMine();
    else this.#store.takeTheirs();
    if (choice === 'both' && mine) this.#actions.copy(mine);
  }

  keep(): void {
    this.#store.freeze('kept').subscribe({
      next: ({ version }) => {
        this.#toast.tell(`Kept as version ${version}`);
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }

  copy(): void {
    this.#actions.copyOpen(this.#store);
  }

  remove(): void {
    this.#actions.removeOpen(this.#store);
  }
}
