/** The season in full, for whoever wants to know what the clock rests on. */
import { tellsOfSeason } from '../catches/index.js';
import {
  arrivalProbability,
  BAIT_CARRIERS,
  type BaitCarrier,
  CARRIERS,
  expectedWeather,
  type Hemisphere,
  type IsoDate,
  lureTrips,
  type LureTrips,
  seasonDay,
  type Shade,
  swarmPrior,
} from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { CatchLine, PlaceLine, WeatherLine } from './lines.js';
import type { Learnt } from './lures.js';
import type { LearntScouts } from './scouts-learnt.js';
import { middleOf, type SeasonClock } from './season-clock.js';

/** Counts a keeper has touched, and twice a stream. */
const COUNTS = [0, 3, 10, 25, 50];
const NOON = 12;

/** The season in full: the clock, the years it rests on, how scouts and lures do. */
export interface SeasonSheet {
  readonly clock: SeasonClock | null;
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
    /** The log has earned a word, and it is the one that is used. */
    readonly earned: boolean;
    readonly tuned: boolean;
    /** Chances that a swarm moves in within a day, at a steady count: by the rule of thumb, and by the keeper's log. */
    readonly table: readonly { readonly perMin: number; readonly rule: number; readonly own: number }[];
  };
  readonly lures: LurePlan | null;
}
/** What each carrier would cost in trips over the season. */
export interface LurePlan {
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

export interface SheetRows {
  readonly clock: SeasonClock | null;
  readonly places: readonly PlaceLine[];
  readonly catches: readonly CatchLine[];
  readonly scouts: LearntScouts;
  readonly learnt: ReadonlyMap<string, Learnt>;
  /** All that is known up to the day traps are taken in, oldest first. */
  readonly weather: readonly WeatherLine[];
}

/** `exposure`: how the lures would hang. */
export function seasonSheet(rows: SheetRows, hemisphere: Hemisphere, exposure: Shade): SeasonSheet {
  const { clock } = rows;
  return {
    clock,
    prior: priorOf(rows.places),
    years: yearsOf(rows.catches, hemisphere),
    scouts: scoutsTable(rows.scouts),
    lures: clock && lurePlan(clock, rows, exposure),
  };
}

function priorOf(places: readonly PlaceLine[]): SeasonSheet['prior'] {
  const site = middleOf(places);
  if (!site) return null;
  const { centreDay, sdDays } = swarmPrior(site);
  return { lat: site.lat, elevationM: site.elevationM ?? null, centreDay, sdDays };
}

function yearsOf(catches: readonly CatchLine[], hemisphere: Hemisphere): SeasonSheet['years'] {
  // A colony cut out of a wall tells nothing of when swarms fly: the clock leaves it out, and so does this.
  const swarms = catches.filter(({ method }) => tellsOfSeason(method));
  const arrivals = swarms.map(({ id, foundOn, arrivedOn, massKg }) => {
    const date = arrivedOn ?? foundOn;
    return { id, date, massKg, ...seasonDay(date, hemisphere) };
  });
  return [...groupedBy(arrivals, ({ season }) => String(season))]
    .map(([season, rows]) => ({
      season: Number(season),
      arrivals: rows.map(({ id, date, day, massKg }) => ({ id, date, day, massKg })),
    }))
    .sort((a, b) => a.season - b.season);
}

/** How scouts foretell a swarm: the rule of thumb beside what the log says, count by count. */
export function scoutsTable({ own, looks, arrivals, earned, tuned }: LearntScouts): SeasonSheet['scouts'] {
  const table = COUNTS.map((perMin) => {
    const counts = [{ day: 1, perMin, hour: NOON }];
    return { perMin, rule: arrivalProbability(counts).perDay, own: arrivalProbability(counts, own).perDay };
  });
  return { looks, arrivals, earned, tuned, table };
}

/** The carriers side by side from the day traps are to hang to the day they are taken in. */
function lurePlan({ prediction }: SeasonClock, { learnt, weather }: SheetRows, exposure: Shade): LurePlan | null {
  const { hangBy: from, takeIn: to } = prediction;
  if (from === null || to === null || to <= from) return null;
  const { daily, guessed, typical } = expectedWeather(
    weather.filter(({ date }) => date <= to),
    from,
    to,
  );
  return {
    from,
    to,
    typicalDays: typical,
    guessedDays: guessed,
    carriers: BAIT_CARRIERS.map((carrier) => {
      const of = learnt.get(carrier);
      const bait = { carrier, exposure, multiplier: of?.multiplier ?? 1 };
      const trips = lureTrips(bait, daily, { gsd: of?.gsd ?? null });
      return { carrier, massKg: CARRIERS[carrier].usualKg, weighed: of?.weighings ?? 0, ...trips };
    }),
  };
}
