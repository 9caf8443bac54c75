/**
 * Which places catch: each place's catches over its days at risk, with how far off they may be, and those of the keeper's groups.
 *
 * Places stand in the order of their rates only where enough was caught to speak of an order; else in that of their names.
 * Source: {@link occupancyRate}; fewer than five catches give no ranking, by convention.
 */
import { groupedBy } from '../shared/groups/index.js';
import { counted } from './effects.js';
import { occupancyRate, type OccupancyRate } from './rates.js';
import { type EvidenceSpell, type Sides, sidesOf, type Tally, tallyOf } from './sides.js';

export const FEWEST_CATCHES = 5;
/** A place that hung less than a quarter of a season was hardly tried: a convention. */
export const HARDLY_DAYS = 20;

export interface PlaceRow extends Tally {
  readonly siteId: string;
  readonly site: string;
  readonly rate: OccupancyRate;
  /** Hung too short to say anything. */
  readonly hardly: boolean;
  /** Stretches at risk, oldest first. */
  readonly spells: readonly EvidenceSpell[];
}
export interface PlaceGroup extends Tally {
  readonly side: 'A' | 'B' | 'all' | 'neither';
  readonly rate: OccupancyRate;
  readonly places: readonly PlaceRow[];
}
export interface Places {
  readonly groups: readonly PlaceGroup[];
  readonly total: Tally;
  readonly rate: OccupancyRate;
  /** Enough catches for an order. */
  readonly ranked: boolean;
}

const ORDER = ['A', 'B', 'neither', 'all'] as const;

/** @param sides how the keeper groups places; without them all stand together. @throws DomainError as {@link sidesOf}. */
export function placeRates(spells: readonly EvidenceSpell[], sides: Sides | null): Places {
  const here = counted(spells);
  const total = tallyOf(here);
  const ranked = total.events >= FEWEST_CATCHES;
  const sideOf = sides ? sidesOf(sides) : null;
  const rows = [...groupedBy(here, ({ siteId }) => siteId)].map(([siteId, own]): PlaceRow => {
    const tally = tallyOf(own);
    return {
      ...tally,
      siteId,
      site: own[0]?.site ?? siteId,
      rate: occupancyRate(tally.events, tally.days),
      hardly: tally.days < HARDLY_DAYS,
      spells: [...own].sort((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0)),
    };
  });
  const byName = (a: PlaceRow, b: PlaceRow): number => (a.site < b.site ? -1 : a.site > b.site ? 1 : 0);
  const inOrder = [...rows].sort((a, b) => (ranked ? b.rate.per100 - a.rate.per100 : 0) || byName(a, b));
  const side = (row: PlaceRow): PlaceGroup['side'] => {
    if (!sideOf) return 'all';
    const first = row.spells[0];
    return (first ? sideOf(first) : null) ?? 'neither';
  };
  const groups = [...groupedBy(inOrder, side)].map(([name, places]): PlaceGroup => {
    const tally = tallyOf(places.flatMap(({ spells: own }) => own));
    return { side: name as PlaceGroup['side'], ...tally, rate: occupancyRate(tally.events, tally.days), places };
  });
  return {
    groups: groups.sort((a, b) => ORDER.indexOf(a.side) - ORDER.indexOf(b.side)),
    total,
    rate: occupancyRate(total.events, total.days),
    ranked,
  };
}

export interface YearRow extends Tally {
  readonly season: number;
  readonly rate: OccupancyRate;
}
/** Every season's catches over its days at risk, the latest first. */
export function yearRates(spells: readonly EvidenceSpell[]): readonly YearRow[] {
  return [...groupedBy(counted(spells), ({ season }) => String(season))]
    .map(([season, own]) => {
      const tally = tallyOf(own);
      return { season: Number(season), ...tally, rate: occupancyRate(tally.events, tally.days) };
    })
    .sort((a, b) => b.season - a.season);
}
