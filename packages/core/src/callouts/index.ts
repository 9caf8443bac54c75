export {
  type Access,
  type CallKind,
  type JobKind,
  type Permission,
  type Poison,
  type Repairer,
  type Spread,
} from './call-facts.js';
export {
  type Block,
  BLOCKS,
  type CallMove,
  type CallMoved,
  type CallLed,
  callOutMoves,
  type CallState,
  leadsTo,
  moveCallOut,
} from './call-moves.js';
export { cautionCodes, type Power } from './cautions.js';
export { type Disease, DISEASES, type HoneyUse, honeyUse, TAKEN_KINDS, type TakenKind } from './honey-use.js';
export { type JobKit, jobKit, type KitItem, type KitLoad, type KitPower, type KitQuestion } from './job-kit.js';
export { type CallColony, callColony } from './call-colony.js';
export { CHARGE_DAYS, type KeptKit, type KitCode, kitInStores, type KitStand } from './kit-in-stores.js';
export {
  type Finish,
  HANDWORK,
  type HeatClock,
  type JobPhase,
  type JobTime,
  jobTime,
  type TimeQuestion,
} from './job-time.js';
export {
  type Alarm,
  ALARM_CODES,
  ALARM_DO,
  BOX_COOLED,
  type AlarmCode,
  type LiveBand,
  type LiveReading,
  type LiveWatch,
  liveWatch,
  SEVERITIES,
  type Severity,
  type Standing,
} from './live-watch.js';
export { LOSS_REASONS, type LossFacts, type LossReason, type LossRow, lossRow } from './loss-row.js';
export { CALLOUT_DATA, type NestShares } from './callout-data.js';
export { type NestSize, nestSize } from './nest-size.js';
export {
  closingOrder,
  type Join,
  JOINS,
  type OrderStep,
  WORK_ORDERS,
  WORK_TASKS,
  type WorkOrder,
  workOrder,
  type WorkTask,
} from './orders.js';
export {
  ARRIVAL_LIMITS,
  type CountedJob,
  type FieldLimits,
  LEAST_JOBS,
  OWN_LIMIT_REASONS,
  type OwnLimit,
  type OwnLimitReason,
  ownLimit,
} from './own-limit.js';
export {
  type CallQueenSign,
  type CallQueenVerdict,
  QUEEN_PROOF,
  QUEEN_WEIGHTS,
  type QueenCase,
  type QueenSays,
  queenVerdict,
  type SeenSign,
  type SignStrength,
} from './queen-verdict.js';
export {
  type Call,
  type CallJob,
  type CallReason,
  type CallVacuum,
  type CallVerdict,
  type ReasonLevel,
  type Triage,
  triage,
  TRIAGE_LIMITS,
} from './triage.js';
export { type ReunitePlan, reunitePlan, type ReuniteTask } from './reunite-plan.js';
export { type ReuniteCode } from './reunite-steps.js';
export {
  type Brood,
  BROODS,
  FLOWS,
  RESTRAINTS,
  REUNITE_LAYOUTS,
  TAKEN_QUEENS,
  type TakenColony,
  type TakenQueen,
} from './reunite-story.js';
export {
  beesOf,
  type CallPlace,
  type CallRow,
  type CallSky,
  callTrack,
  cautionsOf,
  codesIn,
  type CollectionRow,
  factsOf,
  honeyOf,
  isJob,
  kitOf,
  lossOf,
  nestOf,
  type PieceRow,
  queenOf,
  restraintDue,
  reuniteOf,
  type SignRow,
  takenKind,
  type TakenRecord,
  type TaskRow,
  timeOf,
  triageOf,
  USUAL_SWARM,
  withVacuum,
} from './call-record.js';
export { type ProbeReading, type ProbeSpell, simulatedProbe } from './simulated-probe.js';
export {
  ACCESSES,
  ALLERGIES,
  ASBESTOS,
  BEES_BASES,
  BROOD_LOOKS,
  CALLED_BEES,
  CALLERS,
  CALL_KINDS,
  CALL_QUEEN_SIGNS,
  CALL_STATES,
  FINISHES,
  JOB_KINDS,
  KIT_CODES,
  MAINS,
  PERMISSIONS,
  POISONS,
  POWERS,
  REPAIRERS,
  REUNITE_CODES,
  SIGN_STRENGTHS,
  SPEED_BASES,
  TOLD_SPEEDS,
  YES_NO,
} from './call-words.js';
export {
  type BoxReading,
  boxReading,
  type JobProgress,
  jobProgress,
  type JobRig,
  type JobSoFar,
  liveReadingOf,
  type ReadTemp,
} from './job-progress.js';
export { jobLog, type KindLog, type LoggedJob, PACE_JOBS, paceOf, provenPace } from './job-log.js';
