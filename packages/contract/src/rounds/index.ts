import type { IsoDate } from '@yewridge/core/season';

export type {
  DueList as DueListDto,
  FreeTrap as FreeTrapDto,
  Hanging as HangingDto,
  HangingSensor,
  Lure as LureDto,
  Ribbon as RibbonDto,
  RibbonBait,
  RibbonCatch,
  RibbonRow,
  RibbonStay,
  RibbonVisit,
  SeasonSpan as SeasonSpanDto,
  SeasonSummary as SeasonSummaryDto,
  Summary as SummaryDto,
  TrialDue as TrialDueDto,
} from '@yewridge/core/field';

export interface RibbonQuery {
  readonly from: IsoDate;
  readonly to: IsoDate;
}
/** Days one request may span: all years of a long record. */
export const RIBBON_MOST_DAYS = 12_000;
