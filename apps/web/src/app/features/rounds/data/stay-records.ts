import { inject, Injectable } from '@angular/core';
import { forkJoin, map, type Observable, of, switchMap } from 'rxjs';
import { RecordsApi } from '../../../shared/season/records-api';
import { RoundsApi } from './rounds-api';
import type { StayRecords } from './stay-story';

const ALL = { limit: 500 } as const;

/** A stay with what it is called after. */
export interface StayTold extends StayRecords {
  readonly site: string;
  readonly number: string;
}

/** Everything that is told of one stay. */
@Injectable({ providedIn: 'root' })
export class StayReader {
  readonly #records = inject(RecordsApi);
  readonly #api = inject(RoundsApi);

  of(deploymentId: string): Observable<StayTold> {
    return this.#records.one('deployments', deploymentId).pipe(
      switchMap((stay) =>
        forkJoin({
          stay: of(stay),
          visits: this.#records.list('visits', { deploymentId, sort: 'at', ...ALL }),
          baits: this.#records.list('baits', { deploymentId, sort: 'appliedOn', ...ALL }),
          readings: this.#records.list('readings', { deploymentId, sort: 'at', ...ALL }),
          catches: this.#records.list('catches', { deploymentId, limit: 1 }),
          site: this.#records.one('sites', stay.siteId),
          trap: this.#api.trap(stay.trapId),
        }),
      ),
      switchMap((found) =>
        forkJoin({
          found: of(found),
          weighings: forkJoin([
            of({ items: [] }),
            ...found.baits.items.map(({ id }) => this.#records.list('weighings', { baitId: id, ...ALL })),
          ]),
        }),
      ),
      map(({ found, weighings }) => ({
        stay: found.stay,
        visits: found.visits.items,
        baits: found.baits.items,
        readings: found.readings.items,
        weighings: weighings.flatMap(({ items }) => items),
        caught: found.catches.items[0] ?? null,
        site: found.site.name,
        number: found.trap.trap.document.number,
      })),
    );
  }
}
