/**
 * A colony that was taken, as it is told, and the steps of a trap that its own are built on.
 *
 * Source: `afterCatchPlan`; a day whose heat nobody knows is taken for hot [convention], so that nobody is shut in under it.
 */
import {
  afterCatchPlan,
  type ForecastDay,
  localSky,
  type LocalSky,
  type PlanTask,
  SWARM_SIZES,
  type SwarmSizeClass,
} from '../catches/index.js';
import { ACCESSES, BROOD_LOOKS, REPAIRERS } from './call-words.js';
import { dateOfDay, DAY_MINUTES, dayIn, type IsoDate } from '../shared/calendar/index.js';
import { DomainError, Fields, NON_NEGATIVE } from '../shared/errors/index.js';
import { LATITUDE, LONGITUDE } from '../shared/geometry/index.js';
import { type Layout, LAYOUTS } from '../suction/index.js';
import { type Access, byLadder, HEIGHT, isLateSeason, type Repairer, ZONE_OFFSET } from './call-facts.js';
import { TAKEN_KINDS, type TakenKind } from './honey-use.js';

export const REUNITE_LAYOUTS = [...LAYOUTS, 'box'] as const;
export const BROODS = ['none', 'own', 'donated'] as const;
export type Brood = (typeof BROODS)[number];
export const TAKEN_QUEENS = ['laying', 'virgin', 'none', 'unknown'] as const;
export type TakenQueen = (typeof TAKEN_QUEENS)[number];
export const RESTRAINTS = ['none', 'excluder'] as const;
export const FLOWS = ['none', 'some', 'strong'] as const;

export interface TakenColony {
  readonly collectedOn: IsoDate;
  readonly kind: TakenKind;
  /** `box`: shaken or brushed into its hive. */
  readonly layout?: Layout | 'box' | null;
  readonly size?: SwarmSizeClass | null;
  readonly brood?: Brood | null;
  readonly queen: TakenQueen;
  readonly caged?: boolean | null;
  readonly restraint?: (typeof RESTRAINTS)[number] | null;
  readonly stores?: boolean | null;
  readonly flow?: (typeof FLOWS)[number] | null;
  readonly canUnite?: boolean | null;
  readonly broodLook?: (typeof BROOD_LOOKS)[number] | null;
  readonly repairsBy?: Repairer | null;
  /** m: of a trap or a box that is left standing. */
  readonly heightM?: number | null;
  readonly access?: Access | null;
  readonly movedM?: number | null;
  readonly lat: number;
  readonly lon: number;
  readonly tzOffsetMin: number;
  /** Local minutes after 00:00 of the day it was collected; sunset unless given. */
  readonly stoppedMin?: number | null;
  readonly forecast?: readonly ForecastDay[] | null;
}
/** °C from which nobody is shut in. */
export const HOT = 28;
const HIGHEST = 40;
const STOPPED = { min: 0, max: 2880 } as const;

/** Day and hour as minutes. */
export const at = (day: number, hour: number): number => day * DAY_MINUTES + 60 * hour;
export const dayOf = (minute: number): number => Math.floor(minute / DAY_MINUTES);

export interface Story {
  readonly first: number;
  readonly kind: TakenKind;
  readonly layout: (typeof REUNITE_LAYOUTS)[number];
  readonly size: SwarmSizeClass;
  readonly brood: Brood;
  readonly queen: TakenQueen;
  readonly caged: boolean;
  readonly asked: (typeof RESTRAINTS)[number] | null;
  readonly stores: boolean;
  readonly strongFlow: boolean;
  readonly canUnite: boolean;
  readonly broodLook: (typeof BROOD_LOOKS)[number];
  readonly keeperRepairs: boolean;
  readonly ladder: boolean;
  readonly heightM: number;
  readonly moved: number | null;
  readonly place: { readonly lat: number; readonly lon: number; readonly offset: number };
  /** Of days after the first. */
  readonly sky: { readonly rise: (day: number) => number; readonly set: (day: number) => number };
  readonly stopped: number;
  readonly tMax: (day: number) => number | null;
  readonly forecast: readonly ForecastDay[];
  readonly late: boolean;
}

type Forecast = ForecastDay & { readonly day: number };

