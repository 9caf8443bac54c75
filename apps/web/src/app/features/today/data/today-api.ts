import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { CalendarKeyDto, NewCalendarKeyDto } from '@yewridge/contract/devices';
import { API_BASE } from '@yewridge/contract/shared';
import type { SeasonSheetDto, TodayDto } from '@yewridge/contract/today';
import type { Shade } from '@yewridge/core/season';
import type { Observable } from 'rxjs';
import { map } from 'rxjs/operators';
import { failuresInWords } from '../../../shared/http/api-failure';

const TODAY = `${API_BASE}/today`;
export const CALENDAR = `${TODAY}/steps.ics`;

@Injectable({ providedIn: 'root' })
export class TodayApi {
  readonly #http = inject(HttpClient);

  now(): Observable<TodayDto> {
    return this.#http.get<TodayDto>(TODAY).pipe(failuresInWords());
  }
  season(exposure: Shade): Observable<SeasonSheetDto> {
    return this.#http.get<SeasonSheetDto>(`${TODAY}/season`, { params: { exposure } }).pipe(failuresInWords());
  }
  calendars(): Observable<readonly CalendarKeyDto[]> {
    return this.#http.get<{ readonly items: readonly CalendarKeyDto[] }>(`${TODAY}/calendars`).pipe(
      failuresInWords(),
      map(({ items }) => items),
    );
  }
  makeCalendar(name: string): Observable<NewCalendarKeyDto> {
    return this.#http.post<NewCalendarKeyDto>(`${TODAY}/calendars`, { name }).pipe(failuresInWords());
  }
  revokeCalendar(id: string): Observable<CalendarKeyDto> {
    return this.#http.delete<CalendarKeyDto>(`${TODAY}/calendars/${id}`).pipe(failuresInWords());
  }
}
