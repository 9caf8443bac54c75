import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Those that point at others first. */
const TABLES = ['goods', 'readings', 'combs', 'weather', 'phenology'];

const UP: readonly string[] = [
  `CREATE TABLE "phenology" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "species" text NOT NULL,
    "stage" text NOT NULL,
    "on" text NOT NULL,
    "notes" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_phenology_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_phenology_species" CHECK (length("species") <= 80),
    CONSTRAINT "ck_phenology_stage" CHECK ("stage" IN ('firstBloom', 'fullBloom', 'endBloom')),
    CONSTRAINT "ck_phenology_on" CHECK ("on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
    CONSTRAINT "ck_phenology_notes" CHECK (length("notes") <= 2000))`,
  `CREATE TABLE "weather" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "date" text NOT NULL,
    "t_min_c" real,
    "t_max_c" real,
    "rain_mm" real,
    "wind_mps" real,
    "source" text NOT NULL,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_weather_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_weather_order" CHECK ("t_min_c" <= "t_max_c"),
    CONSTRAINT "ck_weather_date" CHECK ("date" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
    CONSTRAINT "ck_weather_t_min_c" CHECK ("t_min_c" BETWEEN -60 AND 60),
    CONSTRAINT "ck_weather_t_max_c" CHECK ("t_max_c" BETWEEN -60 AND 60),
    CONSTRAINT "ck_weather_rain_mm" CHECK ("rain_mm" BETWEEN 0 AND 2000),
    CONSTRAINT "ck_weather_wind_mps" CHECK ("wind_mps" BETWEEN 0 AND 100),
    CONSTRAINT "ck_weather_source" CHECK ("source" IN ('measured', 'forecast', 'simulated')))`,
  `CREATE UNIQUE INDEX "ux_weather_once" ON "weather" ("date") WHERE deleted_at_utc IS NULL`,
  `CREATE TABLE "combs" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "name" text NOT NULL,
    "drawn_year" integer NOT NULL,
    "trap_id" text,
    "state" text NOT NULL,
    "notes" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_combs_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_combs_name" CHECK (length("name") <= 40),
    CONSTRAINT "ck_combs_drawn_year" CHECK ("drawn_year" BETWEEN 1900 AND 2200),
    CONSTRAINT "ck_combs_state" CHECK ("state" IN ('inUse', 'spare', 'melted')),
    CONSTRAINT "ck_combs_notes" CHECK (length("notes") <= 2000),
    CONSTRAINT "fk_combs_trap_id" FOREIGN KEY ("trap_id") REFERENCES "trap" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
  `CREATE INDEX "ix_combs_trap_id" ON "combs" ("trap_id")`,
  `CREATE TABLE "readings" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "deployment_id" text NOT NULL,
    "at" text NOT NULL,
    "label" text NOT NULL,
    "value" real NOT NULL,
    "unit" text,
    "source" text NOT NULL,
    "at_utc" text NOT NULL,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_readings_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_readings_at" CHECK ("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T[0-2][0-9]:[0-5][0-9]'),
    CONSTRAINT "ck_readings_label" CHECK (length("label") <= 40),
    CONSTRAINT "ck_readings_value" CHECK ("value" BETWEEN -1000000000 AND 1000000000),
    CONSTRAINT "ck_readings_unit" CHECK (length("unit") <= 20),
    CONSTRAINT "ck_readings_source" CHECK ("source" IN ('measured', 'simulated')),
    CONSTRAINT "fk_readings_deployment_id" FOREIGN KEY ("deployment_id") REFERENCES "deployments" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
  `CREATE INDEX "ix_readings_deployment_id" ON "readings" ("deployment_id")`,
  `CREATE TABLE "goods" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "kind" text NOT NULL,
    "name" text NOT NULL,
    "count" integer NOT NULL,
    "price_each" real,
    "length_m" real,
    "width_m" real,
    "thickness_m" real,
    "notes" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_goods_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_goods_kind" CHECK ("kind" IN ('lure', 'strap', 'board', 'sheet', 'hardware')),
    CONSTRAINT "ck_goods_name" CHECK (length("name") <= 80),
    CONSTRAINT "ck_goods_count" CHECK ("count" BETWEEN 0 AND 100000),
    CONSTRAINT "ck_goods_price_each" CHECK ("price_each" BETWEEN 0 AND 1000000),
    CONSTRAINT "ck_goods_length_m" CHECK ("length_m" BETWEEN 0 AND 20),
    CONSTRAINT "ck_goods_width_m" CHECK ("width_m" BETWEEN 0 AND 5),
    CONSTRAINT "ck_goods_thickness_m" CHECK ("thickness_m" BETWEEN 0 AND 0.5),
    CONSTRAINT "ck_goods_notes" CHECK (length("notes") <= 2000))`,
];

/** Blooms, weather, combs, free readings, and goods in store. */
export class CreateSeasonLog20261125231000 implements MigrationInterface {
  readonly name = 'CreateSeasonLog20261125231000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of TABLES) await runner.query(`DROP TABLE "${table}"`);
  }
}
