import { FormControl, FormGroup, type ValidationErrors, type ValidatorFn } from '@angular/forms';
import {
  type Column,
  columnFault,
  type ColumnGiven,
  columnsOf,
  type Fields,
  RECORD_TABLES,
  type TableName,
} from '@yewridge/contract/season';
import { labelOf } from './record-words';

/** The controls of one record: every column, `null` while nobody has said it. */
export type RecordControls<T extends TableName> = {
  [C in keyof Fields<T>]: FormControl<Fields<T>[C] | null>;
};
export type RecordForm<T extends TableName> = FormGroup<RecordControls<T>>;

/** What the column takes, as a validator; a column that is needed says so by `needed`. */
export function columnValidator(field: string, column: Column): ValidatorFn {
  const label = labelOf(field);
  return (control): ValidationErrors | null => {
    const value = control.value as ColumnGiven;
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
