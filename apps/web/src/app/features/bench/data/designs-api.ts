import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { DesignDto, DesignPageDto, SaveDesignDto } from '@yewridge/contract/bench';
import { API_BASE } from '@yewridge/contract/shared';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';

const DESIGNS = `${API_BASE}/designs`;
/** The most the server gives in one page; a bench with more is asked for page by page. */
export const PAGE = 200;

@Injectable({ providedIn: 'root' })
export class DesignsApi {
  readonly #http = inject(HttpClient);

  page(offset: number): Observable<DesignPageDto> {
    return this.#http
      .get<DesignPageDto>(DESIGNS, { params: { sort: 'name', limit: PAGE, offset } })
      .pipe(failuresInWords());
  }

  one(id: string): Observable<DesignDto> {
    return this.#http.get<DesignDto>(`${DESIGNS}/${id}`).pipe(failuresInWords());
  }

  save(id: string, save: SaveDesignDto): Observable<DesignDto> {
    return this.#http.put<DesignDto>(`${DESIGNS}/${id}`, save).pipe(failuresInWords());
  }

  remove(id: string, revision: number): Observable<DesignDto> {
    return this.#http.delete<DesignDto>(`${DESIGNS}/${id}`, { params: { revision } }).pipe(failuresInWords());
  }

  restore(id: string, revision: number): Observable<DesignDto> {
    return this.#http.post<DesignDto>(`${DESIGNS}/${id}/restore`, {}, { params: { revision } }).pipe(failuresInWords());
  }
}
