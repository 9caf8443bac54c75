/** What asks for a keeper now: traps, steps after a catch, the season and the weather. */
import type { SunTimes } from '../catches/index.js';
import { addDays, type IsoDate } from '../season/index.js';
import type { CallDay } from './calls-view.js';
import type { CatchPlan } from './catch-plan.js';
import type { DueList } from './due-list.js';
import type { Hanging } from './hanging.js';
import type { FieldNow, PlaceLine, Span, WeatherLine } from './lines.js';
import { localSun } from './local-sun.js';
import type { SeasonClock } from './season-clock.js';
import type { TrialDue } from './trial-dues.js';

const WEATHER_DAYS = 6;

/** What a first season has come to: whether each of its steps was ever done. */
export interface FirstSeason {
  readonly design: boolean;
  readonly trap: boolean;
  readonly site: boolean;
  readonly stay: boolean;
  readonly look: boolean;
  readonly caught: boolean;
}
export interface Day {
  /** Wall time where the keeper is. */
  readonly now: string;
  readonly today: IsoDate;
  /** Local minutes of the day at the first of the sites; `null` without a site. */
  readonly sun: SunTimes | null;
  readonly season: SeasonClock | null;
  /** Today and the days after, as far as they are known. */
  readonly weather: readonly WeatherLine[];
  readonly traps: readonly Hanging[];
  readonly inUse: number;
  readonly first: FirstSeason;
  /** Catches whose steps are not over. */
  readonly plans: readonly CatchPlan[];
  /** Call-outs that wait for an answer, are planned, or whose steps are not over. */
  readonly calls: readonly CallDay[];
  /** What trials ask for. */
  readonly trials: readonly TrialDue[];
  readonly toHang: DueList['toHang'];
}

export interface DayRows {
  readonly due: DueList;
  readonly places: readonly PlaceLine[];
  readonly clock: SeasonClock | null;
  /** {@link dayWeather}, oldest first. */
  readonly weather: readonly WeatherLine[];
  readonly begun: FirstSeason;
  readonly plans: readonly CatchPlan[];
  readonly calls: readonly CallDay[];
}

/** The days whose weather Today shows. */
export function dayWeather(today: IsoDate): Span {
  return { from: today, to: addDays(today, WEATHER_DAYS) };
}

/** Today, put together. */
export function dayView(rows: DayRows, { today, minute, offset }: FieldNow): Day {
  const { traps, inUse } = rows.due;
  return {
    now: minute,
    today,
    sun: localSun(rows.places, today, offset),
    season: rows.clock,
    weather: rows.weather,
    traps,
    inUse,
    first: rows.begun,
    plans: rows.plans,
    calls: rows.calls,
    trials: rows.due.trials,
    toHang: rows.due.toHang,
  };
}
