import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { MapLayerWholeDto } from '@yewridge/contract/ground';
import { API_BASE } from '@yewridge/contract/shared';
import type { DueListDto, RibbonDto } from '@yewridge/contract/rounds';
import type { TrapWithDesignDto } from '@yewridge/contract/stores';
import type { IsoDate } from '@yewridge/core/season';
import { forkJoin, type Observable, of, switchMap } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';
import type { Sight } from './sight-words';

@Injectable({ providedIn: 'root' })
export class RoundsApi {
  readonly #http = inject(HttpClient);

  due(): Observable<DueListDto> {
    return this.#http.get<DueListDto>(`${API_BASE}/rounds/due`).pipe(failuresInWords());
  }
  ribbon(from: IsoDate, to: IsoDate): Observable<RibbonDto> {
    return this.#http.get<RibbonDto>(`${API_BASE}/rounds/ribbon`, { params: { from, to } }).pipe(failuresInWords());
  }
  /** Demo only: what a keeper at the foot of the trap would see now. */
  sight(stayId: string): Observable<Sight> {
    return this.#http.get<Sight>(`${API_BASE}/workspace/sight/${stayId}`).pipe(failuresInWords());
  }
  trap(id: string): Observable<TrapWithDesignDto> {
    return this.#http.get<TrapWithDesignDto>(`${API_BASE}/traps/${id}`).pipe(failuresInWords());
  }
  /** Sheets that lie under the map. */
  layers(): Observable<readonly MapLayerWholeDto[]> {
    const at = `${API_BASE}/ground/layers`;
    return this.#http.get<{ readonly items: readonly MapLayerWholeDto[] }>(at).pipe(
      switchMap(({ items }) => {
        const shown = items.filter((layer) => layer.shown);
        if (shown.length === 0) return of([]);
        return forkJoin(shown.map(({ id }) => this.#http.get<MapLayerWholeDto>(`${at}/${id}`)));
      }),
      failuresInWords(),
    );
  }
}