function forecastOf(f: Fields, first: number): readonly Forecast[] {
  const days = new Map<number, Forecast>();
  for (const one of f.objectsOr('forecast')) {
    const day = dayIn(one, 'date') - first;
    if (days.has(day)) throw new DomainError('CONFLICT', one.at('date'), 'is there twice');
    const tMax = one.numberOr('tMax', null);
    days.set(day, { day, date: one.text('date'), tMax, rainMm: one.numberOr('rainMm', null, NON_NEGATIVE) });
  }
  return [...days.values()];
}

export function storyOf(a: TakenColony): Story {
  const f = new Fields(a);
  const first = dayIn(f, 'collectedOn');
  const kind = f.word('kind', TAKEN_KINDS);
  const layout = f.wordOr('layout', 'box', REUNITE_LAYOUTS);
  const size = f.wordOr('size', 'medium', SWARM_SIZES);
  const brood = f.wordOr('brood', kind === 'hanging' ? 'none' : 'own', BROODS);
  const queen = f.word('queen', TAKEN_QUEENS);
  const caged = f.flagOr('caged', false);
  const asked = f.has('restraint') ? f.word('restraint', RESTRAINTS) : null;
  const stores = f.flagOr('stores', false);
  const flow = f.wordOr('flow', 'some', FLOWS);
  const canUnite = f.flagOr('canUnite', true);
  const broodLook = f.wordOr('broodLook', 'notDone', BROOD_LOOKS);
  const repairs = f.wordOr('repairsBy', 'unknown', REPAIRERS);
  const height = f.numberOr('heightM', 0, HEIGHT);
  const access = f.wordOr('access', 'unknown', ACCESSES);
  const moved = f.numberOr('movedM', null, NON_NEGATIVE);
  const lat = f.number('lat', LATITUDE);
  const lon = f.number('lon', LONGITUDE);
  const offset = f.number('tzOffsetMin', ZONE_OFFSET);
  const sky: LocalSky = localSky(first, { lat, lon, offset });
  const fromFirst = { rise: (day: number) => sky.rise(first + day), set: (day: number) => sky.set(first + day) };
  const stopped = f.numberOr('stoppedMin', fromFirst.set(0), STOPPED);
  const forecast = forecastOf(f, first);
  if (kind === 'hanging' && brood === 'own') {
    throw new DomainError('CONFLICT', 'brood', 'a hanging swarm has no brood of its own', { value: brood });
  }
  if (caged && queen === 'none') {
    throw new DomainError('CONFLICT', 'caged', 'there is no queen who could be caged', { value: caged });
  }
  const month = Number(dateOfDay(first).slice(5, 7));
  const ladder = byLadder(height, access);
  return {
    first,
    kind,
    layout,
    size,
    brood,
    queen,
    caged,
    asked,
    stores,
    strongFlow: flow === 'strong',
    canUnite,
    broodLook,
    keeperRepairs: repairs === 'keeper',
    ladder,
    heightM: ladder ? Math.min(HIGHEST, height) : 0,
    moved,
    place: { lat, lon, offset },
    sky: fromFirst,
    stopped,
    tMax: (day) => forecast.find((one) => one.day === day)?.tMax ?? null,
    forecast: forecast.map(({ date, tMax, rainMm }) => ({ date, tMax, rainMm })),
    late: isLateSeason(month, lat < 0),
  };
}

/** The steps of a trap, of which a day whose heat nobody knows is taken for hot: shut in only under a known sky. */
export function baseOf(story: Story): readonly PlanTask[] {
  const { first, queen, brood, size, heightM, place, tMax, forecast, ladder } = story;
  const days = [1, 2, 3];
  const lost = queen === 'none' && brood === 'none';
  const known = new Map(forecast.map((one) => [one.date, one]));
  for (const day of days) {
    const date = dateOfDay(first + day);
    const hot = tMax(day) === null || (lost && day === 2);
    if (hot) known.set(date, { date, rainMm: known.get(date)?.rainMm ?? null, tMax: HOT });
  }
  const { tasks } = afterCatchPlan({
    foundOn: dateOfDay(first),
    school: 'sameEvening',
    size: queen === 'virgin' ? 'secondary' : size,
    broodFrame: brood !== 'none',
    heightM,
    lat: place.lat,
    lon: place.lon,
    tzOffsetMin: place.offset,
    forecast: [...known.values()],
  });
  // By ladder it is shut and lowered at first light.
  return ladder ? tasks.filter(({ code }) => code !== 'closeAtDusk') : tasks;
}
