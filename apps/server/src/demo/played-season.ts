import {
  addDays,
  daysBetween,
  flightFitness,
  type IsoDate,
  seedOf,
  simSwarms,
  simTrapSensor,
  type SimulatedDay,
  type SimulatedSwarm,
} from '@yewridge/core/season';
import { randomFrom } from '@yewridge/core/shared/stats';
import { VELLMARK_STAYS } from './vellmark-story.js';
import { vellmarkWeather } from './vellmark-weather.js';

/** What really happens in the demo after 14 May: worked out anew from a seed whenever it is asked for, never stored. */

/** Chosen so that the first swarm comes where the story has scouts streaming; everything after it falls as it falls. */
const SEED = 20261205;
const PLAYED_FROM: IsoDate = '2026-01-01';
/** Until this evening the story tells what came; afterwards the seed does. */
const TOLD_UNTIL: IsoDate = '2026-05-14';
const TOLD_SEASONS = 3;
/** Swarms a year that a place nobody has caught at would bring. */
const ANY_SITE = 0.15;
const NOON = 13;
/** Scouts a minute just before a swarm of 1 kg moves in. */
const SCOUTS_PER_KG = 60;
/** Scouts show so long before a swarm. */
const SCOUTED_DAYS = 4;
/** Worked out in one go. */
const AHEAD_DAYS = 60;
const EPOCH: IsoDate = '1970-01-01';
const DAY_HOURS = 24;

export interface PlayedStay {
  readonly trapId: string;
  readonly siteId: string;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
  /** kg, empty. */
  readonly massKg: number | null;
  readonly caught: {
    readonly foundOn: IsoDate;
    readonly arrivedOn: IsoDate | null;
    readonly massKg: number | null;
  } | null;
}
/** A swarm that moved in, or is about to; `hour` counts local hours since 1970-01-01. */
interface Arrival {
  readonly hour: number;
  readonly massKg: number;
}
export interface PlayedHour {
  readonly hour: number;
  readonly perMin: number;
  readonly insideC: number;
  readonly massKg: number;
  readonly occupied: boolean;
}

const hourOf = (date: IsoDate, ofDay: number): number => DAY_HOURS * daysBetween(EPOCH, date) + ofDay;

/** Swarms a year that moved in at a site in the seasons told. */
function swarmsAt(siteId: string): number {
  const caught = VELLMARK_STAYS.filter(({ site, hung, caught }) => site === siteId && caught && hung < '2026');
  return caught.length / TOLD_SEASONS + ANY_SITE;
}

/** Bees that come to look and settle elsewhere: a few, now and then more, on days fit to fly. */
function passing(siteId: string, day: SimulatedDay): number {
  const draw = randomFrom(seedOf(`${siteId} ${day.date}`, SEED));
  const u = draw.uniform();
  const most = u < 0.04 ? 10 : u < 0.25 ? 3 : 0;
  return most * flightFitness(day);
}

export class PlayedSeason {
  #weather: readonly SimulatedDay[] = [];
  #byDate: ReadonlyMap<IsoDate, SimulatedDay> = new Map();
  readonly #swarms = new Map<string, readonly SimulatedSwarm[]>();

  /** The day's weather as it is. */
  day(date: IsoDate): SimulatedDay {
    this.weatherUntil(date);
    const found = this.#byDate.get(date);
    if (!found) throw new Error(`no weather of ${date}`);
    return found;
  }

  /** One hour at a trap that hangs: what a sensor tells, and a keeper at its foot would see. */
  hour(stay: PlayedStay, date: IsoDate, ofDay: number): PlayedHour {
    return this.hours(stay, date)[ofDay] as PlayedHour;
  }

  /** The hours of a day at a trap that hangs. */
  hours(stay: PlayedStay, date: IsoDate): readonly PlayedHour[] {
    const weather = this.day(date);
    const arrival = this.arrival(stay, date);
    const first = hourOf(date, 0);
    const scouts = passing(stay.siteId, weather);
    return simTrapSensor({
      seed: seedOf(`${stay.trapId} ${date}`, SEED),
      hours: DAY_HOURS,
      arrivalHour: arrival === null ? null : arrival.hour - first,
      massKg: stay.massKg,
      swarmKg: arrival?.massKg ?? null,
      tMin: weather.tMin,
      tMax: weather.tMax,
      peakScouts: SCOUTS_PER_KG * (arrival?.massKg ?? 1),
    }).map(({ hour, perMin, insideC, massKg }) => {
      const occupied = arrival !== null && first + hour >= arrival.hour;
      const light = hour >= 7 && hour <= 19 ? Math.sin((Math.PI * (hour - 7)) / 12) : 0;
      const more = occupied ? 0 : Math.round(light * scouts);
      return { hour: first + hour, perMin: perMin + more, insideC, massKg, occupied };
    });
  }

  /** The swarm a stay has or gets in the days after a date; as the record tells it, where it does. */
  private arrival({ siteId, hungOn, caught }: PlayedStay, date: IsoDate): Arrival | null {
    const told = caught && (caught.arrivedOn ?? (caught.foundOn <= TOLD_UNTIL ? addDays(caught.foundOn, -1) : null));
    if (told !== null) return { hour: hourOf(told, NOON), massKg: caught?.massKg ?? 1.6 };
    const after = hungOn > TOLD_UNTIL ? hungOn : TOLD_UNTIL;
    const first = this.swarms(siteId, addDays(date, SCOUTED_DAYS)).find((swarm) => swarm.date > after);
    return first ? { hour: hourOf(first.date, first.hour), massKg: first.massKg } : null;
  }

  /** A site's swarms up to a day and some after, by date: what is played further changes none that came before. */
  private swarms(siteId: string, to: IsoDate): readonly SimulatedSwarm[] {
    this.weatherUntil(to);
    const known = this.#swarms.get(siteId);
    if (known) return known;
    const days = this.#weather.filter(({ date }) => date >= PLAYED_FROM);
    const swarms = simSwarms({ seed: SEED, days, sites: [{ id: siteId, swarms: swarmsAt(siteId) }] });
    this.#swarms.set(siteId, swarms);
    return swarms;
  }

  private weatherUntil(to: IsoDate): void {
    if ((this.#weather.at(-1)?.date ?? '') >= to) return;
    this.#weather = vellmarkWeather(addDays(to, AHEAD_DAYS));
    this.#byDate = new Map(this.#weather.map((day) => [day.date, day]));
    this.#swarms.clear();
  }
}
