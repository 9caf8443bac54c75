/** What the season's records say, as its views ask for it: rows in SI, civil dates and wall times at the site. */
import { type Design, frameCount } from '../bench/index.js';
import type { DoseUnit, Hemisphere, IsoDate } from '../season/index.js';

/** A trap as the season's views need it. */
export interface TrapLine {
  readonly id: string;
  readonly number: string;
  readonly design: string;
  readonly paintedOn: IsoDate | null;
  /** Frames and bars, and the frames alone: bars of a tube cannot be lifted out with a colony. */
  readonly frames: number;
  readonly framesOnly: number;
  readonly condition: string;
  readonly darkCombs: number;
  readonly massKg: number | null;
  readonly asBuilt: Design;
}
export interface StayLine {
  readonly id: string;
  readonly trapId: string;
  readonly siteId: string;
  readonly site: string;
  readonly landmark: string | null;
  readonly landmarkNote: string | null;
  readonly accessWeekdays: string | null;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
  readonly heightM: number | null;
  readonly facingDeg: number | null;
  readonly hungBy: string | null;
  readonly comb: string | null;
  readonly shade: string | null;
  readonly permission: string;
  readonly permissionUntil: IsoDate | null;
}
export interface VisitLine {
  readonly id: string;
  readonly deploymentId: string;
  readonly at: string;
  readonly scouts: number | null;
  /** `null` where nobody said. */
  readonly occupied: 0 | 1 | null;
}
export interface BaitLine {
  readonly id: string;
  readonly deploymentId: string;
  readonly from: IsoDate;
  readonly to: IsoDate | null;
  readonly carrier: string;
  readonly substance: string;
  readonly massKg: number | null;
  readonly dose: number | null;
  readonly doseUnit: DoseUnit | null;
  readonly shade: string | null;
}
export type CatchMethod = 'trap' | 'shaken' | 'vacuum' | 'brushed' | 'cutOut';
export interface CatchLine {
  readonly id: string;
  readonly deploymentId: string | null;
  readonly foundOn: IsoDate;
  readonly arrivedOn: IsoDate | null;
  readonly massKg: number | null;
  readonly method: CatchMethod | null;
}
export interface CountLine {
  readonly deploymentId: string;
  readonly at: string;
  readonly perMin: number;
}
/** What the looks at one stay came to, the latest first. */
export interface LooksLine {
  readonly deploymentId: string;
  readonly lastAt: string | null;
  readonly lastCount: number | null;
  readonly lastOccupied: 0 | 1 | null;
  readonly lastActivityAt: string | null;
  readonly lureChangedOn: IsoDate | null;
}

export interface WeatherLine {
  readonly date: IsoDate;
  readonly tMin: number | null;
  readonly tMax: number | null;
  readonly rainMm: number | null;
  readonly windMps: number | null;
  readonly source: 'measured' | 'forecast' | 'simulated';
}
export interface PlaceLine {
  readonly id: string;
  readonly name: string;
  readonly lat: number;
  readonly lon: number;
  readonly elevationM: number | null;
  readonly timeZone: string | null;
}
export interface BloomLine {
  readonly species: string;
  readonly stage: string;
  readonly on: IsoDate;
}
/** A lure at a stay that goes on. */
export interface LureLine {
  readonly id: string;
  readonly deploymentId: string;
  readonly appliedOn: IsoDate;
  readonly removedOn: IsoDate | null;
  readonly carrier: string;
  readonly substance: string;
  readonly massKg: number | null;
  readonly dose: number | null;
  readonly doseUnit: DoseUnit | null;
  readonly shade: string | null;
}
export interface WeighingLine {
  readonly baitId: string;
  readonly weighedOn: IsoDate;
  readonly oilMassKg: number;
}

/** Civil dates; a stay that ended before `from` or began after `to` is left out. */
export interface Span {
  readonly from: IsoDate;
  readonly to: IsoDate;
}

/** What a sensor in a trap told of one instant; SI and °C. */
export interface Told {
  /** Wall time where the keeper is. */
  readonly at: string;
  /** UTC. */
  readonly instant: string;
  readonly perMin: number | null;
  readonly insideC: number | null;
  readonly massKg: number | null;
  readonly source: 'measured' | 'simulated';
}
/** A sensor in a trap, and what it told in the last days, oldest first. */
export interface SensorTold {
  readonly deviceId: string;
  readonly name: string;
  readonly simulated: boolean;
  readonly told: readonly Told[];
}

/** When and where the views are asked for: nothing in here looks at a clock. */
export interface FieldNow {
  /** The civil date where the keeper is. */
  readonly today: IsoDate;
  /** Wall time there, to the minute. */
  readonly minute: string;
  readonly hemisphere: Hemisphere;
  /** Minutes that a zone is ahead of UTC on a date at noon; `null` is the keeper's own. */
  readonly offset: (date: IsoDate, timeZone: string | null) => number;
}

/** Any day that a record can have. */
export const ALL_YEARS: Span = { from: '0001-01-01', to: '9998-12-31' };

/** A trap with the frames its design gives it. */
export function trapLine<T extends { readonly asBuilt: Design }>(trap: T): T & Pick<TrapLine, 'frames' | 'framesOnly'> {
  const contents = trap.asBuilt.sections.flatMap((section) => section.contents);
  const framesOnly = frameCount(contents.filter(({ kind }) => kind === 'frames'));
  return { ...trap, frames: frameCount(contents), framesOnly };
}
