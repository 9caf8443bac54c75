import { type Column, type TableName } from '@yewridge/contract/season';
import {
  CARRIER_NAMES,
  dayLong,
  ENTRANCE_NAMES,
  FOLLOWUP_NAMES,
  HUNG_BY_NAMES,
  METHOD_NAMES,
  QUEEN_NAMES,
  SHADE_NAMES,
  SIZE_NAMES,
  SUBSTANCE_NAMES,
} from '../season/season-words';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { type FieldKind, valueText } from '../units/parse';

export type Value = string | number | boolean | null;
/** What a linked record is called, by its table and id. */
export type LinkNames = ReadonlyMap<string, ReadonlyMap<string, string>>;
/** Where the full names of a table are found among the names. */
export const inFull = (table: string): string => `${table}, in full`;

/** Words for words; what is not here is said as it stands, parted: `lastCatchSite` → `last catch site`. */
const WORDS: Readonly<Record<string, string>> = {
  ...SHADE_NAMES,
  ...HUNG_BY_NAMES,
  ...ENTRANCE_NAMES,
  ...CARRIER_NAMES,
  ...SUBSTANCE_NAMES,
  ...METHOD_NAMES,
  N: 'north',
  S: 'south',
};
/** Words that mean something else in another table. */
const WORDS_OF: Partial<Record<TableName, Readonly<Record<string, string>>>> = {
  catches: { ...SIZE_NAMES, ...QUEEN_NAMES, ...METHOD_NAMES },
  followups: FOLLOWUP_NAMES,
};

const parted = (text: string): string => text.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
export const wordSaid = (table: TableName, word: string): string =>
  WORDS_OF[table]?.[word] ?? WORDS[word] ?? parted(word);

const LABELS: Readonly<Record<string, string>> = {
  trapId: 'trap',
  siteId: 'site',
  ownerId: 'landowner',
  deploymentId: 'stay',
  baitId: 'lure',
  catchId: 'catch',
  afterSwarmOf: 'after-swarm of',
  elevationM: 'above the sea',
  waterM: 'water within',
  heightUsedM: 'height used',
  heightM: 'height of the door',
  facingDeg: 'faces',
  lat: 'latitude',
  lon: 'longitude',
  effort: 'effort to reach it',
  scoutsPerMin: 'scouts a minute',
  massKg: 'mass',
  oilMassKg: 'oil left',
  tMinC: 'lowest',
  tMaxC: 'highest',
  rainMm: 'rain',
  windMps: 'wind',
  lengthM: 'length',
  widthM: 'width',
  thicknessM: 'thickness',
  takenOn: 'taken on',
  on: 'day',
  at: 'day and hour',
  date: 'day',
  occupied: 'bees have moved in',
  accessWeekdays: 'weekdays it can be reached',
  swarms: 'swarms expected a season',
  calloutId: 'call-out',
  collectionId: 'what was taken',
  callerIs: 'the caller is',
  callback: 'ring back at',
  sinceH: 'there since',
  publicWay: 'beside a public way',
  inTree: 'in a hollow tree',
  poison: 'sprayed',
  permission: 'allowed',
  permissionFrom: 'allowed by',
  repairsBy: 'the hole is closed by',
  mains: 'a socket',
  shakeable: 'can be shaken',
  mustGo: 'the tree comes down or endangers',
  lineDistanceM: 'nearest overhead wire',
  wiring: 'wires where they live',
  powerLockedOff: 'power off at the board and locked',
  builtYear: 'built in',
  allergy: 'reacts badly to stings',
  alone: 'you would be alone',
  defensive: 'they are defensive',
  treeProtected: 'the tree is protected',
  otherSpecies: 'bats or birds live there too',
  clusters: 'clusters',
  trapMassKg: 'the trap weighs',
  combsSeen: 'combs seen',
  combLengthM: 'a comb is long',
  combHeightM: 'a comb is high',
  cavityHeightM: 'the hollow is high',
  cavityWidthM: 'the hollow is wide',
  cavityDepthM: 'the hollow is deep',
  beesExpected: 'bees, by eye',
  rigId: 'rig',
  persons: 'people',
  travelMin: 'the way takes',
  plannedFor: 'planned for',
  callbackAt: 'ring back on',
  onMyWayAt: 'set off at',
  restPlace: 'the box rests at',
  tareKg: 'box without bees',
  grossKg: 'box with bees',
  beesBasis: 'the bees were',
  speedMps: 'they landed at',
  speedBasis: 'the speed is',
  peakTempK: 'hottest in the box',
  clogged: 'the screen clogged',
  dead: 'dead in the box',
  crushed: 'of them crushed',
  drowned: 'of them drowned',
  natural: 'of them dead of age',
  leftBehind: 'left behind',
  broodLook: 'look at the brood',
  deadSeen: 'dead seen at work',
  bucketKg: 'in the bucket',
  travelKm: 'way',
  roundId: 'round',
  leaveAt: 'leave at',
  backBy: 'home by',
  fromName: 'set out from',
  fromLat: 'latitude',
  fromLon: 'longitude',
  homeAgain: 'home again at the end',
  people: 'people',
  ladderM: 'ladder reaches',
  boxes: 'boxes the car takes',
  stopS: 'added a stop',
  leftAt: 'set out at',
  fromSiteId: 'from',
  toSiteId: 'to',
  start: 'start of rounds',
  durationS: 'the way takes',
};

