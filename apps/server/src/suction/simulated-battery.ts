import { type BatteryRead, simBattery } from '@yewridge/core/season';
import { BATTERIES, type Rig, rigPower, rigReadings } from '@yewridge/core/suction';
import type { BatteryMonitor } from '../shared/instruments/instruments.js';

/** Highest voltage of one cell of the stand-in. */
const FULL_CELL_V = 4.2;
const SECONDS_PER_HOUR = 3600;
const MOST_MINUTES = 600;

/** Stands in for the monitor of a rig's battery while the rig runs: a minute a reading, until the pack cuts off. */
export class SimulatedBattery implements BatteryMonitor {
  readonly kind = 'simulated';
  #next = 0;

  private constructor(private readonly reads: readonly BatteryRead[]) {}

  /** `null` for a rig that runs on no battery, or whose motor's draw nobody knows. */
  static of(rig: Rig, seed: number): SimulatedBattery | null {
    const power = rigPower(rig, rigReadings(rig));
    if (power.kind !== 'battery') return null;
    const { nominal, fullVoltage, cutoffVoltage } = BATTERIES[rig.power.battery];
    const capacityAh = (rig.power.capacity * rig.power.health) / SECONDS_PER_HOUR;
    return new SimulatedBattery(
      simBattery({
        seed,
        capacityAh,
        cells: Math.max(1, Math.round(fullVoltage / FULL_CELL_V)),
        loadA: power.run.startCurrent ?? power.power / nominal,
        internalOhm: BATTERIES[rig.power.battery].resistancePerAh / capacityAh,
        minutes: MOST_MINUTES,
        cutoffV: cutoffVoltage,
      }),
    );
  }

  /** The latest again, once the pack has cut off. */
  read(): Promise<{ readonly volt: number; readonly soc: number; readonly cutoff: boolean }> {
    const read = this.reads[Math.min(this.#next, this.reads.length - 1)];
    this.#next += 1;
    return Promise.resolve(read ?? { volt: 0, soc: 0, cutoff: true });
  }
}
