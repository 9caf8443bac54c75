export { checkInterval } from '../shared/calendar/index.js';
export {
  DUE_CODES,
  DUE_TIERS,
  type DueCode,
  type DueReason,
  type DueTier,
  type HangingTrap,
  visitDue,
  type VisitDue,
} from './visit-due.js';
export { travelMatrix, type TravelMatrix, USUAL_TRAVEL } from './travel.js';
export { heldKarp, type Tour } from './held-karp.js';
export { type RouteAsk, type RouteTour, routeTour, type StopWindow } from './route-tour.js';
export { type DayAsk, type DayPlan, planDay } from './plan-day.js';
export {
  type PlannedStop,
  type RoundAsk,
  type RoundGain,
  type RoundPlan,
  roundPlan,
  type RoundSplit,
  type RoundStop,
  splitRound,
} from './round-plan.js';
export { type OwnTime, type OwnTimeRow, readTimes, roundMatrix } from './own-times.js';
export { type GpxPoint, gpxRoute } from './round-gpx.js';
