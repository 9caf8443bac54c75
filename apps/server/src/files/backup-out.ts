import SQLite from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { type BackupDto, BORROWER_HIDDEN, CALLER_HIDDEN } from '@yewridge/contract/files';
import { columnName } from '@yewridge/contract/season';
import { addDays } from '@yewridge/core/season';
import yazl from 'yazl';
import type { Database } from '../db/database.js';
import type { Clock } from '../shared/clock/clock.js';
import { backupText, type TableRows } from './backup-file.js';
import { IN_BACKUP, nameIn, outward, type Raw, WITH_OWNERS } from './backup-rows.js';

const byColumn = (hidden: Readonly<Record<string, string | null>>): Readonly<Record<string, string | null>> =>
  Object.fromEntries(Object.entries(hidden).map(([field, value]) => [columnName(field), value]));
/** Of rows that go out all the same: who owns the land, and who rang. */
const HIDDEN: Readonly<Record<string, Raw>> = {
  sites: { owner_id: null },
  callouts: byColumn(CALLER_HIDDEN),
  kit: byColumn(BORROWER_HIDDEN),
};

/** Readings of sensors older than so many days go in thinned: the first of every six hours of each device. */
const READINGS_WHOLE_DAYS = 90;
const THINNED_HOURS = 6;
/** Name of the rows within the archive, and of the folder of its pictures. */
export const ROWS_NAME = 'backup.json';
export const PICTURES_FOLDER = 'pictures/';

interface PictureRow {
  readonly id: string;
  readonly type: string;
  readonly created_at_utc: string;
  readonly bytes: Buffer;
}

/** Everything kept, as it stands at one moment, going out while others go on writing: read by a connection of its own. */
export class BackupOut {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** The rows as one JSON, in pieces. */
  json({ owners }: { readonly owners: boolean }): Readable {
    const { connection, end } = this.snapshot();
    const text = backupText(this.tables(connection, owners), { createdAt: this.now(), pictures: undefined });
    return closing(Readable.from(text, { objectMode: false }), end);
  }

  /** The rows and the pictures in a zip; each picture with its checksum among the rows. */
  zip({ owners }: { readonly owners: boolean }): Readable {
    const { connection, end } = this.snapshot();
    const zip = new yazl.ZipFile();
    const pictures = this.pictures(connection);
    const text = backupText(this.tables(connection, owners), { createdAt: this.now(), pictures });
    const mtime = this.clock.now();
    zip.addReadStreamLazy(ROWS_NAME, { mtime }, (done) => {
      done(null, Readable.from(text, { objectMode: false }));
    });
    const bytesOf = connection.prepare('SELECT bytes FROM picture WHERE id = ?').pluck();
    for (const { id } of pictures) {
      zip.addReadStreamLazy(`${PICTURES_FOLDER}${id}`, { mtime, compress: false }, (done) => {
        done(null, Readable.from([bytesOf.get(id) as Buffer], { objectMode: false }));
      });
    }
    zip.end();
    const out = new Readable().wrap(zip.outputStream);
    zip.on('error', (error) => out.destroy(error as Error));
    return closing(out, end);
  }

  private now(): string {
    return this.clock.now().toISOString();
  }

  /** What is committed now stays in sight of this connection, whatever is written meanwhile. */
  private snapshot(): { readonly connection: SQLite.Database; readonly end: () => void } {
    const connection = new SQLite(this.database.file, { readonly: true });
    connection.exec('BEGIN');
    connection.prepare('SELECT 1 FROM sqlite_master').get();
    return { connection, end: () => connection.close() };
  }

  private pictures(connection: SQLite.Database): NonNullable<BackupDto['pictures']> {
    const rows = connection.prepare('SELECT id, type, created_at_utc, bytes FROM picture ORDER BY id').iterate();
    return [...(rows as IterableIterator<PictureRow>)].map(({ id, type, created_at_utc: createdAt, bytes }) => ({
      id,
      type,
      createdAt,
      bytes: bytes.length,
      sha256: createHash('sha256').update(bytes).digest('hex'),
    }));
  }

  private tables(connection: SQLite.Database, owners: boolean): readonly TableRows[] {
    return IN_BACKUP.map((entity) => {
      const meta = this.database.source.getMetadata(entity);
      const { tableName } = meta;
      if (WITH_OWNERS.has(tableName) && !owners) return { table: nameIn(tableName), rows: [] };
      const keys = meta.primaryColumns.map(({ databaseName }) => `"${databaseName}"`).join(', ');
      const { where, values } = tableName === 'device_reading' ? this.thinned() : { where: '', values: [] };
      const read = connection.prepare(`SELECT * FROM "${tableName}" ${where} ORDER BY ${keys}`);
      const hidden = owners ? {} : (HIDDEN[tableName] ?? {});
      const rows = function* (): Generator<Raw> {
        for (const row of read.iterate(...values)) yield { ...outward(meta, row as Raw), ...hidden };
      };
      return { table: nameIn(tableName), rows: rows() };
    });
  }

  private thinned(): { readonly where: string; readonly values: readonly string[] } {
    const where = `WHERE at >= ? OR seq IN (
      SELECT min(seq) FROM device_reading
      GROUP BY device_id, substr(at, 1, 10), CAST(substr(at, 12, 2) AS INTEGER) / ${THINNED_HOURS})`;
    return { where, values: [addDays(this.now().slice(0, 10), -READINGS_WHOLE_DAYS)] };
  }
}

/** A stream that lets its snapshot go when it ends, breaks, or nobody reads it any more. */
function closing(stream: Readable, end: () => void): Readable {
  let ended = false;
  const once = (): void => {
    if (!ended) end();
    ended = true;
  };
  return stream.on('end', once).on('close', once).on('error', once);
}
