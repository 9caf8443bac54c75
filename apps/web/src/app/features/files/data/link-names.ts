import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import type { TrapPageDto } from '@yewridge/contract/stores';
import type { TableName } from '@yewridge/contract/season';
import { forkJoin, type Observable, of } from 'rxjs';
import { map } from 'rxjs/operators';
import { failuresInWords } from '../../../shared/http/api-failure';
import { RecordsApi } from '../../../shared/season/records-api';
import { inFull, type LinkNames } from '../../../shared/records/record-words';
import { type BookRow, FIRST_SORT, linkedTables, linkSaid } from './book-words';

const MOST_TRAPS = 200;
const MOST_ROWS = 500;

/** What the records that a table points at are called, those behind them included; the newest when there are very many. */
@Injectable({ providedIn: 'root' })
export class LinkNamesOf {
  readonly #http = inject(HttpClient);
  readonly #records = inject(RecordsApi);

  of(table: TableName): Observable<LinkNames> {
    const tables = linkedTables(table);
    if (tables.length === 0) return of(new Map());
    return forkJoin(tables.map((one) => (one === 'traps' ? this.#traps() : this.#rows(one as TableName)))).pipe(
      map((rows) => {
        const names = new Map<string, ReadonlyMap<string, string>>();
        const plain = tables.map((one, n) => ({ table: one, rows: rows[n] ?? [] }));
        // What is pointed at is named before what points at it.
        for (const { table: one, rows: some } of [...plain].reverse()) {
          const said = some.map((row) => {
            const called =
              'number' in row ? { short: row.number, full: row.number } : linkSaid(one as TableName, row, names);
            return { id: row.id, ...called };
          });
          names.set(one, new Map(said.map(({ id, short }) => [id, short])));
          names.set(inFull(one), new Map(said.map(({ id, full }) => [id, full])));
        }
        return names;
      }),
    );
  }

  #traps(): Observable<readonly { readonly id: string; readonly number: string }[]> {
    return this.#http.get<TrapPageDto>(`${API_BASE}/traps`, { params: { limit: MOST_TRAPS } }).pipe(
      map(({ items }) => items.map(({ id, document: { number } }) => ({ id, number }))),
      failuresInWords(),
    );
  }

  #rows(table: TableName): Observable<readonly BookRow[]> {
    return this.#records
      .list(table, { sort: FIRST_SORT[table], limit: MOST_ROWS })
      .pipe(map(({ items }) => items as readonly BookRow[]));
  }
}
