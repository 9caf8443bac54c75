/**
 * How long a battery runs a motor, how its speed falls, and what a long cord takes.
 *
 * Open-circuit voltage empty + (full - empty) · charge. The motor draws P (V/Vr)^(3m) / V, m its exponent; the terminal voltage
 * solves V + R I(V) = open-circuit. Charge falls by I max(1, I / I_H)^(k-1) / capacity, I_H = capacity / rated time, so a constant
 * current gives t = H (C/(I H))^k exactly. Capacity is scaled by health and by 1 + 0.008 per kelvin off 25 °C, within 0.5..1.05.
 *
 * Source: Peukert's law; copper 1.72e-8 ohm m; k 1.08–1.2 (AGM), 1.15–1.35 (flooded), 1.0–1.06 (lithium), half a lead battery's
 * charge for a long life [rules of thumb]. The integral is Simpson's rule with 64 intervals, by definition.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { brent } from '../shared/numeric/index.js';
import { AIR_TEMPERATURE } from './air.js';
import { MOTOR_EXPONENT, type MotorKind, MOTORS } from './source.js';

export interface Battery {
  /** C (ampere seconds). */
  readonly capacity: number;
  /** s over which the capacity is rated, 72000 unless given. */
  readonly ratedTime?: number | null;
  /** 1..1.6, 1.2 unless given. */
  readonly peukert?: number | null;
  /** Share of the charge that is used, (0, 1], 0.5 unless given. */
  readonly usable?: number | null;
  /** 0.1..1, 1 unless given. */
  readonly health?: number | null;
  /** V, open circuit. */
  readonly emptyVoltage: number;
  readonly fullVoltage: number;
  /** ohm, 0 unless given. */
  readonly resistance?: number | null;
  readonly cutoffVoltage?: number | null;
  /** K, 298.15 unless given. */
  readonly temperature?: number | null;
  /** 1/K, 0..0.05, 0.008 unless given. */
  readonly temperatureCoefficient?: number | null;
}

export interface MotorLoad {
  /** W at the rated voltage. */
  readonly power: number;
  readonly voltage: number;
  readonly motor: MotorKind;
}

/** s, V, A, J; speeds over rated speed. `null` where the battery cannot even start the motor. */
export interface BatteryRun {
  readonly runTime: number;
  readonly endedBy: 'usable' | 'cutoff';
  readonly startVoltage: number | null;
  readonly endVoltage: number | null;
  readonly startCurrent: number | null;
  readonly startSpeedRatio: number | null;
  readonly endSpeedRatio: number | null;
  readonly energy: number;
  readonly endCharge: number;
}

const INTERVALS = 64;
const FASTEST = 1.4;
const COPPER = 1.72e-8;
const WARM = 298.15;

interface CheckedBattery {
  readonly capacity: number;
  readonly ratedCurrent: number;
  readonly effective: number;
  readonly peukert: number;
  readonly usable: number;
  readonly empty: number;
  readonly full: number;
  readonly resistance: number;
  readonly cutoff: number;
}

function batteryOf(fields: Fields): CheckedBattery {
  const capacity = fields.number('capacity', POSITIVE);
  const ratedTime = fields.numberOr('ratedTime', 72000, POSITIVE);
  const peukert = fields.numberOr('peukert', 1.2, { min: 1, max: 1.6 });
  const usable = fields.numberOr('usable', 0.5, { min: 0, max: 1, above: true });
  const health = fields.numberOr('health', 1, { min: 0.1, max: 1 });
  const empty = fields.number('emptyVoltage', POSITIVE);
  const full = fields.number('fullVoltage', { min: empty });
  const resistance = fields.numberOr('resistance', 0, NON_NEGATIVE);
  const cutoff = fields.numberOr('cutoffVoltage', 0, NON_NEGATIVE);
  const temperature = fields.numberOr('temperature', WARM, AIR_TEMPERATURE);
  const coefficient = fields.numberOr('temperatureCoefficient', 0.008, { min: 0, max: 0.05 });
  const warmth = Math.min(1.05, Math.max(0.5, 1 + coefficient * (temperature - WARM)));
  const effective = capacity * health * warmth;
  return { capacity, ratedCurrent: capacity / ratedTime, effective, peukert, usable, empty, full, resistance, cutoff };
}

/** Terminal voltage under load, or `null` when it collapses. */
function terminal(battery: CheckedBattery, charge: number, current: (volts: number) => number): number | null {
  const open = battery.empty + (battery.full - battery.empty) * charge;
  const excess = (volts: number): number => volts + battery.resistance * current(volts) - open;
  if (battery.resistance === 0) return open;
  if (excess(open / 2) > 0) return null;
  return brent(excess, { low: open / 2, high: open, tolerance: 1e-13 * open, path: 'battery.resistance' });
}

