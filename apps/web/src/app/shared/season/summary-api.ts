import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { SummaryDto } from '@yewridge/contract/rounds';
import { API_BASE } from '@yewridge/contract/shared';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../http/api-failure';

/** What the seasons came to, added up by the server. */
@Injectable({ providedIn: 'root' })
export class SummaryApi {
  readonly #http = inject(HttpClient);

  summary(): Observable<SummaryDto> {
    return this.#http.get<SummaryDto>(`${API_BASE}/rounds/summary`).pipe(failuresInWords());
  }
}
