import type { MigrationInterface, QueryRunner } from 'typeorm';

export class CreateTrap20261125160000 implements MigrationInterface {
  readonly name = 'CreateTrap20261125160000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE "design_version" (
        "design_id" text NOT NULL,
        "version" integer NOT NULL,
        "document" text NOT NULL,
        "frozen_at_utc" text NOT NULL,
        CONSTRAINT "ck_design_version_version" CHECK (version >= 1),
        CONSTRAINT "ck_design_version_document" CHECK (json_valid(document)),
        CONSTRAINT "fk_design_version_design" FOREIGN KEY ("design_id") REFERENCES "design" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
        PRIMARY KEY ("design_id", "version"))`);
    await runner.query(`
      CREATE TABLE "trap" (
        "id" text PRIMARY KEY NOT NULL,
        "revision" integer NOT NULL,
        "number" text NOT NULL,
        "design_id" text NOT NULL,
        "design_version" integer NOT NULL,
        "as_built" text NOT NULL,
        "mass_kg" real,
        "painted_on" text,
        "dark_combs" integer NOT NULL,
        "comb_since" text,
        "condition" text NOT NULL,
        "owner" text NOT NULL,
        "note" text NOT NULL,
        "created_at_utc" text NOT NULL,
        "updated_at_utc" text NOT NULL,
        "deleted_at_utc" text,
        CONSTRAINT "ck_trap_revision" CHECK (revision >= 1),
        CONSTRAINT "ck_trap_number" CHECK (length(number) BETWEEN 1 AND 12),
        CONSTRAINT "ck_trap_as_built" CHECK (json_valid(as_built)),
        CONSTRAINT "ck_trap_mass_kg" CHECK (mass_kg IS NULL OR mass_kg > 0),
        CONSTRAINT "ck_trap_dark_combs" CHECK (dark_combs >= 0),
        CONSTRAINT "fk_trap_design_version" FOREIGN KEY ("design_id", "design_version") REFERENCES "design_version" ("design_id", "version") ON DELETE RESTRICT ON UPDATE NO ACTION)`);
    await runner.query(`CREATE UNIQUE INDEX "ux_trap_number" ON "trap" ("number") WHERE deleted_at_utc IS NULL`);
    await runner.query(`CREATE INDEX "ix_trap_design_version" ON "trap" ("design_id", "design_version")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_trap_design_version"`);
    await runner.query(`DROP INDEX "ux_trap_number"`);
    await runner.query(`DROP TABLE "trap"`);
    await runner.query(`DROP TABLE "design_version"`);
  }
}
