/** What to do with a catch and when, and how far that has come, over its records. Source of the steps: {@link colonyPlan}. */
import {
  assessDesign,
  beesFromFrames,
  designLoad,
  massFromBees,
  massOnDay,
  swarmAdvice,
  USUAL_LIMITS,
} from '../bench/index.js';
import {
  type AfterCatchPlan,
  type CatchSchool,
  type ColonyPlan,
  colonyPlan,
  type ColonyTrack,
  colonyTrack,
  type ColonyWay,
  colonyWay,
  type ForecastDay,
  LADDER_M,
  type MarkedStep,
  nextStep,
  planTrack,
  type StepTask,
  swarmClass,
  type SwarmSizeClass,
  type TrackStep,
} from '../catches/index.js';
import { addDays, daysBetween, type IsoDate } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { CatchCard, CatchRecord, StepRecord } from './catch-board.js';
import type { FieldNow, PlaceLine, StayLine, TrapLine, WeatherLine } from './lines.js';
import { middleOf } from './season-clock.js';

/** After so many days a plan is history, whatever was marked. */
export const PLAN_DAYS = 60;
/** So far ahead a forecast may reach that plans read. */
export const PLAN_FORECAST_DAYS = 30;

/** What to do with a catch and when, and how far that has come. */
export interface CatchPlan {
  readonly catchId: string;
  readonly deploymentId: string | null;
  readonly siteId: string | null;
  readonly number: string | null;
  readonly place: string;
  readonly heightM: number | null;
  /** Where the bees were carried, once they were. */
  readonly wentTo: string | null;
  readonly carried: boolean;
  readonly foundOn: string;
  readonly school: CatchSchool;
  readonly size: SwarmSizeClass;
  /** Nobody has sized it: medium is assumed. */
  readonly sizeAssumed: boolean;
  /** Where a trap's steps do not apply: bees out of a structure, or sucked into a vacuum. */
  readonly way: ColonyWay;
  /** What the times of the sun rest on. */
  readonly placedBy: 'site' | 'place' | 'middle';
  /** Frames that hang in the trap: with them the box is lifted onto its stand, and nothing transferred. */
  readonly framesIn: number;
  /** What it weighs when it is carried, kg, and whether one person may lift it; `null` once carried, or where it is not known. */
  readonly carry: {
    readonly kg: number;
    readonly lowKg: number;
    readonly highKg: number;
    readonly days: number;
    readonly weighed: boolean;
    readonly limitKg: number;
    readonly onePerson: boolean;
  } | null;
  /** Frames this swarm is to be given: by its mass where that is known, else by its class. */
  readonly frames: number;
  readonly notes: AfterCatchPlan['notes'];
  readonly steps: readonly TrackStep[];
  /** Days of the plan that no forecast knows. */
  readonly unknownDays: number;
  /** The steps are over: settled, lost, or long ago. */
  readonly over: boolean;
}

export interface PlanSources {
  readonly stays: ReadonlyMap<string, StayLine>;
  readonly traps: ReadonlyMap<string, TrapLine>;
  readonly places: ReadonlyMap<string, PlaceLine>;
  readonly weather: readonly WeatherLine[];
  readonly lastEmpty: ReadonlyMap<string, readonly IsoDate[]>;
  readonly hungAgain: (stay: StayLine) => IsoDate | null;
  readonly steps: ReadonlyMap<string, readonly StepRecord[]>;
}

/** kg, as weighed or by the frames they cover. */
function massOf({ massKg, framesCovered }: CatchRecord): number | null {
  if (massKg !== null) return massKg;
  return framesCovered === null ? null : massFromBees(beesFromFrames({ frames: framesCovered })).mass;
}

function sizeOf(caught: CatchRecord): SwarmSizeClass | null {
  if (caught.size !== null) return caught.size;
  const mass = massOf(caught);
  return mass === null ? null : swarmClass(mass);
}

