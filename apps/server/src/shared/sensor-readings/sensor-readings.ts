import type { DeviceReadingDto, TakenReadingsDto } from '@yewridge/contract/devices';
import { DEVICE_LIMITS } from '@yewridge/contract/devices';
import type { SensorTold, Told } from '@yewridge/core/field';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { groupedBy } from '@yewridge/core/shared/groups';
import { EventEmitter } from 'node:events';
import type { EntityManager } from 'typeorm';
import type { Database } from '../../db/database.js';
import { DeviceReadingEntity } from '../../db/entities/device-entities.js';
import { AppError } from '../../http/app-error.js';

/** A swarm shows in a trap within days; what is older says nothing of now. */
const SIGN_DAYS = 14;
const ROWS_AT_ONCE = 80;

const COLUMNS = `seq, device_id AS deviceId, at, at_utc AS instant, per_min AS perMin, inside_c AS insideC,
  mass_kg AS massKg, source`;

const same = (a: Told, b: Told): boolean =>
  a.perMin === b.perMin && a.insideC === b.insideC && a.massKg === b.massKg && a.source === b.source;

/**
 * What the sensors in traps told. A reading is kept once a device and instant, however often it is sent, and gets its number
 * in the order it came in; who follows the readings goes by that number, so that none is missed and none comes twice.
 */
export class SensorReadings {
  readonly #news = new EventEmitter();

  constructor(private readonly database: Database) {
    // One listener a screen that is open.
    this.#news.setMaxListeners(0);
  }

  /** @throws AppError `RULE` for an instant that the device told otherwise before. */
  async take(deviceId: string, told: readonly Told[], receivedAt: string): Promise<TakenReadingsDto> {
    const taken = await this.database.write((manager) => this.takeWithin(manager, deviceId, told, receivedAt));
    this.tell();
    return taken;
  }

  /** Part of a larger write; whoever makes that calls `tell` when it is kept. */
  async takeWithin(
    manager: EntityManager,
    deviceId: string,
    told: readonly Told[],
    receivedAt: string,
  ): Promise<TakenReadingsDto> {
    const fresh = new Map<string, Told>();
    let known = 0;
    for (const [n, one] of told.entries()) {
      const row =
        fresh.get(one.instant) ?? (await manager.findOneBy(DeviceReadingEntity, { deviceId, instant: one.instant }));
      if (!row) fresh.set(one.instant, one);
      else if (same(row, one)) known += 1;
      else {
        const message = `${one.instant} was told otherwise before: a reading is kept as it first came in`;
        throw new AppError('RULE', { fields: [{ path: `readings[${n}].at`, message }] });
      }
    }
    const rows = [...fresh.values()].map((one) => ({ ...one, deviceId, receivedAt }));
    for (let n = 0; n < rows.length; n += ROWS_AT_ONCE) {
      await manager.insert(DeviceReadingEntity, rows.slice(n, n + ROWS_AT_ONCE));
    }
    return { kept: rows.length, known };
  }

  /** New readings are there. */
  tell(): void {
    this.#news.emit('news');
  }

  /** Calls back whenever new readings are there. @returns how to stop that. */
  follow(onNews: () => void): () => void {
    this.#news.on('news', onNews);
    return () => this.#news.off('news', onNews);
  }

  /** Readings numbered after `seq`, in order, at most a page of them. */
  after(seq: number, most: number = DEVICE_LIMITS.page): Promise<readonly DeviceReadingDto[]> {
    return this.query(`SELECT ${COLUMNS} FROM device_reading WHERE seq > ? ORDER BY seq LIMIT ?`, [seq, most]);
  }

  /** The number of the latest reading; 0 before the first. */
  async latest(): Promise<number> {
    const [row] = await this.database.source.query<{ seq: number | null }[]>(
      'SELECT max(seq) AS seq FROM device_reading',
    );
    return row?.seq ?? 0;
  }

  /** One device's readings from a day on, oldest first; of more than a page the latest. */
  async of(deviceId: string, from: IsoDate): Promise<readonly DeviceReadingDto[]> {
    const rows = await this.query(
      `SELECT ${COLUMNS} FROM device_reading WHERE device_id = ? AND at >= ? ORDER BY at_utc DESC LIMIT ?`,
      [deviceId, from, DEVICE_LIMITS.page],
    );
    return [...rows].reverse();
  }

  /** The latest reading of a device; `null` before the first. */
  async last(deviceId: string, upTo = Number.MAX_SAFE_INTEGER): Promise<DeviceReadingDto | null> {
    const [row] = await this.query(
      `SELECT ${COLUMNS} FROM device_reading WHERE device_id = ? AND seq <= ? ORDER BY at_utc DESC LIMIT 1`,
      [deviceId, upTo],
    );
    return row ?? null;
  }

  /** What the sensors told in the last days, by trap; of two in one trap the one hung last. */
  async byTrap(today: IsoDate): Promise<ReadonlyMap<string, SensorTold>> {
    const devices = await this.database.source.query<{ id: string; name: string; trapId: string; simulated: number }[]>(
      `SELECT id, name, trap_id AS trapId, simulated FROM device
       WHERE kind = 'trapSensor' AND removed_at_utc IS NULL ORDER BY created_at_utc, id`,
    );
    if (devices.length === 0) return new Map();
    const rows = await this.query(
      `SELECT ${COLUMNS} FROM device_reading WHERE at >= ? AND device_id IN
         (SELECT id FROM device WHERE removed_at_utc IS NULL) ORDER BY at, at_utc`,
      [addDays(today, -SIGN_DAYS)],
    );
    const told = groupedBy(rows, ({ deviceId }) => deviceId);
    return new Map(
      devices.flatMap(({ id, name, trapId, simulated }) => {
        // An hour that comes twice when clocks are put back is told once: the later counts.
        const own = (told.get(id) ?? []).filter((one, n, all) => all[n + 1]?.at !== one.at);
        return own.length === 0
          ? []
          : [[trapId, { deviceId: id, name, simulated: simulated === 1, told: own }] as const];
      }),
    );
  }

  private query(sql: string, values: readonly unknown[]): Promise<DeviceReadingDto[]> {
    return this.database.source.query<DeviceReadingDto[]>(sql, [...values]);
  }
}
