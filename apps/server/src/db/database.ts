import 'reflect-metadata';
import { DataSource, type EntityManager } from 'typeorm';
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

/** Thrown at the end of a write that was only to tell what would happen: everything of it is undone. */
export class OnlyTried extends Error {}

const BUSY_TIMEOUT_MS = 5000;
const IN_MEMORY = ':memory:';

/** What the pragmas need of the driver's connection. */
interface Connection {
  pragma(text: string): unknown;
}

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
];

export function dataSourceFor(database: string): DataSource {
  return new DataSource({
    type: 'better-sqlite3',
    database,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsRun: true,
    synchronize: false,
    enableWAL: database !== IN_MEMORY,
    prepareDatabase: (connection: Connection) => {
      connection.pragma('synchronous = FULL');
      connection.pragma(`busy_timeout = ${BUSY_TIMEOUT_MS}`);
    },
  });
}

/**
 * The open database. SQLite has one connection here, and transactions that overlap on it would nest: one that fails would
 * take the others' committed rows with it. So every write goes through this queue, one at a time.
 */
export class Database {
  #tail: Promise<unknown> = Promise.resolve();

  private constructor(readonly source: DataSource) {}

  static async open(database: string): Promise<Database> {
    const source = await dataSourceFor(database).initialize();
    const broken: unknown[] = await source.query('PRAGMA foreign_key_check');
    if (broken.length > 0) throw new Error(`The database ${database} has rows that point nowhere.`);
    return new Database(source);
  }

  /** Runs `work` in a transaction of its own, after all writes before it. Await nothing but the database inside. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const next = this.#tail.then(() => this.source.transaction(work));
    this.#tail = next.catch(() => undefined);
    return next;
  }

  /** Finishes the writes in flight, folds the log into the file and closes it. */
  async close(): Promise<void> {
    await this.#tail;
    await this.source.query('PRAGMA wal_checkpoint(TRUNCATE)');
    await this.source.destroy();
  }
}
