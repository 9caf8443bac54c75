/**
 * What a rig draws: from a socket over a long cord, or from a battery, and how many collections that is.
 *
 * Source: `battery.ts`; the motor slows with the voltage by its exponent, and the rig is solved again at that speed.
 */
import { batteryRun, type BatteryRun, collectionsPerCharge, cordVoltageRatio } from '../battery.js';
import { solveSuction } from '../network.js';
import { MOTOR_EXPONENT } from '../source.js';
import { BATTERIES } from './library.js';
import type { RigReadings } from './readings.js';
import type { Rig } from './rig.js';

const SECONDS_PER_HOUR = 3600;

export type RigPowerReading =
  | { readonly kind: 'unknown' }
  | {
      readonly kind: 'cord';
      /** W, A; share of the voltage that arrives, and hose speed in m/s with it. */
      readonly power: number;
      readonly current: number;
      readonly voltageRatio: number;
      readonly hoseSpeed: number;
    }
  | {
      readonly kind: 'battery';
      readonly power: number;
      readonly run: BatteryRun;
      readonly collections: { readonly average: number; readonly whole: number; readonly withReserve: number };
      /** m/s in the hose as the charge ends. */
      readonly endSpeed: number | null;
    };

/** m/s in the hose when the motor turns at a share of its speed. */
function speedAt(rig: Rig, { system }: RigReadings, ratio: number): number {
  const source = { ...system.source, speedRatio: ratio };
  return solveSuction({ system: { ...system, source }, opening: rig.bleed.opening }).speed.hose;
}

export function rigPower(rig: Rig, readings: RigReadings): RigPowerReading {
  const { power } = readings;
  const { supply, motor } = rig.source;
  if (power === null) return { kind: 'unknown' };
  const { cord } = rig.power;
  if (supply === 'mains' || supply === 'generator') {
    const current = power / cord.supplyVoltage;
    const voltageRatio = cordVoltageRatio({ current, ...cord });
    const ratio = Math.max(0.05, voltageRatio) ** MOTOR_EXPONENT[motor];
    return { kind: 'cord', power, current, voltageRatio, hoseSpeed: speedAt(rig, readings, ratio) };
  }
  const kind = BATTERIES[rig.power.battery];
  const run = batteryRun({
    battery: {
      capacity: rig.power.capacity,
      health: rig.power.health,
      ratedTime: kind.ratedTime,
      peukert: kind.peukert,
      usable: kind.usable,
      emptyVoltage: kind.emptyVoltage,
      fullVoltage: kind.fullVoltage,
      resistance: kind.resistancePerAh / (rig.power.capacity / SECONDS_PER_HOUR),
      cutoffVoltage: kind.cutoffVoltage,
      temperature: rig.air.temperature,
      temperatureCoefficient: kind.temperatureCoefficient,
    },
    load: { power, voltage: kind.nominal, motor },
  });
  const collections = collectionsPerCharge({ runTime: run.runTime, meanTime: rig.power.meanTime });
  const endSpeed = run.endSpeedRatio === null ? null : speedAt(rig, readings, run.endSpeedRatio);
  return { kind: 'battery', power, run, collections, endSpeed };
}
