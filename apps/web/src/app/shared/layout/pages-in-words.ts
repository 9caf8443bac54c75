import { Injectable } from '@angular/core';
import { MatPaginatorIntl } from '@angular/material/paginator';

/** Where in a long list one is. */
export function rangeSaid(page: number, pageSize: number, length: number): string {
  if (length === 0) return 'none';
  const first = page * pageSize + 1;
  const last = Math.min(length, first + pageSize - 1);
  const count = length.toLocaleString('en-GB');
  return first >= last ? `${last.toLocaleString('en-GB')} of ${count}` : `${first} to ${last} of ${count}`;
}

/** The words of a paginator. */
@Injectable()
export class PagesInWords extends MatPaginatorIntl {
  override readonly itemsPerPageLabel = 'Rows';
  override readonly nextPageLabel = 'Next page';
  override readonly previousPageLabel = 'Page before';
  override readonly firstPageLabel = 'First page';
  override readonly lastPageLabel = 'Last page';
  override readonly getRangeLabel = rangeSaid;
}
