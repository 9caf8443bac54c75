export {
  CATCH_STAGES,
  type CatchStage,
  catchStage,
  type Followup,
  FOLLOWUP_KINDS,
  type FollowupKind,
  inLifeOrder,
  SCOUT_STEPS,
  type ScoutStep,
  settledOn,
  SETTLING_DAYS,
} from './catch-stage.js';
export {
  type AfterCatchPlan,
  afterCatchPlan,
  CATCH_SCHOOLS,
  type CatchSchool,
  type CaughtSwarm,
  type ForecastDay,
  LADDER_M,
  PLAN_CODES,
  PLAN_NOTES,
  type PlanCode,
  type PlanNote,
  type PlanTask,
  SWARM_SIZES,
  type SwarmSizeClass,
} from './after-catch-plan.js';
export {
  COLONY_WAYS,
  type ColonyPlan,
  colonyPlan,
  type ColonyWay,
  colonyWay,
  STEP_CODES,
  type StepCode,
  type StepTask,
  tellsOfSeason,
} from './colony-plan.js';
export {
  type ColonyMark,
  type ColonyMarkKind,
  type ColonySpan,
  type ColonySpanKind,
  type ColonyTrack,
  colonyTrack,
  type Moment,
  type RecordedColony,
} from './colony-track.js';
export { type LocalSky, localSky } from './local-sky.js';
export { type SunTimes, sunTimes } from './sun-times.js';
export {
  type MarkedStep,
  nextStep,
  isWaiting,
  planTrack,
  type StepChain,
  trackBy,
  type Tracked,
  STEP_MARKS,
  type StepMark,
  TRACK_STATES,
  type TrackState,
  type TrackStep,
} from './plan-track.js';
export { swarmClass } from './swarm-class.js';
export { QUEEN_SIGNS, type QueenGuess, queenGuess, type QueenSign } from './queen-signs.js';
