import { DestroyRef, inject } from '@angular/core';
import { KeyMap } from '../../../shared/keys/key-map';
import type { DesignEditorStore } from './design-editor-store';

/** Undo and redo by key, on every page that edits a design. */
export function undoKeys(store: DesignEditorStore): void {
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
