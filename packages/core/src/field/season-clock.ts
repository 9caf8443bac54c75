/**
 * The season clock over the keeper's own records: catches, warmth and blooms go into the season model of `season`, and what is not
 * known is said beside. Source of the model: {@link predictSwarmSeason}.
 */
import { tellsOfSeason } from '../catches/index.js';
import {
  accumulateDegreeDays,
  addDays,
  type Anomaly,
  bloomAnomaly,
  type ColdSnap,
  coldSnaps,
  dateOfSeasonDay,
  degreeDayLag,
  delayByWeather,
  flightFitness,
  type Hemisphere,
  type IsoDate,
  phenologyAnomaly,
  predictSwarmSeason,
  seasonDay,
  type SwarmSeason,
  swarmSeasonCurve,
} from '../season/index.js';
import { DomainError } from '../shared/errors/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { BloomLine, CatchLine, FieldNow, PlaceLine, WeatherLine } from './lines.js';

/** So far ahead a forecast may reach that the clock reads. */
export const CLOCK_FORECAST_DAYS = 16;
const WEEK = 7;

/** When swarms come this season, and what that rests on. */
export interface SeasonClock {
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

export interface ClockRows {
  readonly places: readonly PlaceLine[];
  /** All that is known up to {@link CLOCK_FORECAST_DAYS} ahead, oldest first. */
  readonly weather: readonly WeatherLine[];
  readonly catches: readonly CatchLine[];
  readonly blooms: readonly BloomLine[];
}

/** Share of the season's swarms that is still to come, today's among them. */
export const stillToCome = ({ curve, day }: Pick<SeasonClock, 'curve' | 'day'>): number =>
  Math.min(
    1,
    curve.slice(Math.max(0, day - 1)).reduce((sum, share) => sum + share, 0),
  );

/** Where the keeper's sites are, on the whole. */
export function middleOf(places: readonly PlaceLine[]): { lat: number; lon: number; elevationM?: number } | null {
  if (places.length === 0) return null;
  const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;
  const heights = places.flatMap(({ elevationM }) => (elevationM === null ? [] : [elevationM]));
  // Sites of one keeper lie together; only the latitude counts for the season.
  return {
    lat: mean(places.map(({ lat }) => lat)),
    lon: places[0]?.lon ?? 0,
    ...(heights.length === 0 ? {} : { elevationM: mean(heights) }),
  };
}

/** The curve of the days from today as their weather lets it through, and of a week after what is foretold. */
function delayedBy(
  curve: readonly number[],
  day: number,
  today: IsoDate,
  weather: readonly WeatherLine[],
): SeasonClock['delayed'] {
  const fitness: number[] = [];
  const byDate = new Map(weather.map((line) => [line.date, line]));
  for (let date = today; ; date = addDays(date, 1)) {
    const line = byDate.get(date);
    if (line?.tMax == null) break;
    fitness.push(flightFitness({ tMax: line.tMax, rainMm: line.rainMm, windMps: line.windMps }));
  }
  if (fitness.length === 0) return null;
  const days = [...fitness, ...Array<number>(WEEK).fill(1)];
  // Past the end of a season the curve goes on at its beginning: neighbouring years fold into it.
  const mass = days.map((_, n) => curve[(day - 1 + n) % curve.length] ?? 0);
  return { from: today, mass: delayByWeather(mass, days).mass };
}

/** When swarms are to be expected, from the keeper's catches, the warmth so far and what bloomed; `null` while there is no site. */
export function seasonClock(rows: ClockRows, { today, hemisphere }: FieldNow): SeasonClock | null {
  const { weather } = rows;
  const site = middleOf(rows.places);
  if (!site) return null;
  const { season, day } = seasonDay(today, hemisphere);
  const lag = warmth(weather, today, hemisphere);
  const blooms = bloomsOf(rows.blooms, season, hemisphere);
  const now = [...(lag ? [lag] : []), ...(blooms.get(season) ?? [])];
  const swarms = rows.catches.filter(({ method }) => tellsOfSeason(method));
  const catches = swarms.map(({ foundOn, arrivedOn }) => ({ date: arrivedOn ?? foundOn }));
  const past = [...blooms].filter(([year]) => year < season);
  const input = {
    site,
    season,
    catches: catches.filter(({ date }) => seasonDay(date, hemisphere).season <= season),
    anomalies: {
      ...Object.fromEntries(past.map(([year, signals]) => [year, phenologyAnomaly(signals)])),
      ...(now.length > 0 ? { [season]: phenologyAnomaly(now) } : {}),
    },
  };
  const curve = swarmSeasonCurve(input);
  return {
    today,
    season,
    day,
    prediction: predictSwarmSeason(input),
    curve,
    delayed: delayedBy(curve, day, today, weather),
    start: dateOfSeasonDay(season, hemisphere, 1),
    lag: now.length > 0 ? phenologyAnomaly(now) : null,
    signals: { warmth: lag, blooms: blooms.get(season)?.length ?? 0 },
    snaps: coldSnaps(weather.filter(({ date }) => date >= addDays(today, -3))),
    lacks: lacksOf(weather, today),
  };
}

/** How the warmth of this season compares with earlier ones that are known from their first day. */
function warmth(weather: readonly WeatherLine[], today: IsoDate, hemisphere: Hemisphere): Anomaly | null {
  const bySeason = groupedBy(weather, ({ date }) => String(seasonDay(date, hemisphere).season));
  const sums = (season: number, to: IsoDate): readonly number[] | null => {
    const daily = bySeason.get(String(season)) ?? [];
    try {
      const from = dateOfSeasonDay(season, hemisphere, 1);
      return accumulateDegreeDays(daily, { from, to }).map(({ cum }) => cum);
    } catch (error) {
      if (error instanceof DomainError) return null;
      throw error;
    }
  };
  const { season, day } = seasonDay(today, hemisphere);
  const own = sums(season, today);
  const reference = [...bySeason.keys()].map(Number).flatMap((year) => {
    if (year >= season) return [];
    const whole = sums(year, addDays(dateOfSeasonDay(year + 1, hemisphere, 1), -1));
    return whole ? [whole] : [];
  });
  if (!own || reference.length === 0) return null;
  const { lag, sd } = degreeDayLag(day, own.at(-1) ?? 0, reference);
  return lag === null || sd === null ? null : { mean: lag, sd };
}

/** Blooms of each season against the same bloom of the others. */
function bloomsOf(
  rows: readonly BloomLine[],
  current: number,
  hemisphere: Hemisphere,
): ReadonlyMap<number, readonly Anomaly[]> {
  const lines = rows.map(({ species, stage, on }) => ({
    what: `${species.toLocaleLowerCase()} ${stage}`,
    ...seasonDay(on, hemisphere),
  }));
  const found = new Map<number, Anomaly[]>();
  for (const records of groupedBy(lines, ({ what }) => what).values()) {
    for (const season of new Set(records.map((one) => one.season))) {
      if (season > current) continue;
      // Of two in one season the first counts: a bloom begins once.
      const first = records.find((one) => one.season === season);
      const others = records.filter((one) => one.season !== season);
      const anomaly = first ? bloomAnomaly([first, ...others], season) : null;
      if (anomaly) found.set(season, [...(found.get(season) ?? []), anomaly]);
    }
  }
  return found;
}

function lacksOf(weather: readonly WeatherLine[], today: IsoDate): readonly ('weather' | 'forecast')[] {
  const dates = new Set(weather.filter(({ tMax }) => tMax !== null).map(({ date }) => date));
  const lately = [-3, -2, -1].some((n) => !dates.has(addDays(today, n)));
  const ahead = [1, 2, 3].some((n) => !dates.has(addDays(today, n)));
  return [...(lately ? (['weather'] as const) : []), ...(ahead ? (['forecast'] as const) : [])];
}
