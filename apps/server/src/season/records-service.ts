import type { RecordDto, RecordPageDto, RecordQuery, TableName } from '@yewridge/contract/season';
import type { Database } from '../db/database.js';
import type { StoredRecord } from '../db/entities/record-entities.js';
import { asStored, recordsById, recordSql, withFlags } from '../db/record-rows.js';
import { AppError } from '../http/app-error.js';
import { RememberedBy } from '../shared/remembered/remembered-by.js';
import { recordDto } from '../shared/season-log/record-dto.js';

/** Different questions whose counts are kept at once. */
const MOST_COUNTS = 100;

/** Reading records; they are changed by acts only. */
export class RecordsService {
  readonly #counts = new RememberedBy<number>(MOST_COUNTS);

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
    return { items, total: await this.count(table, condition, values), limit, offset };
  }

  /** Whoever pages through 80,000 looks has them counted once, until one of them is written. */
  private count(table: TableName, condition: string, values: readonly (string | number | null)[]): Promise<number> {
    const { source } = this.database;
    return this.#counts.at(JSON.stringify([table, condition, values]), this.database.versionOf([table]), async () => {
      const [row] = await source.query<{ total: number }[]>(
        `SELECT count(*) AS total FROM "${table}" WHERE ${condition}`,
        [...values],
      );
      return row?.total ?? 0;
    });
  }

  /** One record, the bin included. */
  async one(table: TableName, id: string): Promise<RecordDto<TableName>> {
    const [row] = await recordsById(this.database.source.manager, table, [id]);
    if (!row) throw new AppError('NOT_FOUND');
    return recordDto(row);
  }
}
