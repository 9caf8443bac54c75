import type { FaultDto } from '@yewridge/contract/files';
import { designSchema, recordFieldsSchema, rigSchema } from '@yewridge/contract/schemas';
import { columnsOf, TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import type { ObjectSchema } from 'joi';
import type { EntityMetadata } from 'typeorm';
import { ENTITIES } from '../db/database.js';
import { PictureEntity } from '../db/entities/picture-entity.js';
import type { TrapEntity } from '../db/entities/trap-entity.js';
import { isWholeText } from '../http/guards.js';
import { FileFault } from './file-fault.js';
import { trapRow } from './trap-file.js';

export type Raw = Readonly<Record<string, unknown>>;

/** Tables whose rows say who landowners are, or may say it in passing: a backup to hand on leaves them out. */
export const WITH_OWNERS: ReadonlySet<string> = new Set(['owners', 'act', 'record_change']);
/** Everything but the pictures, whose bytes go beside the rows. */
export const IN_BACKUP = ENTITIES.filter((entity) => entity !== PictureEntity);

/** Names of the tables in a backup: built traps go by the name of their file. */
export const nameIn = (table: string): string => (table === 'trap' ? 'traps' : table);

/** Text with halves of characters mended, at any depth: what an earlier version let in must not keep everything else in. */
function mended(value: unknown): unknown {
  if (typeof value === 'string') return value.toWellFormed();
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(mended);
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key.toWellFormed(), mended(one)]));
}

function jsonOf(text: unknown): unknown {
  if (typeof text !== 'string') return null;
  const value = JSON.parse(text) as unknown;
  // A half stands in JSON as an escape.
  return /\\u[dD]/.test(text) ? mended(value) : value;
}

/** A row as it goes into a backup: JSON as JSON, flags as true and false; by the names of the columns. */
export function outward({ columns, tableName }: EntityMetadata, row: Raw): Raw {
  const own = Object.fromEntries(
    columns.map(({ databaseName, type }) => {
      const value = row[databaseName] ?? null;
      if (type === 'simple-json') return [databaseName, jsonOf(value)];
      return [databaseName, type === 'boolean' && value !== null ? value === 1 : mended(value)];
    }),
  );
  if (tableName !== 'trap') return own;
  const { volumeM3, entranceM2, frames, comb, material } = trapRow({
    id: own['id'],
    number: own['number'],
    asBuilt: own['as_built'],
    darkCombs: own['dark_combs'],
    paintedOn: own['painted_on'],
    note: own['note'],
  } as unknown as TrapEntity);
  return { ...own, volume_m3: volumeM3, entrance_m2: entranceM2, frames, comb, material };
}

type Bound = string | number | null;
type ColumnMeta = EntityMetadata['columns'][number];

/** What the database binds for a value of a backup, or what is wrong with it. */
function bound({ type, isNullable }: ColumnMeta, value: unknown): { readonly is: Bound } | { readonly wrong: string } {
  const wrong = (wanted: string): { wrong: string } => ({
    wrong: `${JSON.stringify(value)} is ${wanted}`,
  });
  if (value === null || value === undefined) {
    return isNullable
      ? { is: null }
      : { wrong: value === null ? 'it is empty and must not be' : 'this column is not in the backup' };
  }
  // A number that the database counts up itself is of no other type.
  switch (type === Number ? 'integer' : type) {
    case 'integer':
      return Number.isSafeInteger(value) ? { is: value as number } : wrong('no whole number');
    case 'real':
      return typeof value === 'number' && Number.isFinite(value) ? { is: value } : wrong('no number');
    case 'boolean':
      return typeof value === 'boolean' ? { is: Number(value) } : wrong('neither true nor false');
    case 'simple-json':
      return typeof value === 'object' ? { is: JSON.stringify(value) } : wrong('no object');
    default:
      if (typeof value !== 'string') return wrong('no text');
      return isWholeText(value) ? { is: value } : { wrong: 'it holds half of a character or a sign that is no text' };
  }
}

/** A row of a backup as it is bound for the database, in the order of the columns. A column that came later is left empty. */
export function inward(meta: EntityMetadata, row: unknown, n: number): readonly Bound[] {
  const table = nameIn(meta.tableName);
  const refused = (column: string, message: string): FileFault =>
    new FileFault({ row: n + 1, column: column === '' ? table : `${table}.${column}`, code: 'MISSING', message });
  if (typeof row !== 'object' || row === null || Array.isArray(row)) throw refused('', 'it is no row');
  const raw = row as Raw;
  const values = meta.columns.map((column) => {
    const found = bound(column, raw[column.databaseName]);
    if ('wrong' in found) throw refused(column.databaseName, found.wrong);
    return found.is;
  });
  checked(meta, raw, n);
  return values;
}

function refuseUnless(schema: ObjectSchema, value: unknown, at: Omit<FaultDto, 'code' | 'message'>): void {
  const { error } = schema.validate(value, { convert: false });
  if (error) throw new FileFault({ ...at, code: 'RANGE', message: error.message });
}

const DOCUMENTS: Readonly<Record<string, ObjectSchema>> = {
  design: designSchema,
  design_version: designSchema,
  rig: rigSchema,
  rig_version: rigSchema,
};

/** What the schemas say of a row, before the database has its say. */
function checked({ tableName, columns }: EntityMetadata, row: Raw, n: number): void {
  const at = { row: n + 1, column: nameIn(tableName) };
  const schema = DOCUMENTS[tableName];
  if (schema) refuseUnless(schema, row['document'], at);
  if (tableName === 'trap') refuseUnless(designSchema, row['as_built'], at);
  if (!TABLE_NAMES.includes(tableName as TableName)) return;
  const table = tableName as TableName;
  const named = new Map(columns.map(({ propertyName, databaseName }) => [propertyName, databaseName]));
  const fields = columnsOf(table).map(([field]) => [field, row[named.get(field) ?? field] ?? null]);
  refuseUnless(recordFieldsSchema(table), Object.fromEntries(fields), at);
}
