import type {
  DeviceDto,
  DeviceKind,
  DevicesDto,
  NewDeviceDto,
  RegisterDeviceDto,
  SentTrapReading,
  SentWeatherDay,
  TakenReadingsDto,
} from '@yewridge/contract/devices';
import { DEVICE_LIMITS } from '@yewridge/contract/devices';
import { type ChangeDto, columnsOf } from '@yewridge/contract/season';
import { isRecordDate } from '@yewridge/contract/shared';
import { type EntityManager, IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { DeviceEntity } from '../db/entities/device-entities.js';
import { RECORD_ENTITIES, type StoredRecord } from '../db/entities/record-entities.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import { AppError } from '../http/app-error.js';
import type { ActsService } from '../shared/acts/acts-service.js';
import type { Clock } from '../shared/clock/clock.js';
import { newSecret, secretDigest } from '../shared/keys/secret.js';
import type { Told } from '@yewridge/core/field';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import { minuteAt } from '../shared/season-log/site-date.js';
import type { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';

const MINUTE_MS = 60_000;
/** No sensor in a trap is older. */
const EARLIEST = '2000-01-01T00:00:00.000Z';

const WEATHER = ['tMinC', 'tMaxC', 'rainMm', 'windMps'] as const;

function bad(path: string, message: string): AppError {
  return new AppError('VALIDATION', { fields: [{ path, message }] });
}

type StoredDevice = Pick<DeviceEntity, 'id' | 'kind' | 'name' | 'trapId' | 'simulated' | 'createdAt' | 'removedAt'>;

/** Sensors and stations: who they are, by which key they are known, and what they send. */
export class DevicesService {
  constructor(
    private readonly parts: {
      readonly database: Database;
      readonly log: SeasonLog;
      readonly acts: ActsService;
      readonly readings: SensorReadings;
      readonly clock: Clock;
      readonly timeZone: string;
    },
  ) {}

  async all(): Promise<DevicesDto> {
    const { database, log, readings } = this.parts;
    const today = log.today();
    const devices = await database.source.getRepository(DeviceEntity).find({ order: { createdAt: 'ASC', id: 'ASC' } });
    const stays = await log.stays({ from: today, to: today });
    // Up to here and no further: what comes in meanwhile is told by the stream, and is not counted twice.
    const seq = await readings.latest();
    const rows: DeviceDto[] = [];
    for (const device of devices) rows.push(await this.dto(device, seq));
    const traps = (await log.traps()).map(({ id, number }) => ({
      trapId: id,
      number,
      site: stays.find(({ trapId, takenDownOn }) => trapId === id && takenDownOn === null)?.site ?? null,
    }));
    return { now: log.instant(), seq, devices: rows, traps };
  }

  /** @throws AppError `VALIDATION` for a trap that is not there, `RULE` for one device too many. */
  async register({ kind, name, trapId = null }: RegisterDeviceDto): Promise<NewDeviceDto> {
    const { database, clock } = this.parts;
    const key = newSecret();
    const device = await database.write(async (manager) => {
      if ((await manager.countBy(DeviceEntity, { removedAt: IsNull() })) >= DEVICE_LIMITS.devices) {
        throw new AppError('RULE', {
          fields: [{ path: 'name', message: `${DEVICE_LIMITS.devices} devices are registered already: remove one` }],
        });
      }
      if (trapId !== null && (await manager.countBy(TrapEntity, { id: trapId, deletedAt: IsNull() })) === 0) {
        throw bad('trapId', `there is no trap "${trapId}", or it is in the bin`);
      }
      const row = {
        id: crypto.randomUUID(),
        kind,
        name,
        trapId: kind === 'trapSensor' ? trapId : null,
        simulated: false,
        keySha256: secretDigest(key),
        createdAt: clock.now().toISOString(),
        removedAt: null,
      };
      await manager.insert(DeviceEntity, row);
      return row;
    });
    return { device: await this.dto(device), key };
  }

  /** Its key opens nothing any more; what it told stays. */
  async remove(id: string): Promise<DeviceDto> {
    const { database, clock } = this.parts;
    const device = await database.write(async (manager) => {
      const found = await manager.findOneBy(DeviceEntity, { id });
      if (!found) throw new AppError('NOT_FOUND');
      const removedAt = found.removedAt ?? clock.now().toISOString();
      await manager.update(DeviceEntity, { id }, { removedAt });
      const { kind, name, trapId, simulated, createdAt } = found;
      return { id, kind, name, trapId, simulated, createdAt, removedAt };
    });
    return this.dto(device);
  }

  /** The device that a key belongs to. @throws AppError `UNKNOWN_KEY`. */
  async known(id: string, key: string | null): Promise<{ readonly id: string; readonly kind: DeviceKind }> {
    const found =
      key === null
        ? null
        : await this.parts.database.source
            .getRepository(DeviceEntity)
            .findOneBy({ id, keySha256: secretDigest(key), removedAt: IsNull() });
    if (!found) throw new AppError('UNKNOWN_KEY');
    return { id, kind: found.kind as DeviceKind };
  }

  /** All of them or none. @throws AppError `VALIDATION` for a time that is none, `RULE` for one told otherwise before. */
  take(deviceId: string, sent: readonly SentTrapReading[]): Promise<TakenReadingsDto> {
    const { clock, readings, timeZone } = this.parts;
    const now = clock.now();
    const latest = new Date(now.getTime() + DEVICE_LIMITS.aheadMinutes * MINUTE_MS);
    const told = sent.map(({ at, perMin = null, insideC = null, massKg = null }, n): Told => {
      const moment = new Date(at);
      if (Number.isNaN(moment.getTime()) || !isRecordDate(at.slice(0, 10)))
        throw bad(`readings[${n}].at`, `"${at}" is not in the calendar`);
      const instant = moment.toISOString();
      if (moment > latest) {
        const most = `${DEVICE_LIMITS.aheadMinutes} minutes after now, ${now.toISOString()}`;
        throw bad(`readings[${n}].at`, `${at} is still to come: the sensor's clock may be at most ${most}`);
      }
      if (instant < EARLIEST) throw bad(`readings[${n}].at`, `${at} is before 2000: is the sensor's clock set?`);
      return { at: minuteAt(moment, timeZone), instant, perMin, insideC, massKg, source: 'measured' };
    });
    return readings.take(deviceId, told, now.toISOString());
  }

  /** Days of a weather station, put into the weather in place of what was foretold. */
  async takeDays(deviceId: string, sent: readonly SentWeatherDay[]): Promise<TakenReadingsDto> {
    const { acts, log } = this.parts;
    const today = log.today();
    sent.forEach(({ date }, n) => {
      if (date > today) throw bad(`readings[${n}].date`, `${date} is still to come: a station tells what it measured`);
      if (sent.findIndex((one) => one.date === date) < n) throw bad(`readings[${n}].date`, `${date} is there twice`);
    });
    let kept = 0;
    const digest = secretDigest(JSON.stringify(sent));
    const { refused } = await acts.keepMany(
      `${deviceId}-${digest.slice(0, 16)}-${log.instant().replace(/\D/g, '')}`.slice(0, 64),
      digest,
      async (manager) => {
        const changes: ChangeDto[] = [];
        for (const day of sent) {
          const change = await this.dayChange(manager, deviceId, day);
          if (change) changes.push(change);
        }
        kept = changes.length;
        return { says: `Weather of ${sent.length} days, measured`, changes };
      },
      { only: 'keep' },
    );
    if (refused[0]) throw refused[0].error;
    return { kept, known: sent.length - kept };
  }

  private async dayChange(manager: EntityManager, deviceId: string, day: SentWeatherDay): Promise<ChangeDto | null> {
    const table = 'weather';
    const row: StoredRecord | null = await manager.findOneBy(RECORD_ENTITIES[table], {
      date: day.date,
      deletedAt: IsNull(),
    });
    const told = Object.fromEntries(WEATHER.map((field) => [field, day[field] ?? null]));
    const fields = { date: day.date, ...told, source: 'measured' };
    if (row && columnsOf(table).every(([field]) => row[field] === (fields as Record<string, unknown>)[field])) {
      return null;
    }
    return { op: 'put', table, id: row?.id ?? `${deviceId}-${day.date}`, revision: row?.revision ?? 0, fields };
  }

  private async dto(device: StoredDevice, upTo = Number.MAX_SAFE_INTEGER): Promise<DeviceDto> {
    const { database, readings } = this.parts;
    const { id, kind, name, trapId, simulated, createdAt, removedAt } = device;
    const trap = trapId === null ? null : await database.source.getRepository(TrapEntity).findOneBy({ id: trapId });
    const [count] = await database.source.query<{ n: number }[]>(
      'SELECT count(*) AS n FROM device_reading WHERE device_id = ? AND seq <= ?',
      [id, upTo],
    );
    return {
      id,
      kind: kind as DeviceKind,
      name,
      trapId,
      number: trap?.number ?? null,
      simulated,
      createdAt,
      removedAt,
      readings: count?.n ?? 0,
      last: await readings.last(id, upTo),
    };
  }
}
