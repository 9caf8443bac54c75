import { ChangeDetectionStrategy, Component, computed, input, output, viewChildren } from '@angular/core';
import { type Column, columnsOf, type TableName } from '@yewridge/contract/season';
import { SizeField } from '../../../shared/units/size-field';
import {
  inFull,
  keptNumber,
  labelOf,
  type LinkNames,
  numberAs,
  shownNumber,
  type Value,
  wordSaid,
} from '../data/book-words';
import { PickList } from '../../../shared/fields/pick';
import { DayField } from '../../../shared/fields/day-field';
import { MomentField } from '../../../shared/fields/moment-field';

export type RowDraft = Readonly<Record<string, Value>>;

const LONG_TEXT = 200;

/** Every column of a table as a field of its kind. What it takes is what the table takes. */
@Component({
  selector: 'yw-row-form',
  imports: [DayField, MomentField, PickList, SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './row-form.html',
  styleUrl: './row-form.scss',
})
export class RowForm {
  readonly table = input.required<TableName>();
  readonly draft = input.required<RowDraft>();
  readonly names = input.required<LinkNames>();
  readonly changed = output<RowDraft>();

  protected readonly days = viewChildren(DayField);
  protected readonly moments = viewChildren(MomentField);
  /** Whether every day and minute that stands there can be kept. */
  readonly whole = computed(
    () => this.days().every((day) => day.fault() === null) && this.moments().every((moment) => moment.whole()),
  );

  protected readonly fields = computed(() => {
    const table = this.table();
    const names = this.names();
    return columnsOf(table).map(([field, column]) => ({
      field,
      column,
      label: labelOf(field),
      long: column.kind === 'text' && column.most > LONG_TEXT,
      figure: column.kind === 'number' || column.kind === 'whole' ? numberAs(table, field, column) : null,
      // Nobody has to say it: the first of the list is nothing.
      options: [{ id: '', name: column.kind === 'link' ? 'none' : 'not said' }, ...optionsOf(table, column, names)],
    }));
  });

  protected say(field: string, value: Value): void {
    this.changed.emit({ [field]: value });
  }

  protected text(value: Value | undefined): string {
    return value === null || value === undefined ? '' : String(value);
  }

  protected sayText(field: string, text: string): void {
    this.say(field, text === '' ? null : text);
  }

  /** Exact figures, such as degrees: as they are typed, if they are a number. */
  protected sayExact(field: string, text: string): void {
    const value = Number(text.replace(',', '.'));
    this.say(field, text.trim() === '' || !Number.isFinite(value) ? null : value);
  }

  protected sayFlag(field: string, text: string): void {
    this.say(field, text === '' ? null : text === 'true');
  }

  protected readonly shown = (value: Value | undefined, as: NonNullable<ReturnType<typeof numberAs>>): number | null =>
    typeof value === 'number' ? shownNumber(value, as) : null;
  protected readonly kept = keptNumber;

  protected range(column: Column, as: NonNullable<ReturnType<typeof numberAs>>): { min: number; max: number } {
    if (column.kind !== 'number' && column.kind !== 'whole') return { min: 0, max: 0 };
    return { min: shownNumber(column.min, as), max: shownNumber(column.max, as) };
  }

  protected bounds(column: Column): { readonly min: number; readonly max: number } {
    return column.kind === 'number' || column.kind === 'whole' ? column : { min: 0, max: 0 };
  }

  protected length(column: Column): number {
    return column.kind === 'text' ? column.most : 0;
  }
}

function optionsOf(
  table: TableName,
  column: Column,
  names: LinkNames,
): readonly { readonly id: string; readonly name: string }[] {
  if (column.kind === 'word') return column.words.map((word) => ({ id: word, name: wordSaid(table, word) }));
  if (column.kind === 'flag') {
    return [
      { id: 'true', name: 'yes' },
      { id: 'false', name: 'no' },
    ];
  }
  if (column.kind !== 'link') return [];
  return [...(names.get(inFull(column.to)) ?? new Map<string, string>())].map(([id, name]) => ({ id, name }));
}
