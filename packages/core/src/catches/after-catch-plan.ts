/**
 * What to do with a catch and when: dated steps from the evening it is closed to the first brood.
 *
 * Formula: times follow sunset and sunrise at the site; days follow the school of practice, the size of the swarm and the
 * forecast, of which an unknown day is neither hot, cold nor wet.
 * Source: rules of thumb of two schools, neither proven: `anchor` waits until comb and eggs hold the bees, `sameEvening` takes
 * them at once. Capping from day 9 of an egg laid at once is biology; the rest is practice. Left out: local law on brood
 * disease and treatments, which comes first.
 */
import { dateOfDay, DAY_MINUTES, dayIn, dayOrNull, type IsoDate, wallTime } from '../shared/calendar/index.js';
import { DomainError, Fields, NON_NEGATIVE, type NumberRange } from '../shared/errors/index.js';
import { LATITUDE, LONGITUDE } from '../shared/geometry/index.js';
import { type LocalSky, localSky } from './local-sky.js';

export const CATCH_SCHOOLS = ['anchor', 'sameEvening'] as const;
export type CatchSchool = (typeof CATCH_SCHOOLS)[number];
export const SWARM_SIZES = ['small', 'medium', 'large', 'secondary'] as const;
export type SwarmSizeClass = (typeof SWARM_SIZES)[number];
export const PLAN_CODES = [
  'closeAtDusk',
  'lowerAtFirstLight',
  'move',
  'shade',
  'hold',
  'open',
  'rehang',
  'feed',
  'transfer',
  'broodCheck',
  'miteWindow',
] as const;
export type PlanCode = (typeof PLAN_CODES)[number];
export const PLAN_NOTES = ['anchor', 'bearding', 'defensive', 'far', 'heat', 'ladder'] as const;
export type PlanNote = (typeof PLAN_NOTES)[number];

export interface CaughtSwarm {
  readonly foundOn: IsoDate;
  /** Default: the day it was found. */
  readonly arrivedOn?: IsoDate | null;
  /** Last day the trap was seen empty, where the arrival was not observed. */
  readonly leftOn?: IsoDate | null;
  /** Evening it is closed, where it is another than the school's. */
  readonly closeOn?: IsoDate | null;
  readonly school: CatchSchool;
  readonly size: SwarmSizeClass;
  readonly broodFrame?: boolean | null;
  /** m of the entrance above ground, default 2. */
  readonly heightM?: number | null;
  /** Where Africanised bees occur. */
  readonly africanised?: boolean | null;
  readonly lat: number;
  readonly lon: number;
  /** Local less UTC on that date, daylight saving included. */
  readonly tzOffsetMin: number;
  readonly forecast?: readonly ForecastDay[] | null;
}
export interface ForecastDay {
  readonly date: IsoDate;
  readonly tMax: number | null;
  readonly rainMm: number | null;
}
export interface PlanTask {
  readonly code: PlanCode;
  /** Local wall times, rounded to the minute. */
  readonly start: string;
  readonly end: string;
  /** Local minutes after 00:00 of the day it was found, not rounded. */
  readonly startMin: number;
  readonly endMin: number;
  readonly reason: string;
}
export interface AfterCatchPlan {
  readonly tasks: readonly PlanTask[];
  readonly frames: 5 | 8 | 10;
  readonly notes: readonly PlanNote[];
}

const HEIGHT: NumberRange = { min: 0, max: 40 };
const OFFSET: NumberRange = { min: -DAY_MINUTES, max: DAY_MINUTES };
/** m above which a trap is reached by a ladder. */
export const LADDER_M = 2;
const RAINY_MM = 5;
const COOL_C = 25;
const HOT_C = 28;
const UNFIT = { belowC: 15, rainMm: 2 };
const FRAMES = { small: 5, medium: 8, large: 10, secondary: 5 } as const;
const at = (hour: number): number => 60 * hour;

type Known = ReadonlyMap<number, { readonly tMax: number | null; readonly rainMm: number | null }>;

