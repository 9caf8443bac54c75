/**
 * How long a job takes, and when it has to begin at the latest for hands to have light and bees to be home.
 *
 * Formula: phases add up by their typical minutes, their spreads by the root of the sum of squares; suction = bees over what the
 * hand feeds, its spread on a log scale as bees and hand are independent.
 * Source: minutes of each phase and of a piece of comb are estimates of ours; `pace`, from the log of own jobs, corrects those of
 * handwork. 480 minutes a day, 90 minutes after sunrise for a trap by ladder and 0.8 of the time to 38 °C are conventions.
 */
import { localSky } from '../catches/index.js';
import { ACCESSES, FINISHES, JOB_KINDS, REPAIRERS } from './call-words.js';
import { dayIn, type IsoDate } from '../shared/calendar/index.js';
import { DomainError, Fields, NON_NEGATIVE } from '../shared/errors/index.js';
import { LATITUDE, LONGITUDE } from '../shared/geometry/index.js';
import { heatRun, type HeatBox } from '../suction/index.js';
import {
  type Access,
  byLadder,
  ceilOf,
  HEIGHT,
  type JobKind,
  PERSONS,
  type Repairer,
  type Spread,
  spreadOf,
  TEMPERATURE,
  ZONE_OFFSET,
} from './call-facts.js';
import { CALLOUT_DATA } from './callout-data.js';
import { TRIAGE_LIMITS } from './triage.js';

export type Finish = (typeof FINISHES)[number];
/** Minutes of work in a day. */
const MOST_WORK = 480;
const DUSK_AFTER = 30;
const BEES_A_CYCLE = 3000;
const TWO_HANDS_MORE = 0.6;
const BROOD_PIECES = 0.3;
const FIRST_LIGHT = 90;
const MORNING = 60;
const TRAVEL_SLACK = 1.25;
const MOVE_WITHIN = 0.8;
const HEAT_WATCHED = 7200;
/** Share of the heat that goes into water while bees fan at an open mesh: an estimate. */
const FANNED = 0.3;
const MINUTE = 60;
/** Phases that belong to dusk: the fliers are home then. */
const AT_DUSK: ReadonlySet<string> = new Set(['wait', 'close', 'lower', 'strap']);
/** Phases between arriving and the last bee: what the clock of a job runs through, and own hands are slow or quick at. */
export const HANDWORK: ReadonlySet<string> = new Set(['setup', 'open', 'combs', 'take', 'suction', 'pauses', 'search']);
/** Times the table that are believed. */
export const PACE = { min: 0.1, max: 10 } as const;
const OVERNIGHT = [
  'stop-after-a-whole-comb',
  'join-day-one-bees-and-brood',
  'mesh-the-hole',
  'own-box-on-day-two',
] as const;

/** s; `null` where it does not get there in two hours. */
export interface HeatClock {
  readonly timeToWarning: number | null;
  readonly timeToDanger: number | null;
  readonly moveWithin: number | null;
  readonly outlastsTravel: boolean;
}
export interface JobPhase extends Spread {
  readonly code: string;
}
export interface TimeQuestion {
  readonly kind: JobKind;
  readonly bees: Spread;
  readonly pieces?: number | null;
  readonly broodPieces?: number | null;
  readonly vacuum?: boolean | null;
  /** Bees a second. */
  readonly feedRate?: Spread | null;
  /** s between two cycles of suction. */
  readonly pause?: Spread | null;
  readonly persons?: number | null;
  readonly repairsBy?: Repairer | null;
  /** s on the road. */
  readonly travel?: number | null;
  readonly heightM?: number | null;
  readonly access?: Access | null;
  readonly finish?: Finish | null;
  readonly date: IsoDate;
  readonly lat: number;
  readonly lon: number;
  readonly tzOffsetMin: number;
  /** The box of bees on the way home. */
  readonly box?: HeatBox | null;
  /** m2 */
  readonly meshArea?: number | null;
  /** °C: the day's highest. */
  readonly tempC?: number | null;
  /** How many times the table own hands take, 0.1 to 10: phases of `HANDWORK` take so much longer or less. 1 if nobody knows. */
  readonly pace?: number | null;
}
/** Phases in s; times in local minutes after 00:00 of the date. */
export interface JobTime {
  readonly phases: readonly JobPhase[];
  readonly total: Spread;
  readonly suction: Spread;
  readonly sunriseMin: number;
  readonly sunsetMin: number;
  readonly duskMin: number;
  readonly earliestMin: number;
  /** May be negative. */
  readonly latestMin: number;
  readonly advice: 'fits' | 'tight' | 'second-person' | 'two-days';
  readonly overnight: readonly string[];
  readonly repairVisit: Spread | null;
  readonly heat: { readonly shut: HeatClock; readonly mesh: HeatClock } | null;
}

