/** Call-outs with everything that was said of them, and what of them asks for a keeper today. */
import {
  callColony,
  type CallKind,
  type CallRow,
  type CallState,
  callTrack,
  type CollectionRow,
  type PieceRow,
  restraintDue,
  type ReuniteCode,
  reuniteOf,
  type SignRow,
  type TaskRow,
  triageOf,
} from '../callouts/index.js';
import type { ColonyTrack, Tracked } from '../catches/index.js';
import { addDays } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { Layout } from '../suction/index.js';
import type { FieldNow, PlaceLine, WeatherLine } from './lines.js';
import { localSun } from './local-sun.js';
import { middleOf } from './season-clock.js';

/** A plan is over after so many days, whatever was marked. */
const PLAN_DAYS = 60;
const FORECAST_DAYS = 30;
/** States whose bees are in hand, and whose steps are to come. */
const WITH_STEPS: readonly CallState[] = ['closed', 'resting', 'reunited'];
const WAITING: readonly CallState[] = ['called', 'planned', 'onSite', 'collecting', 'paused', 'closing'];

/** The columns of a call-out's records that are computed with, whole records of one keeper among them. */
export interface CallRecords {
  readonly callouts: CallRow & {
    readonly id: string;
    readonly calledAt: string;
    readonly plannedFor: string | null;
    readonly siteId: string | null;
    readonly lat: number | null;
    readonly lon: number | null;
    readonly joinedTo: string | null;
    readonly catchId: string | null;
  };
  readonly collections: CollectionRow & {
    readonly id: string;
    readonly calloutId: string;
    readonly rigId: string | null;
  };
  readonly spells: { readonly collectionId: string; readonly startedAt: string };
  readonly pieces: PieceRow & { readonly collectionId: string; readonly at: string | null };
  readonly signs: SignRow & { readonly collectionId: string };
  readonly tasks: TaskRow & { readonly calloutId: string };
}

/** Where a call-out is on the Earth, for the sun: its own coordinates, its site's, or the middle of all sites. */
export interface CallWhere {
  readonly lat: number;
  readonly lon: number;
  readonly tzOffsetMin: number;
  readonly by: 'place' | 'site' | 'middle';
}
/** One call-out with everything that was said of it. */
export interface CallBundle<R extends CallRecords = CallRecords> {
  readonly call: R['callouts'];
  readonly collection: R['collections'] | null;
  /** In the order of time. */
  readonly spells: readonly R['spells'][];
  readonly pieces: readonly R['pieces'][];
  readonly signs: readonly R['signs'][];
  readonly tasks: readonly R['tasks'][];
}
export interface PlacedCall<R extends CallRecords = CallRecords> extends CallBundle<R> {
  readonly where: CallWhere | null;
}
/** Everything but what is worked out of the rigs: that takes its time, and the day does not need it. */
export interface CallsSeen<R extends CallRecords = CallRecords, K = unknown> {
  /** Local wall time. */
  readonly now: string;
  readonly today: string;
  /** Local minutes of sunset today; `null` where the sun does not set, or without a place. */
  readonly sunsetMin: number | null;
  /** Those that were called last first. */
  readonly calls: readonly PlacedCall<R>[];
  /** Sites that are placed, one of which a call may be at or near. */
  readonly sites: readonly { readonly id: string; readonly name: string }[];
  /** What Stores holds for call-outs. */
  readonly kit: readonly K[];
  /** From some weeks ago to as far as it is foretold. */
  readonly weather: readonly WeatherLine[];
  readonly layouts: ReadonlyMap<string, Layout>;
}

/** A call-out as the day needs it: it waits for an answer, or has steps that are to come. */
export interface CallDay {
  readonly id: string;
  readonly place: string;
  readonly kind: CallKind;
  readonly state: CallState;
  readonly calledAt: string;
  readonly plannedFor: string | null;
  /** What to ask next; `null` where nothing is to be asked. */
  readonly ask: string | null;
  readonly steps: readonly Tracked<ReuniteCode>[];
  /** A cage or an excluder has to be out by then. */
  readonly restraint: { readonly by: string; readonly over: boolean } | null;
}
/** A colony of a call-out on the track, from its boxes being shut until it is settled. */
export interface CallTrackRow extends CallDay {
  readonly track: ColonyTrack;
  /** Where its box rests, or to whom it was joined; `null` where nobody said. */
  readonly wentTo: string | null;
  /** Local day the bees were taken. */
  readonly takenOn: string;
  /** The catch it became; its own line is this one while steps go on. */
  readonly catchId: string | null;
}

/** Records of call-outs: calls called last first, spells, pieces and signs in the order of time. */
export type CallRows<R extends CallRecords> = { readonly [T in keyof CallRecords]: readonly R[T][] };

/** The days whose weather call-outs read. */
export function callWeather(today: string): { readonly from: string; readonly to: string } {
  return { from: addDays(today, -PLAN_DAYS), to: addDays(today, FORECAST_DAYS) };
}

