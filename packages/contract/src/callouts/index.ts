import type { Block, ReuniteCode } from '@yewridge/core/callouts';
import type { ColonyTrack, Tracked } from '@yewridge/core/catches';
import type { HeatQuestion, Layout } from '@yewridge/core/suction';
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
  /** Share of the screen that may be covered; `null` where nobody can say. */
  readonly allowedCoverage: number | null;
  /** Its box, for the heat clock of these or any bees. */
  readonly heat: HeatQuestion;
}

/** Seconds since the job began by the reader's clock, and how many times faster than the world it goes. */
export interface ProbeQuery {
  readonly elapsed: number;
  readonly pace: number;
}
/** What an instrument in the box says; SI. */
export interface ProbeReadingDto {
  /** s since the job began. */
  readonly elapsed: number;
  readonly boxTemp: number;
  readonly tempRate: number;
  /** Share of the screen under bees. */
  readonly coverage: number;
  readonly simulated: boolean;
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
  /** Sites that are placed, one of which a call may be at or near. */
  readonly sites: readonly { readonly id: string; readonly name: string }[];
  /** What Stores holds for call-outs. */
  readonly kit: readonly RecordDto<'kit'>[];
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
  /** What to ask next; `null` where nothing is to be asked. */
  readonly ask: string | null;
  readonly steps: readonly Tracked<ReuniteCode>[];
  /** A cage or an excluder has to be out by then. */
  readonly restraint: { readonly by: string; readonly over: boolean } | null;
}

/** A colony of a call-out on the track, from its boxes being shut until it is settled. */
export interface CallTrackRow extends CallDayDto {
  readonly track: ColonyTrack;
  /** Where its box rests, or to whom it was joined; `null` where nobody said. */
  readonly wentTo: string | null;
  /** Local day the bees were taken. */
  readonly takenOn: string;
  /** The catch it became; its own line is this one while steps go on. */
  readonly catchId: string | null;
}

/** What a move of a call-out still wants to be told, as it is said to a keeper. */
export const NEED_WORDS: Readonly<Record<string, string>> = {
  kind: 'what hangs or lives there',
  place: 'where it is',
  poison: 'whether it was sprayed',
  permission: 'whether it may be done',
  reason: 'the reason',
  referredTo: 'to whom it was passed on',
  arrivedAt: 'when you arrived',
  until: 'until when',
  startedAt: 'when it began',
  cautions: 'every caution ticked',
  lookedAround: 'that you looked round',
  portShut: 'that the port is shut',
  stoppedAt: 'when suction stopped',
  beesReleased: 'that the bees were let go',
  boxesShut: 'that every box is shut',
  queen: 'whether the queen was seen',
  leftBehind: 'how many were left behind',
  restPlace: 'where the box rests',
  atRestAt: 'since when the box rests',
  joinedAt: 'when they were joined',
  boxEmpty: 'that the box is empty',
  eggsSeen: 'the day eggs were seen',
  deadCounted: 'how many were dead in the box',
  unitedWith: 'with whom they were united',
  healthLooked: 'what the look for disease said',
};
/** Why work on these bees is not planned and not begun. */
export const BLOCK_WORDS: Readonly<Record<Block, string>> = {
  'kind-unknown': 'Nobody knows yet what it is: ask for a photo.',
  poisoned: 'It was poisoned: a licensed firm clears it, and the bees are not touched.',
  'poison-open': 'Ask first whether it was sprayed.',
  'no-permission': 'The owner has not agreed yet.',
};
