import type { MigrationInterface, QueryRunner } from 'typeorm';
import { createWatched, dropWatched, type NewTables } from '../watched-tables.js';

const DAY = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]';

/** Each table with its indexes. */
const TABLES: NewTables = {
  corrections: [
    `CREATE TABLE "corrections" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "what" text NOT NULL,
      "use" text NOT NULL,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_corrections_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_corrections_what" CHECK ("what" IN ('scouts', 'lures', 'places')),
      CONSTRAINT "ck_corrections_use" CHECK ("use" IN ('rule', 'log')))`,
    `CREATE UNIQUE INDEX "ux_corrections_once" ON "corrections" ("what") WHERE deleted_at_utc IS NULL`,
  ],
  spots: [
    `CREATE TABLE "spots" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "name" text NOT NULL,
      "lat" real NOT NULL,
      "lon" real NOT NULL,
      "landmark" text,
      "shade" text,
      "effort" real,
      "notes" text,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_spots_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_spots_name" CHECK (length("name") <= 80),
      CONSTRAINT "ck_spots_lat" CHECK ("lat" BETWEEN -90 AND 90),
      CONSTRAINT "ck_spots_lon" CHECK ("lon" BETWEEN -180 AND 180),
      CONSTRAINT "ck_spots_landmark" CHECK ("landmark" IN ('lastCatchSite', 'loneTree', 'treeLineEnd', 'fieldCorner', 'orchardEdge', 'building', 'woodEdge', 'hedgerow', 'openField', 'woodInterior', 'other')),
      CONSTRAINT "ck_spots_shade" CHECK ("shade" IN ('shade', 'partSun', 'fullSun')),
      CONSTRAINT "ck_spots_effort" CHECK ("effort" BETWEEN 0 AND 86400),
      CONSTRAINT "ck_spots_notes" CHECK (length("notes") <= 2000))`,
  ],
  stances: [
    `CREATE TABLE "stances" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "season" integer NOT NULL,
      "site_id" text,
      "spot_id" text,
      "stance" text NOT NULL,
      "reason" text,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_stances_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_stances_season" CHECK ("season" BETWEEN 1900 AND 2200),
      CONSTRAINT "ck_stances_stance" CHECK ("stance" IN ('pinned', 'barred')),
      CONSTRAINT "ck_stances_reason" CHECK (length("reason") <= 200),
      CONSTRAINT "fk_stances_site_id" FOREIGN KEY ("site_id") REFERENCES "sites" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
      CONSTRAINT "fk_stances_spot_id" FOREIGN KEY ("spot_id") REFERENCES "spots" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
    `CREATE INDEX "ix_stances_site_id" ON "stances" ("site_id")`,
    `CREATE INDEX "ix_stances_spot_id" ON "stances" ("spot_id")`,
  ],
  placings: [
    `CREATE TABLE "placings" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "season" integer NOT NULL,
      "kept_on" text NOT NULL,
      "traps" integer NOT NULL,
      "apart_m" real NOT NULL,
      "stop_s" real,
      "budget_s" real,
      "permission" text NOT NULL,
      "edges_m" real,
      "swarms" real,
      "notes" text,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_placings_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_placings_season" CHECK ("season" BETWEEN 1900 AND 2200),
      CONSTRAINT "ck_placings_kept_on" CHECK ("kept_on" GLOB '${DAY}'),
      CONSTRAINT "ck_placings_traps" CHECK ("traps" BETWEEN 1 AND 500),
      CONSTRAINT "ck_placings_apart_m" CHECK ("apart_m" BETWEEN 0 AND 5000),
      CONSTRAINT "ck_placings_stop_s" CHECK ("stop_s" BETWEEN 0 AND 7200),
      CONSTRAINT "ck_placings_budget_s" CHECK ("budget_s" BETWEEN 0 AND 86400),
      CONSTRAINT "ck_placings_permission" CHECK ("permission" IN ('noNo', 'granted')),
      CONSTRAINT "ck_placings_edges_m" CHECK ("edges_m" BETWEEN 10 AND 2000),
      CONSTRAINT "ck_placings_swarms" CHECK ("swarms" BETWEEN 0 AND 10000),
      CONSTRAINT "ck_placings_notes" CHECK (length("notes") <= 2000))`,
    `CREATE UNIQUE INDEX "ux_placings_once" ON "placings" ("season") WHERE deleted_at_utc IS NULL`,
  ],
  picks: [
    `CREATE TABLE "picks" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "placing_id" text NOT NULL,
      "site_id" text NOT NULL,
      "swarms" real,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_picks_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_picks_swarms" CHECK ("swarms" BETWEEN 0 AND 10000),
      CONSTRAINT "fk_picks_placing_id" FOREIGN KEY ("placing_id") REFERENCES "placings" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
      CONSTRAINT "fk_picks_site_id" FOREIGN KEY ("site_id") REFERENCES "sites" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
    `CREATE INDEX "ix_picks_placing_id" ON "picks" ("placing_id")`,
    `CREATE INDEX "ix_picks_site_id" ON "picks" ("site_id")`,
    `CREATE UNIQUE INDEX "ux_picks_once" ON "picks" ("placing_id", "site_id") WHERE deleted_at_utc IS NULL`,
  ],
};

export class Plans20261201140000 implements MigrationInterface {
  readonly name = 'Plans20261201140000';

  up(runner: QueryRunner): Promise<void> {
    return createWatched(runner, TABLES);
  }

  down(runner: QueryRunner): Promise<void> {
    return dropWatched(runner, TABLES);
  }
}
