import { Injectable } from '@angular/core';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { IsoDate } from '@yewridge/core/season';

/** The round as it is walked: which stays were looked at, before the server has told of it. */
@Injectable({ providedIn: 'root' })
export class RoundWalk {
  readonly #seen = new Map<string, IsoDate>();

  seen(stayId: string, today: IsoDate): void {
    this.#seen.set(stayId, today);
  }

  /** The next trap that is due, may be gone to today and was not looked at today; bees have a walk of their own. */
  nextOf(traps: readonly HangingDto[], today: IsoDate): string | null {
    const next = traps.find(
      ({ deploymentId, due, beesIn, lastVisitOn }) =>
        !beesIn &&
        due.tier !== null &&
        due.nextAccess === today &&
        lastVisitOn !== today &&
        this.#seen.get(deploymentId) !== today,
    );
    return next?.deploymentId ?? null;
  }
}
