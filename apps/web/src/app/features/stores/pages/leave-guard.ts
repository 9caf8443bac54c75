import type { CanDeactivateFn } from '@angular/router';
import { catchError, map, of } from 'rxjs';
import type { TrapStore } from '../data/trap-store';

interface TrapEditingPage {
  readonly store: TrapStore;
}

/** Sends what was typed last before the page is left; what cannot be sent stays on this device. */
export const leaveWithTrapSaved: CanDeactivateFn<TrapEditingPage> = (page) =>
  page.store.flush().pipe(
    map(() => true),
    catchError(() => of(true)),
  );
