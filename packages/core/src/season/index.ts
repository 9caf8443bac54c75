export {
  addDays,
  dateOfSeasonDay,
  daysBetween,
  type Hemisphere,
  HEMISPHERES,
  type IsoDate,
  seasonDay,
} from '../shared/calendar/index.js';
export { catchCurve, type CatchBin } from './catch-curve.js';
export {
  BAIT_CARRIERS,
  type BaitCarrier,
  COMB_STORES,
  LORE_CODES,
  LORE_SEVERITIES,
  type LoreCheck,
  loreChecks,
  type LoreCode,
  type LoreSeverity,
  type LoreState,
  PERMISSIONS,
  type Shade,
  SHADES,
} from './lore-checks.js';
export { type SimulatedDay, simWeather, type WeatherRecipe } from './sim-weather.js';
export {
  arrivalProbability,
  type ScoutBand,
  type ScoutCount,
  scoutFeatures,
  type ScoutModel,
} from './scout-arrival.js';
export { combDue, YEAR_COLOURS, type YearColour, yearColour } from './queen-year.js';
