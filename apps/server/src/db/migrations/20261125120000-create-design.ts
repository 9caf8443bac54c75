import type { MigrationInterface, QueryRunner } from 'typeorm';

export class CreateDesign20261125120000 implements MigrationInterface {
  readonly name = 'CreateDesign20261125120000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE "design" (
        "id" text PRIMARY KEY NOT NULL,
        "revision" integer NOT NULL,
        "name" text NOT NULL,
        "document" text NOT NULL,
        "created_at_utc" text NOT NULL,
        "updated_at_utc" text NOT NULL,
        "deleted_at_utc" text,
        CONSTRAINT "ck_design_revision" CHECK (revision >= 1),
        CONSTRAINT "ck_design_document" CHECK (json_valid(document)),
        CONSTRAINT "ck_design_name" CHECK (length(name) BETWEEN 1 AND 80))`);
    await runner.query(`CREATE INDEX "ix_design_updated_at" ON "design" ("updated_at_utc")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_design_updated_at"`);
    await runner.query(`DROP TABLE "design"`);
  }
}