function forecastOf(fields: Fields): Known {
  const days = new Map<number, { tMax: number | null; rainMm: number | null }>();
  for (const one of fields.objectsOr('forecast')) {
    const day = dayIn(one, 'date');
    if (days.has(day)) throw new DomainError('CONFLICT', one.at('date'), 'is there twice');
    days.set(day, {
      tMax: one.numberOr('tMax', null, {}),
      rainMm: one.numberOr('rainMm', null, NON_NEGATIVE),
    });
  }
  return days;
}

interface Story {
  readonly found: number;
  readonly arrived: number;
  readonly left: number | null;
  readonly closeOn: number | null;
  readonly school: CatchSchool;
  readonly size: SwarmSizeClass;
  readonly broodFrame: boolean;
  readonly high: boolean;
  readonly africanised: boolean;
  readonly sky: LocalSky;
  readonly forecast: Known;
}

function storyOf(input: unknown): Story {
  const fields = new Fields(input, '', 'wrong type');
  const found = dayIn(fields, 'foundOn');
  const arrived = dayOrNull(fields, 'arrivedOn') ?? found;
  if (arrived > found) throw new DomainError('CONFLICT', 'arrivedOn', 'is after the day the bees were found');
  const left = dayOrNull(fields, 'leftOn');
  if (left !== null && left > arrived) throw new DomainError('CONFLICT', 'leftOn', 'is after the bees arrived');
  const closeOn = dayOrNull(fields, 'closeOn');
  if (closeOn !== null && closeOn < found) {
    throw new DomainError('CONFLICT', 'closeOn', 'is before the day the bees were found');
  }
  const school = fields.word('school', CATCH_SCHOOLS);
  const size = fields.word('size', SWARM_SIZES);
  const broodFrame = fields.flagOr('broodFrame', false);
  const high = fields.numberOr('heightM', LADDER_M, HEIGHT) > LADDER_M;
  const africanised = fields.flagOr('africanised', false);
  const lat = fields.number('lat', LATITUDE);
  const lon = fields.number('lon', LONGITUDE);
  const sky = localSky(found, { lat, lon, offset: fields.number('tzOffsetMin', OFFSET) });
  const forecast = forecastOf(fields);
  return { found, arrived, left, closeOn, school, size, broodFrame, high, africanised, sky, forecast };
}

interface Days {
  /** The evening it is closed, the night after which shut days count, and the morning it is opened. */
  readonly close: number;
  readonly night: number;
  readonly open: number;
  readonly hold: number;
  readonly cool: boolean;
  readonly heat: boolean;
}

function daysOf({ found, arrived, closeOn, school, broodFrame, high, forecast }: Story): Days {
  const wet = (forecast.get(arrived + 2)?.rainMm ?? 0) >= RAINY_MM;
  const usual = school === 'sameEvening' ? found : Math.max(found, arrived + (wet ? 3 : 2));
  const close = closeOn ?? usual;
  const tMax = (day: number): number | null => forecast.get(day)?.tMax ?? null;
  const next = tMax(close + 1);
  const cool = high && next !== null && next < COOL_C;
  const night = cool ? close + 1 : close;
  const wanted = school === 'anchor' || broodFrame ? 1 : 3;
  const shut = Array.from({ length: wanted - 1 }, (_, n) => tMax(night + 1 + n));
  const heat = shut.some((one) => one !== null && one >= HOT_C);
  const hold = heat ? 1 : wanted;
  return { close, night, open: night + hold, hold, cool, heat };
}

type Step = readonly [code: PlanCode, start: number, end: number, reason: string];

/** From the closed entrance to the new place. */
function onTheWay({ high, sky }: Story, { close, cool }: Days): readonly Step[] {
  const dusk = sky.set(close) + 30;
  const closing: Step = ['closeAtDusk', dusk, dusk + 60, 'dusk'];
  if (!high) return [closing, ['move', dusk + 15, dusk + 180, 'dark']];
  const light = sky.rise(close + 1);
  const lowering: Step = ['lowerAtFirstLight', light, light + 90, 'ladder'];
  if (!cool) return [closing, lowering, ['move', light + 15, light + 120, 'first-light']];
  const evening = sky.set(close + 1);
  return [
    closing,
    lowering,
    ['shade', light + 90, evening + 30, 'cool-day'],
    ['move', evening + 45, evening + 210, 'dark'],
  ];
}

