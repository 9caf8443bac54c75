import 'reflect-metadata';
import { EventEmitter } from 'node:events';
import SQLite, { type Database as Connection } from 'better-sqlite3';
import { DataSource, type EntityManager, type MigrationInterface, type QueryRunner } from 'typeorm';
import { ActEntity } from './entities/act-entity.js';
import { CalendarKeyEntity, DemoClockEntity, DeviceEntity, DeviceReadingEntity } from './entities/device-entities.js';
import { DesignEntity } from './entities/design-entity.js';
import { DesignVersionEntity } from './entities/design-version-entity.js';
import { MapLayerEntity } from './entities/map-layer-entity.js';
import { PictureEntity } from './entities/picture-entity.js';
import { RecordChangeEntity } from './entities/record-change-entity.js';
import { RECORD_ENTITIES } from './entities/record-entities.js';
import { RigEntity } from './entities/rig-entity.js';
import { RigVersionEntity } from './entities/rig-version-entity.js';
import { TrapEntity } from './entities/trap-entity.js';
import { CreateDesign20261125120000 } from './migrations/20261125120000-create-design.js';
import { CreateTrap20261125160000 } from './migrations/20261125160000-create-trap.js';
import { CreateRig20261125190000 } from './migrations/20261125190000-create-rig.js';
import { CreateRecords20261125230000 } from './migrations/20261125230000-create-records.js';
import { CreateSeasonLog20261125231000 } from './migrations/20261125231000-create-season-log.js';

import { CreatePhotos20261126020000 } from './migrations/20261126020000-create-photos.js';
import { CreateSteps20261126024500 } from './migrations/20261126024500-create-steps.js';
import { CreateDevices20261126051000 } from './migrations/20261126051000-create-devices.js';
import { QueenSigns20261126053000 } from './migrations/20261126053000-queen-signs.js';
import { SayNoMore20261129150000 } from './migrations/20261129150000-say-no-more.js';
import { LooksInOrder20261130010000 } from './migrations/20261130010000-looks-in-order.js';
import { KitInStores20261130140000 } from './migrations/20261130140000-kit-in-stores.js';
import { Workshop20261130200000 } from './migrations/20261130200000-workshop.js';
import { ChangeFeed20261130213000 } from './migrations/20261130213000-change-feed.js';
import { Errands20261201040000 } from './migrations/20261201040000-errands.js';
import { Evidence20261201090000 } from './migrations/20261201090000-evidence.js';
import { Plans20261201140000 } from './migrations/20261201140000-plans.js';
import { Rounds20261201190000 } from './migrations/20261201190000-rounds.js';
import { CalendarOf20261201070000 } from './migrations/20261201070000-calendar-of.js';
import { ActBy20261201020000 } from './migrations/20261201020000-act-by.js';
import { CreateCallouts20261130090000 } from './migrations/20261130090000-create-callouts.js';

/** Thrown at the end of a write that was only to tell what would happen: everything of it is undone. */
export class OnlyTried extends Error {}

const BUSY_TIMEOUT_MS = 5000;
export const IN_MEMORY = ':memory:';

export const ENTITIES = [
  DesignEntity,
  DesignVersionEntity,
  TrapEntity,
  RigEntity,
  RigVersionEntity,
  ActEntity,
  RecordChangeEntity,
  MapLayerEntity,
  PictureEntity,
  DeviceEntity,
  DeviceReadingEntity,
  CalendarKeyEntity,
  DemoClockEntity,
  ...Object.values(RECORD_ENTITIES),
];
/** Dated, append-only; a merged migration is never edited. */
export const MIGRATIONS = [
  CreateDesign20261125120000,
  CreateTrap20261125160000,
  CreateRig20261125190000,
  CreateRecords20261125230000,
  CreateSeasonLog20261125231000,
  CreatePhotos20261126020000,
  CreateSteps20261126024500,
  CreateDevices20261126051000,
  QueenSigns20261126053000,
  SayNoMore20261129150000,
  LooksInOrder20261130010000,
  CreateCallouts20261130090000,
  KitInStores20261130140000,
  Workshop20261130200000,
  ChangeFeed20261130213000,
  ActBy20261201020000,
  Errands20261201040000,
  CalendarOf20261201070000,
  Evidence20261201090000,
  Plans20261201140000,
  Rounds20261201190000,
];

