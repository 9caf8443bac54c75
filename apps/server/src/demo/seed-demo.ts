import type { Database } from '../db/database.js';
import type { EntityManager } from 'typeorm';
import { DesignEntity } from '../db/entities/design-entity.js';
import { DesignVersionEntity } from '../db/entities/design-version-entity.js';
import { RigEntity } from '../db/entities/rig-entity.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import type { Clock } from '../shared/clock/clock.js';
import type { KeptRow } from '../shared/documents/kept-documents.js';
import { VELLMARK_DESIGNS } from './vellmark-designs.js';
import { VELLMARK_RIGS } from './vellmark-rigs.js';
import { VELLMARK_OWNER, VELLMARK_TRAPS, VELLMARK_VERSIONS } from './vellmark-traps.js';

/** Thursday 14 May 2026, 18:20 in Vellmark (Europe/Vienna). */
export const DEMO_NOW = '2026-05-14T16:20:00.000Z';
export const DEMO_TIME_ZONE = 'Europe/Vienna';
export const DEMO_NAME = 'Vellmark Swarm Watch';

const WINTER_WORK = Date.parse('2026-01-10T15:00:00.000Z');
const WEEK_MS = 7 * 24 * 3600 * 1000;

/** Documents drawn in winter evenings, one a week. */
function drawnInWinter<T extends { readonly name: string }>(
  drawn: readonly { readonly id: string; readonly document: T }[],
  clock: Clock,
): KeptRow<T>[] {
  return drawn.map(({ id, document }, n) => {
    const at = new Date(Math.min(WINTER_WORK + n * WEEK_MS, clock.now().getTime())).toISOString();
    return { id, revision: 1, name: document.name, document, createdAt: at, updatedAt: at, deletedAt: null };
  });
}

async function seedRigs(manager: EntityManager, clock: Clock): Promise<void> {
  await manager.insert(RigEntity, drawnInWinter(VELLMARK_RIGS, clock));
}

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
    if ((await manager.count(RigEntity)) === 0) await seedRigs(manager, clock);
    if ((await manager.count(DesignEntity)) > 0) return;
    await manager.insert(DesignEntity, drawnInWinter(VELLMARK_DESIGNS, clock));
    await seedTraps(manager, clock);
  });
}
