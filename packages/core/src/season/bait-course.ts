/**
 * How a lure empties, day by day, and when it wants to be renewed.
 *
 * Formula: dm/dt = -multiplier G c(T) (m / m0)^γ, with the conductance G and the exponent γ of the carrier: 0 = steady until
 * empty, 1 = a drying film. Days are taken as sine days; sun adds to the day's highest.
 * Source: rules of thumb. Physics gives the dependence on temperature well; G is tuned to the lifetimes beekeepers report and
 * is uncertain by the carrier's factor `gsd`. No dose and response of lures in traps is published that we know of; the
 * thresholds are ours.
 */
import { dateOfDay, dayIn, type IsoDate } from '../shared/calendar/index.js';
import { DomainError, emptyError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import {
  BAIT_CARRIERS,
  type BaitCarrier,
  GEL_RUNS_ABOVE,
  OVERDOSE_KG_PER_DAY,
  type Shade,
  SHADES,
  SUN_ADDS,
} from './bait-facts.js';
import { BAIT_TEMPERATURE, releaseOver, saturation, type Substance, substanceIn } from './bait-vapour.js';

export interface CarrierTable {
  /** m³/s: area times the transfer of an open surface, or permeance times the area of a wall. */
  readonly conductance: number;
  readonly exponent: number;
  /** kg as keepers put in. */
  readonly usualKg: number;
  /** Factor of one standard deviation. */
  readonly gsd: number;
}
export const CARRIERS: Readonly<Record<BaitCarrier, CarrierTable>> = {
  openSwab: { conductance: 6e-7, exponent: 1, usualKg: 2e-4, gsd: 2 },
  swabInBag: { conductance: 2e-7, exponent: 0.2, usualKg: 5e-4, gsd: 2.5 },
  towelInBag: { conductance: 3e-7, exponent: 0.2, usualKg: 1e-3, gsd: 2.5 },
  pipette: { conductance: 1.5e-7, exponent: 0.1, usualKg: 2e-4, gsd: 2.5 },
  wickVial: { conductance: 2e-7, exponent: 0, usualKg: 1.5e-3, gsd: 2 },
  gel: { conductance: 3e-7, exponent: 0.5, usualKg: 5e-4, gsd: 2.5 },
  sprayOnWood: { conductance: 1.2e-6, exponent: 1, usualKg: 1.5e-4, gsd: 2.5 },
};

export interface Bait {
  readonly carrier: BaitCarrier;
  readonly substance?: Substance | null;
  /** kg of oil, 0 < m <= 0.1; the carrier's usual load when absent. */
  readonly massKg?: number | null;
  /** What weighings found: times the carrier's conductance. */
  readonly multiplier?: number | null;
  readonly conductance?: number | null;
  readonly exposure?: Shade | null;
}
export interface BaitWeather {
  readonly date: IsoDate;
  readonly tMin: number;
  readonly tMax: number;
}
export const BAIT_STATES = ['fresh', 'active', 'faint', 'weak', 'spent'] as const;
export type BaitState = (typeof BAIT_STATES)[number];
export interface BaitDay {
  readonly date: IsoDate;
  /** What is left at the day's end, 0..1. */
  readonly fraction: number;
  readonly emissionKgPerDay: number;
  /** What it would give off at a steady 20 °C: so that a cold night does not change what it is called. */
  readonly reference20KgPerDay: number;
  readonly state: BaitState;
  /** A gel that ran. */
  readonly melted: boolean;
  readonly overdose: boolean;
}

/** kg of oil that keepers load a carrier with; a rule of thumb. */
export function usualLoad(carrier: BaitCarrier): number {
  return CARRIERS[carrier].usualKg;
}

/** So many usual loads are too much, whatever they give off. */
const MOST_LOADS = 3;
const THRESHOLD = { fresh: 0.75, weakShare: 0.2, spentShare: 0.05, weak: 2e-6, spent: 5e-7 };
const DAY_S = 86_400;
const MASS: NumberRange = { min: 0, above: true, max: 0.1 };

/** A lure as the model needs it. */
export interface Lure {
  readonly carrier: BaitCarrier;
  readonly substance: Substance;
  readonly massKg: number;
  /** m³/s, the multiplier in it. */
  readonly conductance: number;
  readonly multiplier: number;
  readonly exponent: number;
  readonly sun: number;
  readonly heavy: boolean;
}

export function lureOf(bait: unknown, path = 'bait'): Lure {
  const fields = new Fields(bait, path, 'wrong type');
  const carrier = fields.word('carrier', BAIT_CARRIERS);
  const table = CARRIERS[carrier];
  const substance = substanceIn(fields);
  const massKg = fields.numberOr('massKg', table.usualKg, MASS);
  const multiplier = fields.numberOr('multiplier', 1, POSITIVE);
  const conductance = fields.numberOr('conductance', table.conductance, POSITIVE);
  const exposure = fields.wordOr('exposure', 'shade', SHADES);
  return {
    carrier,
    substance,
    massKg,
    conductance: conductance * multiplier,
    multiplier,
    exponent: table.exponent,
    sun: SUN_ADDS[exposure],
    heavy: massKg > MOST_LOADS * table.usualKg,
  };
}

/** A day the lure hangs through: its release factor, and whether a gel runs. */
export interface LureDay {
  readonly day: number;
  readonly tMin: number;
  readonly tMax: number;
}

export function lureDaysOf(daily: unknown): readonly LureDay[] {
  const list = new Fields({ daily }).objects('daily');
  const days = list.map((fields) => {
    const day = dayIn(fields, 'date');
    const tMin = fields.number('tMin', BAIT_TEMPERATURE);
    const tMax = fields.number('tMax', BAIT_TEMPERATURE);
    // Only where it fails is a range of its own worth making.
    return { day, tMin, tMax: tMax >= tMin ? tMax : fields.number('tMax', { ...BAIT_TEMPERATURE, min: tMin }) };
  });
  if (days.length === 0) throw emptyError('daily', 'hold no day');
  for (const [n, { day }] of days.entries()) {
    const before = days[n - 1]?.day;
    if (before === undefined || day === before + 1) continue;
    if (day <= before) throw new DomainError('CONFLICT', `daily[${n}].date`, 'does not follow the day before it');
    throw new DomainError('MISSING', `daily[${n}].date`, `${dateOfDay(before + 1)} is missing before it`);
  }
  return days;
}

/** What is left after a day that empties a full, steady lure by `k` of its load. */
function after(x: number, k: number, exponent: number): number {
  if (exponent === 1) return x * Math.exp(-k);
  return Math.max(0, x ** (1 - exponent) - (1 - exponent) * k) ** (1 / (1 - exponent));
}

export interface Emptying {
  readonly fraction: number;
  readonly emissionKg: number;
  readonly reference20: number;
  readonly state: BaitState;
  readonly melted: boolean;
}

/** One lure through its days; `factors` are the release factors of the days, worked out once for many multipliers. */
export function emptying(lure: Lure, days: readonly LureDay[], factors: readonly number[]): readonly Emptying[] {
  const { carrier, substance, massKg, exponent, sun } = lure;
  const k25 = (lure.conductance * saturation(substance, 25) * DAY_S) / massKg;
  const at20 = (k25 * massKg * saturation(substance, 20)) / saturation(substance, 25);
  const faint = at20 < THRESHOLD.weak;
  let x = 1;
  return days.map(({ tMax }, n) => {
    const melted = carrier === 'gel' && tMax + sun > GEL_RUNS_ABOVE;
    const left = after(x, k25 * (factors[n] ?? 0) * (melted ? 2 : 1), exponent);
    const emissionKg = massKg * (x - left);
    x = left;
    const reference20 = x > 0 ? at20 * x ** exponent : 0;
    return { fraction: x, emissionKg, reference20, state: stateOf(x, reference20, faint), melted };
  });
}

function stateOf(x: number, reference20: number, faint: boolean): BaitState {
  if (x < THRESHOLD.spentShare) return 'spent';
  if (faint) return 'faint';
  if (reference20 < THRESHOLD.spent) return 'spent';
  if (reference20 < THRESHOLD.weak || x < THRESHOLD.weakShare) return 'weak';
  return x >= THRESHOLD.fresh ? 'fresh' : 'active';
}

/** Release factors of days, the sun on the lure in them. */
export function factorsOf({ substance, sun }: Lure, days: readonly LureDay[]): readonly number[] {
  return days.map(({ tMin, tMax }) => releaseOver(substance, tMin, tMax + sun));
}

/**
 * The course of a lure from the day it was put in. @throws DomainError `MISSING` (also for a day left out), `TYPE`, `ENUM`,
 * `RANGE`, `FORMAT`, `EMPTY`, `CONFLICT` for a day that is there twice or too early.
 */
export function baitCourse(bait: Bait, daily: readonly BaitWeather[]): readonly BaitDay[] {
  const lure = lureOf(bait);
  const days = lureDaysOf(daily);
  return emptying(lure, days, factorsOf(lure, days)).map((one, n) => ({
    date: dateOfDay(days[n]?.day ?? 0),
    fraction: one.fraction,
    emissionKgPerDay: one.emissionKg,
    reference20KgPerDay: one.reference20,
    state: one.state,
    melted: one.melted,
    overdose: one.emissionKg > OVERDOSE_KG_PER_DAY || lure.heavy,
  }));
}
