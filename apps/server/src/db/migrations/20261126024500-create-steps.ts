import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `ALTER TABLE "catches" ADD COLUMN "school" text
    CONSTRAINT "ck_catches_school" CHECK ("school" IN ('anchor', 'sameEvening'))`,
  `ALTER TABLE "catches" ADD COLUMN "brood_frame" boolean
    CONSTRAINT "ck_catches_brood_frame" CHECK ("brood_frame" IN (0, 1))`,
  `CREATE TABLE "steps" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "catch_id" text NOT NULL,
    "code" text NOT NULL,
    "state" text NOT NULL,
    "at" text,
    "reason" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_steps_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_steps_code" CHECK ("code" IN ('closeAtDusk', 'lowerAtFirstLight', 'move', 'shade', 'hold', 'open', 'rehang', 'feed', 'transfer', 'broodCheck', 'miteWindow')),
    CONSTRAINT "ck_steps_state" CHECK ("state" IN ('done', 'moved', 'skipped')),
    CONSTRAINT "ck_steps_at" CHECK (length("at") <= 16),
    CONSTRAINT "ck_steps_reason" CHECK (length("reason") <= 200),
    CONSTRAINT "fk_steps_catch_id" FOREIGN KEY ("catch_id") REFERENCES "catches" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
  `CREATE INDEX "ix_steps_catch_id" ON "steps" ("catch_id")`,
  `CREATE UNIQUE INDEX "ux_steps_once" ON "steps" ("catch_id", "code") WHERE deleted_at_utc IS NULL`,
];

/** The school of a catch, and the marks on the steps after it. */
export class CreateSteps20261126024500 implements MigrationInterface {
  readonly name = 'CreateSteps20261126024500';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "steps"`);
    for (const column of ['school', 'brood_frame']) await runner.query(`ALTER TABLE "catches" DROP COLUMN "${column}"`);
  }
}
