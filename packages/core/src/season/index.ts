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
export { DOSE_UNITS, doseOf, type DoseUnit, oilMass } from './bait-dose.js';
export {
  BAIT_CARRIERS,
  type BaitCarrier,
  isReckoned,
  LURE_CARRIERS,
  LURE_SCENTS,
  type LureCarrier,
  type LureScent,
  type Shade,
  SHADES,
} from './bait-facts.js';
export {
  COMB_STORES,
  LORE_CODES,
  LORE_SEVERITIES,
  type LoreCheck,
  loreChecks,
  type LoreCode,
  type LoreSeverity,
  type LoreState,
} from './lore-checks.js';
export { dailyReleaseFactor, type Substance, SUBSTANCES, vapourPressure } from './bait-vapour.js';
export {
  type Bait,
  BAIT_STATES,
  baitCourse,
  type BaitDay,
  type BaitState,
  type BaitWeather,
  CARRIERS,
  type CarrierTable,
  usualLoad,
} from './bait-course.js';
export { calibrateBait, nextRebait } from './bait-renewal.js';
export {
  accumulateDegreeDays,
  type DayTemperatures,
  DEGREE_DAY_METHODS,
  type DegreeDayMethod,
  type DegreeDayOptions,
  degreeDays,
} from './degree-days.js';
export { type Anomaly, bloomAnomaly, degreeDayLag, type Lag, phenologyAnomaly } from './season-lag.js';
export { type Climate, CLIMATES, type SeasonSite, type SwarmPrior, swarmPrior } from './swarm-prior.js';
export {
  predictSwarmSeason,
  type SeasonMark,
  type SeasonParameter,
  type SwarmSeason,
  swarmSeasonCurve,
  type SwarmSeasonInput,
} from './swarm-season.js';
export { lureTrips, type LureTrips } from './lure-trips.js';
export { expectedWeather, filledWeather, type FilledWeather } from './filled-weather.js';
export { coldSnaps, type ColdSnap, delayByWeather, flightFitness, stormDay } from './flying-weather.js';
export { sizeTrend } from './size-trend.js';
export { fitScoutModel, type ScoutLook } from './scout-fit.js';
export {
  type BatteryRead,
  type ManometerRead,
  simBattery,
  simManometer,
  simTrapSensor,
  type TrapRead,
} from './sim-devices.js';
export { busiestHours, SENSOR_LIMITS, type SensorRead, sensorSign, type SensorSign } from './sensor-sign.js';
export { seedOf, simSwarms, type SimulatedSwarm, type SwarmRecipe } from './sim-swarms.js';
export { type SimulatedDay, simWeather, type WeatherRecipe } from './sim-weather.js';
export {
  arrivalProbability,
  SCOUT_PRIOR,
  type ScoutBand,
  type ScoutCount,
  scoutFeatures,
  type ScoutModel,
} from './scout-arrival.js';
export { combDue, YEAR_COLOURS, type YearColour, yearColour } from './queen-year.js';
export { daysOutOfSeason, farFromSeason, outOfSeason, type SeasonSpan } from './season-span.js';
export { PERMISSIONS } from '../shared/permissions/index.js';
export { type CalendarDay, type CalendarTask, tasksToIcs } from './calendar-tasks.js';
