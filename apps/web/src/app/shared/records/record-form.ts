import { FormControl, FormGroup, type ValidationErrors, type ValidatorFn } from '@angular/forms';
import {
  type Column,
  columnsOf,
  type Fields,
  type NumberColumn,
  RECORD_TABLES,
  type TableName,
  type TextColumn,
} from '@yewridge/contract/season';
import { isRecordDate } from '@yewridge/contract/shared';
import { labelOf, type Value } from './record-words';

/** The controls of one record: every column, `null` while nobody has said it. */
export type RecordControls<T extends TableName> = {
  [C in keyof Fields<T>]: FormControl<Fields<T>[C] | null>;
};
export type RecordForm<T extends TableName> = FormGroup<RecordControls<T>>;

const MINUTE = /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/;

type Given = Value | undefined;

function numberFault(label: string, { kind, min, max }: NumberColumn, value: Given): string | null {
  if (typeof value !== 'number' || !Number.isFinite(value)) return `${label}: “${String(value)}” is not a number.`;
  if (value < min || value > max) return `${label}: ${value} is not within ${min} and ${max}.`;
  return kind === 'whole' && !Number.isInteger(value) ? `${label}: ${value} is not a whole number.` : null;
}

function textFault(label: string, { most, pattern, patternSays }: TextColumn, text: string): string | null {
  if (text.length > most) return `${label}: ${text.length} characters; at most ${most} are kept.`;
  return pattern && !pattern.test(text) ? `${label}: “${text}” is not ${patternSays ?? 'of the right form'}.` : null;
}

/** Why a column does not take a value, by the one description of the table; `null` when it does. Empty is no fault here. */
export function columnFault(label: string, column: Column, value: Given): string | null {
  if (value === null || value === undefined || value === '') return null;
  const text = String(value);
  switch (column.kind) {
    case 'number':
    case 'whole':
      return numberFault(label, column, value);
    case 'text':
      return textFault(label, column, text);
    case 'word':
      return column.words.includes(text) ? null : `${label}: “${text}” is no choice.`;
    case 'date':
      return isRecordDate(text) ? null : `${label}: “${text}” is no day of records.`;
    case 'minute':
      return MINUTE.test(text) && isRecordDate(text.slice(0, 10)) ? null : `${label}: “${text}” is no day and hour.`;
    case 'flag':
    case 'link':
      return null;
  }
}

/** What the column takes, as a validator; a column that is needed says so by `needed`. */
export function columnValidator(field: string, column: Column): ValidatorFn {
  const label = labelOf(field);
  return (control): ValidationErrors | null => {
    const value = control.value as Given;
    const empty = value === null || value === undefined || value === '';
    if (empty) return column.required ? { needed: label } : null;
    const fault = columnFault(label, column, value);
    return fault === null ? null : { fault };
  };
}

/** A form over one record of a table; what is not given is not said. */
export function recordForm<T extends TableName>(table: T, said: Partial<Fields<T>> = {}): RecordForm<T> {
  const given = said as Readonly<Record<string, unknown>>;
  const controls = Object.fromEntries(
    columnsOf(table).map(([field, column]) => [
      field,
      new FormControl<unknown>(given[field] ?? null, columnValidator(field, column)),
    ]),
  );
  return new FormGroup(controls) as unknown as RecordForm<T>;
}

/** The columns that are needed and still empty, as they are called on the screen. */
export function stillNeeded(form: FormGroup): readonly string[] {
  return Object.values(form.controls).flatMap(({ errors }) => {
    const needed: unknown = errors?.['needed'];
    return typeof needed === 'string' ? [needed] : [];
  });
}

export const columnOf = (table: TableName, field: string): Column => {
  const column = (RECORD_TABLES[table] as Readonly<Record<string, Column>>)[field];
  if (!column) throw new Error(`${table} has no column ${field}`);
  return column;
};
