import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { FormGroup } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { blank, type ChangeDto, type LoggedChangeDto, type TableName } from '@yewridge/contract/season';
import { forkJoin, of } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { bookLink, filesLink, rowLink } from '../../../shared/routes/paths';
import { binned, changed, made, RecordsApi } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { viewFor } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { changesOf } from '../../../shared/records/form-state';
import { recordForm, stillNeeded } from '../../../shared/records/record-form';
import { type BookRow, changesSaid, rowSaid, valueOf } from '../data/book-words';
import { TABLE_NAMES_SAID } from '../data/file-words';
import { LinkNamesOf } from '../data/link-names';
import { RowForm } from '../ui/row-form';

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

  /** One form a row; what is typed stays in it until it is kept, whatever the row does meanwhile. */
  protected readonly form = linkedSignal<
    { readonly key: string; readonly row: BookRow | null | undefined },
    FormGroup | null
  >({
    source: () => ({ key: `${this.table()}/${this.id()}`, row: this.view.data() ? this.#row() : undefined }),
    computation: ({ key, row }, before) => {
      if (row === undefined) return null;
      return before?.value && before.source.key === key ? before.value : recordForm(this.table(), row ?? {});
    },
  });
  readonly #formChanges = changesOf(this.form);
  protected readonly binned = computed(() => (this.#row()?.deletedAt ?? null) !== null);
  protected readonly answer = computed(() => {
    const row = this.#row();
    if (this.id() === NEW) return `A new row among the ${this.tableName()}`;
    return row ? rowSaid(this.table(), row, this.#how()).head : 'One row';
  });
  protected readonly missing = computed(() => {
    this.#formChanges();
    const form = this.form();
    return form ? stillNeeded(form) : [];
  });
  /** Whole, and not as it was kept. */
  protected readonly ready = computed(() => {
    this.#formChanges();
    const form = this.form();
    const row = this.#row();
    if (!form?.valid || this.#writing() !== null) return false;
    return Object.entries(form.controls).some(([field, { value }]) => value !== (row ? valueOf(row, field) : null));
  });
  protected readonly story = computed(() => {
    const changes = this.view.data()?.changes ?? [];
    return [...changes].reverse().map(({ actId, at, says, by, before, after }) => ({
      id: actId,
      when: dayLong(at.slice(0, 10)),
      says,
      // Where members are on.
      by,
      what: changesSaid(this.table(), before, after, this.#how()),
    }));
  });

  /** A new row on its way: once it is kept it has a page of its own; refused, what was typed stays here. */
  readonly #writing = signal<{ readonly act: string; readonly row: string } | null>(null);

  constructor() {
    this.#outbox.settled.pipe(takeUntilDestroyed()).subscribe(({ id, kept }) => {
      const writing = this.#writing();
      if (writing?.act !== id) return;
      this.#writing.set(null);
      if (kept) void this.#router.navigate([...rowLink(this.table(), writing.row)], { replaceUrl: true });
    });
    // What was written elsewhere meanwhile stands in the fields nobody has touched.
    effect(() => {
      const row = this.#row();
      const form = untracked(() => this.form());
      if (!row || !form) return;
      for (const [field, control] of Object.entries(form.controls)) {
        const kept = valueOf(row, field);
        // Kept as it stands: from here on it follows the row. What was refused differs, and stays as it was typed.
        if (control.value === kept) control.markAsPristine();
        else if (control.pristine) control.setValue(kept);
      }
    });
  }

  protected keep(): void {
    const table = this.table();
    const row = this.#row();
    const draft = this.form()?.getRawValue() as Readonly<Record<string, unknown>>;
    if (row) {
      this.#do(`${rowSaid(table, row, this.#how()).head} put right`, changed(table, row, draft));
    } else {
      const record = made(table, blank(table, draft));
      this.#writing.set({ act: this.#do(`A row among the ${this.tableName()} written`, record), row: record.id });
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

  #do(says: string, change: ChangeDto): string {
    return this.#outbox.do({ says, changes: [change] });
  }
}
