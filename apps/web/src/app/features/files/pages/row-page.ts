import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { blank, type ChangeDto, columnsOf, type LoggedChangeDto, type TableName } from '@yewridge/contract/season';
import { forkJoin, of } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { bookLink, filesLink, rowLink } from '../../../shared/routes/paths';
import { binned, changed, made, RecordsApi } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { viewFor } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type BookRow, changesSaid, labelOf, rowSaid, valueOf } from '../data/book-words';
import { TABLE_NAMES_SAID } from '../data/file-words';
import { LinkNamesOf } from '../data/link-names';
import { type RowDraft, RowForm } from '../ui/row-form';

const NEW = 'new';

/** One row of the book: what it says, put right by hand, and everything that ever happened to it. */
@Component({
  selector: 'yw-row-page',
  imports: [PageHeader, Waiting, Failed, RouterLink, RowForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './row-page.html',
  styleUrl: './row-page.scss',
})
export class RowPage {
  readonly table = input.required<TableName>();
  readonly id = input.required<string>();

  readonly #records = inject(RecordsApi);
  readonly #names = inject(LinkNamesOf);
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  protected readonly filesLink = filesLink();
  protected readonly book = computed(() => bookLink(this.table()));
  protected readonly tableName = computed(() => TABLE_NAMES_SAID[this.table()]);

  protected readonly view = viewFor(
    computed(() => ({ table: this.table(), id: this.id() })),
    ({ table, id }) =>
      forkJoin({
        row: id === NEW ? of(null) : this.#records.one(table, id),
        changes: id === NEW ? of<readonly LoggedChangeDto[]>([]) : this.#records.changes(table, id),
        names: this.#names.of(table),
      }),
  );
  readonly #row = computed<BookRow | null>(() => this.view.data()?.row ?? null);
  readonly #how = computed(() => ({
    system: this.#system(),
    names: this.view.data()?.names ?? new Map<string, ReadonlyMap<string, string>>(),
  }));

  /** What is typed stays until it is kept, whatever the row does meanwhile. */
  readonly #typed = linkedSignal<string, RowDraft>({
    source: () => `${this.table()}/${this.id()}`,
    computation: () => ({}),
  });
  protected readonly draft = computed<RowDraft>(() => {
    const row = this.#row();
    const fields = columnsOf(this.table()).map(([field]) => [field, row ? valueOf(row, field) : null] as const);
    return { ...Object.fromEntries(fields), ...this.#typed() };
  });
  protected readonly binned = computed(() => (this.#row()?.deletedAt ?? null) !== null);
  protected readonly answer = computed(() => {
    const row = this.#row();
    if (this.id() === NEW) return `A new row among the ${this.tableName()}`;
    return row ? rowSaid(this.table(), row, this.#how()).head : 'One row';
  });
  /** Columns that are needed and still empty. */
  protected readonly missing = computed(() =>
    columnsOf(this.table())
      .filter(([field, column]) => column.required && (this.draft()[field] ?? null) === null)
      .map(([field]) => labelOf(field)),
  );
  protected readonly touched = computed(() => {
    const row = this.#row();
    return Object.entries(this.#typed()).some(([field, value]) => value !== (row ? valueOf(row, field) : null));
  });
  protected readonly story = computed(() => {
    const changes = this.view.data()?.changes ?? [];
    return [...changes].reverse().map(({ actId, at, says, before, after }) => ({
      id: actId,
      when: dayLong(at.slice(0, 10)),
      says,
      what: changesSaid(this.table(), before, after, this.#how()),
    }));
  });

  protected say(change: RowDraft): void {
    this.#typed.update((typed) => ({ ...typed, ...change }));
  }

  protected keep(): void {
    const table = this.table();
    const row = this.#row();
    const draft: Readonly<Record<string, unknown>> = this.draft();
    if (row) {
      this.#do(`${rowSaid(table, row, this.#how()).head} put right`, changed(table, row, draft));
    } else {
      const record = made(table, blank(table, draft));
      this.#do(`A row among the ${this.tableName()} written`, record);
      void this.#router.navigate([...rowLink(table, record.id)], { replaceUrl: true });
    }
  }

  protected bin(): void {
    const row = this.#row();
    if (row) this.#do(`${this.answer()} put into the bin`, binned(this.table(), row));
  }

  protected restore(): void {
    const row = this.#row();
    if (!row) return;
    const change: ChangeDto = { op: 'restore', table: this.table(), id: row.id, revision: row.revision };
    this.#do(`${this.answer()} taken out of the bin`, change);
  }

  #do(says: string, change: ChangeDto): void {
    this.#outbox.do({ says, changes: [change] });
  }
}