/** What a column is called on the screen; its unit is the reader's. */
export const labelOf = (field: string): string => LABELS[field] ?? parted(field);

/** How a number is written and read: SI in the record, the reader's units on the screen. */
export interface NumberAs {
  readonly kind: FieldKind;
  /** Added to the record's value to get the SI value of that kind. */
  readonly plus?: number;
  readonly times?: number;
  /** What stands behind a plain number. */
  readonly unit?: string;
}
const CELSIUS: NumberAs = { kind: 'temperature', plus: 273.15 };
const NUMBERS: Readonly<Record<string, NumberAs>> = {
  elevationM: { kind: 'height' },
  waterM: { kind: 'height' },
  heightUsedM: { kind: 'height' },
  heightM: { kind: 'height' },
  lengthM: { kind: 'length' },
  widthM: { kind: 'length' },
  thicknessM: { kind: 'length' },
  facingDeg: { kind: 'degrees' },
  massKg: { kind: 'mass' },
  oilMassKg: { kind: 'number', times: 1000, unit: 'g' },
  effort: { kind: 'time' },
  ladderM: { kind: 'height' },
  stopS: { kind: 'time' },
  durationS: { kind: 'time' },
  windMps: { kind: 'speed' },
  tMinC: CELSIUS,
  tMaxC: CELSIUS,
  rainMm: { kind: 'number', unit: 'mm' },
  sinceH: { kind: 'number', unit: 'h' },
  lineDistanceM: { kind: 'height' },
  combLengthM: { kind: 'length' },
  combHeightM: { kind: 'length' },
  cavityHeightM: { kind: 'length' },
  cavityWidthM: { kind: 'length' },
  cavityDepthM: { kind: 'length' },
  trapMassKg: { kind: 'mass' },
  tareKg: { kind: 'mass' },
  grossKg: { kind: 'mass' },
  bucketKg: { kind: 'mass' },
  travelMin: { kind: 'number', unit: 'min' },
  travelKm: { kind: 'number', unit: 'km' },
  speedMps: { kind: 'speed' },
  peakTempK: { kind: 'temperature' },
};
/** Lures are weighed out in grams, bees and boxes in kilograms. */
const NUMBERS_OF: Partial<Record<TableName, Readonly<Record<string, NumberAs>>>> = {
  baits: { massKg: { kind: 'number', times: 1000, unit: 'g' } },
};

/** `null` where the exact figure matters, which a rounded field would spoil. */
export function numberAs(table: TableName, field: string, column: Column): NumberAs | null {
  if (field === 'lat' || field === 'lon') return null;
  const known = NUMBERS_OF[table]?.[field] ?? NUMBERS[field];
  if (known) return known;
  return column.kind === 'whole' ? { kind: 'count' } : { kind: 'number' };
}

export const shownNumber = (value: number, { plus = 0, times = 1 }: NumberAs): number => value * times + plus;
export const keptNumber = (value: number, { plus = 0, times = 1 }: NumberAs): number =>
  Number(((value - plus) / times).toPrecision(12));

/** One value as a keeper reads it. */
export function valueSaid(
  table: TableName,
  [field, column]: readonly [string, Column],
  value: Value,
  { system, names }: { readonly system: UnitSystem; readonly names: LinkNames },
): string {
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') {
    const as = numberAs(table, field, column);
    if (!as) return value.toFixed(5);
    const text = valueText(shownNumber(value, as), as.kind, system);
    return as.unit ? `${text} ${as.unit}` : text;
  }
  switch (column.kind) {
    case 'date':
      return dayLong(value);
    case 'minute':
      return `${dayLong(value.slice(0, 10))}, ${value.slice(11)}`;
    case 'word':
      return wordSaid(table, value);
    case 'link':
      return names.get(column.to)?.get(value) ?? value;
    case 'text':
    case 'number':
    case 'whole':
    case 'flag':
      return value;
  }
}
