import { type ProbeSpell, simulatedProbe } from '@yewridge/core/callouts';
import type { BoxProbe, BoxReading } from '../shared/instruments/instruments.js';

/** Stands in for a thermometer in the box and an eye on its screen, in the demo: by the spells of suction alone. */
export class SimulatedBoxProbe implements BoxProbe {
  readonly kind = 'simulated';

  read(spells: readonly ProbeSpell[], seconds: number): BoxReading {
    const { boxTemp, tempRate, coverage } = simulatedProbe({ spells, seconds });
    return { boxTemp, tempRate, coverage };
  }
}
