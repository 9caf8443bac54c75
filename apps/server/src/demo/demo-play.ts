import type { TableName } from '@yewridge/contract/season';
import type { ClockStep } from '@yewridge/contract/shared';
import { localSun, type Told } from '@yewridge/core/field';
import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import { createHash } from 'node:crypto';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { DeviceEntity } from '../db/entities/device-entities.js';
import type { ActsService } from '../shared/acts/acts-service.js';
import type { DemoClock } from '../shared/clock/demo-clock.js';
import type { WeatherSource } from '../shared/instruments/instruments.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import { dateAt, daysLater, instantIn } from '../shared/season-log/site-date.js';
import type { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';
import { PlayedSeason } from './played-season.js';
import { hourNow, playedStay, SimulatedTrapSensor } from './simulated-trap-sensor.js';
import { FORECAST_DAYS, weatherFields } from './vellmark-weather.js';

const MINUTE_MS = 60_000;
/** Half an hour after sunset a trap may be closed; the clock goes a little past it. */
const DARK_AFTER_MIN = 31;
const DAYS: Partial<Record<ClockStep, number>> = { day: 1, week: 7 };

/** What a keeper at the foot of a trap would see now. */
export interface Sight {
  readonly perMin: number;
  readonly occupied: boolean;
}

/** Puts the demo's clock on, and lets the weather station and the sensors tell what happened meanwhile. */
export class DemoPlay {
  #tail: Promise<unknown> = Promise.resolve();
  readonly #season = new PlayedSeason();

  constructor(
    private readonly parts: {
      readonly database: Database;
      readonly clock: DemoClock;
      readonly log: SeasonLog;
      readonly acts: ActsService;
      readonly readings: SensorReadings;
      readonly station: WeatherSource;
      readonly timeZone: string;
    },
  ) {}

  /** Goes on once, however often it is sent: a step from a time that has passed already does nothing. */
  step(by: ClockStep, from: string): Promise<void> {
    const next = this.#tail.then(async () => {
      const { clock } = this.parts;
      if (new Date(from).getTime() === clock.now().getTime()) await this.goTo(await this.next(by));
    });
    this.#tail = next.catch(() => undefined);
    return next;
  }

  /** What the sensors have told until now, where that is not kept yet. */
  catchUp(): Promise<void> {
    return this.goTo(this.parts.clock.now());
  }

  /** `null` where no trap hangs. */
  async sight(stayId: string): Promise<Sight | null> {
    const { log } = this.parts;
    const today = log.today();
    const stay = (await log.stays({ from: today, to: today })).find(({ id }) => id === stayId);
    if (!stay || stay.takenDownOn !== null) return null;
    const played = await playedStay(log, stay);
    const { perMin, occupied } = this.#season.hour(played, today, Number(log.minute().slice(11, 13)));
    return { perMin, occupied };
  }

  private async goTo(at: Date): Promise<void> {
    const { clock, database, readings, timeZone } = this.parts;
    await this.foretell(dateAt(at, timeZone));
    const devices = await database.source
      .getRepository(DeviceEntity)
      .findBy({ simulated: true, removedAt: IsNull(), kind: 'trapSensor' });
    const told = new Map<string, readonly Told[]>();
    for (const device of devices) told.set(device.id, await this.toldBy(device, at));
    await database.write(async (manager) => {
      await clock.keep(manager, at);
      for (const [id, rows] of told) await readings.takeWithin(manager, id, rows, at.toISOString());
    });
    clock.shows(at);
    readings.tell();
  }

  /** What a sensor tells between its latest reading and a moment. */
  private async toldBy({ id, trapId, createdAt }: DeviceEntity, at: Date): Promise<readonly Told[]> {
    const { readings, timeZone, log } = this.parts;
    if (trapId === null) return [];
    const last = (await readings.last(id))?.instant ?? createdAt;
    const sensor = new SimulatedTrapSensor(trapId, log, this.#season, hourNow(at, timeZone));
    const rows = await sensor.readings(hourNow(new Date(last), timeZone));
    return rows.flatMap(({ hour, perMin, insideC, massKg, source }): readonly Told[] => {
      const minute = `${addDays('1970-01-01', Math.floor(hour / 24))}T${String(hour % 24).padStart(2, '0')}:00`;
      const instant = instantIn(minute, timeZone);
      if (instant === null || instant <= last || instant > at.toISOString()) return [];
      return [{ at: minute, instant, perMin, insideC, massKg, source }];
    });
  }

  /** Weather up to as far as a forecast looks ahead of a day. */
  private async foretell(today: IsoDate): Promise<void> {
    const { acts, log, station } = this.parts;
    const to = addDays(today, FORECAST_DAYS);
    const known = new Set((await log.weather({ from: addDays(today, -60), to })).map(({ date }) => date));
    const from = [...known].sort().at(-1) ?? addDays(today, -1);
    const days = daysBetween(from, to);
    if (days <= 0) return;
    const table: TableName = 'weather';
    const rows = (await station.daily(addDays(from, 1), days)).filter(({ date }) => !known.has(date));
    const says = `The simulated station told the weather up to ${to}`;
    const sent = createHash('sha256').update(`${says} from ${from}`).digest('hex');
    await acts.keepMany(
      `station-${from}-${to}`,
      sent,
      () =>
        Promise.resolve({
          says,
          changes: rows.map((day) => ({
            op: 'put' as const,
            table,
            id: `station-${day.date}`,
            revision: 0,
            fields: weatherFields(day),
          })),
        }),
      { only: 'keep' },
    );
  }

  private async next(by: ClockStep): Promise<Date> {
    const { clock, log, timeZone } = this.parts;
    const now = clock.now();
    const days = DAYS[by];
    if (days !== undefined) return daysLater(now, days, timeZone);
    for (const date of [log.today(), addDays(log.today(), 1)]) {
      const sun = localSun(await log.places(), date, log.now().offset);
      const minute = by === 'dusk' ? (sun?.sunset ?? 21 * 60) + DARK_AFTER_MIN : (sun?.sunrise ?? 6 * 60) + 1;
      const midnight = instantIn(`${date}T00:00`, timeZone) ?? now.toISOString();
      const at = new Date(Date.parse(midnight) + Math.ceil(minute) * MINUTE_MS);
      if (at > now) return at;
    }
    return daysLater(now, 1, timeZone);
  }
}
