import type { MigrationInterface, QueryRunner } from 'typeorm';
import { createWatched, dropWatched, type NewTables } from '../watched-tables.js';

const DAY = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]';

/** Each table with its indexes. */
const TABLES: NewTables = {
  rounds: [
    `CREATE TABLE "rounds" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "on" text NOT NULL,
      "leave_at" text NOT NULL,
      "back_by" text,
      "from_name" text NOT NULL,
      "from_lat" real NOT NULL,
      "from_lon" real NOT NULL,
      "home_again" boolean NOT NULL,
      "people" integer NOT NULL,
      "ladder_m" real,
      "boxes" integer,
      "stop_s" real,
      "left_at" text,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_rounds_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_rounds_on" CHECK ("on" GLOB '${DAY}'),
      CONSTRAINT "ck_rounds_leave_at" CHECK (length("leave_at") <= 5),
      CONSTRAINT "ck_rounds_back_by" CHECK (length("back_by") <= 5),
      CONSTRAINT "ck_rounds_from_name" CHECK (length("from_name") <= 80),
      CONSTRAINT "ck_rounds_from_lat" CHECK ("from_lat" BETWEEN -90 AND 90),
      CONSTRAINT "ck_rounds_from_lon" CHECK ("from_lon" BETWEEN -180 AND 180),
      CONSTRAINT "ck_rounds_home_again" CHECK ("home_again" IN (0, 1)),
      CONSTRAINT "ck_rounds_people" CHECK ("people" BETWEEN 1 AND 2),
      CONSTRAINT "ck_rounds_ladder_m" CHECK ("ladder_m" BETWEEN 0 AND 20),
      CONSTRAINT "ck_rounds_boxes" CHECK ("boxes" BETWEEN 0 AND 20),
      CONSTRAINT "ck_rounds_stop_s" CHECK ("stop_s" BETWEEN 0 AND 7200),
      CONSTRAINT "ck_rounds_left_at" CHECK (length("left_at") <= 5))`,
    `CREATE UNIQUE INDEX "ux_rounds_once" ON "rounds" ("on") WHERE deleted_at_utc IS NULL`,
  ],
  stops: [
    `CREATE TABLE "stops" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "round_id" text NOT NULL,
      "deployment_id" text NOT NULL,
      "state" text NOT NULL,
      "place" integer,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_stops_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_stops_state" CHECK ("state" IN ('locked', 'dropped', 'added')),
      CONSTRAINT "ck_stops_place" CHECK ("place" BETWEEN 1 AND 101),
      CONSTRAINT "fk_stops_round_id" FOREIGN KEY ("round_id") REFERENCES "rounds" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
      CONSTRAINT "fk_stops_deployment_id" FOREIGN KEY ("deployment_id") REFERENCES "deployments" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
    `CREATE INDEX "ix_stops_round_id" ON "stops" ("round_id")`,
    `CREATE INDEX "ix_stops_deployment_id" ON "stops" ("deployment_id")`,
    `CREATE UNIQUE INDEX "ux_stops_once" ON "stops" ("round_id", "deployment_id") WHERE deleted_at_utc IS NULL`,
  ],
  ways: [
    `CREATE TABLE "ways" (
      "id" text PRIMARY KEY NOT NULL,
      "revision" integer NOT NULL,
      "from_site_id" text,
      "to_site_id" text,
      "start" text,
      "duration_s" real NOT NULL,
      "created_at_utc" text NOT NULL,
      "updated_at_utc" text NOT NULL,
      "deleted_at_utc" text,
      CONSTRAINT "ck_ways_revision" CHECK (revision >= 1),
      CONSTRAINT "ck_ways_start" CHECK (length("start") <= 80),
      CONSTRAINT "ck_ways_duration_s" CHECK ("duration_s" BETWEEN 0 AND 86400),
      CONSTRAINT "fk_ways_from_site_id" FOREIGN KEY ("from_site_id") REFERENCES "sites" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
      CONSTRAINT "fk_ways_to_site_id" FOREIGN KEY ("to_site_id") REFERENCES "sites" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
    `CREATE INDEX "ix_ways_from_site_id" ON "ways" ("from_site_id")`,
    `CREATE INDEX "ix_ways_to_site_id" ON "ways" ("to_site_id")`,
  ],
};

export class Rounds20261201190000 implements MigrationInterface {
  readonly name = 'Rounds20261201190000';

  up(runner: QueryRunner): Promise<void> {
    return createWatched(runner, TABLES);
  }

  down(runner: QueryRunner): Promise<void> {
    return dropWatched(runner, TABLES);
  }
}
