import type { CanDeactivateFn } from '@angular/router';
import { catchError, map, type Observable, of } from 'rxjs';

/** A page that edits a document. */
interface EditingPage {
  readonly store: { flush(): Observable<unknown> };
}

/** Sends what was typed last before the page is left; what cannot be sent stays as a draft on this device. */
export const leaveWithNothingLost: CanDeactivateFn<EditingPage> = (page) =>
  page.store.flush().pipe(
    map(() => true),
    catchError(() => of(true)),
  );
