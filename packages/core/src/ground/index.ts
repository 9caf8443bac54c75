export { bearing, haversine, type Place } from '../shared/geometry/index.js';
export { parsePlace, placeText } from './place-text.js';
export {
  type Attracting,
  DISPERSAL,
  type DispersalKernel,
  dispersalWeight,
  type Landmark,
  LANDMARK_FACTORS,
  siteAttraction,
} from './attraction.js';
export {
  BACKGROUND,
  type Expected,
  expectedCatches,
  type KnownColony,
  MOST_CANDIDATES,
  type TrapPlace,
  USUAL_SWARMS,
} from './drawn.js';
export { bestOfAll, chooseSites, type Chosen, type ExactChoice } from './choose-sites.js';
export type { Candidate, ChooseOptions } from './read-ground.js';
export { type EdgeKind, type EdgePoint, edgePoints } from './edge-points.js';
export {
  type CurvePoint,
  PERMISSION_WISHES,
  type PermissionWish,
  permissionsOf,
  type PlanAsk,
  type PlanCost,
  type PlanPlace,
  type SeasonPlan,
  seasonPlan,
  USUAL_EFFORT_S,
} from './season-plan.js';
export { type MoveOrStay, moveOrStay, type MovePlace, TOO_LATE, WORTH_MOVING } from './move-or-stay.js';
export { figureAt, flowsTo } from './place-figures.js';
