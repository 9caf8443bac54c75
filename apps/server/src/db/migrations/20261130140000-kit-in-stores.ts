import type { MigrationInterface, QueryRunner } from 'typeorm';
import { rebuildTable } from './rebuild-table.js';

type Edit = readonly [before: string, after: string];
const back = (edits: readonly Edit[]): readonly Edit[] => edits.map(([before, after]) => [after, before]);
const DAY = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]';
const CODES = `'beeBox', 'spareBox', 'combBox', 'frameBrood', 'frameHoney', 'frameEmpty', 'bands', 'broodCover', 'bucket', 'disposalBucket', 'bucketLid', 'boxLid', 'mesh', 'cage', 'sheet', 'strap', 'suit', 'gloves', 'smoker', 'water', 'brush', 'headlamp', 'source', 'hose', 'nozzle', 'tape', 'rag', 'battery', 'rcd', 'generator', 'ladder', 'hoist', 'cordon', 'detector', 'mask', 'knife', 'pryBar', 'saw', 'driver', 'closure', 'firstAid', 'phone'`;
const KIT: readonly string[] = [
  `CREATE TABLE "kit" (
    "id" text PRIMARY KEY NOT NULL,
    "revision" integer NOT NULL,
    "code" text NOT NULL,
    "name" text,
    "count" integer NOT NULL,
    "lent" integer,
    "lent_to" text,
    "charged_on" text,
    "notes" text,
    "created_at_utc" text NOT NULL,
    "updated_at_utc" text NOT NULL,
    "deleted_at_utc" text,
    CONSTRAINT "ck_kit_revision" CHECK (revision >= 1),
    CONSTRAINT "ck_kit_code" CHECK ("code" IN (${CODES})),
    CONSTRAINT "ck_kit_name" CHECK (length("name") <= 80),
    CONSTRAINT "ck_kit_count" CHECK ("count" BETWEEN 0 AND 1000),
    CONSTRAINT "ck_kit_lent" CHECK ("lent" BETWEEN 0 AND 1000),
    CONSTRAINT "ck_kit_lent_to" CHECK (length("lent_to") <= 80),
    CONSTRAINT "ck_kit_charged_on" CHECK ("charged_on" GLOB '${DAY}'),
    CONSTRAINT "ck_kit_notes" CHECK (length("notes") <= 2000))`,
];
/** Times of a call-out that are a whole minute, and not only as long as one. */
const MINUTES = ['callback_at', 'planned_for', 'on_my_way_at', 'arrived_at', 'until', 'joined_at'] as const;
const STRICTER = MINUTES.map(
  (column) =>
    [
      `CONSTRAINT "ck_callouts_${column}" CHECK (length("${column}") <= 16)`,
      `CONSTRAINT "ck_callouts_${column}" CHECK ("${column}" GLOB '${DAY}T[0-2][0-9]:[0-5][0-9]')`,
    ] as const,
);

const PHOTOS = [
  [`"notes" text,\n`, `"notes" text,\n    "callout_id" text,\n`],
  [
    'CONSTRAINT "fk_photos_site_id" FOREIGN KEY',
    `CONSTRAINT "fk_photos_callout_id" FOREIGN KEY ("callout_id") REFERENCES "callouts" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
    CONSTRAINT "fk_photos_site_id" FOREIGN KEY`,
  ],
] as const;

/** What lies in Stores for call-outs; times of a call-out as times; and photos of one. */
export class KitInStores20261130140000 implements MigrationInterface {
  readonly name = 'KitInStores20261130140000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of KIT) await runner.query(statement);
    await rebuildTable(runner, 'callouts', STRICTER);
    await rebuildTable(runner, 'photos', PHOTOS);
    await runner.query(`CREATE INDEX "ix_photos_callout_id" ON "photos" ("callout_id")`);
  }

  /** Photos of call-outs have no place in the version before. */
  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM "photos" WHERE "callout_id" IS NOT NULL`);
    await runner.query(`DROP INDEX "ix_photos_callout_id"`);
    await rebuildTable(runner, 'photos', back(PHOTOS));
    await rebuildTable(runner, 'callouts', back(STRICTER));
    await runner.query('DROP TABLE "kit"');
  }
}
