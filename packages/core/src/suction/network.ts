/**
 * How much air takes which way through a rig: mouth, nozzle, hose, port, box, screen, plenum, duct, machine, with the bleed and
 * the leaks beside them.
 *
 * All losses are summed from the mouth on; the flow in the hose is the one unknown. With u the under-pressure at the machine's
 * inlet and r = (p - u)/p, the machine gives r · curve(flow / r): it moves volume at its own, thinner, inlet air. Every loss rises
 * with its flow and every side flow with its pressure, while the machine's suction falls with both, so the difference has
 * exactly one root, always inside [0, free flow]: no start value, no divergence. With the port shut the unknown is the box's
 * under-pressure, by the same argument.
 *
 * Source: continuity and the losses of `pipe-losses.ts`, `screen-loss.ts`, `leaks.ts`; two independent solvers agree to 1e-10.
 * Left out: the spin-up of a choked universal motor, the frames (under 1 Pa), heat. Steady flow, incompressible but at the machine.
 */
import { Fields } from '../shared/errors/index.js';
import { brent } from '../shared/numeric/index.js';
import { OPENING } from './gate.js';
import { leakAt, orificeAt } from './leaks.js';
import { boreArea, type CheckedPipe, frictionAt, lossAlong, transitionAt } from './pipe-losses.js';
import { dropAt } from './screen-loss.js';
import { simpleCurve, suctionAt } from './source.js';
import { type CheckedSystem, type SuctionSystem, systemOf } from './system.js';

export type StationName = 'mouth' | 'nozzleEnd' | 'hoseStart' | 'hoseEnd' | 'port';
export interface Station {
  readonly name: StationName;
  /** m/s. */
  readonly speed: number;
  /** Pa lost so far. */
  readonly total: number;
  /** Pa a tap in the wall reads. */
  readonly static: number;
}

/** m³/s, Pa, m/s, m, W, m². `warnings` are codes, sorted. */
export interface SuctionState {
  /** `source-too-weak`: it cannot hold the bees in the hose; the flow in it is then 0. */
  readonly status: 'ok' | 'source-too-weak';
  readonly flow: Readonly<Record<'hose' | 'boxLeak' | 'plenumLeak' | 'bleed' | 'screen' | 'source', number>>;
  readonly underPressure: Readonly<Record<'box' | 'plenum' | 'source' | 'screenDrop', number>>;
  readonly speed: Readonly<
    Record<
      'nozzle' | 'hose' | 'portJet' | 'screenFace' | 'screenUncovered' | 'screenHoles' | 'bleed' | 'sourceDuct',
      number
    >
  >;
  readonly jetDiameter: number;
  readonly hoseReynolds: number;
  readonly hoseFriction: number;
  readonly airPower: number;
  readonly bleedArea: number;
  readonly stations: readonly Station[];
  readonly warnings: readonly string[];
}

/** Relative width of the bracket at which a root counts as found. */
const RELATIVE_TOLERANCE = 1e-12;
const TURBULENT = 4000;
/** Speed and share of the ambient pressure above which the air's thinning would have to be reckoned everywhere. */
const INCOMPRESSIBLE = { speed: 100, share: 0.05 };
/** N on the largest panel of the box above which it may bow or break. */
const PANEL_LIMIT = 300;

function head(system: CheckedSystem, speed: number): number {
  return (system.air.density * speed ** 2) / 2;
}

function reynolds(system: CheckedSystem, pipe: CheckedPipe, speed: number): number {
  return (system.air.density * speed * pipe.diameter) / system.air.viscosity;
}

type Pass = (name: StationName, speed: number, total: number) => void;

/** Goes along the path at a hose flow > 0 and tells the total pressure lost up to each station. */
function walk(system: CheckedSystem, flow: number, pass: Pass): void {
  const { nozzle, hose, port } = system;
  const hoseSpeed = flow / hose.area;
  const hoseHead = head(system, hoseSpeed);
  let total = 0;
  if (nozzle) {
    const speed = flow / nozzle.area;
    const own = head(system, speed);
    total += nozzle.entrance * own;
    pass('mouth', speed, total);
    total += lossAlong(nozzle, reynolds(system, nozzle, speed)) * own;
    pass('nozzleEnd', speed, total);
    total += transitionAt(nozzle.diameter, hose.diameter, nozzle.taperAngle) * Math.max(own, hoseHead);
    pass('hoseStart', hoseSpeed, total);
  } else {
    total += hose.entrance * hoseHead;
    pass('mouth', hoseSpeed, total);
  }
  total += lossAlong(hose, reynolds(system, hose, hoseSpeed)) * hoseHead + system.beePressure;
  pass('hoseEnd', hoseSpeed, total);
  const portHead = head(system, flow / boreArea(port.diameter));
  total += transitionAt(hose.diameter, port.diameter, port.taperAngle) * Math.max(hoseHead, portHead);
  pass('port', flow / port.jetArea, total);
}

