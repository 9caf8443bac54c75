import type { MigrationInterface, QueryRunner } from 'typeorm';

export class CreateRig20261125190000 implements MigrationInterface {
  readonly name = 'CreateRig20261125190000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE "rig" (
        "id" text PRIMARY KEY NOT NULL,
        "revision" integer NOT NULL,
        "name" text NOT NULL,
        "document" text NOT NULL,
        "created_at_utc" text NOT NULL,
        "updated_at_utc" text NOT NULL,
        "deleted_at_utc" text,
        CONSTRAINT "ck_rig_revision" CHECK (revision >= 1),
        CONSTRAINT "ck_rig_document" CHECK (json_valid(document)),
        CONSTRAINT "ck_rig_name" CHECK (length(name) BETWEEN 1 AND 80))`);
    await runner.query(`CREATE INDEX "ix_rig_updated_at" ON "rig" ("updated_at_utc")`);
    await runner.query(`
      CREATE TABLE "rig_version" (
        "rig_id" text NOT NULL,
        "version" integer NOT NULL,
        "document" text NOT NULL,
        "frozen_at_utc" text NOT NULL,
        "reason" text NOT NULL,
        CONSTRAINT "ck_rig_version_version" CHECK (version >= 1),
        CONSTRAINT "ck_rig_version_document" CHECK (json_valid(document)),
        CONSTRAINT "fk_rig_version_rig" FOREIGN KEY ("rig_id") REFERENCES "rig" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
        PRIMARY KEY ("rig_id", "version"))`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "rig_version"`);
    await runner.query(`DROP INDEX "ix_rig_updated_at"`);
    await runner.query(`DROP TABLE "rig"`);
  }
}
