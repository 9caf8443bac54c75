import type { RecordDto, RecordPageDto, RecordQuery, TableName } from '@yewridge/contract/season';
import type { Database } from '../db/database.js';
import type { StoredRecord } from '../db/entities/record-entities.js';
import { asStored, recordsById, recordSql, withFlags } from '../db/record-rows.js';
import { AppError } from '../http/app-error.js';
import { recordDto } from '../shared/season-log/record-dto.js';

/** Different questions whose counts are kept at once. */
const MOST_COUNTS = 100;

/** Reading records; they are changed by acts only. */
export class RecordsService {
  #counts = { version: -1, of: new Map<string, Promise<number>>() };

  constructor(private readonly database: Database) {}

  /** Rows as SQLite gives them: a page of 500 needs no entities made. */
  async page<T extends TableName>(table: T, query: RecordQuery): Promise<RecordPageDto<T>> {
    const { limit, offset, sort, bin, where } = query;
    const sql = recordSql(table);
    const { select, column } = sql;
    const wanted = Object.entries(where);
    const condition = [
      `deleted_at_utc IS ${bin ? 'NOT ' : ''}NULL`,
      ...wanted.map(([field]) => `${column(field)} = ?`),
    ].join(' AND ');
    const values = wanted.map(([, value]) => asStored(value));
    const way = sort.startsWith('-') ? 'DESC' : 'ASC';
    // Rows of one value in the same way as the values, so that one index gives both.
    const order = `${column(sort.replace(/^-/, ''))} ${way}, id ${way}`;
    const { source } = this.database;
    const rows = await source.query<StoredRecord[]>(
      `SELECT ${select} FROM "${table}" WHERE ${condition} ORDER BY ${order} LIMIT ? OFFSET ?`,
      [...values, limit, offset],
    );
    const items = rows.map((row) => withFlags(row, sql) as unknown as RecordDto<T>);
    return { items, total: await this.count(`"${table}" WHERE ${condition}`, values), limit, offset };
  }

  /** Whoever pages through 80,000 looks has them counted once, until something is written. */
  private count(from: string, values: readonly (string | number | null)[]): Promise<number> {
    const { version, source } = this.database;
    if (this.#counts.version !== version || this.#counts.of.size >= MOST_COUNTS) {
      this.#counts = { version, of: new Map() };
    }
    const { of } = this.#counts;
    const what = JSON.stringify([from, values]);
    const known = of.get(what);
    if (known) return known;
    const counted = source
      .query<{ total: number }[]>(`SELECT count(*) AS total FROM ${from}`, [...values])
      .then(([row]) => row?.total ?? 0);
    of.set(what, counted);
    counted.catch(() => of.delete(what));
    return counted;
  }

  /** One record, the bin included. */
  async one(table: TableName, id: string): Promise<RecordDto<TableName>> {
    const [row] = await recordsById(this.database.source.manager, table, [id]);
    if (!row) throw new AppError('NOT_FOUND');
    return recordDto(row);
  }
}
