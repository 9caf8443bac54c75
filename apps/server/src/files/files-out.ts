import { FILE_TABLES, fileColumns, type FileTable, namesOwners, type TableRowsDto } from '@yewridge/contract/files';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { RECORD_ENTITIES, type StoredRecord } from '../db/entities/record-entities.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import { AppError } from '../http/app-error.js';
import { type Cell, toCsv } from './csv-file.js';
import { type SiteOut, sitesToGeoJson, sitesToGpx } from './place-files.js';
import { trapRow } from './trap-file.js';

interface Owners {
  readonly owners: boolean;
}

/** What is in use, as files other programs read. Landowners are in none of them unless that is asked for. */
export class FilesOut {
  constructor(private readonly database: Database) {}

  /** @throws AppError `VALIDATION` for the landowners themselves when they were not asked for. */
  async csv(table: FileTable, { owners }: Owners): Promise<string> {
    if (table === 'owners' && !owners) {
      const message = 'landowners’ names and contacts leave only when that is ticked (owners=true)';
      throw new AppError('VALIDATION', { fields: [{ path: 'owners', message }] });
    }
    const columns = fileColumns(table).filter(({ field }) => owners || !namesOwners(table, field));
    const rows = (await this.rows(table)).map((row) =>
      Object.fromEntries(columns.map(({ name, field }) => [name, row[field] ?? null])),
    );
    return toCsv(
      columns.map(({ name }) => name),
      rows,
    );
  }

  /** Rows in use, table by table. */
  async counts(): Promise<readonly TableRowsDto[]> {
    const { manager } = this.database.source;
    const inUse = { deletedAt: IsNull() };
    return Promise.all(
      FILE_TABLES.map(async (table) => ({
        table,
        rows: await (table === 'traps'
          ? manager.countBy(TrapEntity, inUse)
          : manager.countBy(RECORD_ENTITIES[table], inUse)),
      })),
    );
  }

  async geoJson(route: readonly string[], { owners }: Owners): Promise<object> {
    const without = (field: string): boolean => !owners && namesOwners('sites', field);
    return sitesToGeoJson(await this.sites(), { route, without });
  }

  async gpx(route: readonly string[]): Promise<string> {
    return sitesToGpx(await this.sites(), route);
  }

  private async sites(): Promise<readonly SiteOut[]> {
    return (await this.rows('sites')) as unknown as readonly SiteOut[];
  }

  private async rows(table: FileTable): Promise<readonly Readonly<Record<string, Cell>>[]> {
    const { manager } = this.database.source;
    if (table === 'traps') {
      const traps = await manager.find(TrapEntity, { where: { deletedAt: IsNull() }, order: { number: 'ASC' } });
      return traps.map(trapRow);
    }
    const order = table === 'weather' ? { date: 'ASC' } : { id: 'ASC' };
    const rows: StoredRecord[] = await manager.find(RECORD_ENTITIES[table], {
      where: { deletedAt: IsNull() },
      order: order as never,
    });
    return rows;
  }
}
