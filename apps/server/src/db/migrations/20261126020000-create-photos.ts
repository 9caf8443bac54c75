import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "picture" (
    "id" text PRIMARY KEY NOT NULL,
    "type" text NOT NULL,
    "bytes" blob NOT NULL,
    "created_at_utc" text NOT NULL,
    CONSTRAINT "ck_picture_bytes" CHECK (length(bytes) BETWEEN 1 AND 3145728),
    CONSTRAINT "ck_picture_type" CHECK (type IN ('image/jpeg', 'image/png', 'image/webp')))`,
  `CREATE TABLE "photos" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "taken_on" text NOT NULL,
    "site_id" text,
    "deployment_id" text,
    "catch_id" text,
    "notes" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_photos_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_photos_taken_on" CHECK ("taken_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
    CONSTRAINT "ck_photos_notes" CHECK (length("notes") <= 2000),
    CONSTRAINT "fk_photos_site_id" FOREIGN KEY ("site_id") REFERENCES "sites" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
    CONSTRAINT "fk_photos_deployment_id" FOREIGN KEY ("deployment_id") REFERENCES "deployments" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
    CONSTRAINT "fk_photos_catch_id" FOREIGN KEY ("catch_id") REFERENCES "catches" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
  `CREATE INDEX "ix_photos_site_id" ON "photos" ("site_id")`,
  `CREATE INDEX "ix_photos_deployment_id" ON "photos" ("deployment_id")`,
  `CREATE INDEX "ix_photos_catch_id" ON "photos" ("catch_id")`,
];

/** Photos of sites, stays and catches, and their bytes. */
export class CreatePhotos20261126020000 implements MigrationInterface {
  readonly name = 'CreatePhotos20261126020000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['photos', 'picture']) await runner.query(`DROP TABLE "${table}"`);
  }
}
