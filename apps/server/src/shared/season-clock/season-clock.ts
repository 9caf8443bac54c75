import { tellsOfSeason } from '@yewridge/core/catches';
import type { SeasonClockDto } from '@yewridge/contract/today';
import {
  accumulateDegreeDays,
  addDays,
  type Anomaly,
  bloomAnomaly,
  coldSnaps,
  dateOfSeasonDay,
  degreeDayLag,
  type Hemisphere,
  type IsoDate,
  phenologyAnomaly,
  delayByWeather,
  flightFitness,
  predictSwarmSeason,
  seasonDay,
  swarmSeasonCurve,
} from '@yewridge/core/season';
import { DomainError } from '@yewridge/core/shared/errors';
import { Remembered } from '../remembered/remembered.js';
import { groupedBy, type PlaceLine, type SeasonLog, type WeatherLine } from '../season-log/season-log.js';

const FORECAST_DAYS = 16;
const WEEK = 7;
const MEMORY = ['catches', 'weather', 'phenology', 'sites', 'deployments'] as const;

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
): SeasonClockDto['delayed'] {
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

/** When swarms are to be expected, from the keeper's catches, the warmth so far and what bloomed. */
export class SeasonClock {
  readonly #remembered = new Remembered<SeasonClockDto | null>();

  constructor(
    private readonly log: SeasonLog,
    private readonly hemisphere: Hemisphere,
  ) {}

  /** `null` while there is no site. */
  async now(): Promise<SeasonClockDto | null> {
    return this.#remembered.at(this.log.stamp(MEMORY), () => this.predict());
  }

  private async predict(): Promise<SeasonClockDto | null> {
    const site = middleOf(await this.log.places());
    if (!site) return null;
    const today = this.log.today();
    const { season, day } = seasonDay(today, this.hemisphere);
    const weather = await this.log.weather({ from: '0001-01-01', to: addDays(today, FORECAST_DAYS) });
    const lag = this.warmth(weather, today);
    const blooms = await this.blooms(season);
    const now = [...(lag ? [lag] : []), ...(blooms.get(season) ?? [])];
    const swarms = (await this.log.catches()).filter(({ method }) => tellsOfSeason(method));
    const catches = swarms.map(({ foundOn, arrivedOn }) => ({ date: arrivedOn ?? foundOn }));
    const past = [...blooms].filter(([year]) => year < season);
    const input = {
      site,
      season,
      catches: catches.filter(({ date }) => seasonDay(date, this.hemisphere).season <= season),
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
      start: dateOfSeasonDay(season, this.hemisphere, 1),
      lag: now.length > 0 ? phenologyAnomaly(now) : null,
      signals: { warmth: lag, blooms: blooms.get(season)?.length ?? 0 },
      snaps: coldSnaps(weather.filter(({ date }) => date >= addDays(today, -3))),
      lacks: this.lacks(weather, today),
    };
  }

  /** How the warmth of this season compares with earlier ones that are known from their first day. */
  private warmth(weather: readonly WeatherLine[], today: IsoDate): Anomaly | null {
    const bySeason = groupedBy(weather, ({ date }) => String(seasonDay(date, this.hemisphere).season));
    const sums = (season: number, to: IsoDate): readonly number[] | null => {
      const daily = bySeason.get(String(season)) ?? [];
      try {
        const from = dateOfSeasonDay(season, this.hemisphere, 1);
        return accumulateDegreeDays(daily, { from, to }).map(({ cum }) => cum);
      } catch (error) {
        if (error instanceof DomainError) return null;
        throw error;
      }
    };
    const { season, day } = seasonDay(today, this.hemisphere);
    const own = sums(season, today);
    const reference = [...bySeason.keys()].map(Number).flatMap((year) => {
      if (year >= season) return [];
      const whole = sums(year, addDays(dateOfSeasonDay(year + 1, this.hemisphere, 1), -1));
      return whole ? [whole] : [];
    });
    if (!own || reference.length === 0) return null;
    const { lag, sd } = degreeDayLag(day, own.at(-1) ?? 0, reference);
    return lag === null || sd === null ? null : { mean: lag, sd };
  }

  /** Blooms of each season against the same bloom of the others. */
  private async blooms(current: number): Promise<ReadonlyMap<number, readonly Anomaly[]>> {
    const lines = (await this.log.blooms()).map(({ species, stage, on }) => ({
      what: `${species.toLocaleLowerCase()} ${stage}`,
      ...seasonDay(on, this.hemisphere),
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

  private lacks(weather: readonly WeatherLine[], today: IsoDate): readonly ('weather' | 'forecast')[] {
    const dates = new Set(weather.filter(({ tMax }) => tMax !== null).map(({ date }) => date));
    const lately = [-3, -2, -1].some((n) => !dates.has(addDays(today, n)));
    const ahead = [1, 2, 3].some((n) => !dates.has(addDays(today, n)));
    return [...(lately ? (['weather'] as const) : []), ...(ahead ? (['forecast'] as const) : [])];
  }
}
