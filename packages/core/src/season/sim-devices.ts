/**
 * Stand-ins for a trap's sensor, a manometer and a battery: made-up readings that behave like theirs. The same seed gives the
 * same readings; the order of the draws is part of the recipe.
 * Source: convention; they fit no device.
 */
import { Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { randomFrom, SEED } from '../shared/stats/index.js';

const MOST: NumberRange = { min: 0, max: 100_000 };
const SHARE: NumberRange = { min: 0, max: 1 };
const TEMPERATURE: NumberRange = { min: -60, max: 60 };
const tenth = (x: number): number => Math.round(10 * x) / 10;
const thousandth = (x: number): number => Math.round(1000 * x) / 1000;

export interface TrapRead {
  /** Hours since the first. */
  readonly hour: number;
  /** Bees a minute at the door. */
  readonly perMin: number;
  /** °C inside. */
  readonly insideC: number;
  readonly massKg: number;
}
export interface TrapRecipe {
  readonly seed: number;
  readonly hours?: number | null;
  /** Hour at which a swarm moves in; `null` = none does. */
  readonly arrivalHour?: number | null;
  readonly massKg?: number | null;
  readonly swarmKg?: number | null;
  readonly tMin?: number | null;
  readonly tMax?: number | null;
  readonly peakScouts?: number | null;
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function simTrapSensor(recipe: TrapRecipe): readonly TrapRead[] {
  const fields = new Fields(recipe, '', 'wrong type');
  const draw = randomFrom(fields.whole('seed', SEED));
  const hours = fields.wholeOr('hours', 72, MOST);
  const arrival = fields.numberOr('arrivalHour', null, {});
  const mass = fields.numberOr('massKg', 6, NON_NEGATIVE);
  const swarm = fields.numberOr('swarmKg', 1.8, NON_NEGATIVE);
  const low = fields.numberOr('tMin', 10, TEMPERATURE);
  const high = fields.numberOr('tMax', 20, { ...TEMPERATURE, min: low });
  const peak = fields.numberOr('peakScouts', 30, { min: 0, max: 1e4 });
  const [middle, half] = [(low + high) / 2, (high - low) / 2];
  return Array.from({ length: hours }, (_, hour) => {
    const ofDay = hour % 24;
    const outside = middle + half * Math.cos((2 * Math.PI * (ofDay - 15)) / 24);
    const light = ofDay >= 7 && ofDay <= 19 ? Math.max(0, Math.sin((Math.PI * (ofDay - 7)) / 12)) : 0;
    const occupied = arrival !== null && hour >= arrival;
    const busy = arrival === null ? 0.05 : occupied ? 40 : peak * Math.exp((hour - arrival) / 14);
    const perMin = draw.poisson(light * busy);
    const e1 = draw.normal();
    const e2 = draw.normal();
    const inside = occupied ? 34 - 0.05 * (34 - outside) : outside + 1.5 * light;
    return {
      hour,
      perMin,
      insideC: tenth(inside + 0.2 * e1),
      massKg: thousandth(mass + (occupied ? swarm : 0) + 0.01 * e2),
    };
  });
}

export interface ManometerRead {
  readonly index: number;
  readonly pa: number;
  readonly overRange: boolean;
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function simManometer(recipe: {
  readonly seed: number;
  readonly n?: number | null;
  readonly truePa?: number | null;
  readonly zeroPa?: number | null;
  readonly driftPaPerRead?: number | null;
  readonly noisePa?: number | null;
  readonly stepPa?: number | null;
  readonly maxPa?: number | null;
}): readonly ManometerRead[] {
  const fields = new Fields(recipe, '', 'wrong type');
  const draw = randomFrom(fields.whole('seed', SEED));
  const length = fields.wholeOr('n', 10, MOST);
  const truth = fields.numberOr('truePa', 250, {});
  const zero = fields.numberOr('zeroPa', 0, {});
  const drift = fields.numberOr('driftPaPerRead', 0, {});
  const noise = fields.numberOr('noisePa', 2, NON_NEGATIVE);
  const step = fields.numberOr('stepPa', 1, POSITIVE);
  const most = fields.numberOr('maxPa', 2500, POSITIVE);
  return Array.from({ length }, (_, index) => {
    const value = Math.round((truth + zero + drift * index + noise * draw.normal()) / step) * step;
    return { index, pa: Math.min(most, Math.max(-most, value)), overRange: Math.abs(value) > most };
  });
}

export interface BatteryRead {
  readonly minute: number;
  readonly volt: number;
  /** State of charge, 0..1. */
  readonly soc: number;
  readonly cutoff: boolean;
}

/** Minute by minute until the cut-off. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function simBattery(recipe: {
  readonly seed: number;
  readonly capacityAh?: number | null;
  readonly cells?: number | null;
  readonly loadA?: number | null;
  readonly internalOhm?: number | null;
  readonly startSoc?: number | null;
  readonly minutes?: number | null;
  readonly noiseV?: number | null;
  readonly cutoffV?: number | null;
}): readonly BatteryRead[] {
  const fields = new Fields(recipe, '', 'wrong type');
  const draw = randomFrom(fields.whole('seed', SEED));
  const capacity = fields.numberOr('capacityAh', 5, POSITIVE);
  const cells = fields.wholeOr('cells', 5, { min: 1 });
  const load = fields.numberOr('loadA', 6, NON_NEGATIVE);
  const ohm = fields.numberOr('internalOhm', 0.08, NON_NEGATIVE);
  let soc = fields.numberOr('startSoc', 1, SHARE);
  const minutes = fields.wholeOr('minutes', 30, MOST);
  const noise = fields.numberOr('noiseV', 0.01, NON_NEGATIVE);
  const cutoffV = fields.numberOr('cutoffV', 15, NON_NEGATIVE);
  const reads: BatteryRead[] = [];
  for (let minute = 0; minute < minutes; minute++) {
    const open = cells * (3 + 1.2 * soc - 0.25 * Math.exp(-20 * soc));
    const volt = open - load * ohm + noise * draw.normal();
    const cutoff = volt < cutoffV || soc <= 0;
    reads.push({ minute, volt: thousandth(volt), soc, cutoff });
    if (cutoff) break;
    soc = Math.max(0, soc - load / 60 / capacity);
  }
  return reads;
}
