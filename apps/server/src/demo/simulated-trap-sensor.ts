import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import type { TrapReading, TrapSensor } from '../shared/instruments/instruments.js';
import type { StayLine } from '@yewridge/core/field';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import { minuteAt } from '../shared/season-log/site-date.js';
import type { PlayedSeason, PlayedStay } from './played-season.js';

const EPOCH: IsoDate = '1970-01-01';
const DAY_HOURS = 24;

/** Whole local hours since 1970-01-01. */
export function hourNow(at: Date, timeZone: string): number {
  const minute = minuteAt(at, timeZone);
  return DAY_HOURS * daysBetween(EPOCH, minute.slice(0, 10)) + Number(minute.slice(11, 13));
}

/** A stay with what its swarm depends on. */
export async function playedStay(log: SeasonLog, stay: StayLine): Promise<PlayedStay> {
  const trap = (await log.traps()).find(({ id }) => id === stay.trapId);
  const caught = (await log.catches()).find(({ deploymentId }) => deploymentId === stay.id);
  const { trapId, siteId, hungOn, takenDownOn } = stay;
  return { trapId, siteId, hungOn, takenDownOn, massKg: trap?.massKg ?? null, caught: caught ?? null };
}

/** A sensor in a trap, made up: it tells every full hour while its trap hangs somewhere. */
export class SimulatedTrapSensor implements TrapSensor {
  readonly kind = 'simulated';

  constructor(
    private readonly trapId: string,
    private readonly log: SeasonLog,
    private readonly season: PlayedSeason,
    /** The hour it is now. */
    private readonly untilHour: number,
  ) {}

  async readings(sinceHour: number): Promise<readonly TrapReading[]> {
    const [first, last] = [sinceHour, this.untilHour].map((hour) => addDays(EPOCH, Math.floor(hour / DAY_HOURS)));
    if (first === undefined || last === undefined || first > last) return [];
    const stays = (await this.log.stays({ from: first, to: last })).filter(({ trapId }) => trapId === this.trapId);
    const rows: TrapReading[] = [];
    for (const stay of stays) {
      const played = await playedStay(this.log, stay);
      const from = stay.hungOn > first ? stay.hungOn : first;
      // Of the day it comes down nobody knows the hour: that day it tells nothing.
      const to = stay.takenDownOn === null || stay.takenDownOn > last ? last : addDays(stay.takenDownOn, -1);
      for (let date = from; date <= to; date = addDays(date, 1)) {
        for (const { hour, perMin, insideC, massKg } of this.season.hours(played, date)) {
          if (hour >= sinceHour && hour <= this.untilHour) {
            rows.push({ hour, perMin, insideC, massKg, source: 'simulated' });
          }
        }
      }
    }
    return rows.sort((a, b) => a.hour - b.hour);
  }
}
