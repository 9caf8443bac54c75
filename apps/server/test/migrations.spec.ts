import type { DataSource } from 'typeorm';
import { Database, dataSourceFor, MIGRATION_NAMES, MIGRATIONS } from '../src/db/database.js';
import { RECORD_ENTITIES } from '../src/db/entities/record-entities.js';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NOW } from './support.js';

const TABLES = Object.keys(RECORD_ENTITIES);

/** How many rows each table has, of those that are there. */
async function counts(source: DataSource): Promise<Readonly<Record<string, number>>> {
  const tables = await source.query<{ name: string }[]>(
    `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'migrations'`,
  );
  const found: Record<string, number> = {};
  for (const { name } of tables) {
    const [row] = await source.query<{ n: number }[]>(`SELECT count(*) AS n FROM "${name}"`);
    found[name] = row?.n ?? 0;
  }
  return found;
}

const broken = (source: DataSource): Promise<unknown[]> => source.query<unknown[]>('PRAGMA foreign_key_check');

/** As the program runs them up: with foreign keys off, and looked over afterwards. */
async function undo(source: DataSource): Promise<void> {
  await source.query('PRAGMA foreign_keys = OFF');
  await source.undoLastMigration();
  await source.query('PRAGMA foreign_keys = ON');
}

/** Down to before one of them. */
async function undoTo(source: DataSource, name: string): Promise<void> {
  const after: readonly string[] = MIGRATION_NAMES;
  for (const _ of after.slice(after.indexOf(name))) await undo(source);
}
const SAY_NO_MORE = 'SayNoMore20261129150000';
/** Came after it: with their tables go their rows. */
const LATER: readonly string[] = [
  'callouts',
  'collections',
  'spells',
  'pieces',
  'signs',
  'tasks',
  'kit',
  'batches',
  'errands',
  'windows',
  'questions',
  'neighbours',
  'trials',
  'assignments',
  'deviations',
  'corrections',
  'spots',
  'stances',
  'placings',
  'picks',
  'rounds',
  'stops',
  'ways',
];
/** Columns that came after it: what they said goes with them. */
const LATER_COLUMNS: readonly string[] = ['species', 'wet', 'offcut', 'place', 'sold'];

/** A row of goods without what the version before has no room for. */
const keptOf =
  (table: string) =>
  (row: object): object =>
    table === 'goods'
      ? Object.fromEntries(Object.entries(row).filter(([column]) => !LATER_COLUMNS.includes(column)))
      : row;

describe('every migration, on a database with the rows of a whole demo', () => {
  let source: DataSource;
  beforeEach(async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'yewridge-migrations-')), 'demo.sqlite');
    const database = await Database.open(file);
    await seedDemo(database, await DemoClock.open(database, NOW));
    await database.close();
    source = await dataSourceFor(file).initialize();
  });
  afterEach(() => source.destroy());

  it('goes down one by one, keeping the rows of every table that the version before has, and up again', async () => {
    const whole = await counts(source);
    const steps: Readonly<Record<string, number>>[] = [];
    for (const _ of MIGRATIONS) {
      await undo(source);
      const left = await counts(source);
      expect(await broken(source)).toEqual([]);
      for (const [table, rows] of Object.entries(left))
        expect(rows)
          .withContext(table)
          .toBe(whole[table] ?? -1);
      steps.push(left);
    }
    expect(steps.at(-1)).toEqual({});
    expect(steps.some((left) => (left['visits'] ?? 0) > 500)).toBeTrue();
    await source.runMigrations();
    const { upQueries } = await source.driver.createSchemaBuilder().log();
    expect(upQueries).toEqual([]);
  });

  it('that makes room for nothing having been said keeps every row to the field, up and down', async () => {
    const rowsOf = async (): Promise<string> => {
      const all: unknown[] = [];
      for (const table of TABLES.filter((one) => !LATER.includes(one)))
        all.push(...(await source.query<object[]>(`SELECT * FROM "${table}" ORDER BY id`)).map(keptOf(table)));
      return JSON.stringify(all);
    };
    const before = await rowsOf();
    await undoTo(source, SAY_NO_MORE);
    const older = await rowsOf();
    expect(older).not.toBe(before);
    await source.runMigrations();
    // Out of a wall is by vacuum to the version before, and stays so.
    expect(before).toContain('"method":"cutOut"');
    expect(await rowsOf()).toBe(before.replaceAll('"method":"cutOut"', '"method":"vacuum"'));
    expect(await broken(source)).toEqual([]);
  });

  it('puts what the version before has no room for as near as it can be', async () => {
    const [stay] = await source.query<{ id: string; hung_on: string }[]>('SELECT id, hung_on FROM deployments LIMIT 1');
    const kept = `1, '${NOW}', '${NOW}'`;
    const columns = 'revision, created_at_utc, updated_at_utc';
    await source.query(
      `INSERT INTO sites (id, name, permission, ${columns}) VALUES ('nowhere', 'Later', 'asked', ${kept})`,
    );
    await source.query(
      `INSERT INTO visits (id, deployment_id, at, at_utc, ${columns}) VALUES ('unsaid', '${stay!.id}', '2026-05-01T10:00', 'x', ${kept})`,
    );
    await source.query(
      `INSERT INTO baits (id, deployment_id, applied_on, carrier, substance, dose, dose_unit, ${columns})
       VALUES ('rag', '${stay!.id}', '${stay!.hung_on}', 'burlap', 'beeswax', 3, 'drops', ${kept})`,
    );
    await source.query(
      `INSERT INTO catches (id, found_on, method, place, ${columns}) VALUES ('cut', '2026-05-01', 'cutOut', 'wall', ${kept})`,
    );
    await undoTo(source, SAY_NO_MORE);
    const one = async (sql: string): Promise<unknown> => Object.values((await source.query<object[]>(sql))[0] ?? {})[0];
    expect(await one(`SELECT lat || ',' || lon FROM sites WHERE id = 'nowhere'`)).toBe('0.0,0.0');
    expect(await one(`SELECT occupied FROM visits WHERE id = 'unsaid'`)).toBe(0);
    expect(await one(`SELECT count(*) FROM baits WHERE id = 'rag'`)).toBe(0);
    expect(await one(`SELECT method FROM catches WHERE id = 'cut'`)).toBe('vacuum');
  });
});
