import {
  FILE_TABLES,
  type FaultCode,
  type FaultDto,
  type FileColumn,
  fileColumns,
  type FileTable,
} from '@yewridge/contract/files';
import { type Column, RECORD_ID } from '@yewridge/contract/season';
import { isRecordDate } from '@yewridge/contract/shared';
import { isWholeText } from '../http/guards.js';
import { type Cell, parseCsv, unguarded } from './csv-file.js';

const NUMBER = /^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/;
const MINUTE = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d$/;

type Row = Readonly<Record<string, Cell>>;
/** What a table's file says: every row carries every column of the table, `given` names those that were in the file. */
export type TableFile =
  | { readonly ok: true; readonly rows: readonly Row[]; readonly given: ReadonlySet<string> }
  | { readonly ok: false; readonly errors: readonly FaultDto[] };

class CellFault extends Error {
  constructor(
    readonly code: FaultCode,
    message: string,
  ) {
    super(message);
  }
}

function numberOf(text: string, whole: boolean, min: number, max: number): number {
  if (!NUMBER.test(text)) {
    const comma = /^[+-]?\d+,\d+$/.test(text) ? ' with a decimal point, not a comma' : '';
    throw new CellFault('TYPE', `"${text}" is not a number${comma === '' ? '' : `: write it${comma}`}`);
  }
  const value = Number(text);
  if (whole && !Number.isInteger(value)) throw new CellFault('TYPE', `${text} is not a whole number`);
  if (value < min || value > max) throw new CellFault('RANGE', `${text} is outside ${min} to ${max}`);
  return value;
}

function textOf(value: string, column: Column & { readonly kind: 'text' }): string {
  if (!isWholeText(value)) throw new CellFault('FORMAT', 'it holds half of a character or a sign that is no text');
  if (value.length > column.most) {
    throw new CellFault('RANGE', `it has ${value.length} characters; at most ${column.most} are kept`);
  }
  if (column.pattern && !column.pattern.test(value)) {
    throw new CellFault('FORMAT', `"${value}" is not ${column.patternSays ?? 'in the form wanted'}`);
  }
  return value;
}

function idOf(text: string): string {
  if (!RECORD_ID.test(text)) throw new CellFault('FORMAT', `"${text}" is not an id: 1 to 64 letters, digits, _ and -`);
  return text;
}

/** One cell that is not blank, as a text. @throws CellFault */
function cellOf(raw: string, { field, column }: FileColumn): Cell {
  const text = raw.trim();
  if (field === 'id') return idOf(text);
  switch (column.kind) {
    case 'text':
      return textOf(raw, column);
    case 'number':
    case 'whole':
      return numberOf(text, column.kind === 'whole', column.min, column.max);
    case 'flag':
      if (text !== 'true' && text !== 'false') throw new CellFault('TYPE', `"${text}" is neither true nor false`);
      return text === 'true';
    case 'word':
      if (!column.words.includes(text)) {
        throw new CellFault('ENUM', `"${text}" is none of ${column.words.join(', ')}`);
      }
      return text;
    case 'link':
      return idOf(text);
    case 'date':
      if (!isRecordDate(text)) throw new CellFault('FORMAT', `"${text}" is not a day of 1900 to 2200 like 2026-05-14`);
      return text;
    case 'minute': {
      const [, day] = MINUTE.exec(text) ?? [];
      if (day === undefined || !isRecordDate(day)) {
        throw new CellFault('FORMAT', `"${text}" is not a time like 2026-05-14T18:20`);
      }
      return text;
    }
  }
}

function headerFaults(columns: readonly FileColumn[], header: readonly string[]): readonly FaultDto[] {
  const fault = (column: string, code: FaultCode, message: string): FaultDto => ({ row: 1, column, code, message });
  const semicolons = header.length === 1 && (header[0] ?? '').includes(';');
  if (semicolons) {
    return [fault('', 'FORMAT', 'the columns are parted by semicolons; save the file once more with commas')];
  }
  const missing = columns
    .filter(({ name, column }) => column.required && !header.includes(name))
    .map(({ name }) => fault(name, 'MISSING', 'this column is needed and is not in the first row'));
  const known = new Set(columns.map(({ name }) => name));
  const wrong = header.flatMap((name, at) => {
    if (!known.has(name)) return [fault(name, 'UNKNOWN', 'there is no such column in this table')];
    return header.indexOf(name) < at ? [fault(name, 'DUPLICATE', 'this column is there twice')] : [];
  });
  return [...missing, ...wrong];
}

/** The values of a row, every column of the table among them. */
export function valuesOf(
  columns: readonly FileColumn[],
  cell: (name: string) => string,
  row: number,
): { readonly values: Row; readonly faults: readonly FaultDto[] } {
  const faults: FaultDto[] = [];
  const values: Record<string, Cell> = {};
  for (const one of columns) {
    const { name, field, column } = one;
    const raw = cell(name);
    values[field] = null;
    if (raw.trim() === '') {
      if (column.required) faults.push({ row, column: name, code: 'MISSING', message: 'it is needed and is empty' });
      continue;
    }
    try {
      values[field] = cellOf(raw, one);
    } catch (error) {
      if (!(error instanceof CellFault)) throw error;
      faults.push({ row, column: name, code: error.code, message: error.message });
    }
  }
  return { values, faults };
}

/** Rows of a file by its columns; every fault is told. The first column is the key, each of which may be there once. */
export function readTable(table: FileTable, text: string): TableFile {
  const [first, ...lines] = parseCsv(text);
  const empty = (row: number, message: string): TableFile => ({
    ok: false,
    errors: [{ row, column: '', code: 'EMPTY', message }],
  });
  if (!first) return empty(1, 'there is nothing in this file');
  const columns = fileColumns(table);
  const header = first.map((name) => name.trim());
  const wrong = headerFaults(columns, header);
  if (wrong.length > 0) return { ok: false, errors: wrong };
  const key = columns[0]?.field ?? 'id';
  const seen = new Map<Cell, number>();
  const errors: FaultDto[] = [];
  const rows = lines.map((cells, n) => {
    const row = n + 2;
    if (cells.length !== header.length) {
      const message = `it has ${cells.length} fields; the first row has ${header.length}`;
      errors.push({ row, column: '', code: 'LENGTH', message });
      return {};
    }
    const { values, faults } = valuesOf(columns, (name) => unguarded(cells[header.indexOf(name)] ?? ''), row);
    errors.push(...faults);
    const id = values[key] ?? null;
    const before = seen.get(id);
    if (id !== null && before !== undefined) {
      const message = `"${String(id)}" is in row ${before} already`;
      errors.push({ row, column: columns[0]?.name ?? '', code: 'DUPLICATE', message });
    } else seen.set(id, row);
    return values;
  });
  if (errors.length > 0) return { ok: false, errors };
  const given = new Set(columns.filter(({ name }) => header.includes(name)).map(({ field }) => field));
  return { ok: true, rows, given };
}

/** The table whose file this is: its needed columns are all there, or else most of its columns; then fewest strangers. */
export function tableOf(text: string): FileTable | null {
  const header = (parseCsv(text)[0] ?? []).map((name) => name.trim());
  const marks = FILE_TABLES.map((table) => {
    const columns = fileColumns(table);
    const known = header.filter((name) => columns.some((column) => column.name === name)).length;
    const whole = columns.every(({ name, column }) => !column.required || header.includes(name));
    return { table, known, whole, strangers: header.length - known };
  }).sort((a, b) => Number(b.whole) - Number(a.whole) || a.strangers - b.strangers || b.known - a.known);
  const [best] = marks;
  return best && best.known > 1 ? best.table : null;
}
