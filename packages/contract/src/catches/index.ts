import type { CatchStage } from '@yewridge/core/catches';
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
