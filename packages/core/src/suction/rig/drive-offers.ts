/**
 * What would help a rig whose bees land too hard though its bleed is wide open, or stall though it is shut: a larger bleed,
 * another hose, another machine, each tried on the rig itself, with the size that works.
 *
 * The band of hose speeds does not depend on gate and source, so it is found once for each bore.
 *
 * Source: the rig's own band and air; machines and bores as one meets them (`library`) [rules of thumb].
 */
import { bisect } from '../../shared/numeric/index.js';
import type { Gate } from '../gate.js';
import { solveSuction } from '../network.js';
import type { SweetSpot } from '../sweet-spot.js';
import { rigSweetSpot } from './band.js';
import { HOSE_BORES, SOURCE_IDS, type SourceId, SOURCES } from './library.js';
import { poweredBy } from './links.js';
import { type Rig, RIG_LIMITS, withOpening } from './rig.js';
import { rigProblems } from './rig-problems.js';
import { rigSystem } from './rig-system.js';
import { librarySource } from './starting-rigs.js';

/** Too hard even wide open, or stalling even shut. */
export type DriveFault = 'hard' | 'stalls';
export const DRIVE_OFFERS = ['largerBleed', 'otherHose', 'shorterHose', 'otherMachine'] as const;
export interface DriveOffer {
  readonly kind: (typeof DRIVE_OFFERS)[number];
  /** m: of the gate's window or hole, the hose's bore or its length; nothing for a machine. */
  readonly size: number | null;
  readonly machine: SourceId | null;
  /** The whole rig with it, its gate where the middle of the band is. */
  readonly rig: Rig;
  /** m/s in the hose with the bleed there. */
  readonly hoseSpeed: number;
}
export interface DriveOffers {
  readonly fault: DriveFault | null;
  readonly offers: readonly DriveOffer[];
}

const MM = 1e-3;
/** A gate grows to this many times its size at most. */
const LARGEST = 6;
const SHORTER = [2 / 3, 1 / 2] as const;

const hoseSpeed = (rig: Rig, opening: number): number => solveSuction({ system: rigSystem(rig), opening }).speed.hose;

/** m/s from which a bee is carried as surely as this band allows. */
const floorOf = (spot: SweetSpot): number => (spot.level === 'wide' ? spot.lowSure : spot.low);

export function driveFault(rig: Rig, spot: SweetSpot): DriveFault | null {
  if (spot.high !== null && hoseSpeed(rig, 1) > spot.high) return 'hard';
  return hoseSpeed(rig, 0) < spot.low ? 'stalls' : null;
}

/** The gate so many times as large, to whole millimetres. */
function scaled(gate: Gate, times: number): Gate {
  const size = (value: number): number => Math.ceil((value * times) / MM - 1e-9) * MM;
  switch (gate.kind) {
    case 'rectangle':
      return { ...gate, width: size(gate.width) };
    case 'roundStraight':
      return { ...gate, diameter: size(gate.diameter) };
    case 'roundDisc':
      return { ...gate, diameter: size(gate.diameter), plateDiameter: size(gate.plateDiameter) };
    case 'roundSwing':
      return {
        ...gate,
        diameter: size(gate.diameter),
        plateDiameter: size(gate.plateDiameter),
        pivotDistance: size(gate.pivotDistance),
      };
  }
}

const sizeOf = (gate: Gate): number => (gate.kind === 'rectangle' ? gate.width : gate.diameter);

/** The rig with its gate at the middle of the band, or nothing when no setting gets there. */
function trimmedInto(rig: Rig, spot: SweetSpot): { rig: Rig; hoseSpeed: number } | null {
  if (rigProblems(rig).length > 0 || spot.level === 'none') return null;
  const [low, high] = [floorOf(spot), spot.high ?? Infinity];
  const [open, shut] = [hoseSpeed(rig, 1), hoseSpeed(rig, 0)];
  if (open >= high || shut <= low) return null;
  const aim = Math.min(shut, Math.max(open, high === Infinity ? Math.min(shut, 1.2 * low) : (low + high) / 2));
  const missing = (opening: number): number => aim - hoseSpeed(rig, opening);
  const opening =
    shut <= aim ? 0 : open >= aim ? 1 : bisect(missing, { low: 0, high: 1, tolerance: 1e-4, path: 'bleed.opening' });
  return { rig: withOpening(rig, opening), hoseSpeed: hoseSpeed(rig, opening) };
}

