import type { MigrationInterface, QueryRunner } from 'typeorm';

const DAY = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]';
const SPECIES = `'pine', 'spruce', 'cedar', 'poplar', 'douglas-fir', 'softwood-ply', 'hardwood-ply', 'osb', 'eps-foam', 'xps-foam', 'cardboard-tube', 'polypropylene', 'hdpe'`;
const GOODS: readonly (readonly [column: string, description: string])[] = [
  ['species', `text CONSTRAINT "ck_goods_species" CHECK ("species" IN (${SPECIES}))`],
  ['wet', `boolean CONSTRAINT "ck_goods_wet" CHECK ("wet" IN (0, 1))`],
  ['offcut', `boolean CONSTRAINT "ck_goods_offcut" CHECK ("offcut" IN (0, 1))`],
  ['place', `text CONSTRAINT "ck_goods_place" CHECK (length("place") <= 80)`],
  ['sold', `boolean CONSTRAINT "ck_goods_sold" CHECK ("sold" IN (0, 1))`],
];
const BATCHES = `CREATE TABLE "batches" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "name" text NOT NULL,
    "lines" text NOT NULL,
    "kerf_m" real,
    "trim_start_m" real,
    "trim_end_m" real,
    "wet_allowance" boolean,
    "edge_joined" boolean,
    "plan" text,
    "ticks" text,
    "cut_on" text,
    "notes" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_batches_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_batches_name" CHECK (length("name") <= 80),
    CONSTRAINT "ck_batches_lines" CHECK (length("lines") <= 1000),
    CONSTRAINT "ck_batches_kerf_m" CHECK ("kerf_m" BETWEEN 0 AND 0.02),
    CONSTRAINT "ck_batches_trim_start_m" CHECK ("trim_start_m" BETWEEN 0 AND 1),
    CONSTRAINT "ck_batches_trim_end_m" CHECK ("trim_end_m" BETWEEN 0 AND 1),
    CONSTRAINT "ck_batches_wet_allowance" CHECK ("wet_allowance" IN (0, 1)),
    CONSTRAINT "ck_batches_edge_joined" CHECK ("edge_joined" IN (0, 1)),
    CONSTRAINT "ck_batches_plan" CHECK (length("plan") <= 150000),
    CONSTRAINT "ck_batches_ticks" CHECK (length("ticks") <= 20000),
    CONSTRAINT "ck_batches_cut_on" CHECK ("cut_on" GLOB '${DAY}'),
    CONSTRAINT "ck_batches_notes" CHECK (length("notes") <= 2000))`;

/** Boards and sheets as they lie in Stores or stand in a price list, and what is sawn of them together. */
export class Workshop20261130200000 implements MigrationInterface {
  readonly name = 'Workshop20261130200000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [column, description] of GOODS) {
      await runner.query(`ALTER TABLE "goods" ADD COLUMN "${column}" ${description}`);
    }
    await runner.query(BATCHES);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "batches"');
    for (const [column] of [...GOODS].reverse()) await runner.query(`ALTER TABLE "goods" DROP COLUMN "${column}"`);
  }
}