/** As a database that was written to names them. */
export const MIGRATION_NAMES = MIGRATIONS.map((Migration) => new Migration().name);

/** Every connection is one of these, however it was opened. */
function prepare(connection: Connection): void {
  connection.pragma('synchronous = FULL');
  connection.pragma(`busy_timeout = ${BUSY_TIMEOUT_MS}`);
}

/** What a file holds, and how it came to hold it. */
export interface Shape {
  readonly entities: readonly (new () => object)[];
  readonly migrations: readonly (new () => MigrationInterface)[];
}
export const RECORDS: Shape = { entities: ENTITIES, migrations: MIGRATIONS };

export function dataSourceFor(database: string, { entities, migrations }: Shape = RECORDS): DataSource {
  return new DataSource({
    type: 'better-sqlite3',
    database,
    entities: [...entities],
    migrations: [...migrations],
    migrationsRun: true,
    synchronize: false,
    enableWAL: database !== IN_MEMORY,
    prepareDatabase: prepare,
  });
}

/** A connection for reading alone: it sees what is committed and cannot write. */
function reading(file: string, shape: Shape): Promise<DataSource> {
  const source = dataSourceFor(file, { ...shape, migrations: [] });
  source.setOptions({
    prepareDatabase: (connection: Connection) => {
      prepare(connection);
      connection.pragma('query_only = ON');
    },
  });
  return source.initialize();
}

/** What TypeORM keeps of its one connection. */
interface Driver {
  databaseConnection: Connection;
  queryRunner: QueryRunner | undefined;
}

/** Asked of SQLite each time: it may roll back by itself. */
const isOpen = ({ inTransaction }: Connection): boolean => inTransaction;

/** After these the connection itself may be in a state that nobody knows. */
function unsettles(error: unknown): boolean {
  return (
    error instanceof Error && 'code' in error && /^SQLITE_(IOERR|FULL|CORRUPT|CANTOPEN|NOMEM)/.test(String(error.code))
  );
}

/**
 * The open database. One connection writes, so every write goes through a queue, one at a time, in a transaction of
 * its own. The transaction is ours and not TypeORM's, which counts depth by itself: after a full disk, where SQLite has rolled
 * back already, its count stays at one, the next refusal opens a savepoint, and everything after it is lost at the end.
 */
export class Database {
  #tail: Promise<unknown> = Promise.resolve();

  #version = 0;
  #waiting = 0;
  /** How often the records of a table were written, and how often it was not said of which tables they were. */
  readonly #written = new Map<string, number>();
  #unsaid = 0;
  #touched: readonly string[] | null = null;
  readonly #news = new EventEmitter();

  private constructor(
    private readonly writer: DataSource,
    /** For reading: what is committed, and nothing of a transaction that is still open. */
    readonly source: DataSource,
    /** Path of the file, or `:memory:`. */
    readonly file: string,
    /** Where another connection writes to the same file: waits for its turn, and tells how to give it back. */
    private readonly turn: (() => Promise<() => void>) | null = null,
  ) {
    // One listener a screen that is open.
    this.#news.setMaxListeners(0);
  }

  static async open(file: string, shape: Shape = RECORDS): Promise<Database> {
    const source = await dataSourceFor(file, shape).initialize();
    const broken: unknown[] = await source.query('PRAGMA foreign_key_check');
    if (broken.length > 0) throw new Error(`The database ${file} has rows that point nowhere.`);
    return new Database(source, file === IN_MEMORY ? source : await reading(file, shape), file);
  }

  /** A second connection to a database that is open already, in a thread of its own. */
  static async join(file: string, turn: () => Promise<() => void>): Promise<Database> {
    const source = await dataSourceFor(file, { ...RECORDS, migrations: [] }).initialize();
    return new Database(source, source, file, turn);
  }

