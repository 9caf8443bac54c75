import { DestroyRef, inject } from '@angular/core';
import { KeyMap } from '../keys/key-map';

/** Undo and redo by key, on every page that edits a document. */
export function undoKeys(store: { undo(): void; redo(): void }): void {
  const redo = (): void => {
    store.redo();
  };
  inject(KeyMap).add(
    [
      {
        sequence: 'Ctrl+z',
        says: 'Undo',
        run: () => {
          store.undo();
        },
      },
      { sequence: 'Ctrl+Shift+z', says: 'Redo', run: redo },
      { sequence: 'Ctrl+y', says: 'Redo', run: redo },
    ],
    inject(DestroyRef),
  );
}