function pathLosses(system: CheckedSystem, flow: number): Station[] {
  const stations: Station[] = [];
  walk(system, flow, (name, speed, total) => {
    stations.push({ name, speed, total, static: total + head(system, speed) });
  });
  return stations;
}

/** Pa from ambient to the still air of the box; the whole head of the jet is lost in it. */
function hoseLoss(system: CheckedSystem, flow: number): number {
  if (flow === 0) return system.beePressure;
  let last = 0;
  walk(system, flow, (_, speed, total) => {
    last = total + head(system, speed);
  });
  return last;
}

interface Branches {
  readonly boxLeak: number;
  readonly plenumLeak: number;
  readonly bleed: number;
  readonly screen: number;
  readonly source: number;
  readonly box: number;
  readonly plenum: number;
  readonly inlet: number;
  readonly screenDrop: number;
}

function leakage(system: CheckedSystem, at: 'box' | 'plenum', underPressure: number): number {
  let sum = 0;
  for (const leak of system.leaks) if (leak.at === at) sum += leakAt(leak, underPressure, system.air.density);
  return sum;
}

function ductLoss(system: CheckedSystem, flow: number): number {
  const { duct } = system;
  if (duct === null || flow === 0) return 0;
  const speed = flow / duct.area;
  return (duct.entrance + lossAlong(duct, reynolds(system, duct, speed))) * head(system, speed);
}

/** Everything behind the box, given its under-pressure and the flow that comes in by the hose. */
function behind(system: CheckedSystem, bleedArea: number, hoseFlow: number, box: number): Branches {
  const { bleed, air } = system;
  const effective = bleed.discharge * bleedArea;
  const boxLeak = leakage(system, 'box', box);
  const boxBleed = bleed.at === 'box' ? orificeAt(effective, box, air.density) : 0;
  const screen = hoseFlow + boxLeak + boxBleed;
  const screenDrop = dropAt(system.screen, screen, air);
  const plenum = box + screenDrop;
  const plenumLeak = leakage(system, 'plenum', plenum);
  const plenumBleed = bleed.at === 'plenum' ? orificeAt(effective, plenum, air.density) : 0;
  const source = screen + plenumLeak + plenumBleed;
  const inlet = plenum + ductLoss(system, source);
  return { boxLeak, plenumLeak, bleed: boxBleed + plenumBleed, screen, source, box, plenum, inlet, screenDrop };
}

/** What the machine gives at a flow (at ambient density) and an under-pressure at its inlet. */
function machine(system: CheckedSystem, flow: number, inlet: number): number {
  const { air } = system;
  if (inlet >= air.pressure) return 0;
  const r = (air.pressure - inlet) / air.pressure;
  return r * suctionAt(system.source, flow / r, air.density);
}

function sealed(system: CheckedSystem): number {
  return suctionAt(system.source, 0, system.air.density);
}

function shortfall(system: CheckedSystem, branches: Branches): number {
  return branches.inlet - machine(system, branches.source, branches.inlet);
}

function withPortShut(system: CheckedSystem, bleedArea: number): Branches {
  const high = sealed(system);
  const box = brent((u) => shortfall(system, behind(system, bleedArea, 0, u)), {
    low: 0,
    high,
    tolerance: RELATIVE_TOLERANCE * high,
    path: 'system',
  });
  return behind(system, bleedArea, 0, box);
}

/** Flow in the hose, 0 when the port is shut or the bees in the hose are more than the machine can hold. */
function hoseFlowOf(system: CheckedSystem, bleedArea: number): number {
  const at = (flow: number): Branches => behind(system, bleedArea, flow, hoseLoss(system, flow));
  if (system.port.opening === 0) return 0;
  if (system.beePressure > 0 && shortfall(system, at(0)) >= 0) return 0;
  const high = system.source.speedRatio * system.source.freeFlow;
  return brent((flow) => shortfall(system, at(flow)), {
    low: 0,
    high,
    tolerance: RELATIVE_TOLERANCE * high,
    path: 'system',
  });
}

function stillStations(system: CheckedSystem): Station[] {
  const names: readonly StationName[] = system.nozzle
    ? ['mouth', 'nozzleEnd', 'hoseStart', 'hoseEnd', 'port']
    : ['mouth', 'hoseEnd', 'port'];
  return names.map((name) => ({ name, speed: 0, total: 0, static: 0 }));
}

function speedsOf(system: CheckedSystem, flow: number, b: Branches, moving: boolean): SuctionState['speed'] {
  const { screen, hose, nozzle, port, duct, air } = system;
  const face = b.screen / screen.area;
  const uncovered = face / (1 - screen.coverage);
  return {
    nozzle: flow / (nozzle ?? hose).area,
    hose: flow / hose.area,
    portJet: moving ? flow / port.jetArea : 0,
    screenFace: face,
    screenUncovered: uncovered,
    screenHoles: uncovered / screen.openFraction,
    bleed: Math.sqrt((2 * (system.bleed.at === 'box' ? b.box : b.plenum)) / air.density),
    sourceDuct: duct ? b.source / duct.area : 0,
  };
}

