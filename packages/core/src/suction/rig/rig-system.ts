/**
 * A keeper's rig as the air meets it, and as the bee flies through it.
 *
 * Bends lie evenly along the hose and cut it into stretches; after each a bee keeps 0.85 of her speed. An even hose climbs alike
 * everywhere, an upright one straight up about its middle. A calibration's leak stands for all the seams of the box.
 *
 * Source: `network.ts` and `trajectory.ts`; 0.85 a bend (0.6–0.95), start 40 mm before the mouth [rules of thumb].
 */
import { airProperties } from '../air.js';
import { BEE_DATA } from '../bee-data.js';
import type { Bee } from '../capture.js';
import { seamLeak } from '../leaks.js';
import type { SuctionState } from '../network.js';
import { meshByKey, MESHES } from '../screen.js';
import type { Source } from '../source.js';
import type { Climb } from '../sweet-spot.js';
import type { Nozzle, SuctionSystem } from '../system.js';
import type { HosePath, PathSegment } from '../trajectory.js';
import { BLEED_EDGES, HOSE_WALLS } from './library.js';
import { fittedNozzle, type Rig, type RigNozzle } from './rig.js';

/** Share of her speed a bee keeps round a right-angle bend. */
export const BEND_RETAIN = 0.85;
/** m before the mouth at which bees start. */
export const START_DISTANCE = 0.04;
/** Relative roughness of a machine's own hose: corrugated, as they come. */
const OWN_HOSE_ROUGHNESS = 0.03;

export function rigSource({ source }: Rig): Source {
  return { curve: source.curve, ratedPower: source.ratedPower ?? null };
}

export function nozzlePipe({ diameter, length, entrance }: RigNozzle): Nozzle {
  return { diameter, length, entrance };
}

/** Boxes of a split deep stand one behind the other along the bees' path; those of the others on each other. */
export function inRow(layout: Rig['layout']): boolean {
  return layout === 'splitDeep';
}

/** m from the port to where bees land: boxes in a row lengthen it. */
export function landingDistance({ box, layout }: Rig): number {
  return box.landing.distance + (inRow(layout) ? (box.boxes - 1) * box.length : 0);
}

/** Side areas of the box in m²: one lid, all its walls outside-in for heat, and its largest panel. */
export function boxPanels({ box, layout }: Rig): { lid: number; largest: number; walls: number } {
  const { width, height, boxes } = box;
  const one = Math.max(box.length * width, box.length * height, width * height);
  const { length, stack } = inRow(layout)
    ? { length: box.length * boxes, stack: height }
    : { length: box.length, stack: height * boxes };
  return { lid: length * width, largest: one, walls: 2 * length * width + 2 * (length + width) * stack };
}

export function screenArea({ screen }: Rig): number {
  return screen.length * screen.width;
}

function leaksOf({ seams, calibration }: Rig): NonNullable<SuctionSystem['leaks']> {
  const measured = calibration ? [{ at: 'box' as const, area: calibration.leakArea, exponent: 0.6 }] : [];
  const seen = calibration ? seams.filter(({ at }) => at === 'plenum') : seams;
  return [...measured, ...seen.map(({ seam, length, at }) => ({ at, ...seamLeak({ seam, length }) }))];
}

/** The rig as a network of losses; ask {@link solveSuction} with its gate's opening. */
export function rigSystem(rig: Rig): SuctionSystem {
  const { hose, source, bleed, screen } = rig;
  const nozzle = fittedNozzle(rig);
  const wall = HOSE_WALLS[hose.wall];
  const bend = { angle: Math.PI / 2, radius: hose.bendRadius };
  const { ownHose } = source;
  return {
    air: airProperties({ conditions: rig.air }),
    source: rigSource(rig),
    sourceDuct: ownHose ? { ...ownHose, roughness: OWN_HOSE_ROUGHNESS * ownHose.diameter } : null,
    nozzle: nozzle && nozzlePipe(nozzle),
    hose: {
      diameter: hose.diameter,
      length: hose.length,
      roughness: wall.relativeRoughness * hose.diameter,
      bends: Array.from({ length: hose.bends }, () => bend),
    },
    port: rig.port,
    screen: {
      area: screenArea(rig),
      openFraction: meshByKey({ key: screen.mesh }).openFraction,
      wireDiameter: MESHES[screen.mesh].wire,
      coverage: screen.coverage,
    },
    bleed: { gate: bleed.gate, at: bleed.at, dischargeCoefficient: BLEED_EDGES[bleed.edge].typical },
    leaks: leaksOf(rig),
    panelArea: boxPanels(rig).largest,
  };
}

export function rigBee({ bees }: Rig): Bee {
  const usual = BEE_DATA[bees.kind];
  return { mass: bees.mass ?? usual.mass.typical, dragArea: bees.dragArea ?? usual.dragArea.typical };
}

/** Stretches of the hose by slope, as `sweetSpot` judges them. */
export function rigClimbs({ hose }: Rig): Climb[] {
  if (hose.climb === 'even' || hose.rise === 0) return [{ length: hose.length, slope: hose.rise / hose.length }];
  const upright = Math.abs(hose.rise);
  const level = hose.length - upright;
  const climb = { length: upright, slope: Math.sign(hose.rise) };
  return level > 1e-9 ? [climb, { length: level, slope: 0 }] : [climb];
}

/** m climbed between two places along the hose. */
export function riseBetween({ hose }: Rig, from: number, to: number): number {
  if (hose.climb === 'even') return (hose.rise * (to - from)) / hose.length;
  const half = Math.abs(hose.rise) / 2;
  const middle = hose.length / 2;
  const shared = Math.max(0, Math.min(to, middle + half) - Math.max(from, middle - half));
  return Math.sign(hose.rise) * Math.min(shared, to - from);
}

/** The way of a bee at the speeds of a solved state. */
export function rigPath(rig: Rig, state: SuctionState): HosePath {
  const { hose, box, port } = rig;
  const nozzle = fittedNozzle(rig);
  const mouth = nozzle?.diameter ?? hose.diameter;
  const parts = hose.bends + 1;
  const stretch = hose.length / parts;
  const hoseSegments = Array.from({ length: parts }, (_, n): PathSegment => ({
    length: stretch,
    airSpeed: state.speed.hose,
    diameter: hose.diameter,
    // A stretch that climbs all of its length must not do so by a rounding more.
    rise: Math.max(-stretch, Math.min(stretch, riseBetween(rig, n * stretch, (n + 1) * stretch))),
    retain: n < hose.bends ? BEND_RETAIN : 1,
  }));
  const first: PathSegment[] = nozzle
    ? [{ length: nozzle.length, airSpeed: state.speed.nozzle, diameter: nozzle.diameter }]
    : [];
  return {
    approach: { distance: START_DISTANCE, flow: state.flow.hose, nozzleArea: (Math.PI * mouth ** 2) / 4 },
    segments: [...first, ...hoseSegments],
    box: {
      distance: landingDistance(rig),
      portDiameter: Math.min(port.diameter, state.jetDiameter > 0 ? state.jetDiameter : port.diameter),
      portSpeed: state.speed.portJet,
      incidence: (box.landing.angleDeg * Math.PI) / 180,
    },
  };
}
