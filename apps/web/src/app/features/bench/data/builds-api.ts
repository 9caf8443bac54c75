import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import type { BuildDto, BuiltDto, TrapPageDto } from '@yewridge/contract/stores';
import { map, type Observable } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';

/** What the bench asks of the stores: the versions traps were built to, a free number, and building. */
@Injectable({ providedIn: 'root' })
export class BuildsApi {
  readonly #http = inject(HttpClient);

  nextNumber(): Observable<string> {
    return this.#http.get<TrapPageDto>(`${API_BASE}/traps`, { params: { limit: 1 } }).pipe(
      map(({ nextNumber }) => nextNumber),
      failuresInWords(),
    );
  }

  build(order: BuildDto): Observable<BuiltDto> {
    return this.#http.post<BuiltDto>(`${API_BASE}/traps`, order).pipe(failuresInWords());
  }
}
