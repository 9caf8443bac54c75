/**
 * The sweet spot painted on the gate, nozzle by nozzle.
 *
 * The band of hose speeds does not depend on the gate (all speeds of a rig keep their proportions), so it is found once for each
 * nozzle and carried over to the plate's travel. On the way there the screen's pull and the load on the box's panel may bind
 * before the bees do; the limit that does is named.
 *
 * Source: `sweet-spot.ts`, `gate-questions.ts`; 300 N on a panel [rule of thumb].
 */
import { gateOpening } from '../gate.js';
import { type Band, openingForTarget, safeBand } from '../gate-questions.js';
import { solveSuction } from '../network.js';
import { type SweetSpot, sweetSpot } from '../sweet-spot.js';
import { landingIncidence } from './landing.js';
import { rigReadings } from './readings.js';
import { boxPanels, rigBee, rigClimbs, rigPath, rigSystem } from './rig-system.js';
import { fitted, type Rig } from './rig.js';

/** N on the largest panel of the box. */
export const PANEL_FORCE = 300;
/** The bee of a hundred by which the arrival is judged. */
export const JUDGED_QUANTILE = 0.95;

/** The gate's lane for one nozzle: where the zones meet, in m of the plate's travel, 0 shut. */
export interface GateLane {
  /** Id of the nozzle, `null` the bare hose. */
  readonly nozzle: string | null;
  readonly fullTravel: number;
  readonly spot: SweetSpot;
  /** Tighter than this they land too hard; `fullTravel` when they do everywhere. */
  readonly hardUpTo: number;
  /** Beyond this they may be carried, beyond the next they stall. */
  readonly sureUpTo: number;
  readonly stallsFrom: number;
  /** With the other limits of the rig: the screen's pull and the load on the panel. */
  readonly band: Band;
  /** Where the trim card is marked, `null` when there is no band. */
  readonly mark: number | null;
  /** Hose speed at the mark, m/s. */
  readonly markSpeed: number | null;
}

/** The band of hose speeds of a rig as it stands. */
export function rigSweetSpot(rig: Rig): SweetSpot {
  const system = rigSystem(rig);
  const path = rigPath(rig, solveSuction({ system, opening: 0 }));
  return sweetSpot({
    ...rigBee(rig),
    path: { ...path, box: { ...path.box, incidence: landingIncidence(rig) } },
    climbs: rigClimbs(rig),
    limit: rig.bees.limit,
    quantile: JUDGED_QUANTILE,
    airDensity: system.air.density,
  });
}

function lanePlace(rig: Rig, hoseSpeed: number, fullTravel: number): number {
  if (hoseSpeed <= 0) return fullTravel;
  const found = openingForTarget({ system: rigSystem(rig), target: { quantity: 'hoseSpeed', value: hoseSpeed } });
  if (found.travel !== null) return found.travel;
  return found.status === 'source-too-weak' ? 0 : fullTravel;
}

/** Whether anything flows in the hose at all: without it there are no proportions to carry over. */
function flows(rig: Rig): boolean {
  return solveSuction({ system: rigSystem(rig), opening: 0 }).flow.hose > 0;
}

/** One lane, with one of the rig's nozzles put on. `null` for a rig whose port is shut. */
export function gateLane(given: Rig, nozzle: string | null): GateLane | null {
  const rig = fitted(given, nozzle);
  if (!flows(rig)) return null;
  const spot = rigSweetSpot(rig);
  const system = rigSystem(rig);
  const fullTravel = gateOpening({ gate: rig.bleed.gate, opening: 1 }).travel;
  const hardUpTo = spot.high === null ? fullTravel : lanePlace(rig, spot.high, fullTravel);
  const sureUpTo = lanePlace(rig, spot.lowSure, fullTravel);
  const stallsFrom = lanePlace(rig, spot.low, fullTravel);
  const edge = spot.level === 'wide' ? sureUpTo : stallsFrom;
  const reachable = spot.level !== 'none' && hardUpTo < edge;
  const mark = reachable ? (hardUpTo + edge) / 2 : null;
  const min = spot.level === 'wide' ? spot.lowSure : spot.low;
  const { speedLimit } = rigReadings(rig).screen.sizing;
  const band = safeBand({
    system,
    limits: [
      { quantity: 'hoseSpeed', min, ...(spot.high === null ? {} : { max: spot.high }) },
      { quantity: 'screenUncoveredSpeed', max: speedLimit },
      { quantity: 'boxUnderPressure', max: PANEL_FORCE / boxPanels(rig).largest },
    ],
  });
  const markSpeed = mark === null ? null : solveSuction({ system, opening: mark / fullTravel }).speed.hose;
  return { nozzle, fullTravel, spot, hardUpTo, sureUpTo, stallsFrom, band, mark, markSpeed };
}

/** The bare hose first, then every nozzle. */
export function gateLanes(rig: Rig): (GateLane | null)[] {
  return [null, ...rig.nozzles.map(({ id }) => id)].map((id) => gateLane(rig, id));
}

export const OPENERS = ['meshLanding', 'evenSlope', 'shorterHose', 'widerHose', 'boxLower'] as const;
/** What may open an empty or narrow band. */
export type Opener = (typeof OPENERS)[number];
