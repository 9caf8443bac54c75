import { existsSync } from 'node:fs';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';

type Row = Readonly<Record<string, unknown>>;

/** The rows of a table as they lie in the database, without what the program says of each row itself. */
export function rowsIn(folder: string, table: string, order = 'created_at_utc'): readonly Row[] {
  const path = ['yewridge.sqlite', 'vellmark-demo.sqlite'].map((name) => join(folder, name)).find(existsSync);
  if (path === undefined) throw new Error('There is no database yet.');
  const database = new SQLite(path, { readonly: true });
  try {
    return database.prepare<[], Row>(`SELECT * FROM ${table} ORDER BY ${order}`).all();
  } finally {
    database.close();
  }
}

/** As it lies in the file of members. */
export function membersIn(folder: string, sql: string): readonly Row[] {
  const database = new SQLite(join(folder, 'members.sqlite'), { readonly: true });
  try {
    return database.prepare<[], Row>(sql).all();
  } finally {
    database.close();
  }
}

const COMPUTED = new Set(['id', 'revision', 'at_utc', 'created_at_utc', 'updated_at_utc', 'deleted_at_utc']);

/** What a row says: every column that is not empty, but for the program's own. */
export function said(row: Row | undefined): Row {
  return Object.fromEntries(Object.entries(row ?? {}).filter(([name, value]) => value !== null && !COMPUTED.has(name)));
}
