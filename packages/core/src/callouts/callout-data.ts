/**
 * Ranges of what is poorly known of nests and of the time work takes: estimates of ours, nothing was fitted. The log of own jobs
 * corrects them.
 */
import type { Spread } from './call-facts.js';

export interface NestShares {
  readonly brood: number;
  readonly honey: number;
  readonly pollen: number;
  readonly empty: number;
}

const COVER: Spread = { low: 0.25, typical: 0.5, high: 0.9 };
const HONEY_FACTOR: Spread = { low: 0.4, typical: 1, high: 1.8 };
const SHARES: NestShares = { brood: 0.3, honey: 0.45, pollen: 0.05, empty: 0.2 };
const LATE_SUMMER: NestShares = { brood: 0.2, honey: 0.6, pollen: 0.05, empty: 0.15 };

export const CALLOUT_DATA = {
  nest: { cover: COVER, honeyFactor: HONEY_FACTOR, shares: SHARES, lateSummer: LATE_SUMMER },
  /** Minutes of each phase of a job. */
  phases: {
    structure: {
      setup: { low: 30, typical: 45, high: 75 },
      open: { low: 15, typical: 30, high: 90 },
      search: { low: 10, typical: 30, high: 60 },
      mesh: { low: 5, typical: 10, high: 20 },
      wait: { low: 10, typical: 20, high: 40 },
      close: { low: 10, typical: 15, high: 25 },
    },
    hangingSwarm: {
      setup: { low: 10, typical: 15, high: 25 },
      take: { low: 5, typical: 10, high: 20 },
      wait: { low: 15, typical: 30, high: 60 },
      close: { low: 3, typical: 5, high: 10 },
    },
    groundOrBush: {
      setup: { low: 10, typical: 20, high: 30 },
      take: { low: 15, typical: 30, high: 60 },
      wait: { low: 15, typical: 30, high: 60 },
      close: { low: 5, typical: 10, high: 15 },
    },
    trapTooHeavy: {
      setup: { low: 5, typical: 10, high: 15 },
      close: { low: 3, typical: 5, high: 10 },
      lower: { low: 10, typical: 20, high: 40 },
      strap: { low: 5, typical: 10, high: 20 },
    },
    /** Minutes a piece of brood comb, and any other. */
    broodPiece: { low: 4, typical: 6, high: 10 },
    otherPiece: { low: 1, typical: 2, high: 4 },
    repairVisit: { low: 30, typical: 60, high: 150 },
  },
  /** Bees a second: the keeper's hand, far below the hose's limit. */
  feedRate: { low: 6, typical: 14, high: 30 },
  feedRateSwarm: { low: 10, typical: 30, high: 80 },
  /** s between two cycles of suction. */
  pause: { low: 30, typical: 60, high: 180 },
} as const;
