import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import {
  blank,
  type ChangeDto,
  columnsOf,
  type Fields,
  type LoggedChangeDto,
  RECORD_PAGE,
  type RecordDto,
  type RecordPageDto,
  type TableName,
} from '@yewridge/contract/season';
import { EMPTY, expand, map, type Observable, reduce } from 'rxjs';
import { failuresInWords } from '../http/api-failure';

/** Reading the season's record; it is changed through the outbox. */
@Injectable({ providedIn: 'root' })
export class RecordsApi {
  readonly #http = inject(HttpClient);

  list<T extends TableName>(
    table: T,
    query: Readonly<Record<string, string | number | boolean>> = {},
  ): Observable<RecordPageDto<T>> {
    return this.#get<RecordPageDto<T>>(`records/${table}`, query);
  }
  /** Every record of a table, page after page. */
  all<T extends TableName>(table: T): Observable<readonly RecordDto<T>[]> {
    const page = (offset: number): Observable<RecordPageDto<T>> =>
      this.list(table, { limit: RECORD_PAGE.maxLimit, ...(offset === 0 ? {} : { offset }) });
    return page(0).pipe(
      expand(({ items, total, offset }) =>
        offset + items.length < total && items.length > 0 ? page(offset + items.length) : EMPTY,
      ),
      reduce((all, { items }) => [...all, ...items], [] as readonly RecordDto<T>[]),
    );
  }
  one<T extends TableName>(table: T, id: string): Observable<RecordDto<T>> {
    return this.#get<RecordDto<T>>(`records/${table}/${id}`);
  }
  changes(table: TableName, id: string): Observable<readonly LoggedChangeDto[]> {
    return this.#get<{ items: readonly LoggedChangeDto[] }>(`records/${table}/${id}/changes`).pipe(
      map(({ items }) => items),
    );
  }

  #get<T>(path: string, params: Readonly<Record<string, string | number | boolean>> = {}): Observable<T> {
    return this.#http.get<T>(`${API_BASE}/${path}`, { params }).pipe(failuresInWords());
  }
}

/** A new record; what is not said is empty. */
export function made<T extends TableName>(table: T, known: Partial<Fields<T>>): ChangeDto & { readonly id: string } {
  return { op: 'put', table, id: crypto.randomUUID(), revision: 0, fields: { ...blank(table, known) } };
}

/** A record with some of its fields changed: only those are meant, should the record have changed on the way. */
export function changed<T extends TableName>(table: T, record: RecordDto<T>, change: Partial<Fields<T>>): ChangeDto {
  const kept = Object.fromEntries(
    columnsOf(table).map(([field]) => [field, (record as unknown as Readonly<Record<string, unknown>>)[field] ?? null]),
  );
  return {
    op: 'put',
    table,
    id: record.id,
    revision: record.revision,
    fields: { ...kept, ...change },
    only: Object.keys(change),
  };
}

/** A record into the bin. */
export function binned(table: TableName, record: { readonly id: string; readonly revision: number }): ChangeDto {
  return { op: 'delete', table, id: record.id, revision: record.revision };
}
