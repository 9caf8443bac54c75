/**
 * What it takes to lift a bee off, to carry her up a hose, and how many at once a hose bears.
 *
 * Float velocity sqrt(2 m g / (density CdA)): the upward air that just carries her. Detaching: float · sqrt(hold-on + lift).
 * Carrying: margin · float · sqrt(s + mu sqrt(1 - s²)), s = sine of the slope. Air before an open nozzle: Q / (10 x² + A), a third
 * faster with a wall round it, never above Q/A; good to about 1.5 bores, and an end that rests on the bees is stronger.
 * Crowding: solids at the slow mouth over 3 %, choking at 97 % voidage, or a quarter of the pressure to spare.
 *
 * Source: drag and weight; capture speed: industrial ventilation practice; choking: Ind. Eng. Chem. Process Des. Dev. 1971 10;
 * margin 1.3 (1.2–1.5), friction 0.5 (0.3–1) and the limits of 3 % and 25 % [rules of thumb].
 */
import { Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { brent } from '../shared/numeric/index.js';
import { STANDARD_GRAVITY, USUAL_DENSITY } from './air.js';
import { boreArea } from './pipe-losses.js';
import { beePressure } from './system.js';

/** A bee as the air sees her: kg, and drag coefficient x area in m². */
export interface Bee {
  readonly mass: number;
  readonly dragArea: number;
}

const SLOPE: NumberRange = { min: -1, max: 1 };
export const FRICTION: NumberRange = { min: 0, max: 3 };
export const MARGIN: NumberRange = { min: 1, max: 5 };
export const CARRY_MARGIN = 1.3;
export const HOSE_FRICTION = 0.5;
/** Friction at which a bee that does not cling is still dragged along: the edge below which she surely stalls. */
export const LEAST_FRICTION = 0.3;
const MOUTH_SOLIDS = 0.03;
const VOIDAGE = 0.97;
const PRESSURE_SHARE = 0.25;
/** kg/m³, a bee with her air sacs. */
const BODY_DENSITY = 1000;

/** Bounds that no bee vacuum comes near, so that no input holds a call for long: m², m/s, m³/s. */
const DRAG_AREA: NumberRange = { min: 0, above: true, max: 1e-3 };
export const AIR_SPEED: NumberRange = { min: 0, max: 200 };
export const FLOW: NumberRange = { min: 0, max: 10 };
const MOVING_AIR: NumberRange = { ...AIR_SPEED, above: true };

export function readBee(fields: Fields): Bee {
  const mass = fields.number('mass', POSITIVE);
  return { mass, dragArea: fields.number('dragArea', DRAG_AREA) };
}

export function densityOf(fields: Fields): number {
  return fields.numberOr('airDensity', USUAL_DENSITY, POSITIVE);
}

export function floatAt({ mass, dragArea }: Bee, density: number): number {
  return Math.sqrt((2 * mass * STANDARD_GRAVITY) / (density * dragArea));
}

/** m/s of upward air that just carries a bee; `airDensity` 1.2 kg/m³ unless given. */
export function floatVelocity(a: Bee & { airDensity?: number | null }): number {
  const fields = new Fields(a);
  return floatAt(readBee(fields), densityOf(fields));
}

/**
 * m/s that pulls a bee off. `holdOn` in body weights (1; 0..50): loose on wood 0.5–1, gripping comb 2–4;
 * `lift` 1 pulled straight up, 0 sideways, -1 down.
 */
export function detachSpeed(
  a: Bee & { holdOn?: number | null; lift?: number | null; airDensity?: number | null },
): number {
  const fields = new Fields(a);
  const bee = readBee(fields);
  const holdOn = fields.numberOr('holdOn', 1, { min: 0, max: 50 });
  const lift = fields.numberOr('lift', 0, SLOPE);
  return floatAt(bee, densityOf(fields)) * Math.sqrt(Math.max(0, holdOn + lift));
}

export function approachAt(flow: number, area: number, distance: number, flanged: boolean): number {
  const open = flow / (10 * distance * distance + area);
  return Math.min(flow / area, flanged ? open / 0.75 : open);
}

/** m/s of the air on the axis, `distance` m before a nozzle. `flanged`: a wall or plate round it. */
export function approachSpeed(a: {
  flow: number;
  nozzleArea: number;
  distance: number;
  flanged?: boolean | null;
}): number {
  const fields = new Fields(a);
  const flow = fields.number('flow', FLOW);
  const area = fields.number('nozzleArea', POSITIVE);
  const distance = fields.number('distance', NON_NEGATIVE);
  return approachAt(flow, area, distance, fields.flagOr('flanged', false));
}

/** m before the nozzle at which the air still has `targetSpeed`; 0 when it has it nowhere. */
export function captureReach(a: {
  flow: number;
  nozzleArea: number;
  targetSpeed: number;
  flanged?: boolean | null;
}): number {
  const fields = new Fields(a);
  const flow = fields.number('flow', FLOW);
  const area = fields.number('nozzleArea', POSITIVE);
  const target = fields.number('targetSpeed', MOVING_AIR);
  const strength = fields.flagOr('flanged', false) ? flow / 0.75 : flow;
  if (flow / area < target) return 0;
  return Math.sqrt(Math.max(0, (strength / target - area) / 10));
}

export function carryingFactor(slope: number, friction: number): number {
  return Math.sqrt(Math.max(0, slope + friction * Math.sqrt(1 - slope ** 2)));
}

/**
 * m/s of air in the hose above which bees are surely carried. `climb` = sine of the slope (1; -1..1), `friction` 0.5 (0..3),
 * `margin` 1.3 (1..5). Below it bees crawl, turn and cling.
 */
export function carryingSpeed(
  a: Bee & { climb?: number | null; friction?: number | null; margin?: number | null; airDensity?: number | null },
): number {
  const fields = new Fields(a);
  const bee = readBee(fields);
  const climb = fields.numberOr('climb', 1, SLOPE);
  const friction = fields.numberOr('friction', HOSE_FRICTION, FRICTION);
  const margin = fields.numberOr('margin', CARRY_MARGIN, MARGIN);
  return margin * floatAt(bee, densityOf(fields)) * carryingFactor(climb, friction);
}

export interface HoseCrowding {
  /** m/s of the bees one bore inside the mouth. */
  readonly inletSpeed: number;
  /** Share of the hose that is bee, there and at the end. */
  readonly inletSolids: number;
  readonly exitSolids: number;
  /** kg of bees per kg of air. */
  readonly loading: number;
  /** Pa. */
  readonly extraPressure: number;
  readonly pressureShare: number | null;
  /** m/s. */
  readonly chokingSpeed: number;
  /** Bees a second above which the hose crowds. */
  readonly feedLimit: number;
  readonly level: 'clear' | 'crowded' | 'choked';
}

/** Bees one bore inside, started from rest, as a share of the air's speed: 1/(1-s) + ln(1-s) - 1 = k d. */
function startShare(kd: number): number {
  const excess = (s: number): number => 1 / (1 - s) + Math.log(1 - s) - 1 - kd;
  const high = 1 - 1e-12;
  // A bee so light for her drag has the air's speed at once.
  if (excess(high) <= 0) return high;
  return brent(excess, { low: 0, high, tolerance: 1e-14, path: 'mass' });
}

/** How full a hose gets at a feed rate of bees a second, and the rate at which it crowds. SI; `availablePressure` in Pa. */
export function hoseCrowding(
  a: Bee & {
    feedRate: number;
    hoseDiameter: number;
    airSpeed: number;
    hoseExitSpeed: number;
    climbHeight?: number | null;
    availablePressure?: number | null;
    airDensity?: number | null;
  },
): HoseCrowding {
  const fields = new Fields(a);
  const feed = fields.number('feedRate', NON_NEGATIVE);
  const bee = readBee(fields);
  const diameter = fields.number('hoseDiameter', POSITIVE);
  const air = fields.number('airSpeed', MOVING_AIR);
  const exit = fields.number('hoseExitSpeed', MOVING_AIR);
  const climb = fields.numberOr('climbHeight', 0, NON_NEGATIVE);
  const available = fields.numberOr('availablePressure', null, POSITIVE);
  const density = densityOf(fields);
  const area = boreArea(diameter);
  const float = floatAt(bee, density);
  const kd = ((density * bee.dragArea) / (2 * bee.mass)) * diameter;
  const inletSpeed = Math.min(air * startShare(kd), exit);
  const volume = bee.mass / BODY_DENSITY;
  const extraPressure = beePressure({ feedRate: feed, mass: bee.mass, exitSpeed: exit, climb, area });
  const perBee = beePressure({ feedRate: 1, mass: bee.mass, exitSpeed: exit, climb, area });
  const chokingPerBee = ((VOIDAGE / (1 - VOIDAGE)) * volume) / area;
  const feedLimit = Math.min(
    (MOUTH_SOLIDS * inletSpeed * area) / volume,
    Math.max(0, air - VOIDAGE * float) / chokingPerBee,
    available === null ? Infinity : (PRESSURE_SHARE * available) / perBee,
  );
  return {
    inletSpeed,
    inletSolids: (feed * volume) / (inletSpeed * area),
    exitSolids: (feed * volume) / (exit * area),
    loading: (feed * bee.mass) / (density * air * area),
    extraPressure,
    pressureShare: available === null ? null : extraPressure / available,
    chokingSpeed: chokingPerBee * feed + VOIDAGE * float,
    feedLimit,
    level: feed > feedLimit ? 'choked' : feed > feedLimit / 3 ? 'crowded' : 'clear',
  };
}
