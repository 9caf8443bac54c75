import type { MigrationInterface, QueryRunner } from 'typeorm';
import { unwatchTable, watchTable } from '../watched-tables.js';

/** Those that others point at first, so that a replica that stops half way still hangs together. */
const WATCHED = [
  ...['design', 'rig', 'trap', 'map_layer', 'seasons', 'owners', 'sites', 'colonies', 'goods', 'deployments', 'baits'],
  ...['weighings', 'visits', 'catches', 'steps', 'followups', 'photos', 'phenology', 'weather', 'combs', 'readings'],
  ...['callouts', 'collections', 'spells', 'pieces', 'signs', 'tasks', 'kit'],
];

/** A trap says which version of its design is the latest: a new one changes what is said of every trap built to it. */
const NEW_VERSION = `CREATE TRIGGER "tr_design_version_insert" AFTER INSERT ON "design_version" BEGIN
  DELETE FROM "change" WHERE table_name = 'trap' AND row_id IN (SELECT id FROM "trap" WHERE design_id = NEW.design_id);
  INSERT INTO "change" (table_name, row_id) SELECT 'trap', id FROM "trap" WHERE design_id = NEW.design_id;
END`;

/** Every row's latest change has a number, so that a telephone asks for what came after the last it knows. */
export class ChangeFeed20261130213000 implements MigrationInterface {
  readonly name = 'ChangeFeed20261130213000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "change" (
      "seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL,
      "table_name" text NOT NULL,
      "row_id" text NOT NULL)`);
    await runner.query(`CREATE UNIQUE INDEX "ux_change_row" ON "change" ("table_name", "row_id")`);
    await runner.query(`CREATE TABLE "edition" (
      "one" integer PRIMARY KEY NOT NULL CHECK ("one" = 1),
      "workspace" text NOT NULL,
      "making" text NOT NULL)`);
    await runner.query(
      `INSERT INTO "edition" ("one", "workspace", "making") VALUES (1, lower(hex(randomblob(16))), lower(hex(randomblob(8))))`,
    );
    for (const table of WATCHED) {
      await runner.query(
        `INSERT INTO "change" (table_name, row_id) SELECT '${table}', id FROM "${table}" ORDER BY rowid`,
      );
      await watchTable(runner, table);
    }
    await runner.query(NEW_VERSION);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TRIGGER "tr_design_version_insert"');
    for (const table of [...WATCHED].reverse()) await unwatchTable(runner, table);
    await runner.query('DROP TABLE "edition"');
    await runner.query('DROP TABLE "change"');
  }
}