function readTime(a: TimeQuestion) {
  const f = new Fields(a);
  const kind = f.word('kind', JOB_KINDS);
  const bees = spreadOf(f.object('bees'));
  const pieces = f.wholeOr('pieces', 0, NON_NEGATIVE);
  const broodPieces = f.wholeOr('broodPieces', ceilOf(BROOD_PIECES * pieces), NON_NEGATIVE);
  const vacuum = f.flagOr('vacuum', kind === 'structure');
  const feed = f.objectOr('feedRate');
  const feedRate = feed
    ? spreadOf(feed, { min: 0, above: true })
    : kind === 'hangingSwarm'
      ? CALLOUT_DATA.feedRateSwarm
      : CALLOUT_DATA.feedRate;
  const between = f.objectOr('pause');
  const pause = between ? spreadOf(between) : CALLOUT_DATA.pause;
  const persons = f.wholeOr('persons', 1, PERSONS);
  const repairs = f.wordOr('repairsBy', 'unknown', REPAIRERS);
  const travel = f.numberOr('travel', 0, NON_NEGATIVE);
  const height = f.numberOr('heightM', 0, HEIGHT);
  const access = f.wordOr('access', 'unknown', ACCESSES);
  const finish = f.wordOr('finish', 'closeAtDusk', FINISHES);
  const day = dayIn(f, 'date');
  const lat = f.number('lat', LATITUDE);
  const lon = f.number('lon', LONGITUDE);
  const sky = localSky(day, { lat, lon, offset: f.number('tzOffsetMin', ZONE_OFFSET) });
  f.objectOr('box');
  const meshArea = f.numberOr('meshArea', 0.05, NON_NEGATIVE);
  const temp = f.numberOr('tempC', null, TEMPERATURE);
  const pace = f.numberOr('pace', 1, PACE);
  if (broodPieces > pieces) {
    throw new DomainError('CONFLICT', 'broodPieces', 'are more than all pieces', { value: broodPieces });
  }
  return {
    kind,
    bees,
    pieces,
    broodPieces,
    vacuum,
    feedRate,
    pause,
    persons,
    repairs,
    travel,
    ladder: byLadder(height, access),
    finish,
    sunrise: sky.rise(day),
    sunset: sky.set(day),
    box: a.box ?? null,
    meshArea,
    hot: temp !== null && temp >= TRIAGE_LIMITS.hot,
    pace,
  };
}
type Job = ReturnType<typeof readTime>;

const scaled = ({ low, typical, high }: Spread, by: number): Spread => ({
  low: low * by,
  typical: typical * by,
  high: high * by,
});
const NOTHING: Spread = { low: 0, typical: 0, high: 0 };
const logRatio = (a: number, b: number): number => (a > 0 && b > 0 ? Math.log(a / b) : 0);

/** Bees and hand are independent: their spreads add on a log scale. */
function suctionOf({ vacuum, bees, feedRate }: Job): Spread {
  if (!vacuum || bees.typical === 0) return NOTHING;
  const typical = bees.typical / feedRate.typical;
  const up = Math.hypot(logRatio(bees.high, bees.typical), logRatio(feedRate.typical, feedRate.low));
  const down = Math.hypot(logRatio(bees.typical, bees.low), logRatio(feedRate.high, feedRate.typical));
  return { low: bees.low === 0 ? 0 : typical * Math.exp(-down), typical, high: typical * Math.exp(up) };
}

const phasesOf = (job: Job, persons: number): readonly JobPhase[] =>
  phasesByTable(job, persons).map((phase) => ({
    ...phase,
    ...(HANDWORK.has(phase.code) ? scaled(phase, job.pace) : {}),
  }));