/** Shut, opened and fed at the new place. */
function atThePlace({ high, sky }: Story, days: Days, moved: number): readonly Step[] {
  const { open, hold, cool, heat } = days;
  const light = sky.rise(open);
  const feeding: Step = ['feed', sky.set(open) - 60, sky.set(open + 2), 'wax'];
  if (high && !cool && hold === 1) return [['open', light + 120, light + 240, 'orient'], feeding];
  const holding: readonly Step[] = hold > 1 || heat ? [['hold', moved, light, heat ? 'heat' : 'abscond']] : [];
  return [...holding, ['open', light, light + 120, 'orient'], feeding];
}

/** Frames, brood and mites, once the bees have settled. */
function settled(story: Story, { close, open }: Days): readonly Step[] {
  const { found, arrived, left, size, broodFrame, forecast } = story;
  const minute = (day: number, hour: number): number => (day - found) * DAY_MINUTES + at(hour);
  const unfit = (day: number): boolean => {
    const { tMax = null, rainMm = null } = forecast.get(day) ?? {};
    return (tMax !== null && tMax < UNFIT.belowC) || (rainMm !== null && rainMm >= UNFIT.rainMm);
  };
  const fit = Array.from({ length: 15 }, (_, n) => open + 7 + n).find((day) => !unfit(day));
  const transfer = fit ?? open + 7;
  const [early, late] = left === null ? [arrived, arrived] : [left, found];
  const virgin = size === 'secondary';
  const brood = Math.max(found + 1, late + (virgin ? 21 : 9));
  const capped = early + (virgin ? 14 : 8);
  const mites: readonly Step[] =
    !broodFrame && capped >= open + 1 ? [['miteWindow', minute(open + 1, 9), minute(capped, 18), 'broodless']] : [];
  return [
    ['rehang', minute(close + 1, 9), minute(close + 3, 18), 'site-works'],
    [
      'transfer',
      minute(transfer, 11),
      minute(transfer, 15),
      fit === undefined ? 'no-fit-day' : `frames-${FRAMES[size]}`,
    ],
    ['broodCheck', minute(brood, 11), minute(brood + 3, 15), virgin ? 'virgin' : 'laying'],
    ...mites,
  ];
}

/**
 * @throws DomainError `MISSING`, `TYPE`, `ENUM`, `FORMAT`, `RANGE`; `CONFLICT` for an arrival after the day it was found, or a
 * last empty look after the arrival.
 */
export function afterCatchPlan(caught: CaughtSwarm): AfterCatchPlan {
  const story = storyOf(caught);
  const days = daysOf(story);
  const way = onTheWay(story, days);
  const moved = way.find(([code]) => code === 'move')?.[2] ?? 0;
  const tasks = [...way, ...atThePlace(story, days, moved), ...settled(story, days)]
    // In a short arctic night the bees are carried past the sunrise they would have been shut until.
    .filter(([, startMin, endMin]) => endMin >= startMin)
    .map(([code, startMin, endMin, reason]): PlanTask => ({
      code,
      start: wallTime(dateOfDay(story.found), startMin),
      end: wallTime(dateOfDay(story.found), endMin),
      startMin,
      endMin,
      reason,
    }))
    .sort((a, b) => a.startMin - b.startMin || (a.code < b.code ? -1 : 1));
  const said: readonly (PlanNote | null)[] = [
    story.school === 'anchor' ? 'anchor' : null,
    'bearding',
    story.africanised ? 'defensive' : null,
    'far',
    days.heat ? 'heat' : null,
    story.high ? 'ladder' : null,
  ];
  return { tasks, frames: FRAMES[story.size], notes: said.filter((note) => note !== null) };
}
