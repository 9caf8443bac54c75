/** Every trap that hangs, those that need a keeper most first. */
import type { HangingStyle } from '../bench/index.js';
import { DUE_TIERS } from '../rounds/index.js';
import { addDays, type IsoDate, stormDay } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import { chanceOf, countsOf, type Hanging, hangingOf, type KnownOfStay, type SeasonSpan, sensorOf } from './hanging.js';
import type {
  CatchLine,
  CountLine,
  FieldNow,
  LooksLine,
  SensorTold,
  StayLine,
  TrapLine,
  WeatherLine,
} from './lines.js';
import { type HangProposals, hangProposals, type PickLine } from './hang-proposals.js';
import type { Lure } from './lures.js';
import type { LearntScouts } from './scouts-learnt.js';
import type { SeasonClock } from './season-clock.js';
import { type TrialDue, trialDues, type TrialLine } from './trial-dues.js';

/** So many days of counts a chance is worked out from. */
export const COUNTED_DAYS = 9;
/** Scouts look for homes so long before swarms come: a convention. */
const SCOUT_LEAD_DAYS = 14;
/** A storm that long ago has been looked after, or is forgotten. */
const STORM_DAYS = 14;
const FORECAST_DAYS = 10;

export interface DueList {
  readonly today: IsoDate;
  readonly traps: readonly Hanging[];
  /** Traps in use, hung or not. */
  readonly inUse: number;
  /** Traps that hang nowhere now. */
  readonly free: readonly FreeTrap[];
  /** What the chances by scouts rest on: a rule of thumb, or that tuned to the keeper's own looks. */
  readonly scouts: { readonly looks: number; readonly arrivals: number; readonly tuned: boolean };
  /** When swarms are to be expected; `null` where nobody can say. Every view asks this whether it is season. */
  readonly season: SeasonSpan | null;
  /** What trials ask for: pairs to hang, and to look at on one day. */
  readonly trials: readonly TrialDue[];
  /** Sites of the plan that was kept where nothing hangs yet. */
  readonly toHang: HangProposals | null;
}
/** Ways a trap is held where it hangs, as stays record them. */
export type HungBy = 'strut' | 'strap' | 'bracket' | 'hook' | 'wire' | 'stand' | 'deck';
export interface FreeTrap {
  readonly trapId: string;
  readonly number: string;
  readonly design: string;
  readonly condition: string;
  readonly paintedOn: IsoDate | null;
  readonly darkCombs: number;
  readonly frames: number;
  readonly massKg: number | null;
  /** What its design says: proposed when it is hung, and recorded only where the keeper takes it. */
  readonly says: { readonly hungBy: HungBy | null; readonly comb: 'none' | 'drawn' | 'oldBrood' };
}

export interface DueRows {
  readonly traps: readonly TrapLine[];
  /** Stays that go on today. */
  readonly stays: readonly StayLine[];
  readonly looks: ReadonlyMap<string, LooksLine>;
  readonly catches: readonly CatchLine[];
  /** Of the last {@link COUNTED_DAYS} days, each stay's oldest first. */
  readonly counts: readonly CountLine[];
  readonly lures: ReadonlyMap<string, Lure>;
  /** Day of the next step after a catch, by stay. */
  readonly nextSteps: ReadonlyMap<string, IsoDate>;
  /** What sensors say, by trap. */
  readonly sensors: ReadonlyMap<string, SensorTold>;
  readonly scouts: LearntScouts;
  /** {@link dueWeather}, oldest first. */
  readonly weather: readonly WeatherLine[];
  readonly clock: SeasonClock | null;
  /** Those that were not opened. */
  readonly trials: readonly TrialLine[];
  /** Of plans of where to hang. */
  readonly picks: readonly PickLine[];
}

/** The days whose weather the due list reads. */
export function dueWeather(today: IsoDate): { readonly from: IsoDate; readonly to: IsoDate } {
  return { from: addDays(today, -STORM_DAYS), to: addDays(today, FORECAST_DAYS) };
}

