import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import type { CatchBoardDto, CatchPlanDto, CatchTrackDto } from '@yewridge/contract/catches';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';

@Injectable({ providedIn: 'root' })
export class CatchesApi {
  readonly #http = inject(HttpClient);

  board(): Observable<CatchBoardDto> {
    return this.#http.get<CatchBoardDto>(`${API_BASE}/catches/board`).pipe(failuresInWords());
  }
  track(): Observable<CatchTrackDto> {
    return this.#http.get<CatchTrackDto>(`${API_BASE}/catches/track`).pipe(failuresInWords());
  }
  /** `null` where nobody has said a place, of the catch or of any site. */
  plan(id: string): Observable<CatchPlanDto | null> {
    return this.#http.get<CatchPlanDto | null>(`${API_BASE}/catches/${id}/plan`).pipe(failuresInWords());
  }
  hanging(): Observable<DueListDto> {
    return this.#http.get<DueListDto>(`${API_BASE}/rounds/due`).pipe(failuresInWords());
  }
}