/**
 * A run of a motor from a full battery until the usable charge is spent or the voltage falls under the cut-off.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`.
 */
export function batteryRun(a: { battery: Battery; load: MotorLoad }): BatteryRun {
  const fields = new Fields(a);
  const battery = batteryOf(fields.object('battery'));
  const load = fields.object('load');
  const power = load.number('power', POSITIVE);
  const rated = load.number('voltage', POSITIVE);
  const m = MOTOR_EXPONENT[load.word('motor', MOTORS)];
  const current = (volts: number): number => (power * (volts / rated) ** (3 * m)) / volts;
  const voltsAt = (charge: number): number | null => terminal(battery, charge, current);
  const holds = (charge: number): boolean => (voltsAt(charge) ?? -1) >= battery.cutoff;
  const startVoltage = voltsAt(1);
  if (startVoltage === null || startVoltage < battery.cutoff) return neverStarted(startVoltage);
  const planned = Math.max(0, 1 - battery.usable);
  const endedBy = holds(planned) ? 'usable' : 'cutoff';
  const endCharge = endedBy === 'usable' ? planned : lowestHolding(holds, planned);
  const { runTime, energy } = spent(battery, endCharge, voltsAt, current);
  const endVoltage = voltsAt(endCharge);
  const speed = (volts: number): number => Math.min(FASTEST, volts / rated) ** m;
  return {
    runTime,
    endedBy,
    startVoltage,
    endVoltage,
    startCurrent: current(startVoltage),
    startSpeedRatio: speed(startVoltage),
    endSpeedRatio: endVoltage === null ? null : speed(endVoltage),
    energy,
    endCharge,
  };
}

function neverStarted(volts: number | null): BatteryRun {
  const none = { startCurrent: null, startSpeedRatio: null, endSpeedRatio: null };
  return { runTime: 0, endedBy: 'cutoff', startVoltage: volts, endVoltage: volts, ...none, energy: 0, endCharge: 1 };
}

/** The charge down to which the voltage holds; terminal voltage rises with charge, so halving finds it. */
function lowestHolding(holds: (charge: number) => boolean, low: number): number {
  let below = low;
  let above = 1;
  while (above - below > 1e-13) {
    const middle = (below + above) / 2;
    if (holds(middle)) above = middle;
    else below = middle;
  }
  return above;
}

function spent(
  battery: CheckedBattery,
  endCharge: number,
  voltsAt: (charge: number) => number | null,
  current: (volts: number) => number,
): { runTime: number; energy: number } {
  const width = (1 - endCharge) / INTERVALS;
  let runTime = 0;
  let energy = 0;
  for (let n = 0; n <= INTERVALS; n++) {
    const volts = voltsAt(endCharge + n * width) ?? battery.cutoff;
    const amps = current(volts);
    const rate = (amps * Math.max(1, amps / battery.ratedCurrent) ** (battery.peukert - 1)) / battery.effective;
    const weight = ((n === 0 || n === INTERVALS ? 1 : n % 2 === 1 ? 4 : 2) * width) / 3;
    runTime += weight / rate;
    energy += (weight * amps * volts) / rate;
  }
  return { runTime, energy };
}

/** Collections a charge is good for: on average, whole ones, and whole ones with a reserve (0.2 unless given) kept back. */
export function collectionsPerCharge(a: { runTime: number; meanTime: number; reserve?: number | null }): {
  average: number;
  whole: number;
  withReserve: number;
} {
  const fields = new Fields(a);
  const runTime = fields.number('runTime', NON_NEGATIVE);
  const meanTime = fields.number('meanTime', POSITIVE);
  const reserve = fields.numberOr('reserve', 0.2, { min: 0, max: 1 - Number.EPSILON / 2 });
  const average = runTime / meanTime;
  if (!Number.isFinite(average)) throw new DomainError('RANGE', 'meanTime', 'is too small to be reckoned with');
  return { average, whole: Math.floor(average + 1e-9), withReserve: Math.floor(average * (1 - reserve) + 1e-9) };
}

/** Share of the voltage that arrives at the end of a two-wire copper cord. A, m one way, m², V. */
export function cordVoltageRatio(a: {
  current: number;
  length: number;
  conductorArea: number;
  supplyVoltage: number;
}): number {
  const fields = new Fields(a);
  const current = fields.number('current', NON_NEGATIVE);
  const length = fields.number('length', NON_NEGATIVE);
  const area = fields.number('conductorArea', POSITIVE);
  const supply = fields.number('supplyVoltage', POSITIVE);
  return Math.max(0, 1 - (2 * COPPER * length * current) / (area * supply));
}
