/**
 * A whole swarm through the rig: how hard each bee lands, and how that spreads.
 *
 * Source: `arrival.ts`; the landing of each by `landing.ts`. The spread is between bees; the model's ±25 % comes on top.
 */
import { quantileOfSorted } from '../../shared/stats/index.js';
import { flySwarm } from '../arrival.js';
import { solveSuction } from '../network.js';
import { landingOf } from './landing.js';
import { rigBee, rigPath, rigSystem } from './rig-system.js';
import type { Rig } from './rig.js';

export interface SwarmLanding {
  readonly flown: number;
  /** Share of the bees that stall in the hose. */
  readonly stalledShare: number;
  readonly p05: number | null;
  readonly p50: number | null;
  readonly p95: number | null;
  /** Share of those that arrive above the limit. */
  readonly shareAbove: number | null;
  readonly meanTransit: number | null;
  /** Bees in each step of `binWidth` m/s from `binStart` on. */
  readonly bins: readonly number[];
  readonly binStart: number;
  readonly binWidth: number;
}

const BIN = 0.125;
/** Of the seed nothing depends but the last digits; the same rig shows the same swarm. */
const SEED = 20260514;

/** `null` when it was called off: `goOn` is asked every 200 bees. */
export function swarmLanding(rig: Rig, count: number, goOn: () => boolean = () => true): SwarmLanding | null {
  const system = rigSystem(rig);
  const path = rigPath(rig, solveSuction({ system, opening: rig.bleed.opening }));
  const headOn = { ...path, box: { ...path.box, incidence: Math.PI / 2 } };
  const flown = flySwarm({ ...rigBee(rig), path: headOn, seed: SEED, count, airDensity: system.air.density }, goOn);
  if (flown === null) return null;
  const blows = flown.speeds.map((speed) => landingOf(rig, speed).worst).sort();
  const { stalledShare, meanTransit } = flown.distribution;
  const arrived = blows.length;
  if (arrived === 0) {
    const none = { p05: null, p50: null, p95: null, shareAbove: null, meanTransit };
    return { flown: count, stalledShare, ...none, bins: [], binStart: 0, binWidth: BIN };
  }
  const first = Math.floor((blows[0] ?? 0) / BIN);
  const last = Math.floor((blows[arrived - 1] ?? 0) / BIN);
  const bins = Array.from({ length: last - first + 1 }, () => 0);
  for (const blow of blows) {
    const n = Math.floor(blow / BIN) - first;
    bins[n] = (bins[n] ?? 0) + 1;
  }
  return {
    flown: count,
    stalledShare,
    p05: quantileOfSorted(blows, 0.05),
    p50: quantileOfSorted(blows, 0.5),
    p95: quantileOfSorted(blows, 0.95),
    shareAbove: blows.filter((blow) => blow > rig.bees.limit).length / arrived,
    meanTransit,
    bins,
    binStart: first * BIN,
    binWidth: BIN,
  };
}
