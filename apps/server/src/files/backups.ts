import { mkdir, open, readdir, readFile, rename, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { BackupDto, FaultDto, FilePlanDto, KeptCopyDto, TableCountDto } from '@yewridge/contract/files';
import { designSchema, recordFieldsSchema, rigSchema } from '@yewridge/contract/schemas';
import { columnName, columnsOf, TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import type { ObjectSchema } from 'joi';
import type { EntityManager, EntityMetadata } from 'typeorm';
import { type Database, ENTITIES, OnlyTried } from '../db/database.js';
import { PictureEntity } from '../db/entities/picture-entity.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import { AppError } from '../http/app-error.js';
import { KnownRows, recordHolds, RuleBroken, rowHolds } from '../shared/acts/record-rules.js';
import type { Clock } from '../shared/clock/clock.js';
import { makeBackup, readBackup } from './backup-file.js';
import { FileFault } from './file-fault.js';
import { NOTHING } from './table-plan.js';
import { trapRow } from './trap-file.js';

type Raw = Readonly<Record<string, unknown>>;

/** Tables whose rows say who landowners are, or may say it in passing: a backup to hand on leaves them out. */
const WITH_OWNERS = new Set(['owners', 'act', 'record_change']);
/** Pictures stay where they are: they are never changed, and would make the file many times larger. */
const IN_BACKUP = ENTITIES.filter((entity) => entity !== PictureEntity);
const ROWS_AT_ONCE = 200;
const COPIES = 'copies';

/** Names of the tables in a backup: built traps go by the name of their file. */
const nameIn = (table: string): string => (table === 'trap' ? 'traps' : table);

function schemaOf(table: string): ObjectSchema | null {
  if (table === 'design' || table === 'design_version') return designSchema;
  return table === 'rig' || table === 'rig_version' ? rigSchema : null;
}

/** A row as it goes into a backup: JSON as JSON, flags as true and false; by the names of the columns. */
function outward({ columns }: EntityMetadata, row: Raw): Raw {
  return Object.fromEntries(
    columns.map(({ databaseName, type }) => {
      const value = row[databaseName] ?? null;
      if (type === 'simple-json')
        return [databaseName, typeof value === 'string' ? (JSON.parse(value) as unknown) : null];
      return [databaseName, type === 'boolean' && value !== null ? value === 1 : value];
    }),
  );
}

/** A row of a backup as an entity, every column of which must be there. */
function inward({ columns, tableName }: EntityMetadata, row: unknown, n: number): Raw {
  const fault = (column: string, message: string): FileFault =>
    new FileFault({ row: n + 1, column: `${nameIn(tableName)}.${column}`, code: 'MISSING', message });
  if (typeof row !== 'object' || row === null) throw fault('', 'it is no row');
  return Object.fromEntries(
    columns.map(({ databaseName, propertyName }) => {
      const value = (row as Raw)[databaseName];
      if (value === undefined) throw fault(databaseName, 'this column is not in the backup');
      return [propertyName, value];
    }),
  );
}

function refuseUnless(schema: ObjectSchema, value: unknown, at: Omit<FaultDto, 'code' | 'message'>): void {
  const { error } = schema.validate(value, { convert: false });
  if (error) throw new FileFault({ ...at, code: 'RANGE', message: error.message });
}

/** What the schemas and the rules say of a row, before the database has its say. */
function checked(table: string, row: Raw, n: number): void {
  const schema = schemaOf(table);
  const at = { row: n + 1, column: nameIn(table) };
  if (schema) refuseUnless(schema, row['document'], at);
  if (table === 'trap') refuseUnless(designSchema, row['asBuilt'], at);
  if (!TABLE_NAMES.includes(table as TableName)) return;
  const fields = Object.fromEntries(columnsOf(table as TableName).map(([field]) => [field, row[field]]));
  refuseUnless(recordFieldsSchema(table as TableName), fields, at);
}

function isConstraint(error: unknown): error is Error {
  return error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_CONSTRAINT');
}

function countsOf(now: BackupDto, backup: BackupDto): readonly TableCountDto[] {
  return Object.keys(now.data).map((table) => ({
    table,
    held: now.data[table]?.length ?? 0,
    inFile: backup.data[table]?.length ?? 0,
  }));
}

/** Backups: everything kept, as one file with a checksum, out and back in. */
export class Backups {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    /** Folder for what stood here before a backup was put back. */
    private readonly folder: string,
  ) {}

  async make({ owners }: { readonly owners: boolean }): Promise<BackupDto> {
    return this.database.write((manager) => this.read(manager, owners));
  }

  /** Puts a backup back in place of everything, or only tells what that would do. What stood here is kept as a copy first. */
  async putBack(
    json: unknown,
    { only }: { readonly only: 'try' | 'keep' },
  ): Promise<{ says: string; plan: FilePlanDto }> {
    const backup = readBackup(json);
    let plan: FilePlanDto = { ...NOTHING, kind: 'backup', madeAt: backup.createdAt };
    try {
      await this.database.write(async (manager) => {
        const now = await this.read(manager, true);
        plan = { ...plan, counts: countsOf(now, backup) };
        const stranger = Object.keys(backup.data).find((table) => !(table in now.data));
        if (stranger !== undefined) {
          throw new FileFault({ row: 0, column: stranger, code: 'UNKNOWN', message: 'there is no such table here' });
        }
        await this.replace(manager, backup.data);
        if (only === 'try') throw new OnlyTried();
        // Within the transaction, so that no write slips in between the copy and what takes its place.
        await this.keepCopy(now);
      });
    } catch (error) {
      if (error instanceof FileFault) plan = { ...plan, faults: [error.fault], faultCount: 1 };
      else if (!(error instanceof OnlyTried)) throw error;
    }
    return { says: `Put back the backup of ${backup.createdAt.slice(0, 10)}`, plan };
  }

  async copies(): Promise<readonly KeptCopyDto[]> {
    const names = await readdir(join(this.folder, COPIES)).catch(() => []);
    const copies = names
      .filter((name) => name.endsWith('.json'))
      .map(async (name) => {
        const { size, mtime } = await stat(join(this.folder, COPIES, name));
        return { name, madeAt: mtime.toISOString(), bytes: size };
      });
    return (await Promise.all(copies)).sort((a, b) => (a.name < b.name ? 1 : -1));
  }

  async copy(name: string): Promise<Uint8Array> {
    return readFile(join(this.folder, COPIES, name)).catch(() => {
      throw new AppError('NOT_FOUND');
    });
  }

  /** Written whole under its name or not at all. */
  private async keepCopy(backup: BackupDto): Promise<void> {
    const folder = join(this.folder, COPIES);
    await mkdir(folder, { recursive: true });
    const stamp = this.clock.now().toISOString().replace(/[:.]/g, '-');
    const taken = new Set(await readdir(folder));
    let name = `before-${stamp}.json`;
    for (let n = 2; taken.has(name); n += 1) name = `before-${stamp}-${n}.json`;
    const file = await open(join(folder, `${name}.part`), 'w');
    try {
      await file.writeFile(JSON.stringify(backup));
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(join(folder, `${name}.part`), join(folder, name));
  }

  private async read(manager: EntityManager, owners: boolean): Promise<BackupDto> {
    const data: Record<string, Raw[]> = {};
    for (const entity of IN_BACKUP) {
      const meta = this.database.source.getMetadata(entity);
      const { tableName } = meta;
      const keys = meta.primaryColumns.map(({ databaseName }) => `"${databaseName}"`).join(', ');
      const rows = await manager.query<Raw[]>(`SELECT * FROM "${tableName}" ORDER BY ${keys}`);
      const left = WITH_OWNERS.has(tableName) && !owners;
      data[nameIn(tableName)] = left ? [] : rows.map((row) => outward(meta, row));
    }
    if (!owners) data['sites'] = (data['sites'] ?? []).map((site) => ({ ...site, owner_id: null }));
    const traps = new Map((await manager.find(TrapEntity)).map((trap) => [trap.id, trapRow(trap)]));
    data['traps'] = (data['traps'] ?? []).map((row) => {
      const { volumeM3, entranceM2, frames, comb, material } = traps.get(String(row['id'])) ?? {};
      return { ...row, volume_m3: volumeM3, entrance_m2: entranceM2, frames, comb, material };
    });
    return makeBackup(data, this.clock.now().toISOString());
  }

  private async replace(manager: EntityManager, data: BackupDto['data']): Promise<void> {
    await manager.query('PRAGMA defer_foreign_keys = ON');
    for (const table of TABLE_NAMES) {
      // A record may point at another of its own table, which deleting row by row would trip over.
      for (const [field, column] of columnsOf(table)) {
        if (column.kind === 'link' && column.to === table) {
          await manager.query(`UPDATE "${table}" SET "${columnName(field)}" = NULL`);
        }
      }
    }
    for (const entity of [...IN_BACKUP].reverse()) await manager.createQueryBuilder().delete().from(entity).execute();
    for (const entity of IN_BACKUP) await this.fill(manager, entity, data);
    await this.refuseBroken(manager);
  }

  private async fill(
    manager: EntityManager,
    entity: (typeof ENTITIES)[number],
    data: BackupDto['data'],
  ): Promise<void> {
    const meta = this.database.source.getMetadata(entity);
    const table = nameIn(meta.tableName);
    const rows = (data[table] ?? []).map((row, n) => {
      const own = inward(meta, row, n);
      checked(meta.tableName, own, n);
      return own;
    });
    for (let n = 0; n < rows.length; n += ROWS_AT_ONCE) {
      try {
        await manager.insert(entity, rows.slice(n, n + ROWS_AT_ONCE));
      } catch (error) {
        if (!isConstraint(error)) throw error;
        const message = `in this row or one soon after it: ${error.message}`;
        throw new FileFault({ row: n + 1, column: table, code: 'RULE', message });
      }
    }
  }

  /** Nothing points nowhere, and the rules between records hold: what every view takes for granted. */
  private async refuseBroken(manager: EntityManager): Promise<void> {
    const [nowhere] =
      await manager.query<{ table: string; rowid: number; parent: string }[]>('PRAGMA foreign_key_check');
    if (nowhere) {
      const message = `row ${nowhere.rowid} points at something that is not among the ${nowhere.parent}`;
      throw new FileFault({ row: 0, column: nowhere.table, code: 'REFERENCE', message });
    }
    const known = new KnownRows(manager);
    for (const table of TABLE_NAMES) {
      const rows = await manager.find(RECORD_ENTITIES[table]);
      for (const [n, row] of rows.entries()) {
        if (row.deletedAt !== null) continue;
        const context = { manager, known, latest: '9999-12-31', where: table };
        try {
          await rowHolds(context, table, row);
          await recordHolds(context, table, row);
        } catch (error) {
          if (!(error instanceof RuleBroken)) throw error;
          throw new FileFault({ row: n + 1, column: `${table}.${error.field}`, code: 'RULE', message: error.says });
        }
      }
    }
  }
}
