export { checkInterval } from './check-interval.js';
export {
  addDays,
  dateOfDay,
  dateOfSeasonDay,
  dayIn,
  dayNextYear,
  dayNumber,
  dayOrNull,
  daysBetween,
  type Hemisphere,
  HEMISPHERES,
  isIsoDate,
  type IsoDate,
  seasonDay,
  weekdayOf,
} from './iso-date.js';
export { DAY_MINUTES, minuteAfter, minutesAfter, minutesBetween, secondsBetween, wallTime } from './wall-time.js';
