import type { MigrationInterface, QueryRunner } from 'typeorm';
import { unwatchTable, watchTable } from '../watched-tables.js';

const DAY = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]';

/** A round is shared out: traps that are given to a member for a day. */
export class Errands20261201040000 implements MigrationInterface {
  readonly name = 'Errands20261201040000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "errands" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "on" text NOT NULL,
      "deployment_id" text NOT NULL,
      "member_id" text NOT NULL,
      "member_name" text NOT NULL,
      "note" text,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_errands_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_errands_on" CHECK ("on" GLOB '${DAY}'),
      CONSTRAINT "ck_errands_member_id" CHECK (length("member_id") <= 64),
      CONSTRAINT "ck_errands_member_name" CHECK (length("member_name") <= 60),
      CONSTRAINT "ck_errands_note" CHECK (length("note") <= 500),
      CONSTRAINT "fk_errands_deployment_id" FOREIGN KEY ("deployment_id") REFERENCES "deployments" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`);
    await runner.query(`CREATE INDEX "ix_errands_deployment_id" ON "errands" ("deployment_id")`);
    await runner.query(
      `CREATE UNIQUE INDEX "ux_errands_once" ON "errands" ("deployment_id", "on") WHERE deleted_at_utc IS NULL`,
    );
    await watchTable(runner, 'errands');
  }

  async down(runner: QueryRunner): Promise<void> {
    await unwatchTable(runner, 'errands');
    await runner.query('DROP TABLE "errands"');
  }
}
