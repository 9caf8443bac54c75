/**
 * How many bees a swarm is, from its mass, the frames it covers or the cluster it hangs in; and what to give it.
 *
 * Source: workers of swarms J. Apic. Res. 1982 21:88–92, engorgement 1972 11:121–128, trade "3500 bees a pound"; cluster
 * density J. Exp. Biol. 1981 91:25–55 (twice the volume from cold to warm), its range an estimate of ours; bees on a frame,
 * frames and syrup to start with are conventions of the craft. Swarms are 1–2 kg as a rule, 0.3–4 seen.
 */
import { NON_NEGATIVE, numberAt, objectAt, orDefault, wordAt } from '../shared/errors/index.js';
import { checkFrameGeometry, displacementOf, type FrameId, type FrameSpec, readFrame } from './frames.js';
import { type Flow, FLOWS } from './load/mass.js';

export const BEE_STATES = ['gorged', 'packaged', 'unfed'] as const;
export type BeeState = (typeof BEE_STATES)[number];

/** Bees a kg. */
const PER_KG: Readonly<Record<BeeState, { readonly typical: number; readonly low: number; readonly high: number }>> = {
  gorged: { typical: 7000, low: 6200, high: 7700 },
  packaged: { typical: 7700, low: 7000, high: 8800 },
  unfed: { typical: 9000, low: 8300, high: 10000 },
};
/** kg of swarms that have been seen. */
export const SWARM_SEEN = { low: 0.3, high: 4 } as const;
/** Bees on a m2 of one face. */
const PER_AREA = { typical: 12500, low: 9500, high: 14500 };

export interface BeeCount {
  readonly bees: number;
  readonly low: number;
  readonly high: number;
}

/**
 * @param input kg.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`.
 */
export function beesFromMass(input: { readonly mass: number; readonly state?: BeeState }): BeeCount {
  const i = objectAt(input, 'input');
  const mass = numberAt(i['mass'], 'mass', NON_NEGATIVE);
  const { typical, low, high } = PER_KG[wordAt(orDefault(i['state'], 'gorged'), 'state', BEE_STATES)];
  return { bees: mass * typical, low: mass * low, high: mass * high };
}

/**
 * kg of so many bees; `low` for the lightest.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`.
 */
export function massFromBees(input: { readonly bees: number; readonly state?: BeeState }): {
  readonly mass: number;
  readonly low: number;
  readonly high: number;
} {
  const i = objectAt(input, 'input');
  const bees = numberAt(i['bees'], 'bees', NON_NEGATIVE);
  const { typical, low, high } = PER_KG[wordAt(orDefault(i['state'], 'gorged'), 'state', BEE_STATES)];
  return { mass: bees / typical, low: bees / high, high: bees / low };
}

/**
 * Bees on the combs they cover.
 * @param input `cover` is the share of both faces, 0 to 1.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`, `GEOMETRY` for a frame that leaves no comb.
 */
export function beesFromFrames(input: {
  readonly frames: number;
  readonly frame?: FrameId | FrameSpec;
  readonly cover?: number;
}): BeeCount {
  const i = objectAt(input, 'input');
  const frames = numberAt(i['frames'], 'frames', NON_NEGATIVE);
  const frame = readFrame(orDefault(i['frame'], 'langstroth-deep'), 'frame');
  const cover = numberAt(orDefault(i['cover'], 1), 'cover', { min: 0, max: 1 });
  checkFrameGeometry(frame, 'frame');
  const area = 2 * displacementOf(frame, 'empty').innerArea * frames * cover;
  return { bees: area * PER_AREA.typical, low: area * PER_AREA.low, high: area * PER_AREA.high };
}

/** Bees a m3 of cluster, cold and warm, and the air they are so dense at. */
const COLD = { air: 5, density: 3.2e6 };
const WARM = { air: 30, density: 1.6e6 };
const CLUSTER_SPREAD = { low: 0.6, high: 1.5 };

/**
 * Bees in a hanging cluster, taken as an ellipsoid.
 * @param input m; `airC` −20 to 50 °C; `fillFactor` the share of the ellipsoid that is cluster.
 * @throws DomainError `TYPE`, `RANGE`.
 */
export function beesFromCluster(input: {
  readonly length: number;
  readonly width: number;
  readonly depth: number;
  readonly airC: number;
  readonly fillFactor?: number;
}): BeeCount & { readonly volume: number } {
  const i = objectAt(input, 'input');
  const length = numberAt(i['length'], 'length');
  const width = numberAt(i['width'], 'width');
  const depth = numberAt(i['depth'], 'depth');
  const air = numberAt(i['airC'], 'airC', { min: -20, max: 50 });
  const fill = numberAt(orDefault(i['fillFactor'], 0.85), 'fillFactor', { min: 0, above: true, max: 1 });
  const volume = (Math.PI / 6) * length * width * depth * fill;
  const warmth = Math.min(1, Math.max(0, (air - COLD.air) / (WARM.air - COLD.air)));
  const bees = volume * (COLD.density + (WARM.density - COLD.density) * warmth);
  return { volume, bees, low: bees * CLUSTER_SPREAD.low, high: bees * CLUSTER_SPREAD.high };
}

export type StartBox = 'five-frame' | 'either' | 'ten-frame';
export interface SwarmAdvice {
  readonly bees: number;
  readonly framesCovered: number;
  readonly startFrames: number;
  readonly box: StartBox;
  /** m3 of 1:1 syrup. */
  readonly syrup: number;
}
const SYRUP_LITRES: Readonly<Record<Flow, number>> = { dearth: 4, light: 2, moderate: 0, strong: 0 };
const LITRE = 0.001;
const USUAL_SWARM = 1.5;
const FEWEST_FRAMES = 3;
const MOST_FRAMES = 10;

/**
 * What to house a swarm in and whether to feed it.
 * @param input kg.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`, `GEOMETRY`.
 */
export function swarmAdvice(input: {
  readonly mass: number;
  readonly flow?: Flow;
  readonly frame?: FrameId | FrameSpec;
}): SwarmAdvice {
  const i = objectAt(input, 'input');
  const mass = numberAt(i['mass'], 'mass');
  const flow = wordAt(orDefault(i['flow'], 'moderate'), 'flow', FLOWS);
  const frame = readFrame(orDefault(i['frame'], 'langstroth-deep'), 'frame');
  const bees = PER_KG.gorged.typical * mass;
  const framesCovered = bees / beesFromFrames({ frames: 1, frame }).bees;
  const startFrames = Math.min(MOST_FRAMES, Math.max(FEWEST_FRAMES, Math.ceil(framesCovered - 1e-9) + 1));
  const box = startFrames <= 4 ? 'five-frame' : startFrames <= 6 ? 'either' : 'ten-frame';
  const share = Math.min(1.5, Math.max(0.5, mass / USUAL_SWARM));
  return { bees, framesCovered, startFrames, box, syrup: SYRUP_LITRES[flow] * LITRE * share };
}
