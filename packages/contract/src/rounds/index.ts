import type { Fields } from '../season/record-tables.js';
import type { VisitDue } from '@yewridge/core/rounds';
import type { BaitCarrier, BaitState, IsoDate, LoreCheck, SensorSign } from '@yewridge/core/season';

/** The lure put in last at a trap that hangs: how fresh it is, and when it wants to be renewed. */
export interface LureDto {
  readonly baitId: string;
  readonly appliedOn: IsoDate;
  readonly carrier: BaitCarrier;
  readonly state: BaitState;
  /** What is left, 0..1. */
  readonly fraction: number;
  readonly melted: boolean;
  readonly overdose: boolean;
  /** kg a day, today. */
  readonly emissionKgPerDay: number;
  readonly date: IsoDate | null;
  readonly earliest: IsoDate | null;
  readonly latest: IsoDate | null;
  readonly faint: boolean;
  /** Weighings that told how fast its carrier empties; without any the range is wide. */
  readonly weighed: number;
  /** Days of its course whose weather nobody knows. */
  readonly guessedDays: number;
}

export interface HangingSensor {
  readonly deviceId: string;
  readonly name: string;
  readonly simulated: boolean;
  /** Wall time of the latest reading. */
  readonly at: string;
  readonly perMin: number | null;
  readonly insideC: number | null;
  readonly massKg: number | null;
  /** Bees moved in, by the sensor alone: nobody has looked since. */
  readonly movedIn: boolean;
  readonly sign: SensorSign;
}

/** A trap that hangs, with what a keeper at its foot wants to know. */
export interface HangingDto {
  readonly deploymentId: string;
  readonly trapId: string;
  readonly number: string;
  readonly design: string;
  readonly siteId: string;
  readonly site: string;
  readonly landmarkNote: string | null;
  readonly hungOn: IsoDate;
  readonly heightM: number | null;
  readonly facingDeg: number | null;
  readonly lastVisitOn: IsoDate | null;
  /** Scouts a minute at the last look that counted them. */
  readonly lastScouts: number | null;
  readonly catchId: string | null;
  /** Bees are in: a catch is recorded, the last look found the trap occupied, or its sensor says so. */
  readonly beesIn: boolean;
  /** Chance that a swarm moves in within a day, by the scouts counted; a rule of thumb. */
  readonly chance24: number | null;
  /** The count that chance rests on. */
  readonly counted: {
    readonly at: string;
    readonly perMin: number;
    readonly bySensor: boolean;
    /** Chances that a swarm moves in within two and three days, as `chance24` within one. */
    readonly chance48: number;
    readonly chance72: number;
    /** The rule of thumb is tuned to the keeper's own looks. */
    readonly tuned: boolean;
  } | null;
  /** The latest a sensor in the trap told, and what it is a sign of; a look after it counts more. */
  readonly sensor: HangingSensor | null;
  readonly lure: LureDto | null;
  /** What keepers would say of how it hangs, gravest first. */
  readonly lore: readonly LoreCheck[];
  readonly due: VisitDue;
}
export interface DueListDto {
  readonly today: IsoDate;
  readonly traps: readonly HangingDto[];
  /** Traps in use, hung or not. */
  readonly inUse: number;
  /** Traps that hang nowhere now. */
  readonly free: readonly FreeTrapDto[];
  /** What the chances by scouts rest on: a rule of thumb, or that tuned to the keeper's own looks. */
  readonly scouts: { readonly looks: number; readonly arrivals: number; readonly tuned: boolean };
  /** When swarms are to be expected; `null` where nobody can say. Every view asks this whether it is season. */
  readonly season: SeasonSpanDto | null;
}
export interface SeasonSpanDto {
  readonly earliest: IsoDate;
  readonly last: IsoDate;
  /** Scouts look for homes from then on, and a swarm may come until then, by the careful ends of both bands. */
  readonly from: IsoDate;
  readonly until: IsoDate;
}
export interface FreeTrapDto {
  readonly trapId: string;
  readonly number: string;
  readonly design: string;
  readonly condition: string;
  readonly paintedOn: IsoDate | null;
  readonly darkCombs: number;
  readonly frames: number;
  readonly massKg: number | null;
  /** What its design says: proposed when it is hung, and recorded only where the keeper takes it. */
  readonly says: {
    readonly hungBy: Fields<'deployments'>['hungBy'];
    readonly comb: 'none' | 'drawn' | 'oldBrood';
  };
}

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
export interface RibbonDto {
  readonly from: IsoDate;
  readonly to: IsoDate;
  readonly rows: readonly RibbonRow[];
}
export interface RibbonQuery {
  readonly from: IsoDate;
  readonly to: IsoDate;
}
/** Days one request may span: all years of a long record. */
export const RIBBON_MOST_DAYS = 12_000;

/** What one season came to, site by site. */
export interface SeasonSummaryDto {
  readonly season: number;
  readonly start: IsoDate;
  readonly end: IsoDate;
  readonly traps: number;
  readonly trapDays: number;
  readonly catches: number;
  readonly massKg: number;
  readonly sites: readonly {
    readonly siteId: string;
    readonly site: string;
    readonly trapDays: number;
    readonly catches: number;
  }[];
}
export interface SummaryDto {
  readonly seasons: readonly SeasonSummaryDto[];
  /** Arrivals of all seasons, for the curve over the ribbon. */
  readonly arrivals: readonly { readonly date: IsoDate; readonly season: number }[];
}
