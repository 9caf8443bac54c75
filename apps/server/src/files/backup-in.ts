import SQLite from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { promisify } from 'node:util';
import { type BackupDto, FILE_LIMITS, type FilePlanDto, type TableCountDto } from '@yewridge/contract/files';
import { columnName, columnsOf, TABLE_NAMES } from '@yewridge/contract/season';
import type { EntityManager, EntityMetadata } from 'typeorm';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { type Database, dataSourceFor, MIGRATION_NAMES, OnlyTried } from '../db/database.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { wrongWith } from '../db/examine.js';
import { recordHolds, rowHolds } from '../shared/acts/record-rules.js';
import { KnownRows, RuleBroken } from '../shared/acts/rule-context.js';
import { fault } from './backup-file.js';
import { PICTURES_FOLDER, ROWS_NAME } from './backup-out.js';
import { IN_BACKUP, inward, nameIn, outward, type Raw } from './backup-rows.js';
import { type StagedBackup, stageFile, stageJson } from './backup-stage.js';
import { FileFault } from './file-fault.js';
import type { KeptCopies } from './kept-copies.js';
import { NOTHING } from './table-plan.js';

type Picture = NonNullable<BackupDto['pictures']>[number];

/** A backup that is open: its rows, and its pictures where it has any. */
interface OpenBackup extends StagedBackup {
  bytesOf(picture: Picture): Promise<Buffer>;
}
const noPictures = (): Promise<Buffer> => Promise.reject(fault('FORMAT', 'a picture is not in the file'));

export interface RestoreOptions {
  readonly only: 'try' | 'keep';
  /** A folder for what is needed on the way. */
  readonly scratch: string;
  readonly onProgress?: (says: string, done: number) => void;
}

function isConstraint(error: unknown): error is Error {
  return error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_CONSTRAINT');
}

/** Puts backups back in place of everything: a zip of ours, its JSON alone, or a copy of the database itself. */
export class BackupIn {
  constructor(
    private readonly database: Database,
    private readonly copies: KeptCopies,
  ) {}

  /** A zip that holds our rows, and pictures. */
  async zip(file: string, options: RestoreOptions): Promise<{ says: string; plan: FilePlanDto }> {
    const zip = await openZip(file);
    try {
      const entries = await entriesOf(zip);
      const rows = entries.get(ROWS_NAME);
      if (!rows) {
        const message =
          'this archive is no backup of Yewridge; unpack it, or save the sheet of a workbook as CSV (UTF-8)';
        throw fault('FORMAT', message);
      }
      const read = promisify(
        zip.openReadStream.bind(zip) as (entry: Entry, done: (error: Error | null, stream: Readable) => void) => void,
      );
      const staged = await stageJson(await read(rows), join(options.scratch, 'rows.sqlite'), progressOf(options));
      const bytesOf = async (picture: Picture): Promise<Buffer> => {
        const entry = entries.get(`${PICTURES_FOLDER}${picture.id}`);
        if (!entry || entry.uncompressedSize > FILE_LIMITS.picture) return noPictures();
        return buffer(await read(entry));
      };
      return await this.putBack({ ...staged, bytesOf }, options);
    } finally {
      zip.close();
    }
  }

  /** The rows alone. */
  async json(file: string, options: RestoreOptions): Promise<{ says: string; plan: FilePlanDto }> {
    const staged = await stageFile(file, join(options.scratch, 'rows.sqlite'), progressOf(options));
    return this.putBack({ ...staged, bytesOf: noPictures }, options);
  }

