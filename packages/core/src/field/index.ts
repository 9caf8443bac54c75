export { type CallRig, callRig } from './call-rig.js';
export {
  type CallBundle,
  callBundles,
  type CallDay,
  callDays,
  type CallRecords,
  type CallRows,
  type CallsSeen,
  callsSeen,
  type CallTrackRow,
  callTracks,
  callWeather,
  type CallWhere,
  type PlacedCall,
  type SeenRows,
} from './calls-view.js';
export {
  type BoardRows,
  type CatchBoard,
  catchBoard,
  type CatchCard,
  type CatchRecord,
  type FollowupRecord,
  livePlans,
  type StepRecord,
  type TrackRow,
  trackRows,
} from './catch-board.js';
export {
  type CatchPlan,
  nextStepDays,
  PLAN_DAYS,
  PLAN_FORECAST_DAYS,
  planOf,
  type PlanRows,
  type PlanSources,
  planSources,
  trackOf,
} from './catch-plan.js';
export { type Day, type DayRows, dayView, dayWeather, type FirstSeason } from './day.js';
export {
  COUNTED_DAYS,
  type DueList,
  dueList,
  type DueRows,
  dueWeather,
  type FreeTrap,
  type HungBy,
} from './due-list.js';
export { FieldViews, type ToldToField } from './field-views.js';
export {
  type Ground,
  type GroundRows,
  type GroundSite,
  groundView,
  type HangsHere,
  type PastStay,
} from './ground-view.js';
export { cellCentre, GUEST_CELL_M, type GuestCell, type GuestPlace, type GuestView, guestView } from './guest-view.js';
export {
  chanceOf,
  countsOf,
  type Hanging,
  hangingOf,
  type HangingSensor,
  type KnownOfStay,
  type SeasonSpan,
  sensorOf,
} from './hanging.js';
export {
  ALL_YEARS,
  type BaitLine,
  type BloomLine,
  type CatchLine,
  type CatchMethod,
  type CountLine,
  type FieldNow,
  type LooksLine,
  type LureLine,
  type PlaceLine,
  type SensorTold,
  type Span,
  type StayLine,
  type Told,
  type TrapLine,
  trapLine,
  type VisitLine,
  type WeatherLine,
  type WeighingLine,
} from './lines.js';
export { localSun, nightsAround } from './local-sun.js';
export {
  type Learnt,
  carriersInUse,
  learntCarriers,
  type Lure,
  LURE_FORECAST_DAYS,
  type LureRows,
  luresHanging,
  luresLeft,
  luresSince,
} from './lures.js';
export { type CorrectionRecord, usesOf } from './evidence-rows.js';
export { nextNumber } from './next-number.js';
export {
  type BaitRecord,
  type FieldRecords,
  type FieldRows,
  type PastLooks,
  RecordShelf,
  type SiteRecord,
  type StayRecord,
  type TrapRecord,
  type VisitRecord,
  type WeatherRecord,
  type WindowRecord,
} from './record-shelf.js';
export {
  type Ribbon,
  type RibbonBait,
  type RibbonCatch,
  type RibbonRow,
  type RibbonRows,
  ribbonRows,
  type RibbonStay,
  type RibbonVisit,
} from './ribbon.js';
export { type NextSeason, nextSeason } from './next-season.js';
export { type HangProposals, hangProposals, type PickLine } from './hang-proposals.js';
export { type TrialDue, trialDues, type TrialLine } from './trial-dues.js';
export { learnScouts, type LearntScouts } from './scouts-learnt.js';
export {
  CLOCK_FORECAST_DAYS,
  type ClockRows,
  middleOf,
  type SeasonClock,
  seasonClock,
  stillToCome,
} from './season-clock.js';
export { type LurePlan, type SeasonSheet, seasonSheet, type SheetRows } from './season-sheet.js';
export { type SeasonSummary, seasonSummary, type Summary, type SummaryRows } from './summary.js';
export { type EvidenceRecords, evidenceRecords, type EvidenceSources, type OutsideStay } from './evidence-records.js';
export { OWN_STOPS, type StopMinutes, stopMinutes, type TimedLook, USUAL_STOP_S } from './round-minutes.js';
export {
  type LeftOut,
  type RoundCandidate,
  roundChoices,
  type RoundChoices,
  type RoundRows,
  roundSun,
  type RoundWork,
  worthOn,
} from './round-stops.js';