function warningsOf(system: CheckedSystem, state: Omit<SuctionState, 'warnings'>, moving: boolean): string[] {
  const { box, source } = state.underPressure;
  const fast = Object.values(state.speed).some((speed) => speed > INCOMPRESSIBLE.speed);
  const leaks = state.flow.boxLeak + state.flow.plenumLeak;
  const found: readonly (readonly [string, boolean])[] = [
    ['box-load', box * system.panelArea > PANEL_LIMIT],
    ['compressible', source > INCOMPRESSIBLE.share * system.air.pressure || fast],
    ['leaks-dominate', leaks > state.flow.source / 2],
    ['low-reynolds', moving && state.hoseReynolds < TURBULENT],
    ['nozzle-wider-than-hose', system.nozzle !== null && system.nozzle.diameter > system.hose.diameter],
    ['overloaded', state.status === 'source-too-weak'],
    ['port-closed', system.port.opening === 0],
  ];
  return found.filter(([, holds]) => holds).map(([code]) => code);
}

/** The solver itself, for a system that is checked, at a geometric bleed area in m². */
export function solveAtArea(system: CheckedSystem, bleedArea: number): SuctionState {
  const flow = hoseFlowOf(system, bleedArea);
  const shut = system.port.opening === 0;
  const moving = flow > 0;
  const b = moving ? behind(system, bleedArea, flow, hoseLoss(system, flow)) : withPortShut(system, bleedArea);
  const speed = speedsOf(system, flow, b, moving);
  const hoseReynolds = reynolds(system, system.hose, speed.hose);
  const state = {
    status: moving || shut ? ('ok' as const) : ('source-too-weak' as const),
    flow: {
      hose: flow,
      boxLeak: b.boxLeak,
      plenumLeak: b.plenumLeak,
      bleed: b.bleed,
      screen: b.screen,
      source: b.source,
    },
    underPressure: { box: b.box, plenum: b.plenum, source: b.inlet, screenDrop: b.screenDrop },
    speed,
    jetDiameter: moving ? 2 * Math.sqrt(system.port.jetArea / Math.PI) : 0,
    hoseReynolds,
    hoseFriction: moving ? frictionAt(hoseReynolds, system.hose.relativeRoughness) : 0,
    airPower: b.source * b.inlet,
    bleedArea,
    stations: moving ? pathLosses(system, flow) : stillStations(system),
  };
  return { ...state, warnings: warningsOf(system, state, moving) };
}

export function solveAt(system: CheckedSystem, opening: number): SuctionState {
  return solveAtArea(system, system.bleed.gate.open(opening).area);
}

function readCall(a: unknown): { system: CheckedSystem; opening: number } {
  const fields = new Fields(a);
  const system = systemOf(fields.object('system'));
  return { system, opening: fields.number('opening', OPENING) };
}

/**
 * Flow, under-pressure and speed everywhere in a rig, with its bleed gate at a share 0..1 of its travel.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `CONFLICT`. A source that cannot hold the bees is a result.
 */
export function solveSuction(a: { system: SuctionSystem; opening: number }): SuctionState {
  const { system, opening } = readCall(a);
  return solveAt(system, opening);
}

/** The same rig with the source's two ends kept and its curve taken once as a parabola, once as a straight line. */
export function curveSpread(a: { system: SuctionSystem; opening: number }): {
  parabola: SuctionState;
  linear: SuctionState;
} {
  const { system, opening } = readCall(a);
  const as = (kind: 'parabola' | 'linear'): SuctionState => solveAt(withCurve(system, kind), opening);
  return { parabola: as('parabola'), linear: as('linear') };
}

export function withCurve(
  system: CheckedSystem,
  kind: 'parabola' | 'linear',
  { sealedSuction, freeFlow } = system.source,
): CheckedSystem {
  const curve = simpleCurve(kind, sealedSuction, freeFlow);
  return { ...system, source: { ...system.source, kind, sealedSuction, freeFlow, curve } };
}

/** Pa across a screen that nothing passes: only the bleed and the leaks behind it feed the machine. */
export function shutPressureAt(system: CheckedSystem, bleedArea: number): number {
  const { bleed, air } = system;
  const effective = bleed.at === 'plenum' ? bleed.discharge * bleedArea : 0;
  const high = sealed(system);
  return brent(
    (plenum) => {
      const flow = orificeAt(effective, plenum, air.density) + leakage(system, 'plenum', plenum);
      const inlet = plenum + ductLoss(system, flow);
      return inlet - machine(system, flow, inlet);
    },
    { low: 0, high, tolerance: RELATIVE_TOLERANCE * high, path: 'system' },
  );
}

/**
 * Under-pressure in the plenum in Pa when bees shut the whole screen, which caps the pull on them.
 * @throws DomainError as {@link solveSuction}.
 */
export function screenShutPressure(a: { system: SuctionSystem; opening: number }): number {
  const { system, opening } = readCall(a);
  return shutPressureAt(system, system.bleed.gate.open(opening).area);
}
