/** A bee vacuum as a keeper describes it: one document, whatever its layout. SI throughout. */
import type { NumberRange } from '../../shared/errors/index.js';
import type { FrameType, Mood } from '../bee-data.js';
import type { Reading } from '../calibrate.js';
import type { Gate } from '../gate.js';
import type { Place, Seam } from '../leaks.js';
import type { Entrance } from '../pipe-losses.js';
import type { MeshKey } from '../screen.js';
import type { MotorKind, SourceCurve } from '../source.js';
import type { BatteryId, BleedEdge, HoseWall, SourceId, Supply } from './library.js';
import type { Link } from './links.js';

export const LAYOUTS = ['walkUp', 'topBox', 'downDraught', 'splitDeep'] as const;
/**
 * Walk-up: bees come in below and walk up to frames, suction on the lid. Top box: bees fall into an upper box with a sliding
 * floor, a plunger is lowered. Down-draught: through a sloped mesh floor into the colony's final box. Split deep: a deep cut in
 * two, laid on its side, with boxes added.
 */
export type Layout = (typeof LAYOUTS)[number];

export interface RigSource {
  /** Which starting value it was, or the keeper's own. */
  readonly machine: SourceId | 'own';
  readonly curve: SourceCurve;
  readonly motor: MotorKind;
  readonly supply: Supply;
  /** W, from the label. */
  readonly ratedPower?: number;
  /** The machine's own hose, behind the plenum. */
  readonly ownHose?: { readonly diameter: number; readonly length: number };
}

export const CLIMBS = ['even', 'upright'] as const;
export interface RigHose {
  readonly diameter: number;
  readonly length: number;
  readonly wall: HoseWall;
  /** Right-angle bends, and the radius of their middle line. */
  readonly bends: number;
  readonly bendRadius: number;
  /** m from the mouth up to the port; negative where the box stands lower. */
  readonly rise: number;
  /** Led up at one even slope, or straight up somewhere and level else. */
  readonly climb: (typeof CLIMBS)[number];
}

export interface RigNozzle {
  readonly id: string;
  readonly name: string;
  readonly diameter: number;
  readonly length: number;
  readonly entrance: Entrance;
}

export const LANDINGS = ['headOn', 'smooth', 'wood', 'mesh'] as const;
/** What the bees land on. */
export type Landing = (typeof LANDINGS)[number];

export interface RigBox {
  /** Inside sizes of one box; length along the bees' path. */
  readonly length: number;
  readonly width: number;
  readonly height: number;
  readonly boxes: number;
  readonly frames: { readonly type: FrameType; readonly count: number };
  /** m from the port to where they land, and the angle between path and surface in degrees. */
  readonly landing: { readonly on: Landing; readonly distance: number; readonly angleDeg: number };
}

export interface RigScreen {
  readonly mesh: MeshKey;
  readonly length: number;
  readonly width: number;
  /** Share under bees. */
  readonly coverage: number;
}

export interface RigBleed {
  readonly gate: Gate;
  readonly at: Place;
  readonly edge: BleedEdge;
  /** Share of the plate's travel. */
  readonly opening: number;
}

export interface RigSeam {
  readonly id: string;
  readonly seam: Seam;
  readonly length: number;
  readonly at: Place;
}

export interface RigSlide {
  readonly id: string;
  readonly name: string;
  readonly slotHeight: number;
  readonly slideThickness: number;
  readonly bow: number;
}

export const AMOUNT_KINDS = ['count', 'mass', 'frames', 'cluster'] as const;
/** Counted, weighed (kg), by frames of bees, or by the size of a hanging cluster (m³). */
export type AmountKind = (typeof AMOUNT_KINDS)[number];

export interface RigBees {
  readonly kind: 'swarmWorker' | 'nestWorker';
  /** kg and m², where the keeper knows better. */
  readonly mass?: number;
  readonly dragArea?: number;
  /** m/s across the surface that bees may land with: a convention, the keeper's to change. */
  readonly limit: number;
  /** Bees a second at the mouth. */
  readonly feedRate: number;
  /** How many are to be taken. */
  readonly amount: { readonly by: AmountKind; readonly value: number };
}

export const LIDS = ['closed', 'crosswise', 'off'] as const;
export type Lid = (typeof LIDS)[number];
export interface RigHeat {
  readonly lid: Lid;
  readonly sun: boolean;
  readonly cabin: boolean;
  readonly fan: boolean;
  readonly balled: boolean;
  readonly mood: Mood;
}

export interface RigPower {
  readonly battery: BatteryId;
  /** C. */
  readonly capacity: number;
  readonly health: number;
  /** s a collection takes on average. */
  readonly meanTime: number;
  /** Cord of a mains source: m one way, m² of one conductor, V at the socket. */
  readonly cord: { readonly length: number; readonly conductorArea: number; readonly supplyVoltage: number };
}

