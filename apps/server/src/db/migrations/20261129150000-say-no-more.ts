import type { MigrationInterface, QueryRunner } from 'typeorm';
import { rebuildTable } from './rebuild-table.js';

type Edit = readonly [before: string, after: string];
const back = (edits: readonly Edit[]): readonly Edit[] => edits.map(([before, after]) => [after, before]);

const OCCUPIED: readonly Edit[] = [['"occupied" boolean NOT NULL', '"occupied" boolean']];
const PLACED: readonly Edit[] = [
  ['"lat" real NOT NULL', '"lat" real'],
  ['"lon" real NOT NULL', '"lon" real'],
];
const CARRIERS = `'openSwab', 'swabInBag', 'towelInBag', 'pipette', 'wickVial', 'gel', 'sprayOnWood'`;
const SCENTS = `'lemongrassOil', 'citral', 'geraniol', 'linalool', 'limonene'`;
const LURES: readonly Edit[] = [
  [`"carrier" IN (${CARRIERS})`, `"carrier" IN (${CARRIERS}, 'burlap', 'waxBlock', 'rubbedOn', 'entranceGel')`],
  [`"substance" IN (${SCENTS})`, `"substance" IN (${SCENTS}, 'beeswax', 'propolis', 'blend')`],
  [
    `"placed" text,\n`,
    `"placed" text,
    "dose" real CONSTRAINT "ck_baits_dose" CHECK ("dose" BETWEEN 0 AND 1000),
    "dose_unit" text CONSTRAINT "ck_baits_dose_unit" CHECK ("dose_unit" IN ('drops', 'mL', 'g')),
    "blend_id" text,\n`,
  ],
  [
    'CONSTRAINT "fk_baits_deployment_id" FOREIGN KEY',
    `CONSTRAINT "fk_baits_blend_id" FOREIGN KEY ("blend_id") REFERENCES "goods" ("id") ON DELETE RESTRICT ON UPDATE NO ACTION,
    CONSTRAINT "fk_baits_deployment_id" FOREIGN KEY`,
  ],
];
const METHODS = `'trap', 'shaken', 'vacuum', 'brushed'`;
const CATCHES: readonly Edit[] = [
  [`"method" IN (${METHODS})`, `"method" IN (${METHODS}, 'cutOut')`],
  [
    `"after_swarm_of" text,\n`,
    `"after_swarm_of" text,
    "place_lat" real CONSTRAINT "ck_catches_place_lat" CHECK ("place_lat" BETWEEN -90 AND 90),
    "place_lon" real CONSTRAINT "ck_catches_place_lon" CHECK ("place_lon" BETWEEN -180 AND 180),\n`,
  ],
];
const STEPS: readonly Edit[] = [[`'broodCheck', 'miteWindow')`, `'broodCheck', 'miteWindow', 'peek')`]];
const HUNG_ALSO = `ALTER TABLE "deployments" ADD COLUMN "hung_also" text
  CONSTRAINT "ck_deployments_hung_also" CHECK ("hung_also" IN ('strut', 'strap', 'bracket', 'hook', 'wire', 'stand', 'deck'))`;

/**
 * Room for what was said, and for nothing having been said: a look that says nothing of bees, a site that is not placed yet,
 * several lures with a dose each, the place of a hanging swarm, a second way of hanging, and the peek before the evening.
 */
export class SayNoMore20261129150000 implements MigrationInterface {
  readonly name = 'SayNoMore20261129150000';

  async up(runner: QueryRunner): Promise<void> {
    await rebuildTable(runner, 'visits', OCCUPIED);
    await rebuildTable(runner, 'sites', PLACED);
    await rebuildTable(runner, 'baits', LURES);
    await runner.query(`CREATE INDEX "ix_baits_blend_id" ON "baits" ("blend_id")`);
    await rebuildTable(runner, 'catches', CATCHES);
    await rebuildTable(runner, 'steps', STEPS);
    await runner.query(HUNG_ALSO);
  }

  /** What the earlier version has no room for is put as near as it can be, or left out. */
  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "deployments" DROP COLUMN "hung_also"`);
    await runner.query(`DELETE FROM "steps" WHERE "code" = 'peek'`);
    await rebuildTable(runner, 'steps', back(STEPS));
    await rebuildTable(runner, 'catches', back(CATCHES), { method: `replace("method", 'cutOut', 'vacuum')` });
    const unknown = `"carrier" NOT IN (${CARRIERS}) OR "substance" NOT IN (${SCENTS})`;
    await runner.query(`DELETE FROM "weighings" WHERE "bait_id" IN (SELECT "id" FROM "baits" WHERE ${unknown})`);
    await runner.query(`DELETE FROM "baits" WHERE ${unknown}`);
    await runner.query(`DROP INDEX "ix_baits_blend_id"`);
    await rebuildTable(runner, 'baits', back(LURES));
    await rebuildTable(runner, 'sites', back(PLACED), { lat: `coalesce("lat", 0)`, lon: `coalesce("lon", 0)` });
    await rebuildTable(runner, 'visits', back(OCCUPIED), { occupied: `coalesce("occupied", 0)` });
  }
}
