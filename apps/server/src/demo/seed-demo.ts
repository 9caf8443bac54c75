import type { Database } from '../db/database.js';
import { type EntityManager, In } from 'typeorm';
import { TABLE_NAMES } from '@yewridge/contract/season';
import { ActEntity } from '../db/entities/act-entity.js';
import { DesignEntity } from '../db/entities/design-entity.js';
import { DesignVersionEntity } from '../db/entities/design-version-entity.js';
import { DeviceEntity } from '../db/entities/device-entities.js';
import { MapLayerEntity } from '../db/entities/map-layer-entity.js';
import { minuteFieldOf, RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { insertRecords } from '../db/record-rows.js';
import { RigEntity } from '../db/entities/rig-entity.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import type { Clock } from '../shared/clock/clock.js';
import type { KeptRow } from '../shared/documents/kept-documents.js';
import { VELLMARK_DESIGNS } from './vellmark-designs.js';
import { instantOf } from '../shared/season-log/site-date.js';
import { groupedBy } from '@yewridge/core/shared/groups';
import { SeasonLog } from '../shared/season-log/season-log.js';
import { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';
import { ActsService } from '../shared/acts/acts-service.js';
import type { DemoClock } from '../shared/clock/demo-clock.js';
import { DemoPlay } from './demo-play.js';
import { SimulatedStation } from './vellmark-weather.js';
import { VELLMARK_LANDSCAPE } from './vellmark-landscape.js';
import { VELLMARK_RIGS } from './vellmark-rigs.js';
import { trapId, vellmarkRecords } from './vellmark-season.js';
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
      id: trapId(trap.number),
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

const LANDSCAPE = 'vellmark-landscape';

async function seedRecords(manager: EntityManager, clock: Clock): Promise<void> {
  const now = clock.now().toISOString();
  const kept = { revision: 1, createdAt: now, updatedAt: now, deletedAt: null };
  const byTable = groupedBy(vellmarkRecords(), ({ table }) => table);
  for (const table of TABLE_NAMES) {
    const minute = minuteFieldOf(table);
    const rows = (byTable.get(table) ?? []).map(({ id, fields }) => {
      const at = minute === null ? null : fields[minute];
      const instant = typeof at === 'string' ? { atUtc: instantOf(at, DEMO_TIME_ZONE, 'at') } : {};
      return { id, ...fields, ...instant, ...kept };
    });
    await insertRecords(manager, table, rows);
  }
  await manager.insert(MapLayerEntity, {
    id: LANDSCAPE,
    name: 'The valley of Vellmark',
    geojson: JSON.stringify(VELLMARK_LANDSCAPE),
    shown: true,
    createdAt: now,
  });
}

/** Stand-ins for sensors, each since it was hung: in a trap with bees, in the one they look at, and where one climbs far. */
const SENSORS: readonly (readonly [number: string, name: string, since: string])[] = [
  ['V-11', 'Sensor 1', '2026-05-08T10:00:00.000Z'],
  ['V-12', 'Sensor 2', '2026-05-10T10:00:00.000Z'],
  ['V-10', 'Sensor 3', '2026-05-10T11:00:00.000Z'],
  ['V-07', 'Sensor 4', '2026-05-14T10:00:00.000Z'],
];

async function seedDevices(manager: EntityManager): Promise<void> {
  const known = new Set((await manager.find(TrapEntity, { select: { id: true } })).map(({ id }) => id));
  const kept = { simulated: true, keySha256: null, removedAt: null };
  const sensors = SENSORS.filter(([number]) => known.has(trapId(number))).map(([number, name, createdAt]) => ({
    ...kept,
    id: `sensor-${number.toLowerCase()}`,
    kind: 'trapSensor',
    name,
    trapId: trapId(number),
    createdAt,
  }));
  const station = { id: 'mill-roof', kind: 'weatherStation', name: 'The mill roof', trapId: null };
  await manager.insert(DeviceEntity, [...sensors, { ...kept, ...station, createdAt: '2023-01-01T00:00:00.000Z' }]);
}

/** Fills an empty demo database; one that a visitor has worked in is left as it is. What the sensors told comes last. */
export async function seedDemo(database: Database, clock: DemoClock): Promise<void> {
  await seedRecordsOf(database, clock);
  const log = new SeasonLog(database, clock, DEMO_TIME_ZONE, 'N');
  const acts = new ActsService(database, clock, DEMO_TIME_ZONE);
  const readings = new SensorReadings(database);
  const station = new SimulatedStation();
  await new DemoPlay({ database, clock, log, acts, readings, station, timeZone: DEMO_TIME_ZONE }).catchUp();
}

async function seedRecordsOf(database: Database, clock: Clock): Promise<void> {
  await database.write(async (manager) => {
    if ((await manager.count(RigEntity)) === 0) await seedRigs(manager, clock);
    if ((await manager.count(DesignEntity)) === 0) {
      await manager.insert(DesignEntity, drawnInWinter(VELLMARK_DESIGNS, clock));
      await seedTraps(manager, clock);
    }
    const untouched = (await manager.count(RECORD_ENTITIES.sites)) === 0 && (await manager.count(ActEntity)) === 0;
    // A demo from before there were records may have lost a trap that the story hangs.
    const whole =
      (await manager.countBy(TrapEntity, { id: In(VELLMARK_TRAPS.map(({ number }) => trapId(number))) })) ===
      VELLMARK_TRAPS.length;
    if (untouched && whole) await seedRecords(manager, clock);
    if ((await manager.count(DeviceEntity)) === 0) await seedDevices(manager);
  });
}
