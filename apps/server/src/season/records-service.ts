import {
  columnName,
  columnsOf,
  type RecordDto,
  type RecordPageDto,
  type RecordQuery,
  type TableName,
} from '@yewridge/contract/season';
import type { Database } from '../db/database.js';
import { type FieldValue, RECORD_ENTITIES, type StoredRecord } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import { recordDto } from '../shared/season-log/record-dto.js';

const META = {
  revision: 'revision',
  createdAt: 'created_at_utc',
  updatedAt: 'updated_at_utc',
  deletedAt: 'deleted_at_utc',
};

/** A table as a list needs it: what is selected, and which of it are flags, which SQLite keeps as 0 and 1. */
interface ListedTable {
  readonly select: string;
  readonly column: (field: string) => string;
  readonly flags: readonly string[];
}

function listed(table: TableName): ListedTable {
  const columns = columnsOf(table);
  const names = new Map<string, string>([
    ['id', 'id'],
    ...columns.map(([field]) => [field, columnName(field)] as const),
    ...Object.entries(META),
  ]);
  return {
    select: [...names].map(([field, name]) => `"${name}" AS "${field}"`).join(', '),
    // Only fields of the description come here; nothing that was sent becomes part of a statement.
    column: (field) => `"${names.get(field) ?? 'id'}"`,
    flags: columns.filter(([, { kind }]) => kind === 'flag').map(([field]) => field),
  };
}

function withFlags(row: StoredRecord, flags: readonly string[]): StoredRecord {
  for (const flag of flags) {
    const value = row[flag];
    if (typeof value === 'number') row[flag] = value === 1;
  }
  return row;
}

const asStored = (value: FieldValue): string | number | null => (typeof value === 'boolean' ? Number(value) : value);

/** Reading records; they are changed by acts only. */
export class RecordsService {
  constructor(private readonly database: Database) {}

  /** Rows as SQLite gives them: a page of 500 needs no entities made. */
  async page<T extends TableName>(table: T, query: RecordQuery): Promise<RecordPageDto<T>> {
    const { limit, offset, sort, bin, where } = query;
    const { select, column, flags } = listed(table);
    const wanted = Object.entries(where);
    const condition = [
      `deleted_at_utc IS ${bin ? 'NOT ' : ''}NULL`,
      ...wanted.map(([field]) => `${column(field)} = ?`),
    ].join(' AND ');
    const values = wanted.map(([, value]) => asStored(value));
    const order = `${column(sort.replace(/^-/, ''))} ${sort.startsWith('-') ? 'DESC' : 'ASC'}, id ASC`;
    const { source } = this.database;
    const rows = await source.query<StoredRecord[]>(
      `SELECT ${select} FROM "${table}" WHERE ${condition} ORDER BY ${order} LIMIT ? OFFSET ?`,
      [...values, limit, offset],
    );
    const [counted] = await source.query<{ total: number }[]>(
      `SELECT count(*) AS total FROM "${table}" WHERE ${condition}`,
      values,
    );
    const items = rows.map((row) => withFlags(row, flags) as unknown as RecordDto<T>);
    return { items, total: counted?.total ?? 0, limit, offset };
  }

  /** One record, the bin included. */
  async one(table: TableName, id: string): Promise<RecordDto<TableName>> {
    const row = await this.database.source.getRepository(RECORD_ENTITIES[table]).findOneBy({ id });
    if (!row) throw new AppError('NOT_FOUND');
    return recordDto(row);
  }
}
