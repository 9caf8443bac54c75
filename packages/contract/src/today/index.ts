import type { Anomaly, ColdSnap, IsoDate, SwarmSeason } from '@yewridge/core/season';
import type { SunTimes } from '@yewridge/core/catches';
import type { CatchPlanDto } from '../catches/index.js';
import type { HangingDto } from '../rounds/index.js';

/** When swarms come this season, and what that rests on. */
export interface SeasonClockDto {
  readonly today: IsoDate;
  readonly season: number;
  /** Season day of today. */
  readonly day: number;
  /** First day of the season. */
  readonly start: IsoDate;
  readonly prediction: SwarmSeason;
  /** Share of arrivals on each season day. */
  readonly curve: readonly number[];
  /** How late this season is, in days; `null` = nothing says so yet. */
  readonly lag: Anomaly | null;
  readonly signals: { readonly warmth: Anomaly | null; readonly blooms: number };
  /** Cold snaps that run or are foretold. */
  readonly snaps: readonly ColdSnap[];
  /** What is not known: the weather of the last days, or of the next. */
  readonly lacks: readonly ('weather' | 'forecast')[];
}

export interface DayWeatherDto {
  readonly date: IsoDate;
  readonly tMin: number | null;
  readonly tMax: number | null;
  readonly rainMm: number | null;
  readonly windMps: number | null;
  readonly source: 'measured' | 'forecast' | 'simulated';
}

export interface TodayDto {
  /** Wall time where the keeper is. */
  readonly now: string;
  readonly today: IsoDate;
  /** Local minutes of the day at the middle of the sites; `null` without a site. */
  readonly sun: SunTimes | null;
  readonly season: SeasonClockDto | null;
  /** Today and the days after, as far as they are known. */
  readonly weather: readonly DayWeatherDto[];
  readonly traps: readonly HangingDto[];
  readonly inUse: number;
  /** Catches whose steps are not over. */
  readonly plans: readonly CatchPlanDto[];
}
