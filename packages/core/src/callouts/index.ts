export {
  type Access,
  ACCESSES,
  CALL_KINDS,
  type CallKind,
  JOB_KINDS,
  type JobKind,
  type Permission,
  PERMISSIONS,
  type Poison,
  POISONS,
  type Repairer,
  REPAIRERS,
  type Spread,
} from './call-facts.js';
export {
  type Block,
  BLOCKS,
  CALL_STATES,
  type CallMove,
  type CallMoved,
  callOutMoves,
  type CallState,
  moveCallOut,
} from './call-moves.js';
export { cautionCodes, type Power, POWERS } from './cautions.js';
export { type Disease, DISEASES, type HoneyUse, honeyUse, TAKEN_KINDS, type TakenKind } from './honey-use.js';
export { type JobKit, jobKit, type KitItem, type KitLoad, type KitPower, type KitQuestion } from './job-kit.js';
export {
  type Finish,
  FINISHES,
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
  type AlarmCode,
  type LiveBand,
  type LiveReading,
  type LiveWatch,
  liveWatch,
  SEVERITIES,
  type Severity,
  type Standing,
} from './live-watch.js';
export {
  BEES_BASES,
  LOSS_REASONS,
  type LossFacts,
  type LossReason,
  type LossRow,
  lossRow,
  SPEED_BASES,
} from './loss-row.js';
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
  CALL_QUEEN_SIGNS,
  type CallQueenSign,
  type CallQueenVerdict,
  QUEEN_PROOF,
  QUEEN_WEIGHTS,
  type QueenCase,
  type QueenSays,
  queenVerdict,
  type SeenSign,
  SIGN_STRENGTHS,
  type SignStrength,
} from './queen-verdict.js';
export {
  type Call,
  type CallJob,
  type CallReason,
  CALLED_BEES,
  CALLERS,
  type CallVacuum,
  type CallVerdict,
  type ReasonLevel,
  type Triage,
  triage,
  TRIAGE_LIMITS,
} from './triage.js';
export { type ReunitePlan, reunitePlan, type ReuniteTask } from './reunite-plan.js';
export { REUNITE_CODES, type ReuniteCode } from './reunite-steps.js';
export {
  type Brood,
  BROOD_LOOKS,
  BROODS,
  FLOWS,
  RESTRAINTS,
  REUNITE_LAYOUTS,
  TAKEN_QUEENS,
  type TakenColony,
  type TakenQueen,
} from './reunite-story.js';
