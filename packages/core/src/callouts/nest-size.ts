/**
 * How large a nest is before the wall is open: comb, bees, honey and the pieces it comes out in. A factor of five between low and
 * high is honest: bring for high, promise nothing.
 *
 * Formula: comb area = combs · length · height · 0.85 (rounded edges); in a cavity as many combs as fit at 35 mm, `filled` of it;
 * bees = both sides · bees of a full layer · share of it that is covered; honey = its share of the comb · 31 kg/m2.
 * Source: comb pitch 32–38 mm and bees of a full layer are textbook; rounding, cover, shares and honey a square metre are
 * estimates of ours (0.75–0.95; 0.25–0.9; 25–40 kg), the most bees of a colony a convention.
 */
import { DomainError, Fields, POSITIVE } from '../shared/errors/index.js';
import { BEE_DATA, type FrameType } from '../suction/index.js';
import { ceilOf, floorOf, isLateSummer, MONTH, type Spread } from './call-facts.js';
import { CALLOUT_DATA, type NestShares } from './callout-data.js';

const ROUNDED = 0.85;
const PITCH = 0.035;
const MOST_BEES = 70_000;
const HONEY_PER_AREA = 31;
/** Share of a frame that a piece fills. */
const PIECE_FILL = 0.75;
const SHARE_KEYS = ['brood', 'honey', 'pollen', 'empty'] as const;
const SHARE = { min: 0, max: 1 } as const;
const SHARE_SLACK = 0.01;

export interface NestSize {
  readonly basis: 'combs' | 'cavity';
  readonly combs: number;
  /** m2, one side. */
  readonly combArea: number;
  readonly bees: Spread;
  /** kg */
  readonly honeyMass: Spread;
  readonly broodArea: number;
  /** Pieces it is cut into, and those of them that are framed. */
  readonly pieces: number;
  readonly broodPieces: number;
  readonly shares: NestShares;
}

/** @throws DomainError `CONFLICT` where they do not sum to 1. */
export function sharesOf(fields: Fields): NestShares {
  const [brood, honey, pollen, empty] = SHARE_KEYS.map((key) => fields.number(key, SHARE)) as [
    number,
    number,
    number,
    number,
  ];
  const sum = brood + honey + pollen + empty;
  if (Math.abs(sum - 1) > SHARE_SLACK) {
    throw new DomainError('CONFLICT', fields.at('brood').replace(/\.brood$/, ''), 'the shares must sum to 1', {
      value: sum,
    });
  }
  return { brood, honey, pollen, empty };
}

export const usualShares = (month: number | null, south: boolean): NestShares =>
  month !== null && isLateSummer(month, south) ? CALLOUT_DATA.nest.lateSummer : CALLOUT_DATA.nest.shares;

/** kg of honey in so much comb (m2, one side). */
export function honeyIn(combArea: number, share: number): Spread {
  const { honeyFactor: factor } = CALLOUT_DATA.nest;
  const mass = combArea * share * HONEY_PER_AREA;
  return { low: mass * factor.low, typical: mass, high: mass * factor.high };
}

/** Pieces that fill three quarters of a frame. */
export const piecesOf = (area: number, frame: FrameType = 'deep'): number =>
  ceilOf(area / (PIECE_FILL * BEE_DATA.combArea[frame].typical));

/**
 * Combs that are seen win over the size of the cavity. m.
 * @throws DomainError `MISSING` for neither, `TYPE`, `RANGE`, `CONFLICT`.
 */
export function nestSize(a: {
  readonly combs?: { readonly count: number; readonly length: number; readonly height: number } | null;
  readonly cavity?: { readonly height: number; readonly width: number; readonly depth: number } | null;
  readonly filled?: number | null;
  readonly month?: number | null;
  readonly south?: boolean | null;
  readonly shares?: NestShares | null;
}): NestSize {
  const fields = new Fields(a);
  const seen = fields.objectOr('combs');
  const combs = seen && {
    count: seen.whole('count', { min: 1 }),
    length: seen.number('length', POSITIVE),
    height: seen.number('height', POSITIVE),
  };
  const room = fields.objectOr('cavity');
  const cavity = room && {
    height: room.number('height', POSITIVE),
    width: room.number('width', POSITIVE),
    depth: room.number('depth', POSITIVE),
  };
  const filled = fields.numberOr('filled', 0.6, { min: 0, above: true, max: 1 });
  const month = fields.has('month') ? fields.whole('month', MONTH) : null;
  const south = fields.flagOr('south', false);
  const own = fields.objectOr('shares');
  const shares = own ? sharesOf(own) : usualShares(month, south);
  const measured = combs
    ? { basis: 'combs' as const, count: combs.count, area: combs.count * combs.length * combs.height * ROUNDED }
    : cavity && inCavity(cavity, filled);
  if (!measured) throw new DomainError('MISSING', 'combs', 'neither combs nor a cavity are given');
  const { basis, count, area } = measured;
  const bees = (end: keyof Spread): number =>
    Math.min(MOST_BEES, 2 * area * BEE_DATA.beesPerComb[end] * CALLOUT_DATA.nest.cover[end]);
  const pieces = Math.max(count, piecesOf(area));
  const broodArea = area * shares.brood;
  return {
    basis,
    combs: count,
    combArea: area,
    bees: { low: bees('low'), typical: bees('typical'), high: bees('high') },
    honeyMass: honeyIn(area, shares.honey),
    broodArea,
    pieces,
    broodPieces: Math.min(pieces, piecesOf(broodArea)),
    shares,
  };
}

/** Hardly depends on which way they hang: they run along the longer side. */
function inCavity(
  { height, width, depth }: { readonly height: number; readonly width: number; readonly depth: number },
  filled: number,
) {
  const count = Math.max(1, floorOf(Math.min(width, depth) / PITCH));
  return { basis: 'cavity' as const, count, area: count * Math.max(width, depth) * height * filled * ROUNDED };
}
