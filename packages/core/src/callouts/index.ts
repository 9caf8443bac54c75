export {
  BEES_BASES,
  LOSS_REASONS,
  type LossFacts,
  type LossReason,
  type LossRow,
  lossRow,
  POISONS,
  SPEED_BASES,
} from './loss-row.js';
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
