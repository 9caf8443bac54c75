import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { GroundDto } from '@yewridge/contract/ground';
import { API_BASE } from '@yewridge/contract/shared';
import type { TodayDto } from '@yewridge/contract/today';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../http/api-failure';

/** Views that pages of several places are made of. Error: `ApiFailure`. */
@Injectable({ providedIn: 'root' })
export class ViewsApi {
  readonly #http = inject(HttpClient);

  today(): Observable<TodayDto> {
    return this.#get('today');
  }
  ground(): Observable<GroundDto> {
    return this.#get('ground');
  }
  /** Every stretch at risk with what is known of it. */
  evidence(): Observable<EvidenceDto> {
    return this.#get('evidence');
  }

  #get<T>(path: string): Observable<T> {
    return this.#http.get<T>(`${API_BASE}/${path}`).pipe(failuresInWords());
  }
}
