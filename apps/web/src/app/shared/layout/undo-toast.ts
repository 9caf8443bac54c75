import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';

const SHOWN_MS = 9000;

/** Says what was done and takes it back at a touch. */
@Injectable({ providedIn: 'root' })
export class UndoToast {
  readonly #bar = inject(MatSnackBar);

  show(message: string, undo: () => void): void {
    this.#bar.open(message, 'Undo', { duration: SHOWN_MS }).onAction().subscribe(undo);
  }

  tell(message: string): void {
    this.#bar.open(message, 'Close', { duration: SHOWN_MS });
  }
}
