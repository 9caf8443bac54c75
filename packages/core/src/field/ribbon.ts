/** The season along its days: every trap's stays with their lures, looks and catch. */
import type { IsoDate } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { BaitLine, CatchLine, Span, StayLine, TrapLine, VisitLine } from './lines.js';

export interface RibbonBait {
  readonly id: string;
  readonly from: IsoDate;
  readonly to: IsoDate | null;
  readonly carrier: string;
  /** What is left at the end of each day from the first on, 0..1, as far as weather is known or foretold. */
  readonly left: readonly number[];
}
export interface RibbonVisit {
  readonly id: string;
  /** Local wall time. */
  readonly at: string;
  readonly scouts: number | null;
  readonly occupied: boolean;
}
export interface RibbonCatch {
  readonly id: string;
  readonly foundOn: IsoDate;
  readonly arrivedOn: IsoDate | null;
  readonly massKg: number | null;
}
/** One stay of a trap at a site. */
export interface RibbonStay {
  readonly id: string;
  readonly siteId: string;
  readonly site: string;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
  readonly baits: readonly RibbonBait[];
  readonly visits: readonly RibbonVisit[];
  readonly caught: RibbonCatch | null;
}
export interface RibbonRow {
  readonly trapId: string;
  readonly number: string;
  readonly design: string;
  readonly paintedOn: IsoDate | null;
  readonly stays: readonly RibbonStay[];
}
export interface Ribbon {
  readonly from: IsoDate;
  readonly to: IsoDate;
  readonly rows: readonly RibbonRow[];
}

/** Rows of the span that is drawn, each kind oldest first. */
export interface RibbonRows {
  readonly traps: readonly TrapLine[];
  readonly stays: readonly StayLine[];
  readonly visits: readonly VisitLine[];
  readonly baits: readonly BaitLine[];
  readonly catches: readonly CatchLine[];
  /** What is left of each lure at the end of its days, by its id. */
  readonly left: ReadonlyMap<string, readonly number[]>;
}

/** A line for every trap, with its stays of the span. */
export function ribbonRows(rows: RibbonRows, { from, to }: Span): Ribbon {
  const visits = groupedBy(rows.visits, ({ deploymentId }) => deploymentId);
  const baits = groupedBy(rows.baits, ({ deploymentId }) => deploymentId);
  const caught = groupedBy(rows.catches, ({ deploymentId }) => deploymentId);
  const stays = groupedBy(rows.stays, ({ trapId }) => trapId);
  const stayOf = ({ id, siteId, site, hungOn, takenDownOn }: StayLine): RibbonStay => {
    const found = caught.get(id)?.[0];
    return {
      id,
      siteId,
      site,
      hungOn,
      takenDownOn,
      baits: (baits.get(id) ?? []).map((bait) => ({
        id: bait.id,
        from: bait.from,
        to: bait.to,
        carrier: bait.carrier,
        left: rows.left.get(bait.id) ?? [],
      })),
      visits: (visits.get(id) ?? []).map((visit) => ({
        id: visit.id,
        at: visit.at,
        scouts: visit.scouts,
        occupied: visit.occupied === 1,
      })),
      caught: found ? { id: found.id, foundOn: found.foundOn, arrivedOn: found.arrivedOn, massKg: found.massKg } : null,
    };
  };
  return {
    from,
    to,
    rows: rows.traps.map(({ id, number, design, paintedOn }) => ({
      trapId: id,
      number,
      design,
      paintedOn,
      stays: (stays.get(id) ?? []).map(stayOf),
    })),
  };
}
