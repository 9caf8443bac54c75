import type { ReuniteCode } from '@yewridge/core/callouts';
import type { Tracked } from '@yewridge/core/catches';
import type { Layout } from '@yewridge/core/suction';
import type { RecordDto } from '../season/record-dto.js';

/** A rig as work with it needs it, SI. */
export interface CallRigDto {
  readonly id: string;
  readonly name: string;
  readonly layout: Layout;
  /** The wide slide of a walk-up or top box, and the gap beside it, m; `null` where it was not measured. */
  readonly hasSlide: boolean;
  readonly slotGap: number | null;
  readonly hasPlunger: boolean;
  readonly cabin: boolean;
  /** m2 that a lid set crosswise opens. */
  readonly crosswiseArea: number;
  /** What the gate stands at for the nozzle in use, as its trim card has it; `null` where no mark can be set. */
  readonly gate: {
    readonly nozzleId: string | null;
    readonly nozzle: string;
    readonly kind: 'plate' | 'disc';
    /** m of the plate's whole travel, of the mark on it, and m/s in the hose there. */
    readonly travel: number;
    readonly mark: number | null;
    readonly speed: number | null;
  };
  /** m/s in the hose: surely carried from, and landing softly up to; `null` where nothing lands hard. */
  readonly band: { readonly low: number; readonly lowSure: number; readonly high: number | null } | null;
  /** m/s that bees land with at most, and what that is: the keeper's own, or the usual. */
  readonly limit: number;
  /** m/s across the surface that a typical bee lands with as the gate stands; `null` where she stalls. */
  readonly arrival: number | null;
  /** Bees a box takes, and the boxes there are; `null` without frames. */
  readonly perBox: number | null;
  readonly boxes: number;
  /** Bees a second. */
  readonly feedRate: number;
  /** s on one battery; `null` on a cord or where nobody knows. */
  readonly runTime: number | null;
  readonly onCord: boolean;
  /** Share of the screen that may be covered. */
  readonly allowedCoverage: number;
}

/** Where a call-out is on the Earth, for the sun: its own coordinates, its site's, or the middle of all sites. */
export interface CallWhereDto {
  readonly lat: number;
  readonly lon: number;
  readonly tzOffsetMin: number;
  readonly by: 'place' | 'site' | 'middle';
}

/** One call-out with everything that was said of it. */
export interface CallDto {
  readonly call: RecordDto<'callouts'>;
  readonly collection: RecordDto<'collections'> | null;
  /** In the order of time. */
  readonly spells: readonly RecordDto<'spells'>[];
  readonly pieces: readonly RecordDto<'pieces'>[];
  readonly signs: readonly RecordDto<'signs'>[];
  readonly tasks: readonly RecordDto<'tasks'>[];
  readonly where: CallWhereDto | null;
}
export interface CallsDto {
  /** Local wall time. */
  readonly now: string;
  readonly today: string;
  /** Local minutes of sunset today; `null` where the sun does not set, or without a place. */
  readonly sunsetMin: number | null;
  /** Those that were called last first. */
  readonly calls: readonly CallDto[];
  readonly rigs: readonly CallRigDto[];
  /** From some weeks ago to as far as it is foretold. */
  readonly weather: readonly {
    readonly date: string;
    readonly tMin: number | null;
    readonly tMax: number | null;
    readonly rainMm: number | null;
    readonly windMps: number | null;
  }[];
}

/** A call-out as the day needs it: it waits for an answer, or has steps that are to come. */
export interface CallDayDto {
  readonly id: string;
  readonly place: string;
  readonly kind: RecordDto<'callouts'>['kind'];
  readonly state: RecordDto<'callouts'>['state'];
  readonly calledAt: string;
  readonly plannedFor: string | null;
  readonly until: string | null;
  readonly caller: string | null;
  /** What to ask next; `null` where nothing is to be asked. */
  readonly ask: string | null;
  readonly steps: readonly Tracked<ReuniteCode>[];
  /** A cage or an excluder has to be out by then. */
  readonly restraint: { readonly by: string; readonly over: boolean } | null;
}
