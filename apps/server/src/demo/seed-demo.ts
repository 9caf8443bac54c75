import type { Database } from '../db/database.js';
import type { EntityManager } from 'typeorm';
import { DesignEntity } from '../db/entities/design-entity.js';
import { DesignVersionEntity } from '../db/entities/design-version-entity.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import type { Clock } from '../shared/clock/clock.js';
import { VELLMARK_DESIGNS } from './vellmark-designs.js';
import { VELLMARK_OWNER, VELLMARK_TRAPS, VELLMARK_VERSIONS } from './vellmark-traps.js';

/** Thursday 14 May 2026, 18:20 in Vellmark (Europe/Vienna). */
export const DEMO_NOW = '2026-05-14T16:20:00.000Z';
export const DEMO_TIME_ZONE = 'Europe/Vienna';
export const DEMO_NAME = 'Vellmark Swarm Watch';

const WINTER_WORK = Date.parse('2026-01-10T15:00:00.000Z');
const WEEK_MS = 7 * 24 * 3600 * 1000;

async function seedTraps(manager: EntityManager, clock: Clock): Promise<void> {
  await manager.insert(DesignVersionEntity, [...VELLMARK_VERSIONS]);
  const now = clock.now().toISOString();
  const rows = VELLMARK_TRAPS.map(({ version, ...trap }) => {
    const built = VELLMARK_VERSIONS.find((one) => one.designId === trap.designId && one.version === version);
    if (!built) throw new Error(`${trap.number} is built to no version`);
    return manager.create(TrapEntity, {
      ...trap,
      id: `vellmark-${trap.number.toLowerCase()}`,
      revision: 1,
      designVersion: version,
      asBuilt: built.document,
      owner: VELLMARK_OWNER,
      createdAt: built.frozenAt,
      updatedAt: now,
      deletedAt: null,
    });
  });
  await manager.insert(TrapEntity, rows);
}

/** Fills an empty demo database; one that a visitor has worked in is left as it is. */
export async function seedDemo(database: Database, clock: Clock): Promise<void> {
  await database.write(async (manager) => {
    if ((await manager.count(DesignEntity)) > 0) return;
    for (const [n, { id, document }] of VELLMARK_DESIGNS.entries()) {
      const drawn = new Date(Math.min(WINTER_WORK + n * WEEK_MS, clock.now().getTime())).toISOString();
      await manager.insert(DesignEntity, {
        id,
        revision: 1,
        name: document.name,
        document,
        createdAt: drawn,
        updatedAt: drawn,
        deletedAt: null,
      });
    }
    await seedTraps(manager, clock);
  });
}
