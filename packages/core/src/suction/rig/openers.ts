/**
 * What would open a band that is empty or narrow, each tried on the rig itself.
 *
 * Source: the rig's own band with one thing changed at a time.
 */
import type { SweetSpot } from '../sweet-spot.js';
import { OPENERS, type Opener, rigSweetSpot } from './band.js';
import { HOSE_BORES } from './library.js';
import { type Rig, RIG_LIMITS } from './rig.js';
import { rigProblems } from './rig-problems.js';

export interface OpenedBand {
  readonly opener: Opener;
  /** The whole rig with it, to be taken with one click. */
  readonly rig: Rig;
  readonly spot: SweetSpot;
  /** m/s by which the surely carrying stretch grows. */
  readonly gain: number;
}

const MESH_ANGLE = 20;
const SHORTER = 2 / 3;
const LOWER = 0.5;

const CHANGES: Readonly<Record<Opener, (rig: Rig) => Rig | null>> = {
  meshLanding: (rig) =>
    rig.box.landing.on === 'mesh' && rig.box.landing.angleDeg <= MESH_ANGLE
      ? null
      : { ...rig, box: { ...rig.box, landing: { ...rig.box.landing, on: 'mesh', angleDeg: MESH_ANGLE } } },
  evenSlope: (rig) => (rig.hose.climb === 'even' ? null : { ...rig, hose: { ...rig.hose, climb: 'even' } }),
  shorterHose: (rig) => {
    const length = Math.max(Math.abs(rig.hose.rise), rig.hose.length * SHORTER);
    return length < rig.hose.length ? { ...rig, hose: { ...rig.hose, length } } : null;
  },
  widerHose: (rig) => {
    const bore = HOSE_BORES.find((one) => one > rig.hose.diameter + 0.001);
    if (bore === undefined) return null;
    const diameter = Math.max(rig.port.diameter, bore);
    return { ...rig, hose: { ...rig.hose, diameter: bore }, port: { ...rig.port, diameter } };
  },
  boxLower: (rig) => {
    const rise = Math.max(RIG_LIMITS.rise.min, rig.hose.rise - LOWER);
    return rise < rig.hose.rise ? { ...rig, hose: { ...rig.hose, rise } } : null;
  },
};

/** m/s between surely carried and too hard; below zero where they miss each other. */
export function sureWidth(spot: SweetSpot): number {
  return (spot.high ?? 0) - spot.lowSure;
}

/** Those changes that widen the band, the most helpful first. */
export function bandOpeners(rig: Rig): OpenedBand[] {
  const before = sureWidth(rigSweetSpot(rig));
  return OPENERS.flatMap((opener): OpenedBand[] => {
    const changed = CHANGES[opener](rig);
    if (changed === null || rigProblems(changed).length > 0) return [];
    const spot = rigSweetSpot(changed);
    const gain = sureWidth(spot) - before;
    return gain > 0.05 ? [{ opener, rig: changed, spot, gain }] : [];
  }).sort((a, b) => b.gain - a.gain);
}
