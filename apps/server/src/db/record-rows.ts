import { columnName, columnsOf, type TableName } from '@yewridge/contract/season';
import type { EntityManager } from 'typeorm';
import { type FieldValue, minuteFieldOf, type StoredRecord } from './entities/record-entities.js';

/** SQLite takes so many values in one statement. */
export const ROWS_AT_ONCE = 500;

const META = {
  revision: 'revision',
  createdAt: 'created_at_utc',
  updatedAt: 'updated_at_utc',
  deletedAt: 'deleted_at_utc',
};

/** How the records of a table are read and written. */
export interface RecordSql {
  /** The columns under their fields' names, for a SELECT. Without the instant of a wall time, which nobody is sent. */
  readonly select: string;
  /** Only fields of the description have a column: nothing that was sent becomes part of a statement. */
  readonly column: (field: string) => string;
  /** Fields that SQLite keeps as 0 and 1. */
  readonly flags: readonly string[];
  /** All that a row holds, in the order of `insert`. */
  readonly fields: readonly string[];
  readonly insert: string;
}

function sqlOf(table: TableName): RecordSql {
  const columns = columnsOf(table);
  const names = new Map<string, string>([
    ['id', 'id'],
    ...columns.map(([field]) => [field, columnName(field)] as const),
    ...Object.entries(META),
  ]);
  const all = new Map(names);
  if (minuteFieldOf(table) !== null) all.set('atUtc', 'at_utc');
  const listed = [...all.values()].map((name) => `"${name}"`).join(', ');
  return {
    select: [...names].map(([field, name]) => `"${name}" AS "${field}"`).join(', '),
    column: (field) => `"${names.get(field) ?? 'id'}"`,
    flags: columns.filter(([, { kind }]) => kind === 'flag').map(([field]) => field),
    fields: [...all.keys()],
    insert: `INSERT INTO "${table}" (${listed}) VALUES `,
  };
}

const known = new Map<TableName, RecordSql>();

/** Worked out once a table from its one description, as records are read and written all day. */
export function recordSql(table: TableName): RecordSql {
  const sql = known.get(table) ?? sqlOf(table);
  known.set(table, sql);
  return sql;
}

/** A row that SQLite gave, its flags as such. */
export function withFlags(row: StoredRecord, { flags }: RecordSql): StoredRecord {
  for (const flag of flags) {
    const value = row[flag];
    if (typeof value === 'number') row[flag] = value === 1;
  }
  return row;
}

export const asStored = (value: FieldValue | undefined): string | number | null =>
  typeof value === 'boolean' ? Number(value) : (value ?? null);

const marks = (count: number, mark = '?'): string => new Array<string>(count).fill(mark).join(', ');
/** Places of so many rows of so many values. */
const placesOf = (rows: number, values: number): string => marks(rows, `(${marks(values)})`);

/** The rows of these ids that are there, the bin included. */
export async function recordsById(
  manager: EntityManager,
  table: TableName,
  ids: readonly string[],
): Promise<readonly StoredRecord[]> {
  const sql = recordSql(table);
  // The instant too: it goes into the log with the rest of the row.
  const instant = sql.fields.includes('atUtc') ? ', "at_utc" AS "atUtc"' : '';
  const found: StoredRecord[] = [];
  for (let n = 0; n < ids.length; n += ROWS_AT_ONCE) {
    const some = ids.slice(n, n + ROWS_AT_ONCE);
    const rows = await manager.query<StoredRecord[]>(
      `SELECT ${sql.select}${instant} FROM "${table}" WHERE id IN (${marks(some.length)})`,
      some,
    );
    for (const row of rows) found.push(withFlags(row, sql));
  }
  return found;
}

export async function insertRecords(
  manager: EntityManager,
  table: TableName,
  rows: readonly StoredRecord[],
): Promise<void> {
  const { fields, insert } = recordSql(table);
  for (let n = 0; n < rows.length; n += ROWS_AT_ONCE) {
    const some = rows.slice(n, n + ROWS_AT_ONCE);
    const values = some.flatMap((row) => fields.map((field) => asStored(row[field])));
    await manager.query(`${insert}${placesOf(some.length, fields.length)}`, values);
  }
}

/** Of a row of the log: act, place, table, record, before, after. */
const CHANGE_VALUES = 6;

/** What an act did to a record: `null` before it was there. */
export interface ChangeMade {
  readonly table: TableName;
  readonly before: StoredRecord | null;
  readonly after: StoredRecord;
}

/** The act into the log with what it changed, each change at its place; a place of nothing stays free. */
export async function insertAct(
  manager: EntityManager,
  act: {
    readonly id: string;
    readonly at: string;
    readonly says: string;
    readonly sent: string;
    readonly memberId: string | null;
    readonly doneAt: string | null;
    readonly clockAheadS: number | null;
  },
  made: readonly (ChangeMade | undefined)[],
): Promise<void> {
  await manager.query(
    `INSERT INTO act (id, at_utc, says, sent_sha256, undone_by, member_id, done_at_utc, clock_ahead_s)
     VALUES (?, ?, ?, ?, NULL, ?, ?, ?)`,
    [act.id, act.at, act.says, act.sent, act.memberId, act.doneAt, act.clockAheadS],
  );
  const changes = made.flatMap((one, place) => (one ? [{ ...one, place }] : []));
  for (let n = 0; n < changes.length; n += ROWS_AT_ONCE) {
    const some = changes.slice(n, n + ROWS_AT_ONCE);
    await manager.query(
      `INSERT INTO record_change (act_id, place, table_name, record_id, before, after)
       VALUES ${placesOf(some.length, CHANGE_VALUES)}`,
      some.flatMap(({ place, table, before, after }) => [
        act.id,
        place,
        table,
        after.id,
        before && JSON.stringify(before),
        JSON.stringify(after),
      ]),
    );
  }
}