/** Every trap that hangs, those that need a keeper most first, and those that hang nowhere. */
export function dueList(rows: DueRows, { today, hemisphere }: Pick<FieldNow, 'today' | 'hemisphere'>): DueList {
  const { traps, looks, scouts, sensors } = rows;
  const caught = groupedBy(rows.catches, ({ deploymentId }) => deploymentId);
  const counts = groupedBy(rows.counts, ({ deploymentId }) => deploymentId);
  const byId = new Map(traps.map((trap) => [trap.id, trap]));
  const weather = warmthOf(rows.weather.filter(({ date }) => date >= today));
  const storm = stormDay(rows.weather.filter(({ date }) => date <= today));
  const season = seasonDates(rows.clock);
  const hanging = rows.stays.flatMap((stay) => {
    const trap = byId.get(stay.trapId);
    if (!trap || stay.takenDownOn !== null) return [];
    const told = (sensors.get(trap.id)?.told ?? []).filter(({ at }) => at >= stay.hungOn);
    return [
      hangingOf(trap, stay, {
        looks: looks.get(stay.id),
        catchId: caught.get(stay.id)?.[0]?.id ?? null,
        chance: chanceOf(countsOf(counts.get(stay.id) ?? [], told), scouts.model),
        tuned: scouts.tuned,
        sensor: sensorOf(sensors.get(trap.id), stay, looks.get(stay.id)),
        lure: rows.lures.get(stay.id) ?? null,
        nextTaskOn: rows.nextSteps.get(stay.id) ?? null,
        season,
        storm,
        weather,
        today,
      }),
    ];
  });
  const out = new Set(hanging.map(({ trapId }) => trapId));
  return {
    today,
    traps: hanging.sort(byUrgency),
    inUse: traps.length,
    free: traps.filter(({ id }) => !out.has(id)).map(freeTrap),
    scouts: { looks: scouts.looks, arrivals: scouts.arrivals, tuned: scouts.tuned },
    season,
    toHang: hangProposals(rows.picks, rows.stays, rows.clock, { today, hemisphere }),
    trials: trialDues(rows.trials, { hanging, traps: byId, today }),
  };
}

/** °C: the mean of the maxima that are known, and the highest. */
function warmthOf(weather: readonly WeatherLine[]): KnownOfStay['weather'] {
  const maxima = weather.flatMap(({ tMax }) => (tMax === null ? [] : [tMax]));
  if (maxima.length === 0) return { meanMaxC: null, maxC: null };
  return { meanMaxC: maxima.reduce((sum, one) => sum + one, 0) / maxima.length, maxC: Math.max(...maxima) };
}

function byUrgency(a: Hanging, b: Hanging): number {
  const rank = ({ due }: Hanging): number => (due.tier === null ? DUE_TIERS.length : DUE_TIERS.indexOf(due.tier));
  const dueBy = ({ due }: Hanging): string => due.dueBy ?? '9999';
  if (rank(a) !== rank(b)) return rank(a) - rank(b);
  if (a.due.urgency !== b.due.urgency) return b.due.urgency - a.due.urgency;
  return dueBy(a) < dueBy(b) ? -1 : 1;
}

/** Nothing is said of the season where nobody can: in the tropics, without catches. */
function seasonDates(clock: SeasonClock | null): SeasonSpan | null {
  if (!clock || clock.prediction.hangBy === null) return null;
  const { earliest, last } = clock.prediction;
  return {
    earliest: earliest.date,
    last: last.date,
    from: addDays(earliest.loDate, -SCOUT_LEAD_DAYS),
    until: last.hiDate,
  };
}

/** What a keeper calls the ways of the Bench when a trap is hung. */
const HUNG_BY: Readonly<Record<HangingStyle, HungBy>> = {
  board: 'strut',
  'tree-bracket': 'bracket',
  'fence-bracket': 'bracket',
  'post-bracket': 'bracket',
  strap: 'strap',
  hook: 'hook',
  wire: 'wire',
  stand: 'stand',
  deck: 'deck',
};

function freeTrap({ id, asBuilt, framesOnly: _, ...trap }: TrapLine): FreeTrap {
  const contents = asBuilt.sections.flatMap((section) => section.contents);
  const drawn = contents.some((one) => one.kind === 'frames' && one.fill === 'comb');
  const comb = trap.darkCombs > 0 ? 'oldBrood' : drawn ? 'drawn' : 'none';
  const hungBy = asBuilt.hanging ? HUNG_BY[asBuilt.hanging.style] : null;
  return { trapId: id, ...trap, says: { hungBy, comb } };
}
