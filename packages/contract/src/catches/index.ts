import type { CatchBoard, CatchCard, TrackRow } from '@yewridge/core/field';
import type { CallTrackRow } from '../callouts/index.js';
import type { RecordDto } from '../season/record-dto.js';

export type { CatchPlan as CatchPlanDto } from '@yewridge/core/field';
export type CatchCardDto = CatchCard<RecordDto<'catches'>, RecordDto<'followups'>>;
export type CatchBoardDto = CatchBoard<RecordDto<'catches'>, RecordDto<'followups'>>;
/** One colony along its days. */
export type CatchTrackRow = TrackRow<RecordDto<'catches'>, RecordDto<'followups'>>;
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
