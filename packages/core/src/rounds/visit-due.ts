/**
 * Which trap needs a visit, from when to when, and why: reasons with weights, those that concern live bees first.
 *
 * Formula: a reason weighs nothing before its `from`, then weight x min(2, 1 + days past its `to` / 7); a trap weighs the
 * sum of its reasons and stands in the tier of the gravest that weighs anything.
 * Source: rules of thumb of trap keeping: wild comb fills the room that few frames leave within days; an empty trap out of
 * season is looked at every three weeks. Poorly known: the weights order a list, they measure nothing.
 * Left out: weather that keeps one at home, and the way there.
 */
import {
  checkInterval,
  dateOfDay,
  dayIn,
  dayNumber,
  dayOrNull,
  type IsoDate,
  weekdayOf,
} from '../shared/calendar/index.js';
import { DomainError, Fields, givenAt, type NumberRange, wholeAt } from '../shared/errors/index.js';

export const DUE_TIERS = ['bees', 'soon', 'routine'] as const;
export type DueTier = (typeof DUE_TIERS)[number];
export const DUE_CODES = [
  'catch',
  'occupied',
  'scouts',
  'storm',
  'interval',
  'rebait',
  'moveTrap',
  'changeLure',
] as const;
export type DueCode = (typeof DUE_CODES)[number];

/** What is known of a trap that hangs. Dates are civil dates at the site. */
export interface HangingTrap {
  readonly hungOn: IsoDate;
  /** Frames or bars in it. */
  readonly frames: number;
  readonly lastVisitOn?: IsoDate | null;
  readonly occupied?: boolean | null;
  /** Day of the next step after a catch. */
  readonly nextTaskOn?: IsoDate | null;
  /** Chances that a swarm moves in, 0..1; `countedDay` in days since 1970-01-01, when the scouts were counted. */
  readonly arrivalProbability?: {
    readonly h24: number;
    readonly h48: number;
    readonly countedDay?: number | null;
  } | null;
  readonly stormOn?: IsoDate | null;
  readonly rebaitOn?: IsoDate | null;
  readonly lastActivityOn?: IsoDate | null;
  readonly lureChangedOn?: IsoDate | null;
  readonly season?: { readonly earliest: IsoDate; readonly last: IsoDate } | null;
  /** Weekdays the landowner allows, 0 = Sunday; absent = any. */
  readonly accessWeekdays?: readonly number[] | null;
}

export interface DueReason {
  readonly code: DueCode;
  readonly tier: DueTier;
  readonly from: IsoDate;
  readonly to: IsoDate;
  readonly weight: number;
  readonly urgency: number;
}

export interface VisitDue {
  readonly urgency: number;
  readonly tier: DueTier | null;
  readonly dueFrom: IsoDate | null;
  readonly dueBy: IsoDate | null;
  /** The first day from today on which the landowner lets one in; `null` if none within a fortnight. */
  readonly nextAccess: IsoDate | null;
  readonly reasons: readonly DueReason[];
}

const FRAMES: NumberRange = { min: 0 };
const CHANCE: NumberRange = { min: 0, max: 1 };
const OUT_OF_SEASON_DAYS = 21;
const SEASON_LEAD_DAYS = 14;
const STALE_COUNT_DAYS = 1.5;
const ACCESS_DAYS = 14;
const PATIENCE = { change: 21, move: 14, slack: 7 };

interface Reason {
  readonly code: DueCode;
  readonly tier: DueTier;
  readonly from: number;
  readonly to: number;
  readonly weight: number;
}

interface Known {
  readonly hung: number;
  readonly frames: number;
  readonly last: number;
  readonly occupied: boolean;
  readonly task: number | null;
  readonly chance: { readonly h24: number; readonly h48: number; readonly counted: number | null } | null;
  readonly storm: number | null;
  readonly rebait: number | null;
  readonly activity: number | null;
  readonly lure: number | null;
  readonly season: { readonly earliest: number; readonly last: number } | null;
  readonly weekdays: readonly number[] | null;
}

function read(trap: HangingTrap): Known {
  const fields = new Fields(trap, 'trap', 'wrong type');
  const hung = dayIn(fields, 'hungOn');
  const frames = fields.whole('frames', FRAMES);
  const last = dayOrNull(fields, 'lastVisitOn') ?? hung;
  const occupied = fields.flagOr('occupied', false);
  const task = dayOrNull(fields, 'nextTaskOn');
  const arrival = fields.objectOr('arrivalProbability');
  const chance = arrival && {
    h24: arrival.number('h24', CHANCE),
    h48: arrival.number('h48', CHANCE),
    counted: arrival.numberOr('countedDay', null),
  };
  const storm = dayOrNull(fields, 'stormOn');
  const rebait = dayOrNull(fields, 'rebaitOn');
  const activity = dayOrNull(fields, 'lastActivityOn');
  const lure = dayOrNull(fields, 'lureChangedOn');
  const span = fields.objectOr('season');
  const season = span && { earliest: dayIn(span, 'earliest'), last: dayIn(span, 'last') };
  if (season && season.last < season.earliest) {
    throw new DomainError('CONFLICT', 'trap.season.last', 'is before the earliest swarm');
  }
  const weekdays = fields.has('accessWeekdays')
    ? fields.list('accessWeekdays').map((day, n) => wholeAt(day, `trap.accessWeekdays[${n}]`, { min: 0, max: 6 }))
    : null;
  return { hung, frames, last, occupied, task, chance, storm, rebait, activity, lure, season, weekdays };
}