/** A calibration that was accepted: what was read, and the leak it found. */
export interface RigCalibration {
  readonly day: string;
  readonly instrument: 'typed' | 'simulated';
  readonly readings: readonly Reading[];
  /** m², in place of the seams of the box. */
  readonly leakArea: number;
  /** Pa, sealed, of the curve before: kept for pinning and clogging where the readings did not find it. */
  readonly sealedBefore?: number;
}

/** The board that walks bees down out of a top box. */
export interface RigPlunger {
  /** m between its edge and the walls. */
  readonly clearance: number;
}

export const JOB_BEES_BY = ['counted', 'weighed', 'frames', 'guess'] as const;
/** A job as far as it was typed; it counts when all of it was. */
export interface RigJob {
  readonly id: string;
  readonly day?: string;
  readonly place?: string;
  /** m/s at which the bees landed. */
  readonly speed?: number;
  readonly dead?: number;
  /** Alive and dead. */
  readonly total?: number;
  /** How the bees were told: a guess does not count. */
  readonly beesBy?: (typeof JOB_BEES_BY)[number];
  /** Deaths that had other causes: kept, and left out of the fit. */
  readonly notSpeed?: boolean;
}

export interface Rig {
  readonly name: string;
  readonly notes?: string;
  readonly layout: Layout;
  readonly source: RigSource;
  readonly hose: RigHose;
  readonly nozzles: readonly RigNozzle[];
  /** Id of the nozzle in use, `null` the bare hose. */
  readonly fitted: string | null;
  readonly port: { readonly diameter: number; readonly opening: number };
  readonly box: RigBox;
  readonly screen: RigScreen;
  readonly bleed: RigBleed;
  readonly seams: readonly RigSeam[];
  readonly slides: readonly RigSlide[];
  readonly bees: RigBees;
  readonly air: { readonly temperature: number; readonly altitude: number; readonly relativeHumidity: number };
  readonly heat: RigHeat;
  readonly power: RigPower;
  readonly jobs: readonly RigJob[];
  readonly calibration?: RigCalibration;
  readonly plunger?: RigPlunger;
  /** What the keeper gave a size of its own, and no longer follows. */
  readonly own?: readonly Link[];
}

type Ends = Required<Pick<NumberRange, 'min' | 'max'>>;

const upTo = (max: number): Ends => ({ min: 0, max });
const between = (min: number, max: number): Ends => ({ min, max });

/** What each number of a rig may be: the one table for form, server and core. */
export const RIG_LIMITS = {
  nameLength: 80,
  notesLength: 2000,
  labelLength: 60,
  /** How many of each part. */
  nozzles: 4,
  seams: 12,
  slides: 8,
  jobs: 200,
  readings: 40,
  points: 20,
  sealedSuction: between(50, 40000),
  freeFlow: between(0.002, 0.2),
  flow: upTo(0.2),
  suction: upTo(40000),
  power: between(1, 4000),
  bore: between(0.015, 0.15),
  hoseLength: between(0.2, 15),
  ductLength: between(0.1, 10),
  bends: between(0, 8),
  bendRadius: between(0.02, 1),
  rise: between(-5, 10),
  nozzleLength: between(0.01, 1),
  share: upTo(1),
  size: between(0.05, 1.5),
  boxes: between(1, 6),
  frames: between(0, 40),
  landing: between(0.05, 1.5),
  angleDeg: between(5, 90),
  coverage: upTo(0.98),
  gate: between(0.005, 0.3),
  gates: between(1, 8),
  seam: upTo(20),
  part: between(0.0005, 0.05),
  clearance: between(0.0005, 0.02),
  bow: upTo(0.01),
  mass: between(50e-6, 300e-6),
  dragArea: between(8e-6, 120e-6),
  speed: between(0.5, 20),
  feedRate: upTo(2000),
  bees: between(100, 100000),
  swarmMass: between(0.02, 12),
  clusterVolume: between(0.0001, 0.06),
  framesOfBees: between(0.1, 40),
  temperature: between(263.15, 323.15),
  altitude: between(-500, 5000),
  capacity: between(1800, 1.08e6),
  health: between(0.1, 1),
  meanTime: between(30, 14400),
  cordLength: upTo(200),
  conductor: between(0.5e-6, 10e-6),
  supplyVoltage: between(90, 260),
  jobSpeed: upTo(30),
  jobBees: between(1, 200000),
  reading: between(1, 40000),
  leak: upTo(0.01),
} as const;

/** The nozzle in use, `null` for the bare hose. */
export function fittedNozzle(rig: Rig): RigNozzle | null {
  return rig.nozzles.find(({ id }) => id === rig.fitted) ?? null;
}

export function fitted(rig: Rig, nozzle: string | null): Rig {
  return { ...rig, fitted: nozzle };
}

export function withOpening(rig: Rig, opening: number): Rig {
  return { ...rig, bleed: { ...rig.bleed, opening } };
}
