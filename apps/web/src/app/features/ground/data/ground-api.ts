import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import type { GroundDto, MapLayerDto, MapLayerWholeDto, PersonDto } from '@yewridge/contract/ground';
import type { Observable } from 'rxjs';
import { map } from 'rxjs/operators';
import { failuresInWords } from '../../../shared/http/api-failure';

@Injectable({ providedIn: 'root' })
export class GroundApi {
  readonly #http = inject(HttpClient);

  overview(): Observable<GroundDto> {
    return this.#http.get<GroundDto>(`${API_BASE}/ground`).pipe(failuresInWords());
  }
  /** Everything that is kept of a landowner. */
  person(id: string): Observable<PersonDto> {
    return this.#http.get<PersonDto>(`${API_BASE}/people/${id}`).pipe(failuresInWords());
  }
  erase(id: string): Observable<unknown> {
    return this.#http.delete(`${API_BASE}/people/${id}`).pipe(failuresInWords());
  }
  layers(): Observable<readonly MapLayerDto[]> {
    return this.#http.get<{ items: readonly MapLayerDto[] }>(`${API_BASE}/ground/layers`).pipe(
      map(({ items }) => items),
      failuresInWords(),
    );
  }
  layer(id: string): Observable<MapLayerWholeDto> {
    return this.#http.get<MapLayerWholeDto>(`${API_BASE}/ground/layers/${id}`).pipe(failuresInWords());
  }
}
