import type { CanDeactivateFn } from '@angular/router';
import { catchError, map, of } from 'rxjs';
import type { DesignEditorStore } from '../data/design-editor-store';

/** A page that edits a design. */
interface EditingPage {
  readonly store: DesignEditorStore;
}

/** Sends what was typed last before the page is left; what cannot be sent stays as a draft on this device. */
export const leaveWithNothingLost: CanDeactivateFn<EditingPage> = (page) =>
  page.store.flush().pipe(
    map(() => true),
    catchError(() => of(true)),
  );