function phasesByTable(job: Job, persons: number): readonly JobPhase[] {
  const { kind, vacuum, bees, pieces, broodPieces } = job;
  const table: Readonly<Record<string, Spread>> = CALLOUT_DATA.phases[kind];
  const { broodPiece, otherPiece } = CALLOUT_DATA.phases;
  const faster = persons >= 2 ? TWO_HANDS_MORE : 1;
  const comb = (end: keyof Spread): number =>
    MINUTE * faster * (broodPieces * broodPiece[end] + (pieces - broodPieces) * otherPiece[end]);
  const cycles = Math.max(1, kind === 'structure' ? pieces : ceilOf(bees.typical / BEES_A_CYCLE));
  const sucks: readonly JobPhase[] =
    vacuum && bees.typical > 0
      ? [
          { code: 'suction', ...suctionOf(job) },
          ...(cycles > 1 ? [{ code: 'pauses', ...scaled(job.pause, cycles - 1) }] : []),
        ]
      : [];
  const fixed = (...codes: readonly string[]): readonly JobPhase[] =>
    codes.map((code) => ({ code, ...scaled(table[code] ?? NOTHING, MINUTE) }));
  switch (kind) {
    case 'structure':
      return [
        ...fixed('setup', 'open'),
        ...(pieces > 0 ? [{ code: 'combs', low: comb('low'), typical: comb('typical'), high: comb('high') }] : []),
        ...sucks,
        ...fixed('search', 'mesh', 'wait', 'close'),
      ];
    case 'trapTooHeavy':
      return [...fixed('setup'), ...sucks, ...fixed('close', 'lower', 'strap')];
    default:
      return [...fixed('setup'), ...(vacuum ? sucks : fixed('take')), ...fixed('wait', 'close')];
  }
}

/** Phases one after the other; what they vary by is independent. */
function together(phases: readonly JobPhase[]): Spread {
  const typical = phases.reduce((sum, phase) => sum + phase.typical, 0);
  const off = (end: 'low' | 'high'): number => Math.hypot(...phases.map((phase) => phase[end] - phase.typical));
  return { low: Math.max(0, typical - off('low')), typical, high: typical + off('high') };
}

/** The latest minute to begin, if the work takes what it typically does or as long as it may. */
function latestOf(job: Job, phases: readonly JobPhase[], as: 'typical' | 'high'): number {
  const { kind, ladder, finish, travel, sunrise, sunset } = job;
  const inLight = ladder ? phases : phases.filter(({ code }) => !AT_DUSK.has(code));
  const byDusk = sunset - together(inLight)[as] / MINUTE;
  const home = sunset + DUSK_AFTER - (TRAVEL_SLACK * travel + together(phases)[as]) / MINUTE;
  const latest = finish === 'closeAtDusk' ? byDusk : ladder ? Math.min(home, byDusk) : home;
  return kind === 'trapTooHeavy' && ladder ? Math.min(latest, sunrise + FIRST_LIGHT) : latest;
}

function earliestOf({ kind, hot, sunrise }: Job): number {
  const later = (kind === 'structure' || kind === 'groundOrBush') && !hot;
  return sunrise + (later ? MORNING : 0);
}

function adviceOf(job: Job): JobTime['advice'] {
  const fit = (persons: number, as: 'typical' | 'high'): boolean => {
    const phases = phasesOf(job, persons);
    return latestOf(job, phases, as) >= earliestOf(job) && together(phases).typical <= MOST_WORK * MINUTE;
  };
  if (fit(job.persons, 'high')) return 'fits';
  if (job.persons === 1 && fit(2, 'high')) return 'second-person';
  return fit(job.persons, 'typical') ? 'tight' : 'two-days';
}

function clockOf(box: HeatBox, topArea: number, latentShare: number, travel: number): HeatClock {
  const vents = { ...box.vents, topArea };
  const { timeToWarning, timeToDanger } = heatRun({ ...box, vents, latentShare, duration: HEAT_WATCHED });
  const moveWithin = timeToWarning === null ? null : MOVE_WITHIN * timeToWarning;
  const outlastsTravel = moveWithin === null || (moveWithin > 0 && TRAVEL_SLACK * travel <= moveWithin);
  return { timeToWarning, timeToDanger, moveWithin, outlastsTravel };
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`; `CONFLICT` for a spread that does not rise or more brood pieces than pieces. */
export function jobTime(a: TimeQuestion): JobTime {
  const job = readTime(a);
  const { kind, repairs, travel, sunrise, sunset, box, meshArea } = job;
  const phases = phasesOf(job, job.persons);
  const advice = adviceOf(job);
  return {
    phases,
    total: together(phases),
    suction: scaled(suctionOf(job), job.pace),
    sunriseMin: sunrise,
    sunsetMin: sunset,
    duskMin: sunset + DUSK_AFTER,
    earliestMin: earliestOf(job),
    latestMin: latestOf(job, phases, 'high'),
    advice,
    overnight: advice === 'two-days' ? OVERNIGHT : [],
    repairVisit: kind === 'structure' && repairs === 'keeper' ? scaled(CALLOUT_DATA.phases.repairVisit, MINUTE) : null,
    heat: box && { shut: clockOf(box, 0, 0, travel), mesh: clockOf(box, meshArea, FANNED, travel) },
  };
}
