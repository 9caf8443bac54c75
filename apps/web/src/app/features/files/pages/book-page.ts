import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatListModule } from '@angular/material/list';
import { MatPaginatorIntl, MatPaginatorModule } from '@angular/material/paginator';
import { Router, RouterLink } from '@angular/router';
import { columnsOf, TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import { forkJoin } from 'rxjs';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { bookLink, filesLink, rowLink } from '../../../shared/routes/paths';
import { RecordsApi } from '../../../shared/season/records-api';
import { viewFor } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { inFull, labelOf } from '../../../shared/records/record-words';
import { type BookRow, bookTable, FIRST_SORT, rowSaid } from '../data/book-words';
import { TABLE_NAMES_SAID } from '../data/file-words';
import { LinkNamesOf } from '../data/link-names';
import { FindPick } from '../../../shared/fields/find-pick';
import { PickList } from '../../../shared/fields/pick';
import { Segments } from '../../../shared/fields/segments';
import { narrowWindow } from '../../../shared/layout/narrow';
import { PagesInWords } from '../../../shared/layout/pages-in-words';
import { BookTable } from '../ui/book-table';

const PAGE = 50;

/** The rows of one table as they were written, the bin included: where anything is looked up or put right. */
@Component({
  selector: 'yw-book-page',
  imports: [
    PickList,
    FindPick,
    Segments,
    PageHeader,
    Waiting,
    Failed,
    RouterLink,
    MatPaginatorModule,
    MatListModule,
    BookTable,
  ],
  providers: [{ provide: MatPaginatorIntl, useClass: PagesInWords }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book-page.html',
  styleUrl: './book-page.scss',
})
export class BookPage {
  readonly table = input.required<TableName>();
  readonly sort = input<string>();
  readonly bin = input<string>();
  readonly page = input<string>();
  /** Rows of one site, stay, catch and so on: what the first link of the table points at. */
  readonly of = input<string>();

  readonly #records = inject(RecordsApi);
  readonly #names = inject(LinkNamesOf);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  protected readonly links = { files: filesLink() };
  protected readonly rowLink = rowLink;
  protected readonly tables = TABLE_NAMES.map((table) => ({ id: table, name: TABLE_NAMES_SAID[table] }));

  readonly #query = computed(() => {
    const table = this.table();
    const link = columnsOf(table).find(([, column]) => column.kind === 'link')?.[0];
    const one = this.of();
    return {
      table,
      query: {
        sort: this.sort() ?? FIRST_SORT[table],
        limit: PAGE,
        offset: PAGE * (this.#number() - 1),
        bin: this.bin() === 'true',
        ...(link !== undefined && one !== undefined ? { [link]: one } : {}),
      },
    };
  });
  protected readonly view = viewFor(this.#query, ({ table, query }) =>
    forkJoin({ page: this.#records.list(table, query), names: this.#names.of(table) }),
  );

  protected readonly inBin = computed(() => this.bin() === 'true');
  protected readonly name = computed(() => TABLE_NAMES_SAID[this.table()]);
  protected readonly phone = narrowWindow();
  readonly #shown = computed(() => {
    const view = this.view.data();
    const rows = (view?.page.items ?? []) as readonly BookRow[];
    return { rows, how: { system: this.#system(), names: view?.names ?? new Map<string, never>() } };
  });
  /** On a telephone: what a row is, and under it the rest of it. */
  protected readonly rows = computed(() => {
    const { rows, how } = this.#shown();
    return rows.map((row) => rowSaid(this.table(), row, how));
  });
  protected readonly ledger = computed(() => {
    const { rows, how } = this.#shown();
    return bookTable(this.table(), rows, how);
  });
  protected readonly empty = computed(() => (this.inBin() ? 'Nothing is in the bin.' : 'No row yet.'));
  protected readonly bins = [
    { id: 'kept', name: 'In use' },
    { id: 'bin', name: 'In the bin' },
  ];
  protected readonly answer = computed(() => {
    const view = this.view.data();
    if (!view) return this.name();
    const where = this.inBin() ? ' in the bin' : '';
    return `${view.page.total.toLocaleString('en-GB')} ${this.name()}${where}`;
  });
  protected readonly sorts = computed(() =>
    columnsOf(this.table())
      .filter(([, { kind }]) => kind !== 'link')
      .flatMap(([field]) => [
        { id: field, name: `${labelOf(field)}, upwards` },
        { id: `-${field}`, name: `${labelOf(field)}, downwards` },
      ]),
  );
  protected readonly sorted = computed(() => this.sort() ?? FIRST_SORT[this.table()]);
  protected readonly owners = computed(() => {
    const view = this.view.data();
    const column = columnsOf(this.table()).find(([, { kind }]) => kind === 'link');
    if (!view || column?.[1].kind !== 'link') return null;
    const names = view.names.get(inFull(column[1].to)) ?? new Map<string, string>();
    return {
      label: labelOf(column[0]),
      options: [{ id: '', name: 'all' }, ...[...names].map(([id, name]) => ({ id, name }))],
    };
  });
  protected readonly total = computed(() => this.view.data()?.page.total ?? 0);
  protected readonly pageSize = PAGE;
  protected readonly pageIndex = computed(() => this.#number() - 1);

  #number(): number {
    return Math.max(1, Math.floor(Number(this.page() ?? 1)) || 1);
  }

  protected open(table: string): void {
    void this.#router.navigate([...bookLink(table)]);
  }

  protected ask(query: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams: { page: null, ...query }, queryParamsHandling: 'merge' });
  }
}
