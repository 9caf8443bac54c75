import { CsvError, parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { FileFault } from './file-fault.js';

/** What a spreadsheet would take for a formula, and the mark that keeps it a text (which is doubled in turn). */
const FORMULA = /^[=+\-@\t\r\n']/;
const GUARDED = /^'(?=[=+\-@\t\r\n'])/;
/** Fields that have to be quoted besides those with a comma or a quote in them. */
const QUOTED = /^\s|\s$|[\r\n]/;

export type Cell = string | number | boolean | null;

/**
 * Rows of fields as RFC 4180 writes them: a byte order mark is dropped, lines end with CRLF, LF or CR, blank lines are left
 * out. @throws FileFault `FORMAT` with the row of a quote that is never closed, or is where it does not belong.
 */
export function parseCsv(text: string): string[][] {
  const rows: string[][] = [];
  try {
    parse(text, {
      bom: true,
      record_delimiter: ['\r\n', '\n', '\r'],
      relax_column_count: true,
      skip_empty_lines: true,
      on_record: (row: string[]) => {
        if (row.length > 1 || row[0] !== '') rows.push(row);
        return null;
      },
    });
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    throw new FileFault({
      row: rows.length + 1,
      column: '',
      code: 'FORMAT',
      message:
        'a quote is not closed, or stands within a field that is not quoted; double a quote that is part of a text',
    });
  }
  return rows;
}

/** A text of a cell as it was before it was guarded. */
export function unguarded(text: string): string {
  return text.replace(GUARDED, '');
}

/** A file with a header, CRLF after each row; texts that a spreadsheet would run are guarded by a leading quote mark. */
export function toCsv(columns: readonly string[], rows: readonly Readonly<Record<string, Cell | undefined>>[]): string {
  const cell = (value: Cell | undefined): string => {
    if (value === null || value === undefined) return '';
    if (typeof value !== 'string') return String(value);
    return FORMULA.test(value) ? `'${value}` : value;
  };
  return stringify([columns, ...rows.map((row) => columns.map((column) => cell(row[column])))], {
    record_delimiter: '\r\n',
    quoted_match: QUOTED,
  });
}
