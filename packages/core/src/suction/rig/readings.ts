/**
 * Everything that is read off a rig while its gate is dragged: the air, the typical bee, the screen, the feed, the current.
 *
 * Source: the models of this folder's parents, put together; what is random or long (a swarm, a hot box, what matters most) is
 * asked for apart.
 */
import { BEE_DATA } from '../bee-data.js';
import { captureReach, detachSpeed, type HoseCrowding, hoseCrowding } from '../capture.js';
import type { GateOpening } from '../gate.js';
import { gateOpening } from '../gate.js';
import type { Grazing } from '../impact.js';
import { curveSpread, screenShutPressure, solveSuction, type SuctionState } from '../network.js';
import { meshByKey, type ScreenSizing, screenSizing, type ScreenState, screenState } from '../screen.js';
import { screenLossCoefficient } from '../screen-loss.js';
import { inputPower, WEAK_SOURCE } from '../source.js';
import type { SuctionSystem } from '../system.js';
import { dropFor, flightCourse, type FlightPoint, type Trajectory } from '../trajectory.js';
import { landingOf } from './landing.js';
import { rigBee, rigPath, rigSource, rigSystem, screenArea } from './rig-system.js';
import { fittedNozzle, type Rig } from './rig.js';

export interface RigReadings {
  readonly system: SuctionSystem;
  readonly state: SuctionState;
  readonly gate: GateOpening;
  /** The same gate with the nozzle taken off; `null` where none is on. */
  readonly openHose: SuctionState | null;
  /** Hose speeds with either curve, of a weak source that was not calibrated; else `null`. */
  readonly spread: { readonly parabola: SuctionState; readonly linear: SuctionState } | null;
  readonly bee: {
    readonly flight: Trajectory;
    readonly course: readonly FlightPoint[];
    /** `null` when she stalls. */
    readonly landing: Grazing | null;
    /** m of fall in air as hard as the landing; `null` when no fall is, or she stalls. */
    readonly drop: number | null;
    /** m before the mouth at which a loose bee is drawn off, and one that grips comb. */
    readonly reach: { readonly loose: number; readonly gripping: number };
  };
  readonly crowding: HoseCrowding | null;
  readonly screen: {
    readonly state: ScreenState;
    readonly sizing: ScreenSizing;
    /** Pa across it when nothing passes, and the pull then. */
    readonly shutPressure: number;
    readonly shut: ScreenState;
  };
  /** W drawn, `null` without the label's power. */
  readonly power: number | null;
}

/** m³/s that a screen is sized for where no air passes it at all: then all of it may be covered. */
const TRICKLE = 1e-9;

function weak({ source: { curve }, calibration }: Rig): boolean {
  return curve.kind !== 'table' && curve.sealedSuction < WEAK_SOURCE && calibration === undefined;
}

/** The rig as its screen clogs: by the sealed suction of before where a calibration did not find it. */
function clogging({ calibration, source: { curve } }: Rig, system: SuctionSystem): SuctionSystem {
  const sealed = calibration?.sealedBefore;
  if (sealed === undefined || curve.kind === 'table') return system;
  return { ...system, source: { ...system.source, curve: { ...curve, sealedSuction: sealed } } };
}

function screenOf(rig: Rig, system: SuctionSystem, state: SuctionState): RigReadings['screen'] {
  const { air } = system;
  const { openFraction } = meshByKey({ key: rig.screen.mesh });
  const area = screenArea(rig);
  const wireReynolds = (state.speed.screenUncovered * system.screen.wireDiameter * air.density) / air.viscosity;
  const lossCoefficient = screenLossCoefficient({ openFraction, wireReynolds });
  const shutPressure = screenShutPressure({ system: clogging(rig, system), opening: rig.bleed.opening });
  const shared = {
    flow: state.flow.screen,
    area,
    openFraction,
    lossCoefficient,
    mass: rigBee(rig).mass,
    airDensity: air.density,
  };
  return {
    state: screenState({ ...shared, coverage: rig.screen.coverage, maxPressure: shutPressure }),
    sizing: screenSizing({ ...shared, flow: Math.max(shared.flow, TRICKLE) }),
    shutPressure,
    shut: screenState({ ...shared, coverage: 1, maxPressure: shutPressure }),
  };
}

function crowdingOf(rig: Rig, state: SuctionState, flight: Trajectory, density: number): HoseCrowding | null {
  if (flight.exitSpeed === null || state.flow.hose === 0) return null;
  return hoseCrowding({
    ...rigBee(rig),
    feedRate: rig.bees.feedRate,
    hoseDiameter: rig.hose.diameter,
    airSpeed: state.speed.hose,
    hoseExitSpeed: flight.exitSpeed,
    climbHeight: Math.max(0, rig.hose.rise),
    availablePressure: state.underPressure.box,
    airDensity: density,
  });
}

function reachOf(rig: Rig, state: SuctionState, density: number): RigReadings['bee']['reach'] {
  const mouth = fittedNozzle(rig)?.diameter ?? rig.hose.diameter;
  const nozzleArea = (Math.PI * mouth ** 2) / 4;
  const within = (holdOn: number): number =>
    captureReach({
      flow: state.flow.hose,
      nozzleArea,
      targetSpeed: detachSpeed({ ...rigBee(rig), holdOn, lift: 0, airDensity: density }),
    });
  return { loose: within(BEE_DATA.holdOn.loose.typical), gripping: within(BEE_DATA.holdOn.gripping.typical) };
}

/** @throws DomainError for a rig that `rigProblems` finds fault with. A source that cannot drive it is a result. */
export function rigReadings(rig: Rig): RigReadings {
  const system = rigSystem(rig);
  const { opening } = rig.bleed;
  const state = solveSuction({ system, opening });
  const { density } = system.air;
  const bee = rigBee(rig);
  const { flight, course } = flightCourse({ ...bee, path: rigPath(rig, state), airDensity: density });
  const landing = flight.arrivalSpeed === null ? null : landingOf(rig, flight.arrivalSpeed);
  return {
    system,
    state,
    gate: gateOpening({ gate: rig.bleed.gate, opening }),
    openHose: rig.fitted === null ? null : solveSuction({ system: { ...system, nozzle: null }, opening }),
    spread: weak(rig) ? curveSpread({ system, opening }) : null,
    bee: {
      flight,
      course,
      landing,
      drop: landing && dropFor(bee, density, landing.worst),
      reach: reachOf(rig, state, density),
    },
    crowding: crowdingOf(rig, state, flight, density),
    screen: screenOf(rig, system, state),
    power:
      rig.source.ratedPower === undefined
        ? null
        : inputPower({ source: rigSource(rig), flow: state.flow.source, air: system.air }),
  };
}