  /**
   * Runs `work` in a transaction of its own, after all writes before it. Await nothing but the database inside. `first` is done
   * in the same turn, before the transaction begins.
   */
  write<T>(work: (manager: EntityManager) => Promise<T>, first?: () => void): Promise<T> {
    return this.alone(() => {
      first?.();
      return this.transact(work);
    });
  }

  /** Runs something while nobody writes here: a thread that writes with a connection of its own. */
  alone<T>(work: () => Promise<T>): Promise<T> {
    this.#waiting += 1;
    const next = this.#tail.then(async () => {
      const giveBack = await this.turn?.();
      this.#touched = null;
      try {
        return await work();
      } finally {
        giveBack?.();
        this.countWrite();
        this.#waiting -= 1;
      }
    });
    this.#tail = next.catch(() => undefined);
    return next;
  }

  /** Waits until no write is waiting. */
  async quiet(): Promise<void> {
    while (this.#waiting > 0) await this.#tail;
  }

  /** Finishes the writes in flight, folds the log into the file and closes it. */
  async close(): Promise<void> {
    await this.#tail;
    if (this.source !== this.writer) await this.source.destroy();
    try {
      this.connection.pragma('wal_checkpoint(TRUNCATE)');
    } finally {
      await this.writer.destroy();
    }
  }

  /** Counts what was written: as long as it stays, so do the records. */
  get version(): number {
    return this.#version;
  }

  /** Said within a write: of the records it changes those of these tables only. A write that says nothing may change any. */
  touches(tables: Iterable<string>): void {
    this.#touched = [...new Set(tables)];
  }

  /** Changes whenever a record of one of the tables may have. */
  versionOf(tables: readonly string[]): string {
    return [this.#unsaid, ...tables.map((table) => this.#written.get(table) ?? 0)].join('.');
  }

  /** Calls back after every write, kept or not. @returns how to stop that. */
  follow(onWrite: () => void): () => void {
    this.#news.on('written', onWrite);
    return () => this.#news.off('written', onWrite);
  }

  private countWrite(): void {
    this.#version += 1;
    if (this.#touched === null) this.#unsaid += 1;
    for (const table of this.#touched ?? []) this.#written.set(table, (this.#written.get(table) ?? 0) + 1);
    this.#news.emit('written');
  }

  /** The connection that writes. */
  get connection(): Connection {
    return this.driver.databaseConnection;
  }

  private get driver(): Driver {
    return this.writer.driver as unknown as Driver;
  }

  private async transact<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    // An earlier one that could not be opened anew: nothing that was acknowledged is in it.
    if (isOpen(this.connection)) this.reopen();
    const { connection } = this;
    if (isOpen(connection)) throw new Error('A transaction of another write is still open.');
    const runner = this.writer.createQueryRunner() as QueryRunner & { isTransactionActive: boolean };
    try {
      connection.exec('BEGIN IMMEDIATE');
      // TypeORM opens none of its own where it is told that there is one.
      runner.isTransactionActive = true;
      const result = await work(runner.manager);
      if (!isOpen(connection)) throw new Error('The transaction ended before its work did.');
      connection.exec('COMMIT');
      return result;
    } catch (error) {
      this.rollBack(connection, error);
      throw error;
    } finally {
      runner.isTransactionActive = false;
    }
  }

  /** SQLite may have rolled back by itself. A connection that does not come to rest is opened anew: nothing waits in it. */
  private rollBack(connection: Connection, error: unknown): void {
    try {
      if (isOpen(connection)) connection.exec('ROLLBACK');
    } catch {
      // What follows from it is asked of the connection itself.
    }
    if (!isOpen(connection) && !unsettles(error)) return;
    try {
      this.reopen();
    } catch {
      // The disk does not even let it be opened: the next write tries once more.
    }
  }

  private reopen(): void {
    if (this.file === IN_MEMORY) return;
    const { driver } = this;
    const fresh = new SQLite(this.file);
    prepare(fresh);
    fresh.pragma('foreign_keys = ON');
    fresh.pragma('journal_mode = WAL');
    const old = driver.databaseConnection;
    driver.databaseConnection = fresh;
    // Its statements belong to the old connection.
    driver.queryRunner = undefined;
    old.close();
  }
}
