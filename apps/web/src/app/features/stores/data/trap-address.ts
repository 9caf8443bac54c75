import { DOCUMENT } from '@angular/common';
import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { trapLink } from '../../../shared/routes/paths';

/** The address of a trap's page as a phone would open it. */
@Injectable({ providedIn: 'root' })
export class TrapAddress {
  readonly #router = inject(Router);
  readonly #origin = inject(DOCUMENT).location.origin;

  of(id: string): string {
    return this.#origin + this.#router.serializeUrl(this.#router.createUrlTree([...trapLink(id)]));
  }
}
