/**
 * Weather to fly in: how fit a day is, how swarming waits for it and bunches after a cold snap.
 *
 * Formula: fitness = clip((tMax - 14) / 6) clip(1 - rain / 5) clip((8 - wind) / 4); what a day lets through is a part of its
 * own swarms and of the backlog. Nothing is lost: what went out and the backlog add up to what was there.
 * Source: rules of thumb.
 */
import { dateOfDay, dayIn, type IsoDate } from '../shared/calendar/index.js';
import {
  arrayAt,
  DomainError,
  Fields,
  givenAt,
  NON_NEGATIVE,
  numberAt,
  type NumberRange,
} from '../shared/errors/index.js';

const TEMPERATURE: NumberRange = { min: -60, max: 60 };
const SHARE: NumberRange = { min: 0, max: 1 };
const clip = (value: number): number => Math.min(1, Math.max(0, value));

/** 0 = nobody flies, 1 = nothing keeps them in. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function flightFitness(weather: {
  readonly tMax: number;
  readonly rainMm?: number | null;
  readonly windMps?: number | null;
}): number {
  const fields = new Fields(weather, 'weather', 'wrong type');
  const tMax = fields.number('tMax', TEMPERATURE);
  const rain = fields.numberOr('rainMm', 0, NON_NEGATIVE);
  const wind = fields.numberOr('windMps', 0, NON_NEGATIVE);
  return clip((tMax - 14) / 6) * clip(1 - rain / 5) * clip((8 - wind) / 4);
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `LENGTH` when the lists differ. */
export function delayByWeather(
  mass: readonly number[],
  fitness: readonly number[],
  release: number | null = 0.5,
): { readonly mass: readonly number[]; readonly backlog: number } {
  givenAt(mass, 'mass');
  const masses = arrayAt(mass, 'mass').map((one, n) => numberAt(one, `mass[${n}]`, NON_NEGATIVE));
  givenAt(fitness, 'fitness');
  const days = arrayAt(fitness, 'fitness').map((one, n) => numberAt(one, `fitness[${n}]`, SHARE));
  const share = numberAt(release ?? 0.5, 'release', SHARE);
  if (masses.length !== days.length) throw new DomainError('LENGTH', 'fitness', 'has another length than mass');
  let backlog = 0;
  const out = masses.map((own, n) => {
    const fit = days[n] ?? 0;
    const flown = fit * own + fit * share * backlog;
    backlog += own - flown;
    return flown;
  });
  return { mass: out, backlog };
}

export interface ColdSnap {
  readonly from: IsoDate;
  readonly to: IsoDate;
  readonly days: number;
  /** Lowest known temperature, °C. */
  readonly coldest: number | null;
}

/**
 * Runs of consecutive days that stayed below `tMaxBelow` (14 °C) for at least `minDays` (3); an unknown day breaks a run.
 * @throws DomainError `MISSING`, `TYPE`, `FORMAT`, `RANGE`, `CONFLICT` for a date twice.
 */
export function coldSnaps(
  daily: readonly { readonly date: IsoDate; readonly tMin?: number | null; readonly tMax: number | null }[],
  options?: { readonly tMaxBelow?: number | null; readonly minDays?: number | null } | null,
): readonly ColdSnap[] {
  givenAt(daily, 'daily');
  const days = arrayAt(daily, 'daily')
    .map((one, n) => {
      const fields = new Fields(one, `daily[${n}]`, 'wrong type');
      return {
        day: dayIn(fields, 'date'),
        tMin: fields.numberOr('tMin', null, TEMPERATURE),
        tMax: fields.numberOr('tMax', null, TEMPERATURE),
      };
    })
    .sort((a, b) => a.day - b.day);
  const fields = new Fields(options ?? {}, 'options');
  const below = fields.numberOr('tMaxBelow', 14, TEMPERATURE);
  const least = fields.wholeOr('minDays', 3, { min: 1 });
  const runs: (typeof days)[] = [];
  for (const [n, one] of days.entries()) {
    const before = days[n - 1];
    if (before?.day === one.day) {
      throw new DomainError('CONFLICT', 'daily', `hold ${dateOfDay(one.day)} twice`);
    }
    if (one.tMax === null || one.tMax >= below) continue;
    const run = runs.at(-1);
    if (run?.at(-1)?.day === one.day - 1) run.push(one);
    else runs.push([one]);
  }
  return runs
    .filter((run) => run.length >= least)
    .map((run) => {
      const lows = run.flatMap(({ tMin }) => (tMin === null ? [] : [tMin]));
      const [first, last] = [run[0]?.day ?? 0, run.at(-1)?.day ?? 0];
      return {
        from: dateOfDay(first),
        to: dateOfDay(last),
        days: run.length,
        coldest: lows.length === 0 ? null : Math.min(...lows),
      };
    });
}

/** Mean wind of a day, m/s, and rain, mm, that may shift a strap or soak a roof: rules of thumb. */
const STORM = { windMps: 8, rainMm: 20 };

/** The last of the days with a storm; `null` without one. @throws DomainError `TYPE`, `RANGE`, `FORMAT`. */
export function stormDay(
  daily: readonly { readonly date: IsoDate; readonly rainMm: number | null; readonly windMps: number | null }[],
): IsoDate | null {
  const stormy = arrayAt(daily, 'daily').flatMap((one, n) => {
    const fields = new Fields(one, `daily[${n}]`, 'wrong type');
    const day = dayIn(fields, 'date');
    const storm =
      fields.numberOr('windMps', 0, NON_NEGATIVE) >= STORM.windMps ||
      fields.numberOr('rainMm', 0, NON_NEGATIVE) >= STORM.rainMm;
    return storm ? [day] : [];
  });
  return stormy.length === 0 ? null : dateOfDay(Math.max(...stormy));
}
