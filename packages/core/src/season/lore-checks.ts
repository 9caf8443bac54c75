/**
 * What keepers say about hanging a trap, as checks of one that is about to hang: each with how grave it is.
 *
 * Source: rules of thumb, except the legal ones (permission, comb from elsewhere), which local rules decide. Sun on a lure
 * and the heat at which gel runs are those of the bait model: part sun adds 3 degrees to the day's maximum, full sun 8.
 * A rule whose fields are absent is silent.
 */
import { PERMISSIONS } from '../shared/permissions/index.js';
import {
  BAIT_CARRIERS,
  type BaitCarrier,
  GEL_RUNS_ABOVE,
  OVERDOSE_KG_PER_DAY,
  type Shade,
  SHADES,
  SUN_ADDS,
} from './bait-facts.js';
import { checkInterval, dayOrNull, type IsoDate } from '../shared/calendar/index.js';
import { ANY, Fields, NON_NEGATIVE, wholeAt } from '../shared/errors/index.js';

export const LORE_CODES = [
  'no-permission',
  'comb-source',
  'food-in-comb',
  'fresh-paint',
  'moth-crystals',
  'frames-vs-interval',
  'faces-rain',
  'full-sun',
  'overdosed-lure',
  'gel-melts',
  'ladder-work',
  'volume-unusual',
  'entrance-unusual',
  'out-of-season',
] as const;
export type LoreCode = (typeof LORE_CODES)[number];
export const LORE_SEVERITIES = ['stop', 'warn', 'note'] as const;
export type LoreSeverity = (typeof LORE_SEVERITIES)[number];

export const COMB_STORES = ['none', 'honey', 'pollen', 'both'] as const;
const HOT_MEAN_MAX_C = 28;
const PAINT_DAYS = 21;
const CRYSTAL_DAYS = 14;
const RAIN_WITHIN_DEG = 45;
const LADDER_M = 2;
const USUAL_VOLUME_M3 = { min: 0.02, max: 0.08 };
const USUAL_ENTRANCE_M2 = { min: 8e-4, max: 4e-3 };

/** A trap about to hang; SI, degrees Celsius and civil dates. */
export interface LoreState {
  readonly permission?: (typeof PERMISSIONS)[number] | null;
  readonly permissionUntil?: IsoDate | null;
  readonly today?: IsoDate | null;
  readonly oldComb?: boolean | null;
  readonly combFromOwnHealthyColony?: boolean | null;
  readonly combStores?: (typeof COMB_STORES)[number] | null;
  readonly paintedOn?: IsoDate | null;
  readonly hungOn?: IsoDate | null;
  readonly mothCrystalsRemovedOn?: IsoDate | null;
  readonly frames?: number | null;
  readonly checkEveryDays?: number | null;
  /** From north, clockwise. */
  readonly facingDeg?: number | null;
  readonly rainFromDeg?: number | null;
  readonly shade?: Shade | null;
  readonly meanMaxC?: number | null;
  readonly emissionKgPerDay?: number | null;
  readonly carrier?: BaitCarrier | null;
  /** Of the lure; shade unless said. */
  readonly exposure?: Shade | null;
  readonly maxC?: number | null;
  readonly heightM?: number | null;
  readonly ladder?: boolean | null;
  readonly volumeM3?: number | null;
  readonly entranceM2?: number | null;
  readonly outOfSeason?: boolean | null;
}

export interface LoreCheck {
  readonly code: LoreCode;
  readonly severity: LoreSeverity;
}

type Found = readonly [LoreCode, LoreSeverity] | null;

const atLeast = (value: number | null, least: number): boolean => value !== null && value >= least;
const outside = (value: number | null, { min, max }: { min: number; max: number }): boolean =>
  value !== null && (value < min || value > max);

function permission(fields: Fields): Found {
  const given = fields.has('permission') ? fields.word('permission', PERMISSIONS) : null;
  const until = dayOrNull(fields, 'permissionUntil');
  const today = dayOrNull(fields, 'today');
  const ranOut = until !== null && today !== null && until < today;
  return (given !== null && given !== 'granted') || ranOut ? ['no-permission', 'stop'] : null;
}

