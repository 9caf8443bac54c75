/**
 * A call-out as it is recorded, read as the questions of this folder: the telephone and the server ask the same ones.
 *
 * Source: what is asked is the record's; bees nobody has told are taken for a usual swarm [estimate, 5 000 to 25 000].
 */
import type { IsoDate } from '../shared/calendar/index.js';
import type { BEES_BASES, SPEED_BASES } from './call-words.js';
import { minutesBetween } from '../shared/calendar/index.js';
import { type ForecastDay, type StepChain, trackBy, type Tracked } from '../catches/index.js';
import { type HeatBox, heatBox, type HeatQuestion, type Layout } from '../suction/index.js';
import { ZERO_CELSIUS } from '../shared/units/index.js';
import type { Access, CallKind, JobKind, Permission, Poison, Repairer, Spread } from './call-facts.js';
import type { CallState } from './call-moves.js';
import { cautionCodes, type Power } from './cautions.js';
import { type HoneyUse, honeyUse, type TakenKind } from './honey-use.js';
import { type JobKit, jobKit, type KitPower } from './job-kit.js';
import { type Finish, type JobTime, jobTime } from './job-time.js';
import { lossRow, type LossFacts, type LossRow } from './loss-row.js';
import { type NestSize, nestSize } from './nest-size.js';
import { type CallQueenSign, type CallQueenVerdict, queenVerdict, type SignStrength } from './queen-verdict.js';
import { type ReunitePlan, reunitePlan } from './reunite-plan.js';
import type { ReuniteCode } from './reunite-steps.js';
import type { TakenQueen } from './reunite-story.js';
import { type Call, type Triage, triage } from './triage.js';

/** The columns of a call-out that are computed with; `null` where nobody said. */
export interface CallRow extends Omit<
  { readonly [K in keyof Call]-?: Exclude<Call[K], undefined> },
  'kind' | 'sinceHours' | 'tempC' | 'windMps' | 'rain' | 'thunder' | 'minutesToSunset' | 'month' | 'south'
> {
  readonly kind: CallKind;
  readonly poison: Poison;
  readonly permission: Permission;
  readonly place: string;
  readonly state: CallState;
  readonly sinceH: number | null;
  readonly repairsBy: Repairer | null;
  readonly access: Access | null;
  readonly combsSeen: number | null;
  readonly combLengthM: number | null;
  readonly combHeightM: number | null;
  readonly cavityHeightM: number | null;
  readonly cavityWidthM: number | null;
  readonly cavityDepthM: number | null;
  readonly beesExpected: number | null;
  readonly rigId: string | null;
  readonly power: Power | null;
  readonly persons: number | null;
  readonly travelMin: number | null;
  readonly finish: Finish | null;
  readonly cautions: string | null;
  readonly arrivedAt: string | null;
  readonly until: string | null;
  readonly startedAt: string | null;
  readonly stoppedAt: string | null;
  readonly portShut: boolean | null;
  readonly lookedAround: boolean | null;
  readonly boxesShut: boolean | null;
  readonly beesReleased: boolean | null;
  readonly restPlace: string | null;
  readonly joinedAt: string | null;
  readonly boxEmpty: boolean | null;
  readonly eggsSeenOn: string | null;
  readonly unitedWith: string | null;
  readonly healthLooked: string | null;
  readonly reason: string | null;
  readonly referredTo: string | null;
}
export interface CollectionRow {
  readonly queen: 'seen' | 'caged' | 'inBox' | 'notSeen' | null;
  readonly leftBehind: 'none' | 'handful' | 'cup' | 'cluster' | null;
  readonly boxAtRestAt: string | null;
  readonly grossKg: number | null;
  readonly tareKg: number | null;
  readonly bees: number | null;
  readonly beesBasis: (typeof BEES_BASES)[number] | null;
  readonly speedMps: number | null;
  readonly speedKind: LossFacts['speedKind'] | null;
  readonly speedBasis: (typeof SPEED_BASES)[number] | null;
  readonly peakTempK: number | null;
  readonly clogged: boolean | null;
  readonly dead: number | null;
  readonly crushed: number | null;
  readonly drowned: number | null;
  readonly natural: number | null;
  readonly broodLook: 'clean' | 'doubtful' | 'notDone' | null;
  readonly restraint: 'none' | 'excluder' | null;
}
export interface PieceRow {
  readonly use: 'brood' | 'honey' | 'pollen' | 'empty';
}
export interface SignRow {
  /** Local wall time to the minute. */
  readonly at: string;
  readonly sign: CallQueenSign;
  readonly strength: SignStrength | null;
}
export interface TaskRow {
  readonly code: ReuniteCode;
  readonly state: 'open' | 'done' | 'moved' | 'skipped';
  readonly doneAt: string | null;
}
/** Where on the Earth the work is, and what sky is known of it. */
export interface CallPlace {
  readonly lat: number;
  readonly lon: number;
  readonly tzOffsetMin: number;
  readonly forecast: readonly ForecastDay[];
}
export interface CallSky {
  readonly tempC?: number | null;
  readonly windMps?: number | null;
  readonly minutesToSunset?: number | null;
  readonly month?: number | null;
  readonly south?: boolean | null;
}

