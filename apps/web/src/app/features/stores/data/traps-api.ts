import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { DueListDto } from '@yewridge/contract/rounds';
import { API_BASE } from '@yewridge/contract/shared';
import {
  type SaveTrapDto,
  TRAP_PAGE,
  type TrapDto,
  type TrapPageDto,
  type TrapWithDesignDto,
} from '@yewridge/contract/stores';
import { EMPTY, expand, type Observable, reduce } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';

const TRAPS = `${API_BASE}/traps`;
const LIMIT = TRAP_PAGE.maxLimit;

@Injectable({ providedIn: 'root' })
export class TrapsApi {
  readonly #http = inject(HttpClient);

  /** Every trap, page by page. */
  all(): Observable<readonly TrapDto[]> {
    return this.#page(0).pipe(
      expand(({ offset, total }) => (offset + LIMIT < total ? this.#page(offset + LIMIT) : EMPTY)),
      reduce<TrapPageDto, readonly TrapDto[]>((all, { items }) => [...all, ...items], []),
    );
  }

  /** What hangs now, and where. */
  hanging(): Observable<DueListDto> {
    return this.#http.get<DueListDto>(`${API_BASE}/rounds/due`).pipe(failuresInWords());
  }

  one(id: string): Observable<TrapWithDesignDto> {
    return this.#http.get<TrapWithDesignDto>(`${TRAPS}/${id}`).pipe(failuresInWords());
  }

  save(id: string, save: SaveTrapDto): Observable<TrapDto> {
    return this.#http.put<TrapDto>(`${TRAPS}/${id}`, save).pipe(failuresInWords());
  }

  remove(id: string, revision: number): Observable<TrapDto> {
    return this.#http.delete<TrapDto>(`${TRAPS}/${id}`, { params: { revision } }).pipe(failuresInWords());
  }

  restore(id: string, revision: number): Observable<TrapDto> {
    return this.#http.post<TrapDto>(`${TRAPS}/${id}/restore`, {}, { params: { revision } }).pipe(failuresInWords());
  }

  #page(offset: number): Observable<TrapPageDto> {
    return this.#http.get<TrapPageDto>(TRAPS, { params: { limit: LIMIT, offset } }).pipe(failuresInWords());
  }
}
