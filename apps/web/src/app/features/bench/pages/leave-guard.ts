import type { CanDeactivateFn } from '@angular/router';
import { catchError, map, of } from 'rxjs';
import type { DesignPage } from './design-page';

/** Sends what was typed last before the page is left; what cannot be sent stays as a draft on this device. */
export const leaveWithNothingLost: CanDeactivateFn<DesignPage> = (page) =>
  page.store.flush().pipe(
    map(() => true),
    catchError(() => of(true)),
  );
