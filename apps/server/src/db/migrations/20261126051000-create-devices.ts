import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "device" (
    "id" text PRIMARY KEY NOT NULL,
    "kind" text NOT NULL,
    "name" text NOT NULL,
    "trap_id" text,
    "simulated" boolean NOT NULL,
    "key_sha256" text,
    "created_at_utc" text NOT NULL,
    "removed_at_utc" text,
    CONSTRAINT "ck_device_trap" CHECK ((kind = 'trapSensor') = (trap_id IS NOT NULL)),
    CONSTRAINT "ck_device_key" CHECK (simulated = (key_sha256 IS NULL)),
    CONSTRAINT "ck_device_name" CHECK (length(name) BETWEEN 1 AND 80),
    CONSTRAINT "ck_device_kind" CHECK (kind IN ('trapSensor', 'weatherStation')),
    CONSTRAINT "fk_device_trap" FOREIGN KEY ("trap_id") REFERENCES "trap" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
  `CREATE INDEX "ix_device_trap" ON "device" ("trap_id")`,
  `CREATE TABLE "device_reading" (
    "seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL,
    "device_id" text NOT NULL,
    "at" text NOT NULL,
    "at_utc" text NOT NULL,
    "per_min" real,
    "inside_c" real,
    "mass_kg" real,
    "source" text NOT NULL,
    "received_at_utc" text NOT NULL,
    CONSTRAINT "ck_device_reading_source" CHECK (source IN ('measured', 'simulated')),
    CONSTRAINT "ck_device_reading_mass_kg" CHECK (mass_kg BETWEEN 0 AND 200),
    CONSTRAINT "ck_device_reading_inside_c" CHECK (inside_c BETWEEN -60 AND 90),
    CONSTRAINT "ck_device_reading_per_min" CHECK (per_min BETWEEN 0 AND 1000),
    CONSTRAINT "fk_device_reading_device" FOREIGN KEY ("device_id") REFERENCES "device" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION)`,
  `CREATE UNIQUE INDEX "ux_device_reading_once" ON "device_reading" ("device_id", "at_utc")`,
  `CREATE TABLE "calendar_key" (
    "id" text PRIMARY KEY NOT NULL,
    "name" text NOT NULL,
    "secret_sha256" text NOT NULL,
    "created_at_utc" text NOT NULL,
    "last_read_at_utc" text,
    "revoked_at_utc" text,
    CONSTRAINT "ck_calendar_key_name" CHECK (length(name) BETWEEN 1 AND 80))`,
  `CREATE UNIQUE INDEX "ux_calendar_key_secret" ON "calendar_key" ("secret_sha256")`,
  `CREATE TABLE "demo_clock" (
    "id" text PRIMARY KEY NOT NULL,
    "at_utc" text NOT NULL,
    CONSTRAINT "ck_demo_clock_one" CHECK (id = 'demo'))`,
];

/** Sensors and what they tell, calendars that may be read, and where the demo's clock stands. */
export class CreateDevices20261126051000 implements MigrationInterface {
  readonly name = 'CreateDevices20261126051000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['demo_clock', 'calendar_key', 'device_reading', 'device']) {
      await runner.query(`DROP TABLE "${table}"`);
    }
  }
}