export const isJob = (kind: CallKind): kind is JobKind => kind !== 'unknown';
/** Bees of a hanging swarm nobody has sized: an estimate. */
export const USUAL_SWARM: Spread = { low: 5000, typical: 12_000, high: 25_000 };
/** A number that was told by eye, low and high to its share: an estimate. */
const BY_EYE = { low: 0.5, high: 2 } as const;

/** What a call comes to, by what is said so far. */
export function triageOf(call: CallRow, sky: CallSky = {}): Triage {
  return triage({ ...call, sinceHours: call.sinceH, ...sky });
}

/** Whether the rig comes along: where one was chosen, or into a structure that is no tree. */
export const withVacuum = (call: Pick<CallRow, 'rigId' | 'kind' | 'inTree'>): boolean =>
  call.rigId !== null || (call.kind === 'structure' && call.inTree !== true);

/** The nest by combs seen, else by the cavity; `null` while neither was told. */
export function nestOf(call: CallRow, { month = null, south = null }: CallSky = {}): NestSize | null {
  const { combsSeen, combLengthM, combHeightM, cavityHeightM, cavityWidthM, cavityDepthM } = call;
  const time = { month, south };
  if (combsSeen !== null && combLengthM !== null && combHeightM !== null) {
    return nestSize({ combs: { count: combsSeen, length: combLengthM, height: combHeightM }, ...time });
  }
  if (cavityHeightM !== null && cavityWidthM !== null && cavityDepthM !== null) {
    return nestSize({ cavity: { height: cavityHeightM, width: cavityWidthM, depth: cavityDepthM }, ...time });
  }
  return null;
}

/** How many bees are expected, and what says so. */
export function beesOf(
  call: CallRow,
  nest: NestSize | null,
): { readonly bees: Spread; readonly by: 'nest' | 'told' | 'usual' } {
  const { beesExpected } = call;
  if (beesExpected !== null) {
    const [low, high] = [BY_EYE.low * beesExpected, BY_EYE.high * beesExpected];
    return { bees: { low, typical: beesExpected, high }, by: 'told' };
  }
  return nest ? { bees: nest.bees, by: 'nest' } : { bees: USUAL_SWARM, by: 'usual' };
}

/** The hours of the job on a day; `null` while its kind, or the size of its nest, is not known. */
export function timeOf(
  call: CallRow,
  {
    date,
    place,
    sky,
    heat = null,
    pace = null,
  }: {
    readonly date: IsoDate;
    readonly place: CallPlace;
    readonly sky: CallSky;
    /** The rig's box, whatever bees it was drawn for. */
    readonly heat?: HeatQuestion | null;
    /** By the log of own jobs; the table's while `null`. */
    readonly pace?: number | null;
  },
): JobTime | null {
  const { kind, persons, repairsBy, travelMin, heightM, access, finish } = call;
  if (!isJob(kind)) return null;
  const nest = nestOf(call, sky);
  if (kind === 'structure' && !nest && call.beesExpected === null) return null;
  const { bees } = beesOf(call, nest);
  const vacuum = withVacuum(call);
  return jobTime({
    kind,
    bees,
    pieces: kind === 'structure' ? (nest?.pieces ?? 0) : 0,
    broodPieces: kind === 'structure' ? (nest?.broodPieces ?? 0) : 0,
    vacuum,
    persons,
    repairsBy,
    travel: travelMin === null ? null : 60 * travelMin,
    heightM,
    access,
    finish,
    date,
    lat: place.lat,
    lon: place.lon,
    tzOffsetMin: place.tzOffsetMin,
    tempC: sky.tempC ?? null,
    pace,
    box: vacuum && heat ? boxOf(heat, bees.typical, sky) : null,
  });
}