/** What the records tell of steps that nobody marked. */
function told(card: CatchCard, tasks: readonly StepTask[], again: IsoDate | null): readonly MarkedStep[] {
  const { takenDownOn, followups } = card;
  const on = (kind: string): IsoDate | null => followups.find((one) => one.kind === kind)?.on ?? null;
  const marks: MarkedStep[] = [];
  const done = (codes: readonly StepTask['code'][], date: IsoDate | null): void => {
    if (date === null) return;
    for (const code of codes) {
      const task = tasks.find((one) => one.code === code);
      // At the hour it was planned for, on the day the record tells.
      if (task) marks.push({ code, state: 'done', at: `${date}${task.start.slice(10)}` });
    }
  };
  if (takenDownOn !== null) {
    for (const code of ['peek', 'closeAtDusk', 'lowerAtFirstLight', 'shade'] as const)
      marks.push({ code, state: 'done' });
    done(['move'], takenDownOn);
  }
  const hived = on('hived');
  if (hived !== null) {
    marks.push({ code: 'hold', state: 'done' });
    done(['transfer'], hived);
    // Hived on the day it was carried, it was opened the next morning.
    if (takenDownOn !== null && hived > takenDownOn) done(['open'], hived);
    else marks.push({ code: 'open', state: 'done' });
  }
  if (on('laying') !== null) marks.push({ code: 'broodCheck', state: 'done' });
  if (again !== null) marks.push({ code: 'rehang', state: 'done' });
  return marks;
}

/** The evening that a wall time belongs to: the small hours are still the night before. */
function eveningOf(at: string): IsoDate {
  return at.slice(11) < '12:00' ? addDays(at.slice(0, 10), -1) : at.slice(0, 10);
}

/** The plan by the evening the entrance really is closed: as marked; or the next one, while nobody has closed it in time. */
function asItGoes(
  caught: Parameters<typeof colonyPlan>[0],
  card: CatchCard,
  marks: readonly StepRecord[],
  now: string,
): ColonyPlan {
  const plan = colonyPlan(caught);
  const again = (closeOn: IsoDate): ColonyPlan =>
    colonyPlan({ ...caught, closeOn: closeOn < caught.foundOn ? caught.foundOn : closeOn });
  const mark = marks.find(({ code }) => code === 'closeAtDusk');
  if (typeof mark?.at === 'string' && mark.state !== 'skipped') return again(eveningOf(mark.at));
  const closing = plan.tasks.find(({ code }) => code === 'closeAtDusk');
  if (mark || !closing || card.takenDownOn !== null || card.followups.length > 0 || closing.end >= now) return plan;
  const tonight = again(now.slice(0, 10));
  const end = tonight.tasks.find(({ code }) => code === 'closeAtDusk')?.end ?? now;
  return end >= now ? tonight : again(addDays(now.slice(0, 10), 1));
}

/** The last day before it was found on which the trap was seen empty: the bees came after it. */
function lastEmptyBefore({ lastEmpty }: PlanSources, stayId: string, foundOn: IsoDate): IsoDate | null {
  return (lastEmpty.get(stayId) ?? []).filter((date) => date < foundOn).at(-1) ?? null;
}

/** Days up to the transfer that no forecast knows. */
function unknownDays(foundOn: IsoDate, steps: readonly TrackStep[], forecast: readonly ForecastDay[]): number {
  const known = new Set(forecast.filter(({ tMax }) => tMax !== null).map(({ date }) => date));
  const last = steps.find(({ code }) => code === 'transfer')?.start.slice(0, 10) ?? foundOn;
  const days = Math.max(0, daysBetween(foundOn, last) + 1);
  return Array.from({ length: days }, (_, n) => addDays(foundOn, n)).filter((date) => !known.has(date)).length;
}

