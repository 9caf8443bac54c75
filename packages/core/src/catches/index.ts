export {
  CATCH_STAGES,
  type CatchStage,
  catchStage,
  FOLLOWUP_KINDS,
  type FollowupKind,
  SCOUT_STEPS,
  type ScoutStep,
} from './catch-stage.js';
