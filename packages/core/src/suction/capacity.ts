/**
 * How many bees, how much comb they cover, how large a ball they make and how many boxes they need.
 *
 * One full layer on comb is 12 500 bees/m² (10 000–15 000); a ball packs 2 500 (tight) or 1 200 (loose) to the litre; its core is
 * (heat / volume) R² / (6 k) warmer than its skin.
 *
 * Source: J. Apic. Res. 2013 52(1) (strength methods), 1982 21 (masses); J. Exp. Biol. 1981 91 (clusters); uniform sphere;
 * k 0.3 W/(m K) (0.2–1) and 0.7 coverage for planning [rules of thumb].
 */
import { emptyError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import {
  BEE_DATA,
  FRAME_TYPES,
  type FrameType,
  type Mood,
  MOODS,
  type Packing,
  PACKINGS,
  type Spread,
} from './bee-data.js';

export interface BeeCount {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
}

const FULL_LAYER = BEE_DATA.beesPerComb;
const WEIGHED = ['swarmWorker', 'nestWorker'] as const;

/** Bees in a mass of kg; `low` takes the heaviest worker. `dronePart` share of drones, 0..1, 0 unless given. */
export function beesFromMass(a: {
  mass: number;
  state?: (typeof WEIGHED)[number] | null;
  dronePart?: number | null;
}): BeeCount {
  const fields = new Fields(a);
  const mass = fields.number('mass', POSITIVE);
  const worker = BEE_DATA[fields.wordOr('state', 'swarmWorker', WEIGHED)].mass;
  const drones = fields.numberOr('dronePart', 0, { min: 0, max: 1 });
  const drone = BEE_DATA.drone.mass;
  const bees = (end: 'low' | 'typical' | 'high'): number =>
    mass / (worker[end] * (1 - drones) + drone.typical * drones);
  return { low: bees('high'), typical: bees('typical'), high: bees('low') };
}

export interface FramesOfBees {
  readonly type: FrameType;
  /** May be a part of a frame. */
  readonly count: number;
  /** Share covered by one full layer, 1 unless given; 0..1.5. */
  readonly coverage?: number | null;
}

/** Bees on frames, both sides, and the comb area (m²) they have. @throws DomainError `EMPTY` for no frames. */
export function beesOnFrames(a: { frames: readonly FramesOfBees[] }): BeeCount & { combArea: number } {
  const frames = new Fields(a).objects('frames');
  if (frames.length === 0) throw emptyError('frames');
  let combArea = 0;
  let covered = 0;
  for (const frame of frames) {
    const area = BEE_DATA.combArea[frame.word('type', FRAME_TYPES)].typical;
    const both = 2 * area * frame.number('count', NON_NEGATIVE);
    combArea += both;
    covered += both * frame.numberOr('coverage', 1, { min: 0, max: 1.5 });
  }
  const bees = (end: keyof BeeCount): number => covered * FULL_LAYER[end];
  return { combArea, low: bees('low'), typical: bees('typical'), high: bees('high') };
}

function ballRadius(volume: number): number {
  return Math.cbrt((3 * volume) / (4 * Math.PI));
}

/** Volume m³, radius m and, for a heat of W a bee, the excess K of the core of a ball of bees. */
export function clusterSize(a: {
  bees: number;
  packing?: Packing | null;
  heat?: number | null;
  conductivity?: number | null;
}): { volume: number; radius: number; coreExcess: number | null } {
  const fields = new Fields(a);
  const bees = fields.number('bees', NON_NEGATIVE);
  const density: Spread = BEE_DATA.cluster[fields.wordOr('packing', 'tight', PACKINGS)];
  const heat = fields.numberOr('heat', null, NON_NEGATIVE);
  const conductivity = fields.numberOr('conductivity', 0.3, POSITIVE);
  const volume = bees / density.typical;
  const radius = ballRadius(volume);
  if (heat === null) return { volume, radius, coreExcess: null };
  return { volume, radius, coreExcess: (density.typical * heat * radius ** 2) / (6 * conductivity) };
}

/** m² by which bees touch air: one layer on comb, the rest (or all, `balled`) as one loose ball. */
export function beeContactArea(a: { bees: number; combArea?: number | null; balled?: boolean | null }): number {
  const fields = new Fields(a);
  const bees = fields.number('bees', NON_NEGATIVE);
  const combArea = fields.numberOr('combArea', 0, NON_NEGATIVE);
  const spread = fields.flagOr('balled', false) ? 0 : Math.min(bees, combArea * FULL_LAYER.typical);
  const radius = ballRadius((bees - spread) / BEE_DATA.cluster.loose.typical);
  return spread / FULL_LAYER.typical + 4 * Math.PI * radius ** 2;
}

/** W that so many bees give off. */
export function metabolicHeat(a: { bees: number; state?: Mood | null }): BeeCount {
  const fields = new Fields(a);
  const bees = fields.number('bees', NON_NEGATIVE);
  const { low, typical, high } = BEE_DATA.heat[fields.wordOr('state', 'disturbed', MOODS)];
  return { low: bees * low, typical: bees * typical, high: bees * high };
}

const BASES = ['low', 'typical', 'high'] as const;

/** Boxes for so many bees; `coverage` 0.7 (0..1.5] of one full layer. `fill` = bees over what one box takes. */
export function boxesNeeded(a: {
  bees: number;
  frameType: FrameType;
  framesPerBox: number;
  coverage?: number | null;
  basis?: (typeof BASES)[number] | null;
}): { perBox: number; boxes: number; fill: number } {
  const fields = new Fields(a);
  const bees = fields.number('bees', NON_NEGATIVE);
  const area = BEE_DATA.combArea[fields.word('frameType', FRAME_TYPES)].typical;
  const frames = fields.number('framesPerBox', POSITIVE);
  const coverage = fields.numberOr('coverage', 0.7, { min: 0, max: 1.5, above: true });
  const perBox = 2 * area * frames * coverage * FULL_LAYER[fields.wordOr('basis', 'typical', BASES)];
  const fill = bees / perBox;
  return { perBox, boxes: Math.max(1, Math.ceil(fill - 1e-9)), fill };
}