/** What a trap weighs on the day it is carried, and whether one person may lift it from where it hangs. */
function carryOf(
  trap: TrapLine | undefined,
  { caught }: CatchCard,
  steps: readonly TrackStep[],
  heightM: number | null,
): CatchPlan['carry'] {
  const move = steps.find(({ code }) => code === 'move');
  if (!trap || !move || move.state === 'done') return null;
  const assessed = assessDesign(trap.asBuilt);
  if (!assessed.ok) return null;
  const room = assessed.readings.room.net;
  const load = designLoad(trap.asBuilt, room);
  if (trap.massKg === null && load.unweighed.length > 0) return null;
  const empty = trap.massKg === null ? load.empty : { mass: trap.massKg, low: trap.massKg, high: trap.massKg };
  const since = caught.arrivedOn ?? caught.foundOn;
  const days = Math.max(0, daysBetween(since, move.start.slice(0, 10)));
  const { mass, low, high } = massOnDay(days, empty, room, { ...load.plan, swarm: massOf(caught) ?? load.plan.swarm });
  const limitKg = heightM !== null && heightM > LADDER_M ? USUAL_LIMITS.ladder : USUAL_LIMITS.ground;
  return {
    kg: mass,
    lowKg: low,
    highKg: high,
    days,
    weighed: trap.massKg !== null,
    limitKg,
    onePerson: high <= limitKg,
  };
}

/** Where bees were caught, for the sun: a site, where they hung, or the middle of all sites. */
function placeOf({ caught, siteId }: CatchCard, { places }: PlanSources): Where | null {
  const site = siteId === null ? undefined : places.get(siteId);
  if (site) return { ...site, by: 'site' };
  const { placeLat: lat, placeLon: lon } = caught;
  const [any] = places.values();
  const timeZone = any?.timeZone ?? null;
  if (lat !== null && lon !== null) return { lat, lon, timeZone, by: 'place' };
  const middle = middleOf([...places.values()]);
  return middle && { ...middle, timeZone, by: 'middle' };
}

interface Where {
  readonly lat: number;
  readonly lon: number;
  readonly timeZone: string | null;
  readonly by: CatchPlan['placedBy'];
}

function forecastFrom(foundOn: IsoDate, { weather }: PlanSources): readonly ForecastDay[] {
  const until = addDays(foundOn, PLAN_FORECAST_DAYS);
  return weather
    .filter(({ date }) => date >= foundOn && date <= until)
    .map(({ date, tMax, rainMm }): ForecastDay => ({ date, tMax, rainMm }));
}

function isCarried({ takenDownOn, stage }: CatchCard, inTrap: boolean): boolean {
  return takenDownOn !== null || (!inTrap && stage !== 'inTrap');
}

/** One number of frames for one swarm everywhere: by its mass where that is known, else by its class. */
function framesFor(caught: CatchRecord, byClass: number): number {
  const mass = massOf(caught);
  return mass === null ? byClass : swarmAdvice({ mass }).startFrames;
}

/** The plan of one catch as it stands; `null` while nothing says where on the Earth it is. */
export function planOf(card: CatchCard, sources: PlanSources, { today, minute, offset }: FieldNow): CatchPlan | null {
  const { caught } = card;
  const stay = caught.deploymentId === null ? undefined : sources.stays.get(caught.deploymentId);
  const trap = stay && sources.traps.get(stay.trapId);
  const place = placeOf(card, sources);
  if (!place) return null;
  const way = colonyWay(caught.method, stay !== undefined);
  const { foundOn, arrivedOn } = caught;
  const size = sizeOf(caught);
  const framesIn = trap?.framesOnly ?? 0;
  const heightM = stay?.heightM ?? null;
  // A swarm on a branch has nothing to anchor it: it is taken the same evening unless somebody says otherwise.
  const school = caught.school ?? (way === 'trap' ? 'anchor' : 'sameEvening');
  const forecast = forecastFrom(foundOn, sources);
  const own = sources.steps.get(caught.id) ?? [];
  const input = {
    way,
    framesIn,
    foundOn,
    arrivedOn,
    leftOn: arrivedOn === null && stay ? lastEmptyBefore(sources, stay.id, foundOn) : null,
    school,
    size: size ?? 'medium',
    broodFrame: caught.broodFrame,
    heightM,
    lat: place.lat,
    lon: place.lon,
    tzOffsetMin: offset(foundOn, place.timeZone),
    forecast,
  };
  const plan = asItGoes(input, card, own, minute);
  const marks = [
    ...told(card, plan.tasks, stay ? sources.hungAgain(stay) : null),
    // What the keeper marked counts more than what was gathered from the records.
    ...own.map(({ code, state, at }): MarkedStep => ({ code, state, at })),
  ];
  const steps = planTrack(foundOn, plan.tasks, marks, minute);
  const ended = card.stage === 'settled' || card.stage === 'lost';
  return {
    catchId: caught.id,
    deploymentId: caught.deploymentId,
    siteId: card.siteId,
    way,
    placedBy: place.by,
    framesIn,
    carry: carryOf(trap, card, steps, heightM),
    number: card.number,
    place: card.place,
    heightM,
    wentTo: caught.wentTo,
    carried: isCarried(card, stay !== undefined),
    foundOn,
    school,
    size: size ?? 'medium',
    sizeAssumed: size === null,
    frames: framesFor(caught, plan.frames),
    notes: plan.notes,
    steps,
    unknownDays: unknownDays(foundOn, steps, forecast),
    over: ended || daysBetween(foundOn, today) > PLAN_DAYS,
  };
}

