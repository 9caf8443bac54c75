import { MATERIALS } from '@yewridge/core/bench';
import { CATCH_SCHOOLS, QUEEN_SIGNS, STEP_CODES, STEP_MARKS } from '@yewridge/core/catches';
import { type Landmark, LANDMARK_FACTORS } from '@yewridge/core/ground';
import { DOSE_UNITS, HEMISPHERES, LURE_CARRIERS, LURE_SCENTS, PERMISSIONS, SHADES } from '@yewridge/core/season';
import { CALLOUT_TABLES } from './callout-tables.js';
import { EVIDENCE_TABLES } from './evidence-tables.js';
import { PLACEMENT_TABLES } from './placement-tables.js';
import { ROUND_TABLES } from './round-tables.js';
import {
  type Column,
  type ColumnValue,
  date,
  flag,
  link,
  minute,
  must,
  number,
  patterned,
  text,
  whole,
  word,
} from './columns.js';

const NAME = 80;
/** Characters of a cutting plan as it is kept: 500 pieces and more. */
const PLAN = 150_000;
const BATCH_LINES = /^[A-Za-z0-9_-]{1,64}:[1-9]\d{0,2}(,[A-Za-z0-9_-]{1,64}:[1-9]\d{0,2})*$/;
const NOTES = 2000;
const notes = text(NOTES);
const lat = must(number(-90, 90));
const lon = must(number(-180, 180));

export const LANDMARKS = Object.keys(LANDMARK_FACTORS) as readonly Landmark[];
export const RISKS = ['theft', 'livestock', 'flood', 'mowing'] as const;
const listOf = (words: readonly string[]): RegExp => new RegExp(`^(${words.join('|')})(,(${words.join('|')}))*$`);

/**
 * The records of a season, one row per thing that happened. The first columns of a table are those every file must offer;
 * more may follow. Each record has an `id` besides, made by whoever writes it first.
 */