/** Each call-out with what was said of it. */
export function callBundles<R extends CallRecords>(rows: CallRows<R>): readonly CallBundle<R>[] {
  const byCall = groupedBy(rows.collections, ({ calloutId }) => calloutId);
  const spells = groupedBy(rows.spells, ({ collectionId }) => collectionId);
  const pieces = groupedBy(rows.pieces, ({ collectionId }) => collectionId);
  const signs = groupedBy(rows.signs, ({ collectionId }) => collectionId);
  const tasks = groupedBy(rows.tasks, ({ calloutId }) => calloutId);
  return rows.callouts.map((call) => {
    const collection = byCall.get(call.id)?.[0] ?? null;
    const of = <T>(groups: ReadonlyMap<string, readonly T[]>): readonly T[] =>
      collection === null ? [] : (groups.get(collection.id) ?? []);
    return {
      call,
      collection,
      spells: of(spells),
      pieces: of(pieces),
      signs: of(signs),
      tasks: tasks.get(call.id) ?? [],
    };
  });
}

export interface SeenRows<R extends CallRecords, K> {
  readonly bundles: readonly CallBundle<R>[];
  readonly places: readonly PlaceLine[];
  readonly layouts: ReadonlyMap<string, Layout>;
  readonly kit: readonly K[];
  /** {@link callWeather}, oldest first. */
  readonly weather: readonly WeatherLine[];
}

/** Every call-out where it is, with the sky over it. */
export function callsSeen<R extends CallRecords, K>(rows: SeenRows<R, K>, now: FieldNow): CallsSeen<R, K> {
  const { places } = rows;
  return {
    now: now.minute,
    today: now.today,
    sunsetMin: localSun(places, now.today, now.offset)?.sunset ?? null,
    calls: rows.bundles.map((one) => ({ ...one, where: whereOf(one.call, places, now.offset) })),
    sites: places.map(({ id, name }) => ({ id, name })),
    layouts: rows.layouts,
    kit: rows.kit,
    weather: rows.weather,
  };
}

function whereOf(
  call: CallRecords['callouts'],
  places: readonly PlaceLine[],
  offset: FieldNow['offset'],
): CallWhere | null {
  const site = places.find(({ id }) => id === call.siteId);
  const zone = site?.timeZone ?? places[0]?.timeZone ?? null;
  const tzOffsetMin = offset(call.calledAt.slice(0, 10), zone);
  if (call.lat !== null && call.lon !== null) return { lat: call.lat, lon: call.lon, tzOffsetMin, by: 'place' };
  if (site) return { lat: site.lat, lon: site.lon, tzOffsetMin, by: 'site' };
  const middle = middleOf(places);
  return middle && { lat: middle.lat, lon: middle.lon, tzOffsetMin, by: 'middle' };
}

/** Those that wait for an answer, and those whose steps are to come. */
export function callDays(seen: CallsSeen): readonly CallDay[] {
  return recentCalls(seen).flatMap((one) => dayOf(one, seen) ?? []);
}

/** Colonies in hand, each along its days. */
export function callTracks(seen: CallsSeen): readonly CallTrackRow[] {
  return recentCalls(seen).flatMap((one) => trackRowOf(one, seen) ?? []);
}

function recentCalls({ today, calls }: CallsSeen): readonly PlacedCall[] {
  const since = addDays(today, -PLAN_DAYS);
  return calls.filter(({ call }) => call.calledAt.slice(0, 10) >= since);
}

/** What of a call-out asks for somebody; `null` once it is over. */
function dayOf(one: PlacedCall, seen: CallsSeen): CallDay | null {
  const { call } = one;
  if (!WAITING.includes(call.state) && !WITH_STEPS.includes(call.state)) return null;
  const steps = stepsOf(one, seen);
  return {
    id: call.id,
    place: call.place,
    kind: call.kind,
    state: call.state,
    calledAt: call.calledAt,
    plannedFor: call.plannedFor,
    ask: call.state === 'called' ? (triageOf(call).ask[0] ?? null) : null,
    steps,
    restraint: restraintDue(steps),
  };
}

/** The steps of a colony whose boxes are shut; none where nothing says where on the Earth it is. */
function stepsOf(one: PlacedCall, { now, weather, layouts }: CallsSeen): CallDay['steps'] {
  const { call, collection, pieces, signs, tasks, where } = one;
  if (!WITH_STEPS.includes(call.state) || collection === null || where === null) return [];
  const layout = layouts.get(collection.rigId ?? '') ?? 'box';
  const forecast = weather.map(({ date, tMax, rainMm }) => ({ date, tMax, rainMm }));
  const plan = reuniteOf({ call, taken: collection, pieces, signs, now }, { ...where, forecast }, layout);
  return plan ? callTrack(plan, { call, marks: tasks, now }) : [];
}

/** A colony in hand along its days; `null` before its boxes are shut, and once it is over. */
function trackRowOf(one: PlacedCall, seen: CallsSeen): CallTrackRow | null {
  const { call, collection } = one;
  const day = WITH_STEPS.includes(call.state) ? dayOf(one, seen) : null;
  if (day === null || collection === null) return null;
  return {
    ...day,
    track: callColony({ call, taken: collection, steps: day.steps, now: seen.now }),
    wentTo: call.joinedTo ?? call.restPlace,
    takenOn: (call.stoppedAt ?? call.startedAt ?? call.calledAt).slice(0, 10),
    catchId: call.catchId,
  };
}