function offer(
  kind: DriveOffer['kind'],
  size: number | null,
  machine: SourceId | null,
  rig: Rig,
  spot: SweetSpot,
): DriveOffer[] {
  const found = trimmedInto(rig, spot);
  return found ? [{ kind, size, machine, ...found }] : [];
}

/** The least gate of the kind the rig has that leads into the band. */
function largerBleed(rig: Rig, spot: SweetSpot): DriveOffer[] {
  if (spot.high === null || spot.level === 'none') return [];
  const aim = (floorOf(spot) + spot.high) / 2;
  const withGate = (times: number): Rig => ({ ...rig, bleed: { ...rig.bleed, gate: scaled(rig.bleed.gate, times) } });
  const sound = (times: number): boolean => {
    const { gate } = withGate(times).bleed;
    return sizeOf(gate) <= RIG_LIMITS.gate.max && rigProblems(withGate(times)).length === 0;
  };
  for (let times = 1.1; times <= LARGEST && sound(times); times += 0.1) {
    if (hoseSpeed(withGate(times), 1) <= aim) {
      return offer('largerBleed', sizeOf(withGate(times).bleed.gate), null, withGate(times), spot);
    }
  }
  return [];
}

function otherHoses(rig: Rig): DriveOffer[] {
  return HOSE_BORES.filter((bore) => Math.abs(bore - rig.hose.diameter) > MM).flatMap((bore) => {
    const hosed: Rig = {
      ...rig,
      hose: { ...rig.hose, diameter: bore },
      port: { ...rig.port, diameter: bore },
    };
    return rigProblems(hosed).length > 0 ? [] : offer('otherHose', bore, null, hosed, rigSweetSpot(hosed));
  });
}

function shorterHose(rig: Rig, spot: SweetSpot): DriveOffer[] {
  for (const share of SHORTER) {
    const length = Math.max(Math.abs(rig.hose.rise), RIG_LIMITS.hoseLength.min, rig.hose.length * share);
    const found = offer('shorterHose', length, null, { ...rig, hose: { ...rig.hose, length } }, spot);
    if (found.length > 0) return found;
  }
  return [];
}

const airPower = (machine: SourceId): number => SOURCES[machine].curve.sealedSuction * SOURCES[machine].curve.freeFlow;

/** The machine nearest to the one it has that leads into the band: the strongest of the weaker, the weakest of the stronger. */
function otherMachine(rig: Rig, spot: SweetSpot, fault: DriveFault): DriveOffer[] {
  const sorted = [...SOURCE_IDS].sort((a, b) => airPower(a) - airPower(b));
  const { curve } = rig.source;
  const own = curve.kind === 'table' ? null : curve.sealedSuction * curve.freeFlow;
  const order = fault === 'hard' ? sorted.reverse() : sorted;
  for (const machine of order) {
    const weaker = own === null || airPower(machine) < own;
    if (machine === rig.source.machine || weaker !== (fault === 'hard')) continue;
    const { calibration: _, ...rest } = rig;
    const source = librarySource(machine);
    const driven: Rig = { ...rest, source, power: poweredBy(rig.power, source.supply) };
    const found = offer('otherMachine', null, machine, driven, spot);
    if (found.length > 0) return found;
  }
  return [];
}

/** Each that leads into the band; empty offers mean that nothing of what was tried does. */
export function driveOffers(rig: Rig): DriveOffers {
  if (solveSuction({ system: rigSystem(rig), opening: 0 }).flow.hose <= 0) return { fault: null, offers: [] };
  const spot = rigSweetSpot(rig);
  const fault = driveFault(rig, spot);
  if (fault === null) return { fault, offers: [] };
  const offers = [
    ...(fault === 'hard' ? largerBleed(rig, spot) : shorterHose(rig, spot)),
    ...otherHoses(rig),
    ...otherMachine(rig, spot, fault),
  ];
  return { fault, offers };
}
