import { DestroyRef, inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { switchMap } from 'rxjs/operators';
import { FieldLink } from '../field/field-link';
import { PATHS } from '../routes/paths';
import { SessionStore } from './session-store';

/** A device that was signed out keeps nothing of what it was told; what waits to be sent stays until somebody decides. */
@Injectable({ providedIn: 'root' })
export class SessionEnds {
  readonly #session = inject(SessionStore);
  readonly #link = inject(FieldLink);
  readonly #router = inject(Router);
  readonly #destroyed = inject(DestroyRef);

  /** Called once, by the app. */
  begin(): void {
    const ends = [
      this.#link.signedOut.pipe(switchMap(() => this.#session.refused())).subscribe(),
      this.#session.session$.subscribe(() => {
        this.#link.rest(this.#session.out() || this.#session.isGuest());
      }),
      this.#session.shut.subscribe(() => {
        this.#link.wipe().subscribe();
        void this.#router.navigate(['/', PATHS.signIn], { queryParams: { then: this.#router.url } });
      }),
    ];
    this.#destroyed.onDestroy(() => {
      for (const one of ends) one.unsubscribe();
    });
  }
}