/** The days of a colony as they were recorded, and as its plan sees them. */
export function trackOf(
  card: CatchCard,
  sources: PlanSources,
  { plan, now }: { readonly plan: readonly TrackStep[]; readonly now: string },
): ColonyTrack {
  const { caught, takenDownOn, followups } = card;
  const stay = caught.deploymentId === null ? undefined : sources.stays.get(caught.deploymentId);
  return colonyTrack({
    foundOn: caught.foundOn,
    arrivedOn: caught.arrivedOn,
    lastEmptyOn: stay ? lastEmptyBefore(sources, stay.id, caught.foundOn) : null,
    byTrap: stay !== undefined,
    inTrap: stay !== undefined && takenDownOn === null,
    since: takenDownOn ?? caught.foundOn,
    takenDownOn,
    rehungOn: stay ? sources.hungAgain(stay) : null,
    followups,
    marks: (sources.steps.get(caught.id) ?? []).map(({ code, state, at }) => ({ code, state, at })),
    plan,
    now,
  });
}

/** The day of the next step of bees that are still where they were caught, by stay. */
export function nextStepDays(plans: readonly CatchPlan[]): ReadonlyMap<string, IsoDate> {
  return new Map(
    plans.flatMap(({ deploymentId, steps }) => {
      const next = nextStep(steps);
      return deploymentId !== null && next ? [[deploymentId, next.start.slice(0, 10)] as const] : [];
    }),
  );
}

/** Rows that plans are made of. */
export interface PlanRows {
  /** Stays since the first catch that is asked for. */
  readonly stays: readonly StayLine[];
  readonly traps: readonly TrapLine[];
  readonly places: readonly PlaceLine[];
  /** To {@link PLAN_FORECAST_DAYS} ahead, oldest first. */
  readonly weather: readonly WeatherLine[];
  /** Days on which a stay that ended in a catch was found empty. */
  readonly emptyLooks: readonly { readonly deploymentId: string; readonly date: IsoDate }[];
  readonly steps: readonly StepRecord[];
}

/** What plans are made of, put together once for all catches. */
export function planSources(rows: PlanRows): PlanSources {
  const { stays } = rows;
  const byTrap = groupedBy(stays, ({ trapId }) => trapId);
  const bySite = groupedBy(stays, ({ siteId }) => siteId);
  const empty = groupedBy(rows.emptyLooks, ({ deploymentId }) => deploymentId);
  return {
    stays: new Map(stays.map((stay) => [stay.id, stay])),
    traps: new Map(rows.traps.map((trap) => [trap.id, trap])),
    places: new Map(rows.places.map((place) => [place.id, place])),
    weather: rows.weather,
    lastEmpty: new Map([...empty].map(([id, looks]) => [id, looks.map(({ date }) => date).sort()])),
    // The same trap, wherever; or any trap at the place, once this one has come down.
    hungAgain: ({ trapId, siteId, id, hungOn, takenDownOn }) => {
      const same = (byTrap.get(trapId) ?? []).filter((other) => other.id !== id && other.hungOn > hungOn);
      const there = (bySite.get(siteId) ?? []).filter(
        (other) => other.id !== id && takenDownOn !== null && other.hungOn >= takenDownOn,
      );
      return [...same, ...there].map((other) => other.hungOn).sort()[0] ?? null;
    },
    steps: groupedBy(rows.steps, ({ catchId }) => catchId),
  };
}
