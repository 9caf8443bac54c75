import type { CatchStage } from '@yewridge/core/catches';
import type {
  AfterCatchPlan,
  CatchSchool,
  ColonyTrack,
  ColonyWay,
  SwarmSizeClass,
  TrackStep,
} from '@yewridge/core/catches';
import type { CallTrackRow } from '../callouts/index.js';
import type { RecordDto } from '../season/record-dto.js';

export interface CatchCardDto {
  readonly caught: RecordDto<'catches'>;
  readonly stage: CatchStage;
  /** Where it was caught: the trap and its site, or the place of a call-out. */
  readonly trapId: string | null;
  readonly number: string | null;
  readonly siteId: string | null;
  readonly place: string;
  /** The call-out it came by: its steps are there. */
  readonly calloutId: string | null;
  /** The trap has come down since. */
  readonly takenDownOn: string | null;
  /** Oldest first. */
  readonly followups: readonly RecordDto<'followups'>[];
}
export interface CatchBoardDto {
  readonly today: string;
  readonly cards: readonly CatchCardDto[];
}

/** One colony along its days. */
export interface CatchTrackRow {
  readonly card: CatchCardDto;
  readonly track: ColonyTrack;
  /** Its steps while they go on; `null` once it is over, or where nothing says where on the Earth it is. */
  readonly plan: CatchPlanDto | null;
}
export interface CatchTrackDto {
  readonly today: string;
  /** Local wall time. */
  readonly now: string;
  /** Sunset to sunrise around now, local wall times; none without a site. */
  readonly nights: readonly { readonly from: string; readonly to: string }[];
  /** Found last first. */
  readonly rows: readonly CatchTrackRow[];
  /** Colonies of call-outs whose steps go on. */
  readonly calls: readonly CallTrackRow[];
}

/** What to do with a catch and when, and how far that has come. */
export interface CatchPlanDto {
  readonly catchId: string;
  readonly deploymentId: string | null;
  readonly siteId: string | null;
  readonly number: string | null;
  readonly place: string;
  readonly heightM: number | null;
  /** Where the bees were carried, once they were. */
  readonly wentTo: string | null;
  readonly carried: boolean;
  readonly foundOn: string;
  readonly school: CatchSchool;
  readonly size: SwarmSizeClass;
  /** Nobody has sized it: medium is assumed. */
  readonly sizeAssumed: boolean;
  /** Where a trap's steps do not apply: bees out of a structure, or sucked into a vacuum. */
  readonly way: ColonyWay;
  /** What the times of the sun rest on. */
  readonly placedBy: 'site' | 'place' | 'middle';
  /** Frames that hang in the trap: with them the box is lifted onto its stand, and nothing transferred. */
  readonly framesIn: number;
  /** What it weighs when it is carried, kg, and whether one person may lift it; `null` once carried, or where it is not known. */
  readonly carry: {
    readonly kg: number;
    readonly lowKg: number;
    readonly highKg: number;
    readonly days: number;
    readonly weighed: boolean;
    readonly limitKg: number;
    readonly onePerson: boolean;
  } | null;
  /** Frames this swarm is to be given: by its mass where that is known, else by its class. */
  readonly frames: number;
  readonly notes: AfterCatchPlan['notes'];
  readonly steps: readonly TrackStep[];
  /** Days of the plan that no forecast knows. */
  readonly unknownDays: number;
  /** The steps are over: settled, lost, or long ago. */
  readonly over: boolean;
}