export const RECORD_TABLES = {
  seasons: { hemisphere: must(word(...HEMISPHERES)), season: must(whole(1900, 2200)), notes },
  owners: { name: must(text(NAME)), phone: text(40), address: text(200), notes },
  sites: {
    name: must(text(NAME)),
    /** `null` while it is not placed yet. */
    lat: number(-90, 90),
    lon: number(-180, 180),
    elevationM: number(-450, 6000),
    landmark: word(...LANDMARKS),
    shade: word(...SHADES),
    waterM: number(0, 20_000),
    windExposed: flag,
    effort: number(0, 86_400),
    permission: must(word(...PERMISSIONS)),
    permissionUntil: date,
    accessWeekdays: patterned(13, /^[0-6](,[0-6])*$/, 'weekdays like "6,0", 0 = Sunday'),
    notes,
    landmarkNote: text(NAME),
    risks: patterned(40, listOf(RISKS), `some of ${RISKS.join(', ')}, parted by commas`),
    heightUsedM: number(0, 40),
    ownerId: link('owners'),
    permissionOn: date,
    permissionHow: word('byWord', 'letter', 'message'),
    timeZone: text(64),
  },
  colonies: {
    name: text(NAME),
    lat,
    lon,
    swarms: number(0, 10),
    notes,
    kind: word('apiary', 'tree', 'building'),
  },
  goods: {
    kind: must(word('lure', 'strap', 'board', 'sheet', 'hardware')),
    name: must(text(NAME)),
    count: must(whole(0, 100_000)),
    priceEach: number(0, 1e6),
    lengthM: number(0, 20),
    widthM: number(0, 5),
    thicknessM: number(0, 0.5),
    notes,
    species: word(...MATERIALS),
    /** As sawn, not yet dry. */
    wet: flag,
    /** Left over from a plan. */
    offcut: flag,
    place: text(NAME),
    /** More of it can be bought at that price. */
    sold: flag,
  },
  /** What is sawn together: so many of these designs and so many of those. */
  batches: {
    name: must(text(NAME)),
    lines: must(patterned(1000, BATCH_LINES, 'designs with their counts like "fence-box:8,tall-nuc:4"')),
    kerfM: number(0, 0.02),
    trimStartM: number(0, 1),
    trimEndM: number(0, 1),
    /** Cut wider by what the boards will shrink. */
    wetAllowance: flag,
    /** Pieces wider than every board made of two or more, edge to edge. */
    edgeJoined: flag,
    /** The plan as the keeper has it, with pieces moved by hand; computed anew while there is none. */
    plan: text(PLAN),
    /** Steps of the work that are ticked. */
    ticks: text(20_000),
    cutOn: date,
    notes,
  },
  deployments: {
    trapId: must(link('traps')),
    siteId: must(link('sites')),
    hungOn: must(date),
    takenDownOn: date,
    heightM: number(0, 40),
    facingDeg: number(0, 360),
    shade: word(...SHADES),
    endReason: word('removed', 'occupied', 'lost', 'seasonEnd'),
    notes,
    hungBy: word('strut', 'strap', 'bracket', 'hook', 'wire', 'stand', 'deck'),
    entrance: word('open', 'reduced', 'screened', 'shut'),
    comb: word('none', 'drawn', 'oldBrood'),
    /** The second of two ways: a hook, and a strap against rocking. */
    hungAlso: word('strut', 'strap', 'bracket', 'hook', 'wire', 'stand', 'deck'),
  },
  baits: {
    deploymentId: must(link('deployments')),
    appliedOn: must(date),
    removedOn: date,
    carrier: must(word(...LURE_CARRIERS)),
    substance: must(word(...LURE_SCENTS)),
    /** Oil as weighed; a dose in drops or mL is not turned into one. */
    massKg: number(0, 0.1),
    notes,
    placed: word('top', 'back', 'floor', 'entrance', 'outside'),
    dose: number(0, 1000),
    doseUnit: word(...DOSE_UNITS),
    /** A blend of the keeper's own, out of Stores. */
    blendId: link('goods'),
  },
  weighings: {
    baitId: must(link('baits')),
    weighedOn: must(date),
    oilMassKg: must(number(0, 0.1)),
  },
  visits: {
    deploymentId: must(link('deployments')),
    at: must(minute),
    /** `null` where nobody said: bees that were there before are not gone for that. */
    occupied: flag,
    scoutsPerMin: number(0, 1000),
    pollen: flag,
    action: word('none', 'rebaited', 'lureChanged', 'repaired', 'moved', 'removed', 'collected'),
    notes,
    looked: word('look', 'peek'),
    trouble: word('comb', 'ants', 'moths', 'wasps', 'birds', 'mice', 'damage', 'missing', 'other'),
  },
  /** A trap that is given to a member for a day: a round that is shared out. */
  errands: {
    on: must(date),
    deploymentId: must(link('deployments')),
    memberId: must(text(64)),
    /** Who that is, for a device that does not know the members. */
    memberName: must(text(60)),
    /** What whoever gave it hands over. */
    note: text(500),
  },
  catches: {
    deploymentId: link('deployments'),
    foundOn: must(date),
    arrivedOn: date,
    size: word('small', 'medium', 'large', 'secondary'),
    massKg: number(0, 12),
    queen: word('unknown', 'laying', 'virgin', 'none'),
    notes,
    method: word('trap', 'shaken', 'vacuum', 'brushed', 'cutOut'),
    siteId: link('sites'),
    place: text(NAME),
    sizedBy: word('scales', 'frames', 'cluster', 'eye'),
    framesCovered: number(0, 60),
    wentTo: text(NAME),
    afterSwarmOf: link('catches'),
    school: word(...CATCH_SCHOOLS),
    broodFrame: flag,
    /** Where a swarm hung that is at none of the sites. */
    placeLat: number(-90, 90),
    placeLon: number(-180, 180),
    queenSigns: patterned(60, listOf(QUEEN_SIGNS), `some of ${QUEEN_SIGNS.join(', ')}, parted by commas`),
  },
  steps: {
    catchId: must(link('catches')),
    code: must(word(...STEP_CODES)),
    state: must(word(...STEP_MARKS)),
    /** Wall time it was done, or is moved to; to come or not. */
    at: patterned(16, /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/, 'a time like 2026-05-14T21:05'),
    reason: text(200),
  },
  followups: {
    catchId: must(link('catches')),
    on: must(date),
    kind: must(word('hived', 'laying', 'absconded', 'requeened', 'united', 'died', 'overwintered')),
    frames: whole(0, 60),
    notes,
  },
  photos: {
    takenOn: must(date),
    siteId: link('sites'),
    deploymentId: link('deployments'),
    catchId: link('catches'),
    notes,
    calloutId: link('callouts'),
  },
  phenology: {
    species: must(text(NAME)),
    stage: must(word('firstBloom', 'fullBloom', 'endBloom')),
    on: must(date),
    notes,
  },
  weather: {
    date: must(date),
    tMinC: number(-60, 60),
    tMaxC: number(-60, 60),
    rainMm: number(0, 2000),
    windMps: number(0, 100),
    source: must(word('measured', 'forecast', 'simulated')),
  },
  combs: {
    name: must(text(40)),
    drawnYear: must(whole(1900, 2200)),
    trapId: link('traps'),
    state: must(word('inUse', 'spare', 'melted')),
    notes,
  },
  readings: {
    deploymentId: must(link('deployments')),
    at: must(minute),
    label: must(text(40)),
    value: must(number(-1e9, 1e9)),
    unit: text(20),
    source: must(word('measured', 'simulated')),
  },
  ...CALLOUT_TABLES,
  ...EVIDENCE_TABLES,
  ...PLACEMENT_TABLES,
  ...ROUND_TABLES,
} as const satisfies Record<string, Readonly<Record<string, Column>>>;

export type TableName = keyof typeof RECORD_TABLES;
export const TABLE_NAMES = Object.keys(RECORD_TABLES) as TableName[];

/** What the keeper writes of one record, without its id. */
export type Fields<T extends TableName> = {
  readonly [C in keyof (typeof RECORD_TABLES)[T]]: ColumnValue<(typeof RECORD_TABLES)[T][C]>;
};

export function columnsOf(table: TableName): readonly (readonly [field: string, column: Column])[] {
  return Object.entries(RECORD_TABLES[table]);
}

/** Every column of a table at `null`, to be overwritten by what is known. */
export function blank<T extends TableName>(table: T, known: Partial<Fields<T>>): Fields<T> {
  const empty = Object.fromEntries(columnsOf(table).map(([field]) => [field, null]));
  return { ...empty, ...known } as Fields<T>;
}

/** Letters, digits, `_` and `-`, made by whoever writes the record first. */
export const RECORD_ID = /^[A-Za-z0-9_-]{1,64}$/;