  /** A copy of the database: of this version or an earlier one, which is brought up to this one first. */
  async sqlite(file: string, madeAt: string, options: RestoreOptions): Promise<{ says: string; plan: FilePlanDto }> {
    const wrong = wrongWith(file, MIGRATION_NAMES);
    if (wrong !== null) throw fault('FORMAT', `this database ${wrong}`);
    const source = await dataSourceFor(file).initialize();
    await source.destroy();
    const connection = new SQLite(file, { readonly: true });
    const metas = new Map(this.metas().map((meta) => [nameIn(meta.tableName), meta]));
    const tableOf = (table: string): string => metas.get(table)?.tableName ?? '';
    const pictures = connection.prepare('SELECT id, type, created_at_utc AS createdAt FROM picture').all() as Picture[];
    const bytes = connection.prepare('SELECT bytes FROM picture WHERE id = ?').pluck();
    return this.putBack(
      {
        createdAt: madeAt,
        tables: [...metas.keys()],
        count: (table) =>
          connection
            .prepare(`SELECT count(*) FROM "${tableOf(table)}"`)
            .pluck()
            .get() as number,
        rows: function* (table) {
          const meta = metas.get(table);
          if (!meta) return;
          for (const row of connection.prepare(`SELECT * FROM "${meta.tableName}"`).iterate())
            yield outward(meta, row as Raw);
        },
        pictures,
        bytesOf: ({ id }) => Promise.resolve(bytes.get(id) as Buffer),
        close: () => connection.close(),
      },
      options,
    );
  }

  /** What stood here is kept as a copy first, before anything is replaced. */
  private async putBack(backup: OpenBackup, options: RestoreOptions): Promise<{ says: string; plan: FilePlanDto }> {
    const says = `Put back the backup of ${backup.createdAt.slice(0, 10)}`;
    let plan: FilePlanDto = { ...NOTHING, kind: 'backup', madeAt: backup.createdAt };
    try {
      plan = { ...plan, counts: this.counts(backup) };
      const known = new Set(this.metas().map(({ tableName }) => nameIn(tableName)));
      const stranger = backup.tables.find((table) => !known.has(table));
      if (stranger !== undefined) throw fault('UNKNOWN', 'there is no such table here', stranger);
      const keepCopy = (): void => {
        if (options.only === 'keep') this.copies.keep();
      };
      await this.database.write(async (manager) => {
        await this.replace(manager, backup, options);
        if (options.only === 'try') throw new OnlyTried();
      }, keepCopy);
    } catch (error) {
      if (error instanceof FileFault) plan = { ...plan, faults: [error.fault], faultCount: 1 };
      else if (!(error instanceof OnlyTried)) throw error;
    } finally {
      backup.close();
    }
    return { says, plan };
  }

  private metas(): readonly EntityMetadata[] {
    return IN_BACKUP.map((entity) => this.database.source.getMetadata(entity));
  }

  private counts(backup: OpenBackup): readonly TableCountDto[] {
    const { connection } = this.database;
    return this.metas().map(({ tableName }) => ({
      table: nameIn(tableName),
      held: connection.prepare(`SELECT count(*) FROM "${tableName}"`).pluck().get() as number,
      inFile: backup.count(nameIn(tableName)),
    }));
  }

  private async replace(manager: EntityManager, backup: OpenBackup, options: RestoreOptions): Promise<void> {
    const { connection } = this.database;
    connection.pragma('defer_foreign_keys = ON');
    for (const table of TABLE_NAMES) {
      // A record may point at another of its own table, which deleting row by row would trip over.
      for (const [field, column] of columnsOf(table)) {
        if (column.kind === 'link' && column.to === table) {
          connection.exec(`UPDATE "${table}" SET "${columnName(field)}" = NULL`);
        }
      }
    }
    const metas = this.metas();
    for (const { tableName } of [...metas].reverse()) connection.exec(`DELETE FROM "${tableName}"`);
    for (const meta of metas) {
      options.onProgress?.(`Putting back ${nameIn(meta.tableName)}`, 0);
      this.fill(meta, backup);
    }
    await this.putPictures(backup);
    // Numbers of what was told before say nothing any more: every telephone begins anew.
    connection.exec(`UPDATE "edition" SET "making" = lower(hex(randomblob(8)))`);
    await this.refuseBroken(manager);
  }

