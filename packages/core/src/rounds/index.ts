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