/** The rig's box with these bees, on this day: as warm outside as it is foretold. */
function boxOf(heat: HeatQuestion, bees: number, { tempC = null }: CallSky): HeatBox {
  const outsideTemp = tempC === null ? heat.outsideTemp : tempC + ZERO_CELSIUS;
  return heatBox({ ...heat, bees: Math.round(bees), outsideTemp, fanFlow: 0 });
}

/** What is packed; `null` while its kind is not known, or where nothing is packed: a poisoned colony. */
export function kitOf(
  call: CallRow,
  { time, sky, power }: { readonly time: JobTime | null; readonly sky: CallSky; readonly power: KitPower | null },
): JobKit | null {
  const { kind, poison, repairsBy, heightM, access, publicWay, clusters, trapMassKg, persons } = call;
  if (!isJob(kind) || poison === 'yes') return null;
  const nest = nestOf(call, sky);
  return jobKit({
    kind,
    bees: beesOf(call, nest).bees,
    combArea: kind === 'structure' ? (nest?.combArea ?? 0) : 0,
    shares: nest?.shares ?? null,
    vacuum: withVacuum(call),
    suction: time?.suction.high ?? 0,
    power,
    poison,
    repairsBy,
    heightM,
    access,
    publicWay,
    clusters,
    trapMass: trapMassKg,
    persons,
  });
}

/** What is ticked before the start. */
export function cautionsOf(call: CallRow, tempC: number | null = null): readonly string[] {
  const { kind, power, heightM, poison, alone, builtYear, access } = call;
  if (!isJob(kind)) return [];
  return cautionCodes({ kind, power, heightM, poison, alone, builtYear, vacuum: withVacuum(call), tempC, access });
}
export const codesIn = (list: string | null): readonly string[] =>
  list === null || list === '' ? [] : list.split(',');

/** The facts that moves ask for. */
export function factsOf(call: CallRow, taken: CollectionRow | null): Readonly<Record<string, unknown>> {
  const ticked = codesIn(call.cautions);
  return {
    ...call,
    cautions: isJob(call.kind) && cautionsOf(call).every((code) => ticked.includes(code)),
    queen: taken?.queen ?? null,
    leftBehind: taken?.leftBehind ?? null,
    atRestAt: taken?.boxAtRestAt ?? null,
    eggsSeen: call.eggsSeenOn,
    deadCounted: taken !== null && taken.dead !== null,
  };
}

export const takenKind = (kind: CallKind): TakenKind =>
  kind === 'structure' ? 'cutOut' : kind === 'trapTooHeavy' ? 'trap' : 'hanging';

export interface TakenRecord {
  readonly call: CallRow;
  readonly taken: CollectionRow;
  readonly pieces: readonly PieceRow[];
  readonly signs: readonly SignRow[];
  /** Local wall time. */
  readonly now: string;
}

const broughtBrood = (pieces: readonly PieceRow[]): boolean => pieces.some(({ use }) => use === 'brood');
/** Share of the bees that was taken, by what was left. */
const SHARE_BY_LEFT = { none: 0.95, handful: 0.9, cup: 0.85, cluster: 0.6 } as const;

/** Whether the queen is with them; times count from when the box stood still, or the suction stopped. */
export function queenOf({ call, taken, pieces, signs, now }: TakenRecord): CallQueenVerdict | null {
  const since = taken.boxAtRestAt ?? call.stoppedAt?.slice(0, 16) ?? null;
  if (since === null) return null;
  const after = (at: string): number => Math.max(0, minutesBetween(since, at));
  const seen = signs.map(({ sign, at, strength }) => ({ sign, minutes: after(at), strength }));
  const last = Math.max(0, ...seen.map(({ minutes }) => minutes));
  const mass = taken.grossKg !== null && taken.tareKg !== null ? taken.grossKg - taken.tareKg : null;
  return queenVerdict({
    share: taken.leftBehind === null ? null : SHARE_BY_LEFT[taken.leftBehind],
    massKg: broughtBrood(pieces) || mass === null || mass <= 0 ? null : mass,
    broodBrought: broughtBrood(pieces),
    signs: seen,
    queensSeen: call.clusters !== null && call.clusters > 1 ? 0 : null,
    now: Math.max(last, after(now)),
  });
}

function queenBy(verdict: CallQueenVerdict | null): TakenQueen {
  if (verdict === null) return 'unknown';
  if (verdict.verdict === 'in') return verdict.case === 'cast' ? 'virgin' : 'laying';
  return verdict.verdict === 'not' ? 'none' : 'unknown';
}

