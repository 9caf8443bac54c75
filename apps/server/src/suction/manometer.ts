import type { GateSettingDto } from '@yewridge/contract/suction';
import type { Rig } from '@yewridge/core/suction';

/** What an instrument on an empty, running rig tells. A real one and the stand-in look alike from here. */
export interface ManometerSample {
  /** Pa in the box. */
  readonly boxUnderPressure: number;
  /** m/s, mean over the mouth's bore; `null` with the port shut. */
  readonly nozzleSpeed: number | null;
}

/** A manometer in the box, with an anemometer at the mouth. */
export interface Manometer {
  readonly simulated: boolean;
  /** One reading; `count` numbers the readings of one connection from 1. */
  read(rig: Rig, setting: GateSettingDto, count: number): ManometerSample;
}
