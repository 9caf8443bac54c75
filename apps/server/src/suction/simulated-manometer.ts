import type { GateSettingDto } from '@yewridge/contract/suction';
import { randomFrom } from '@yewridge/core/shared/stats';
import { type Rig, rigSystem, solveSuction, type SuctionSystem } from '@yewridge/core/suction';
import type { Manometer, ManometerSample } from './manometer.js';

/** What the stand-in's machine really is: Pa, m³/s, m². Hidden from the keeper, who is to find it out. */
export interface HiddenTruth {
  readonly sealedSuction: number;
  readonly freeFlow: number;
  readonly leakArea: number;
}

const PRESSURE_NOISE = 0.01;
const LEAST_PRESSURE_NOISE = 2;
const SPEED_NOISE = 0.04;

/** A machine somewhat tired and a box somewhat leaky, where nobody said otherwise. */
function usualTruth({ source: { curve } }: Rig): HiddenTruth {
  const ends =
    curve.kind === 'table'
      ? { sealedSuction: curve.points[0]?.suction ?? 800, freeFlow: curve.points.at(-1)?.flow ?? 0.06 }
      : curve;
  return { sealedSuction: 0.86 * ends.sealedSuction, freeFlow: 0.9 * ends.freeFlow, leakArea: 4.5e-4 };
}

function truly(rig: Rig, truth: HiddenTruth, portClosed: boolean): SuctionSystem {
  const system = rigSystem(rig);
  return {
    ...system,
    source: {
      ...system.source,
      curve: { kind: 'parabola', sealedSuction: truth.sealedSuction, freeFlow: truth.freeFlow },
    },
    leaks: [
      ...(system.leaks ?? []).filter(({ at }) => at === 'plenum'),
      { at: 'box', area: truth.leakArea, exponent: 0.6 },
    ],
    port: portClosed ? { ...system.port, opening: 0 } : system.port,
  };
}

/** Stands in for an instrument: the rig's own model with a hidden truth, and the noise a water column has. */
export class SimulatedManometer implements Manometer {
  readonly simulated = true;

  constructor(
    private readonly truth: HiddenTruth | null,
    private readonly seed: number,
  ) {}

  read(rig: Rig, setting: GateSettingDto, count: number): ManometerSample {
    const system = truly(rig, this.truth ?? usualTruth(rig), setting.portClosed);
    const state = solveSuction({ system, opening: setting.opening });
    const random = randomFrom((this.seed + Math.round(setting.opening * 1000) * 7919 + count * 104729) >>> 0);
    const box = state.underPressure.box;
    const boxUnderPressure = box + Math.max(LEAST_PRESSURE_NOISE, PRESSURE_NOISE * box) * random.normal12();
    const nozzleSpeed = setting.portClosed ? null : state.speed.nozzle * (1 + SPEED_NOISE * random.normal12());
    return { boxUnderPressure: Math.max(1, boxUnderPressure), nozzleSpeed };
  }
}