/** The plan after the boxes are shut; `null` before. `layout` is the rig's, or that of a swarm shaken into its hive. */
export function reuniteOf(
  record: TakenRecord,
  place: CallPlace,
  layout: Layout | 'box',
): (ReunitePlan & { readonly collectedOn: IsoDate; readonly queen: TakenQueen }) | null {
  const { call, taken, pieces, signs } = record;
  const stopped = call.stoppedAt ?? call.startedAt;
  if (stopped === null) return null;
  const collectedOn = stopped.slice(0, 10);
  const kind = takenKind(call.kind);
  const queen = queenBy(queenOf(record));
  const caged = signs.some(({ sign }) => sign === 'caged') && queen !== 'none';
  const trap = kind === 'trap';
  const plan = reunitePlan({
    collectedOn,
    kind,
    layout,
    brood: kind === 'cutOut' ? (broughtBrood(pieces) ? 'own' : 'none') : null,
    queen,
    caged,
    restraint: taken.restraint,
    stores: pieces.some(({ use }) => use === 'honey'),
    broodLook: taken.broodLook,
    repairsBy: call.repairsBy,
    heightM: trap ? call.heightM : null,
    access: trap ? call.access : null,
    lat: place.lat,
    lon: place.lon,
    tzOffsetMin: place.tzOffsetMin,
    stoppedMin: minutesBetween(`${collectedOn}T00:00`, stopped),
    forecast: place.forecast,
  });
  return { ...plan, collectedOn, queen };
}

const OF_A_CALL: StepChain<ReuniteCode> = {
  chain: ['closeAtDusk', 'lowerAtFirstLight', 'move', 'join', 'hold', 'release', 'open'],
  followers: [
    'floorSwap',
    'restraintIn',
    'restraintOut',
    'feederWater',
    'plunger',
    'boxOff',
    'feed',
    'eggCheck',
    'transfer',
  ],
  passing: ['rest', 'shade', 'hold', 'feederWater', 'feed', 'miteWindow', 'returners', 'secondVisit'],
};

/** The steps as they are lived: marked, late, now, ahead. What was done at the join and the rest the record says itself. */
export function callTrack(
  plan: ReunitePlan & { readonly collectedOn: IsoDate },
  { call, marks, now }: { readonly call: CallRow; readonly marks: readonly TaskRow[]; readonly now: string },
): readonly Tracked<ReuniteCode>[] {
  const joined = call.joinedAt;
  const own = marks.flatMap(({ code, state, doneAt }) => (state === 'open' ? [] : [{ code, state, at: doneAt }]));
  const told =
    joined === null || own.some(({ code }) => code === 'join')
      ? []
      : [{ code: 'join' as const, state: 'done' as const, at: joined }];
  const eggs =
    call.eggsSeenOn === null || own.some(({ code }) => code === 'eggCheck')
      ? []
      : [{ code: 'eggCheck' as const, state: 'done' as const, at: null }];
  return trackBy(OF_A_CALL, { from: plan.collectedOn, tasks: plan.tasks, marks: [...told, ...eggs, ...own], now });
}

/** What the job says of speed and dead bees. */
export function lossOf(call: Pick<CallRow, 'poison'>, taken: CollectionRow): LossRow {
  const { bees, beesBasis, speedMps, speedKind, speedBasis, dead, crushed, drowned, natural } = taken;
  return lossRow({
    speedKind: speedKind ?? 'arrival',
    speed: speedMps,
    speedBasis,
    bees: bees === 0 ? null : bees,
    beesBasis,
    dead,
    crushed,
    drowned,
    natural,
    peakTemp: taken.peakTempK,
    clogged: taken.clogged,
    poison: call.poison,
  });
}

/** What the honey that was cut is good for, by what the look at the brood said; `null` where none was cut. */
export function honeyOf(call: CallRow, taken: CollectionRow | null, pieces: readonly PieceRow[]): HoneyUse | null {
  if (!pieces.some(({ use }) => use === 'honey')) return null;
  const look = taken?.broodLook ?? 'notDone';
  const disease = look === 'clean' ? 'noneSeen' : look === 'doubtful' ? 'suspected' : 'notInspected';
  return honeyUse({ poison: call.poison, disease, kind: takenKind(call.kind) });
}

/** Days an open restraint has left: she must be out BY its end. `null` where none is in. */
export function restraintDue(
  steps: readonly Tracked<ReuniteCode>[],
): { readonly by: string; readonly over: boolean } | null {
  const out = steps.find(({ code }) => code === 'restraintOut');
  if (!out || out.state === 'done' || out.state === 'skipped') return null;
  return { by: out.end, over: out.state === 'late' };
}
