import type { HttpClient } from '@angular/common/http';
import { API_BASE, type KeptDto, type KeptPageDto, type SaveKeptDto } from '@yewridge/contract/shared';
import { EMPTY, expand, type Observable, reduce } from 'rxjs';
import { failuresInWords } from '../http/api-failure';

/** The most the server gives in one page; whoever has more is asked for page by page. */
export const PAGE = 200;

/** Documents that the server keeps whole: designs, rigs. */
export class KeptApi<T> {
  protected readonly address: string;

  constructor(
    protected readonly http: HttpClient,
    path: string,
  ) {
    this.address = `${API_BASE}/${path}`;
  }

  page(offset: number): Observable<KeptPageDto<T>> {
    return this.http
      .get<KeptPageDto<T>>(this.address, { params: { sort: 'name', limit: PAGE, offset } })
      .pipe(failuresInWords());
  }

  /** Every document out of the bin, by name. */
  all(): Observable<readonly KeptDto<T>[]> {
    return this.page(0).pipe(
      expand(({ offset, total }) => (offset + PAGE < total ? this.page(offset + PAGE) : EMPTY)),
      reduce<KeptPageDto<T>, readonly KeptDto<T>[]>((all, { items }) => [...all, ...items], []),
    );
  }

  one(id: string): Observable<KeptDto<T>> {
    return this.http.get<KeptDto<T>>(`${this.address}/${id}`).pipe(failuresInWords());
  }

  save(id: string, save: SaveKeptDto<T>): Observable<KeptDto<T>> {
    return this.http.put<KeptDto<T>>(`${this.address}/${id}`, save).pipe(failuresInWords());
  }

  remove(id: string, revision: number): Observable<KeptDto<T>> {
    return this.http.delete<KeptDto<T>>(`${this.address}/${id}`, { params: { revision } }).pipe(failuresInWords());
  }

  restore(id: string, revision: number): Observable<KeptDto<T>> {
    return this.http
      .post<KeptDto<T>>(`${this.address}/${id}/restore`, {}, { params: { revision } })
      .pipe(failuresInWords());
  }
}
