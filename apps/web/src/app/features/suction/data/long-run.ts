import {
  bandOpeners,
  calibrate,
  type Calibration,
  type DriveOffers,
  driveOffers,
  type GateLane,
  gateLane,
  gateLanes,
  heatClock,
  type HeatClock,
  type HeatQuestion,
  type MatterRow,
  type OpenedBand,
  type Reading,
  type Rig,
  rigSystem,
  type SwarmLanding,
  swarmLanding,
  whatMatters,
} from '@yewridge/core/suction';

/** What takes too long for the page, each with what it is asked. */
export interface LongRuns {
  lane: { ask: Rig; answer: GateLane | null };
  drive: { ask: Rig; answer: DriveOffers };
  lanes: { ask: Rig; answer: readonly (GateLane | null)[] };
  openers: { ask: Rig; answer: readonly OpenedBand[] };
  swarm: { ask: { rig: Rig; count: number }; answer: SwarmLanding | null };
  matters: { ask: Rig; answer: readonly MatterRow[] };
  heat: { ask: HeatQuestion; answer: HeatClock | null };
  calibrate: {
    ask: { rig: Rig; readings: readonly Reading[]; curveKind: 'parabola' | 'linear' };
    answer: Calibration;
  };
}
export type LongRunKind = keyof LongRuns;
export type LongRun = {
  readonly [K in LongRunKind]: { readonly kind: K; readonly ask: LongRuns[K]['ask'] };
}[LongRunKind];

/** Does one of them; in a worker on the page, directly in a test. */
export function answer(run: LongRun): LongRuns[LongRunKind]['answer'] {
  switch (run.kind) {
    case 'lane':
      return gateLane(run.ask, run.ask.fitted);
    case 'drive':
      return driveOffers(run.ask);
    case 'lanes':
      return gateLanes(run.ask);
    case 'openers':
      return bandOpeners(run.ask);
    case 'swarm':
      return swarmLanding(run.ask.rig, run.ask.count);
    case 'matters':
      return whatMatters(run.ask);
    case 'heat':
      return heatClock(run.ask);
    case 'calibrate':
      return calibrate({
        system: rigSystem(run.ask.rig),
        readings: run.ask.readings,
        curveKind: run.ask.curveKind,
      });
  }
}
