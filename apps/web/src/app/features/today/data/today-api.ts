import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import type { TodayDto } from '@yewridge/contract/today';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';

export const CALENDAR = `${API_BASE}/today/steps.ics`;

@Injectable({ providedIn: 'root' })
export class TodayApi {
  readonly #http = inject(HttpClient);

  now(): Observable<TodayDto> {
    return this.#http.get<TodayDto>(`${API_BASE}/today`).pipe(failuresInWords());
  }
}
