/** A rig as the air meets it, part by part from the mouth to the machine, and the same with every number checked. */
import type { Fields } from '../shared/errors/index.js';
import { DomainError, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { type Air, readAir, STANDARD_GRAVITY } from './air.js';
import { type CheckedGate, type Gate, gateOf } from './gate.js';
import { type CheckedLeak, DISCHARGE, type Leak, leakOf, type Place, PLACES } from './leaks.js';
import { boreArea, type CheckedPipe, contractionAt, type Pipe, pipeOf, TAPER_ANGLE } from './pipe-losses.js';
import { type CheckedScreen, type Screen, screenOf } from './screen-loss.js';
import { type CheckedSource, type Source, sourceOf } from './source.js';

/** The mouth; behind it the bore widens (or narrows) to the hose. */
export interface Nozzle extends Pipe {
  /** Full cone angle of the change of bore, (0, pi]; pi (sudden) unless given. */
  readonly taperAngle?: number | null;
}

export interface Port {
  readonly diameter: number;
  /** Share of the port's area that its gate leaves open, 0..1; 1 unless given. */
  readonly opening?: number | null;
  readonly taperAngle?: number | null;
}

/** Bees on their way through the hose. */
export interface BeeLoad {
  /** Bees a second, >= 0. */
  readonly feedRate: number;
  /** kg of one bee. */
  readonly mass: number;
  /** m/s of the bees where they leave the hose. */
  readonly hoseExitSpeed: number;
  /** m, 0 unless given. */
  readonly climbHeight?: number | null;
}

export interface Bleed {
  readonly gate: Gate;
  readonly at: Place;
  /** (0, 1], 0.62 unless given. */
  readonly dischargeCoefficient?: number | null;
}

export interface SuctionSystem {
  readonly air: Air;
  readonly source: Source;
  /** The machine's own hose, behind the plenum. */
  readonly sourceDuct?: Pipe | null;
  readonly screen: Screen;
  readonly nozzle?: Nozzle | null;
  readonly hose: Pipe;
  readonly port: Port;
  readonly bleed: Bleed;
  readonly leaks?: readonly Leak[] | null;
  readonly beeLoad?: BeeLoad | null;
  /** m² of the largest panel of the box, 0.17 unless given. */
  readonly panelArea?: number | null;
}

export interface CheckedNozzle extends CheckedPipe {
  readonly taperAngle: number;
}
export interface CheckedPort {
  readonly diameter: number;
  readonly opening: number;
  readonly taperAngle: number;
  /** m² that the jet fills; 0 when shut. */
  readonly jetArea: number;
}

/** Every number checked, every default filled in, all that does not depend on the flow worked out once. */
export interface CheckedSystem {
  readonly air: Required<Air>;
  readonly source: CheckedSource;
  readonly duct: CheckedPipe | null;
  readonly screen: CheckedScreen;
  readonly nozzle: CheckedNozzle | null;
  readonly hose: CheckedPipe;
  readonly port: CheckedPort;
  readonly bleed: { readonly gate: CheckedGate; readonly at: Place; readonly discharge: number };
  readonly leaks: readonly CheckedLeak[];
  /** Pa the bees in the hose cost, however fast the air. */
  readonly beePressure: number;
  readonly panelArea: number;
}

const SHARE: NumberRange = { min: 0, max: 1 };

/** Pa that bees in a hose cost: their acceleration and their lift. */
export function beePressure(load: {
  feedRate: number;
  mass: number;
  exitSpeed: number;
  climb: number;
  area: number;
}): number {
  const { feedRate, mass, exitSpeed, climb, area } = load;
  return (feedRate * mass * exitSpeed) / area + (feedRate * mass * STANDARD_GRAVITY * climb) / (exitSpeed * area);
}

export function nozzleOf(fields: Fields): CheckedNozzle {
  return { ...pipeOf(fields, 'projecting'), taperAngle: fields.numberOr('taperAngle', Math.PI, TAPER_ANGLE) };
}

/** m² of port below which it is shut: less than a grain of pollen leaves open. */
const SHUT = 1e-12;

function portOf(fields: Fields): CheckedPort {
  const diameter = fields.number('diameter', POSITIVE);
  const given = fields.numberOr('opening', 1, SHARE);
  const opening = given * boreArea(diameter) < SHUT ? 0 : given;
  const taperAngle = fields.numberOr('taperAngle', Math.PI, TAPER_ANGLE);
  return { diameter, opening, taperAngle, jetArea: contractionAt(opening) * opening * boreArea(diameter) };
}

function loadOf(fields: Fields | null, area: number): number {
  if (fields === null) return 0;
  const feedRate = fields.number('feedRate', NON_NEGATIVE);
  const mass = fields.number('mass', POSITIVE);
  const exitSpeed = fields.number('hoseExitSpeed', POSITIVE);
  return beePressure({ feedRate, mass, exitSpeed, climb: fields.numberOr('climbHeight', 0, NON_NEGATIVE), area });
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `CONFLICT`, with the path of the part. */
export function systemOf(fields: Fields): CheckedSystem {
  const air = readAir(fields.object('air'));
  const source = sourceOf(fields.object('source'));
  const ductFields = fields.objectOr('sourceDuct');
  const duct = ductFields && pipeOf(ductFields, 'flush');
  const screen = screenOf(fields.object('screen'));
  const nozzleFields = fields.objectOr('nozzle');
  const nozzle = nozzleFields && nozzleOf(nozzleFields);
  const hose = pipeOf(fields.object('hose'), 'projecting');
  const port = portOf(fields.object('port'));
  const bleedFields = fields.object('bleed');
  const bleed = {
    gate: gateOf(bleedFields.object('gate')),
    at: bleedFields.word('at', PLACES),
    discharge: bleedFields.numberOr('dischargeCoefficient', 0.62, DISCHARGE),
  };
  const leaks = fields.objectsOr('leaks').map(leakOf);
  const beePressureInHose = loadOf(fields.objectOr('beeLoad'), hose.area);
  const panelArea = fields.numberOr('panelArea', 0.17, POSITIVE);
  if (!Number.isFinite(beePressureInHose)) {
    throw new DomainError('RANGE', fields.at('beeLoad'), 'the bees weigh more than can be reckoned');
  }
  return { air, source, duct, screen, nozzle, hose, port, bleed, leaks, beePressure: beePressureInHose, panelArea };
}