function comb(fields: Fields): Found[] {
  const old = fields.flagOr('oldComb', false);
  const own = fields.flagOr('combFromOwnHealthyColony', false);
  const stores = fields.wordOr('combStores', 'none', COMB_STORES);
  return [old && !own ? ['comb-source', 'warn'] : null, stores === 'none' ? null : ['food-in-comb', 'warn']];
}

function airing(fields: Fields): Found[] {
  const painted = dayOrNull(fields, 'paintedOn');
  const hung = dayOrNull(fields, 'hungOn');
  const crystals = dayOrNull(fields, 'mothCrystalsRemovedOn');
  const tooSoon = (since: number | null, days: number): boolean =>
    since !== null && hung !== null && hung - since < days;
  return [
    tooSoon(painted, PAINT_DAYS) ? ['fresh-paint', 'warn'] : null,
    tooSoon(crystals, CRYSTAL_DAYS) ? ['moth-crystals', 'warn'] : null,
  ];
}

function interval(fields: Fields): Found {
  const frames = fields.has('frames') ? wholeAt(fields.number('frames'), fields.at('frames')) : null;
  const days = fields.numberOr('checkEveryDays', null, NON_NEGATIVE);
  const tooRare = frames !== null && days !== null && days > checkInterval(frames);
  return tooRare ? ['frames-vs-interval', 'warn'] : null;
}

function weather(fields: Fields): Found[] {
  const facing = fields.numberOr('facingDeg', null);
  const rain = fields.numberOr('rainFromDeg', null);
  const turn = facing === null || rain === null ? null : (((facing - rain) % 360) + 360) % 360;
  const shade = fields.has('shade') ? fields.word('shade', SHADES) : null;
  const hot = atLeast(fields.numberOr('meanMaxC', null), HOT_MEAN_MAX_C);
  return [
    turn !== null && Math.min(turn, 360 - turn) <= RAIN_WITHIN_DEG ? ['faces-rain', 'note'] : null,
    shade === 'fullSun' ? ['full-sun', hot ? 'warn' : 'note'] : null,
  ];
}

function lure(fields: Fields): Found[] {
  const emission = fields.numberOr('emissionKgPerDay', null, NON_NEGATIVE);
  const carrier = fields.has('carrier') ? fields.word('carrier', BAIT_CARRIERS) : null;
  const exposure = fields.wordOr('exposure', 'shade', SHADES);
  const hottest = fields.numberOr('maxC', null);
  const melts = carrier === 'gel' && hottest !== null && hottest + SUN_ADDS[exposure] > GEL_RUNS_ABOVE;
  return [
    emission !== null && emission > OVERDOSE_KG_PER_DAY ? ['overdosed-lure', 'warn'] : null,
    melts ? ['gel-melts', 'warn'] : null,
  ];
}

function size(fields: Fields): Found[] {
  const height = fields.numberOr('heightM', null, NON_NEGATIVE);
  const ladder = fields.flagOr('ladder', true);
  const volume = fields.numberOr('volumeM3', null, ANY);
  const entrance = fields.numberOr('entranceM2', null, ANY);
  const late = fields.flagOr('outOfSeason', false);
  return [
    height !== null && height > LADDER_M && ladder ? ['ladder-work', 'note'] : null,
    outside(volume, USUAL_VOLUME_M3) ? ['volume-unusual', 'note'] : null,
    outside(entrance, USUAL_ENTRANCE_M2) ? ['entrance-unusual', 'note'] : null,
    late ? ['out-of-season', 'note'] : null,
  ];
}

/** The checks that speak, gravest first, then by code. @throws DomainError `TYPE`, `ENUM`, `FORMAT`, `RANGE`. */
export function loreChecks(state: LoreState): readonly LoreCheck[] {
  const fields = new Fields(state, '', 'wrong type');
  const found = [
    permission(fields),
    ...comb(fields),
    ...airing(fields),
    interval(fields),
    ...weather(fields),
    ...lure(fields),
    ...size(fields),
  ];
  const rank = ({ severity }: LoreCheck): number => LORE_SEVERITIES.indexOf(severity);
  return found
    .filter((one) => one !== null)
    .map(([code, severity]) => ({ code, severity }))
    .sort((a, b) => rank(a) - rank(b) || (a.code < b.code ? -1 : 1));
}