function beesReasons({ task, occupied, last }: Known): Reason[] {
  const bees = { tier: 'bees', weight: 100 } as const;
  if (task !== null) return [{ code: 'catch', ...bees, from: task, to: task }];
  return occupied ? [{ code: 'occupied', ...bees, from: last, to: last + 1 }] : [];
}

function scoutReason(chance: Known['chance'], today: number): Reason[] {
  if (!chance) return [];
  const stale = chance.counted !== null && today + 0.5 - chance.counted > STALE_COUNT_DAYS;
  if (stale) return [];
  const scouts = { code: 'scouts', tier: 'soon', from: today } as const;
  if (chance.h24 >= 0.5) return [{ ...scouts, to: today + 1, weight: 90 }];
  return chance.h48 >= 0.3 ? [{ ...scouts, to: today + 2, weight: 60 }] : [];
}

function routineReasons(known: Known, today: number): Reason[] {
  const { season, last, frames, rebait, hung } = known;
  const quiet = season !== null && (today < season.earliest - SEASON_LEAD_DAYS || today > season.last);
  const days = quiet ? OUT_OF_SEASON_DAYS : checkInterval(frames);
  const routine = { tier: 'routine' } as const;
  const reasons: Reason[] = [
    { code: 'interval', ...routine, weight: 50, from: last + Math.max(1, days - 2), to: last + days },
  ];
  if (rebait !== null) reasons.push({ code: 'rebait', ...routine, weight: 40, from: rebait - 3, to: rebait + 3 });
  // Nobody home before the season is no reason to move.
  const active = Math.max(known.activity ?? hung, season?.earliest ?? -Infinity);
  const { lure } = known;
  const [code, weight, from] =
    lure !== null && lure >= active && lure > hung
      ? (['moveTrap', 35, lure + PATIENCE.move] as const)
      : (['changeLure', 30, active + PATIENCE.change] as const);
  reasons.push({ code, ...routine, weight, from, to: from + PATIENCE.slack });
  return reasons;
}

function reasonsOf(known: Known, today: number): Reason[] {
  const empty = !known.occupied && known.task === null;
  return [
    ...beesReasons(known),
    ...(empty ? scoutReason(known.chance, today) : []),
    ...(known.storm !== null && known.storm >= known.last
      ? [{ code: 'storm', tier: 'soon', weight: 45, from: known.storm + 1, to: known.storm + 2 } as const]
      : []),
    ...(empty ? routineReasons(known, today) : []),
  ];
}

function nextAccess(weekdays: readonly number[] | null, today: number): number | null {
  if (weekdays === null) return today;
  for (let day = today; day <= today + ACCESS_DAYS; day++) {
    if (weekdays.includes(weekdayOf(dateOfDay(day)))) return day;
  }
  return null;
}

/**
 * What a trap that hangs waits for today.
 * @throws DomainError `MISSING`, `TYPE`, `FORMAT`, `RANGE`, `CONFLICT` with the path of the argument.
 */
export function visitDue(trap: HangingTrap, today: IsoDate): VisitDue {
  const known = read(trap);
  givenAt(today, 'today');
  const now = dayNumber(today, 'today');
  const urgencyOf = ({ weight, from, to }: Reason): number =>
    now < from ? 0 : weight * Math.min(2, 1 + Math.max(0, now - to) / 7);
  const reasons = reasonsOf(known, now)
    .map((reason) => ({ ...reason, urgency: urgencyOf(reason) }))
    .sort((a, b) => b.urgency - a.urgency || a.from - b.from || (a.code < b.code ? -1 : 1));
  const pressing = reasons.filter(({ urgency }) => urgency > 0);
  const access = nextAccess(known.weekdays, now);
  return {
    urgency: reasons.reduce((sum, { urgency }) => sum + urgency, 0),
    tier: DUE_TIERS.find((tier) => pressing.some((reason) => reason.tier === tier)) ?? null,
    dueFrom: reasons.length === 0 ? null : dateOfDay(Math.min(...reasons.map(({ from }) => from))),
    dueBy: reasons.length === 0 ? null : dateOfDay(Math.min(...reasons.map(({ to }) => to))),
    nextAccess: access === null ? null : dateOfDay(access),
    reasons: reasons.map(({ from, to, ...reason }) => ({ ...reason, from: dateOfDay(from), to: dateOfDay(to) })),
  };
}
