import type { Anomaly, BaitCarrier, ColdSnap, IsoDate, LureTrips, SwarmSeason } from '@yewridge/core/season';
import type { SunTimes } from '@yewridge/core/catches';
import type { CallDayDto } from '../callouts/index.js';
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
  /** Shares of the days from `from` on as the weather foretold lets them through: held back in the cold, bunched after. */
  readonly delayed: { readonly from: IsoDate; readonly mass: readonly number[] } | null;
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

/** What a first season has come to: whether each of its steps was ever done. */
export interface FirstSeasonDto {
  readonly design: boolean;
  readonly trap: boolean;
  readonly site: boolean;
  readonly stay: boolean;
  readonly look: boolean;
  readonly caught: boolean;
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
  readonly first: FirstSeasonDto;
  /** Catches whose steps are not over. */
  readonly plans: readonly CatchPlanDto[];
  /** Call-outs that wait for an answer, are planned, or whose steps are not over. */
  readonly calls: readonly CallDayDto[];
}

/** The season in full: the clock, the years it rests on, how scouts and lures do. */
export interface SeasonSheetDto {
  readonly clock: SeasonClockDto | null;
  /** What stands where nobody has caught yet; `null` without a site. */
  readonly prior: {
    readonly lat: number;
    readonly elevationM: number | null;
    readonly centreDay: number;
    readonly sdDays: number;
  } | null;
  /** Newest last. */
  readonly years: readonly {
    readonly season: number;
    readonly arrivals: readonly {
      readonly id: string;
      readonly date: IsoDate;
      readonly day: number;
      readonly massKg: number | null;
    }[];
  }[];
  readonly scouts: {
    readonly looks: number;
    readonly arrivals: number;
    readonly tuned: boolean;
    /** Chances that a swarm moves in within a day, at a steady count: by the rule of thumb, and by the keeper's log. */
    readonly table: readonly { readonly perMin: number; readonly rule: number; readonly own: number }[];
  };
  readonly lures: LurePlanDto | null;
}
/** What each carrier would cost in trips over the season. */
export interface LurePlanDto {
  readonly from: IsoDate;
  readonly to: IsoDate;
  /** Days whose weather is the mean of other years, and days that nobody knows. */
  readonly typicalDays: number;
  readonly guessedDays: number;
  readonly carriers: readonly (LureTrips & {
    readonly carrier: BaitCarrier;
    readonly massKg: number;
    /** Weighings that told how fast it empties. */
    readonly weighed: number;
  })[];
}
