/**
 * Made-up weather that behaves like weather: a yearly wave, days that follow each other, cold snaps and rain. The same seed
 * gives the same days.
 *
 * Formula: mean of the day = mean - amplitude cos(2 pi (season day - coldest day) / 365.2425) + a first-order
 * autoregressive part, less the depth of a snap; rain is exponential on wet days.
 * Source: convention; the parameters fit no place. Left out: everything a forecast knows.
 */
import { dateOfDay, dayIn, HEMISPHERES, type Hemisphere, type IsoDate, seasonDay } from '../shared/calendar/index.js';
import { Fields, type NumberRange } from '../shared/errors/index.js';
import { type Random, randomFrom, SEED } from '../shared/stats/index.js';

export interface SimulatedDay {
  readonly date: IsoDate;
  /** Degrees Celsius. */
  readonly tMin: number;
  readonly tMax: number;
  readonly rainMm: number;
  readonly windMps: number;
  /** A cold snap runs. */
  readonly snap: boolean;
}
export interface WeatherRecipe {
  readonly seed: number;
  readonly from: IsoDate;
  readonly days?: number;
  readonly hemisphere?: Hemisphere;
  readonly meanC?: number;
  readonly amplitudeC?: number;
  readonly coldestDay?: number;
  readonly ar?: number;
  readonly noiseSd?: number;
  readonly rangeC?: number;
  readonly rangeSd?: number;
  readonly snapPerDay?: number;
  readonly snapDepthC?: number;
  readonly rainProb?: number;
  readonly rainMeanMm?: number;
}

const YEAR_DAYS = 365.2425;
const SHARE: NumberRange = { min: 0, max: 1 };
const DAYS: NumberRange = { min: 0, max: 40_000 };
const tenth = (x: number): number => Math.round(10 * x) / 10;

interface Climate {
  readonly meanC: number;
  readonly amplitudeC: number;
  readonly coldestDay: number;
  readonly ar: number;
  readonly noiseSd: number;
  readonly rangeC: number;
  readonly rangeSd: number;
  readonly snapPerDay: number;
  readonly snapDepthC: number;
  readonly rainProb: number;
  readonly rainMeanMm: number;
}

function climateOf(fields: Fields): Climate {
  return {
    meanC: fields.numberOr('meanC', 9.5),
    amplitudeC: fields.numberOr('amplitudeC', 10),
    coldestDay: fields.numberOr('coldestDay', 20),
    ar: fields.numberOr('ar', 0.7, { min: -1, max: 1 }),
    noiseSd: fields.numberOr('noiseSd', 2.5, { min: 0 }),
    rangeC: fields.numberOr('rangeC', 10),
    rangeSd: fields.numberOr('rangeSd', 2, { min: 0 }),
    snapPerDay: fields.numberOr('snapPerDay', 0.012, SHARE),
    snapDepthC: fields.numberOr('snapDepthC', 7),
    rainProb: fields.numberOr('rainProb', 0.35, SHARE),
    rainMeanMm: fields.numberOr('rainMeanMm', 4, { min: 0 }),
  };
}

interface State {
  readonly anomaly: number;
  readonly snapDays: number;
  readonly snapDepth: number;
}

/** One day, and what it leaves to the next. The order of the draws is part of the recipe. */
function dayAfter(
  state: State,
  draw: Random,
  climate: Climate,
  seasonDayNumber: number,
): [Omit<SimulatedDay, 'date'>, State] {
  const { ar } = climate;
  const n1 = draw.normal();
  const u1 = draw.uniform();
  const u2 = draw.uniform();
  const n2 = draw.normal();
  const u3 = draw.uniform();
  const u4 = draw.uniform();
  const n3 = draw.normal();
  const anomaly = ar * state.anomaly + climate.noiseSd * Math.sqrt(1 - ar * ar) * n1;
  const begins = state.snapDays === 0 && u1 < climate.snapPerDay;
  const snapDays = begins ? 3 + Math.floor(4 * u2) : state.snapDays;
  const snapDepth = begins ? climate.snapDepthC * (0.6 + 0.8 * u2) : state.snapDepth;
  const snap = snapDays > 0;
  const wave = Math.cos((2 * Math.PI * (seasonDayNumber - climate.coldestDay)) / YEAR_DAYS);
  const mean = climate.meanC - climate.amplitudeC * wave + anomaly - (snap ? snapDepth : 0);
  const wet = u3 < climate.rainProb;
  const range = Math.max(2, climate.rangeC + climate.rangeSd * n2) * (wet ? 0.7 : 1);
  const day = {
    tMin: tenth(mean - range / 2),
    tMax: tenth(mean + range / 2),
    rainMm: wet ? tenth(-climate.rainMeanMm * Math.log(u4)) : 0,
    windMps: tenth(Math.max(0, 3 + 1.5 * n3)),
    snap,
  };
  return [day, { anomaly, snapDays: Math.max(0, snapDays - 1), snapDepth }];
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`. */
export function simWeather(recipe: WeatherRecipe): readonly SimulatedDay[] {
  const fields = new Fields(recipe, '', 'wrong type');
  const draw = randomFrom(fields.whole('seed', SEED));
  const first = dayIn(fields, 'from');
  const days = fields.wholeOr('days', 365, DAYS);
  const hemisphere = fields.wordOr('hemisphere', 'N', HEMISPHERES);
  const climate = climateOf(fields);
  let state: State = { anomaly: 0, snapDays: 0, snapDepth: 0 };
  return Array.from({ length: days }, (_, n) => {
    const date = dateOfDay(first + n);
    const [day, next] = dayAfter(state, draw, climate, seasonDay(date, hemisphere).day);
    state = next;
    return { date, ...day };
  });
}
