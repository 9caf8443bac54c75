import type { CatchStage } from '@yewridge/core/catches';
import type { AfterCatchPlan, CatchSchool, SwarmSizeClass, TrackStep } from '@yewridge/core/catches';
import type { RecordDto } from '../season/record-dto.js';

export interface CatchCardDto {
  readonly caught: RecordDto<'catches'>;
  readonly stage: CatchStage;
  /** Where it was caught: the trap and its site, or the place of a call-out. */
  readonly trapId: string | null;
  readonly number: string | null;
  readonly siteId: string | null;
  readonly place: string;
  /** The trap has come down since. */
  readonly takenDownOn: string | null;
  /** Oldest first. */
  readonly followups: readonly RecordDto<'followups'>[];
}
export interface CatchBoardDto {
  readonly today: string;
  readonly cards: readonly CatchCardDto[];
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
  readonly frames: AfterCatchPlan['frames'];
  readonly notes: AfterCatchPlan['notes'];
  readonly steps: readonly TrackStep[];
  /** Days of the plan that no forecast knows. */
  readonly unknownDays: number;
  /** The steps are over: settled, lost, or long ago. */
  readonly over: boolean;
}