  private fill(meta: EntityMetadata, backup: OpenBackup): void {
    const table = nameIn(meta.tableName);
    const names = meta.columns.map(({ databaseName }) => `"${databaseName}"`);
    const marks = names.map(() => '?').join(', ');
    const insert = this.database.connection.prepare(
      `INSERT INTO "${meta.tableName}" (${names.join(', ')}) VALUES (${marks})`,
    );
    let n = 0;
    for (const row of backup.rows(table)) {
      try {
        insert.run(...inward(meta, row, n));
      } catch (error) {
        if (!isConstraint(error)) throw error;
        throw new FileFault({ row: n + 1, column: table, code: 'RULE', message: error.message });
      }
      n += 1;
    }
  }

  /** Pictures that are not here yet; one is never changed. */
  private async putPictures(backup: OpenBackup): Promise<void> {
    const { connection } = this.database;
    const known = new Set(connection.prepare('SELECT id FROM picture').pluck().all());
    const insert = connection.prepare('INSERT INTO picture (id, type, bytes, created_at_utc) VALUES (?, ?, ?, ?)');
    for (const picture of backup.pictures) {
      if (known.has(picture.id)) continue;
      const bytes = await backup.bytesOf(picture);
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      if (picture.sha256 !== undefined && sha256 !== picture.sha256) {
        throw fault('CHECKSUM', `the picture ${picture.id} is damaged`);
      }
      insert.run(picture.id, picture.type, bytes, picture.createdAt);
    }
  }

  /** Nothing points nowhere, and the rules between records hold: what every view takes for granted. */
  private async refuseBroken(manager: EntityManager): Promise<void> {
    const [nowhere] = this.database.connection.pragma('foreign_key_check') as {
      table: string;
      rowid: number;
      parent: string;
    }[];
    if (nowhere) {
      const message = `row ${nowhere.rowid} points at something that is not among the ${nowhere.parent}`;
      throw new FileFault({ row: 0, column: nowhere.table, code: 'REFERENCE', message });
    }
    const known = new KnownRows(manager);
    for (const table of TABLE_NAMES) {
      const rows = await manager.find(RECORD_ENTITIES[table]);
      for (const [n, row] of rows.entries()) {
        if (row.deletedAt !== null) continue;
        const context = { manager, known, latest: '9999-12-31', where: table, takesBack: false };
        try {
          await rowHolds(context, table, row);
          // A call-out stands where it stood: what led there was asked when it went on.
          await recordHolds(context, table, row, row);
        } catch (error) {
          if (!(error instanceof RuleBroken)) throw error;
          throw new FileFault({ row: n + 1, column: `${table}.${error.field}`, code: 'RULE', message: error.says });
        }
      }
    }
  }
}

function progressOf({ onProgress }: RestoreOptions): (rows: number) => void {
  return (rows) => onProgress?.('Reading the rows of the backup', rows);
}

async function openZip(file: string): Promise<ZipFile> {
  const open = promisify(
    yauzl.open as (path: string, options: yauzl.Options, done: (error: Error | null, zip: ZipFile) => void) => void,
  );
  try {
    return await open(file, { lazyEntries: true, autoClose: false });
  } catch {
    throw fault('FORMAT', 'this archive cannot be read: it may have been cut off');
  }
}

/** Entries that may be in an archive. */
const MOST_ENTRIES = 100_000;

function entriesOf(zip: ZipFile): Promise<ReadonlyMap<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      if (entries.size > MOST_ENTRIES) reject(fault('RANGE', 'there are too many files in this archive'));
      else zip.readEntry();
    });
    zip.on('end', () => {
      resolve(entries);
    });
    zip.on('error', () => {
      reject(fault('FORMAT', 'this archive cannot be read: it may have been cut off'));
    });
    zip.readEntry();
  });
}
