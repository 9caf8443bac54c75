export {
  ARRIVALS,
  BAIT_POLICIES,
  type SpellOptions,
  type SpellReason,
  type SpellRecords,
  type TrapSpell,
  trapSpells,
} from './trap-spells.js';
export {
  occupancyRate,
  type OccupancyRate,
  type RateOptions,
  type RateRatio,
  rateRatioTest,
  SEASON_DAYS,
} from './rates.js';
export { adjustPValues, ADJUSTMENTS, binomTest, exact2xK, type FisherExact, fisherExact } from './small-tables.js';
export {
  kaplanMeier,
  type LogRank,
  logRank,
  type Observation,
  type Survival,
  type SurvivalStep,
} from './time-to-occupancy.js';
export {
  detectableRatio,
  type Missing,
  seasonsToSettle,
  type Settling,
  trapSeasonsMissing,
  trapSeasonsNeeded,
  worseRate,
} from './enough.js';
export { type Compared, evidenceVerdict, timesSaid, type Verdict } from './verdict.js';
export {
  type DesignColumn,
  type DesignRow,
  type DesignRows,
  designRows,
  type DesignSpell,
  type Factor,
  FACTOR_KINDS,
} from './design-rows.js';
export {
  type Effect,
  type GroupEffect,
  poissonRegression,
  type Regression,
  type RegressionAsk,
  type RegressionColumn,
} from './poisson-regression.js';
export {
  type Assignment,
  planTrial,
  type Power,
  type PowerAsk,
  type TrialAsk,
  type TrialPlan,
  type TrialTrap,
  trialPower,
} from './trial.js';
export { type ExposureSeason, exposureSeasons, type ExposureWindow, USUAL_WINDOW } from './exposure-window.js';
export {
  type EvidenceSpell,
  OTHERS,
  type SideOf,
  type Sides,
  sidesOf,
  type SpellFacts,
  type Tally,
  tallyOf,
} from './sides.js';
export {
  counted,
  type EffectAsk,
  type EffectRow,
  effects,
  type Effects,
  type KeptSpell,
  pooledEffects,
  type Settle,
} from './effects.js';
export {
  FEWEST_CATCHES,
  HARDLY_DAYS,
  type PlaceGroup,
  type PlaceRow,
  placeRates,
  type Places,
  type YearRow,
  yearRates,
} from './places.js';
export { filling, type Filling, type FillingGroup } from './filling.js';
export {
  CORRECTED,
  type Corrected,
  CORRECTION_USES,
  type CorrectionUse,
  type Deviation,
  DEVIATIONS,
  type Fact,
  FACT_NAMES,
  FACTS,
  VERDICT_CODES,
  type VerdictCode,
} from './words.js';
export { earnedQuality, type LandmarkFactor, landmarkFactors } from './landmark-factors.js';
export { type LeftOut, leftOut } from './left-out.js';
export {
  fromShared,
  MOST_SHARED,
  readSharedText,
  SHARED_COLUMNS,
  SHARED_FORMAT,
  SHARED_VERSION,
  type SharedSpell,
  sharedSpells,
  sharedText,
  toShare,
} from './shared-spells.js';
export { narrowed, type Narrowing } from './narrowed.js';
export {
  type Side,
  TRIAL_ALPHA,
  type TrialAnswer,
  trialAnswer,
  type TrialDays,
  type TrialState,
  trialState,
  yearLater,
} from './trial-answer.js';
export { type Candidate, pairCovariates, trialTraps } from './trial-traps.js';
