/**
 * The flight of one bee: from rest before the nozzle, through the hose, across the box, to the wall she lands on.
 *
 * u' = k (v - u)|v - u| - g rise/length - (f/2D) u|u|, k = density CdA / (2 m). Bees are ballistic: the length over which she takes
 * up the air's speed, 1/k, is 6.2 m for a gorged bee, so she leaves a 3 m hose at about half the speed of the air, and the jet in
 * the box changes that by a few per cent only.
 *
 * Source: drag law; free round jet with a core of 6 bores; bends keep 0.85 (0.6–0.95) of her speed, wall friction 0.01
 * (0.002–0.03) from pneumatic conveying of grain [rules of thumb]. ±25 % on the arrival speed: two figures are honest.
 * Integrated by classical RK4 of fixed step, which is part of the definition; the step is cut into equal parts where a bee that
 * is very light for her drag would make it unstable.
 */
import { DomainError, emptyError, Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { STANDARD_GRAVITY } from './air.js';
import { AIR_SPEED, approachAt, type Bee, densityOf, floatAt, FLOW, readBee } from './capture.js';

/** The air before the mouth. */
export interface Approach {
  /** m from which the bee starts, 0..1. */
  readonly distance: number;
  readonly flow: number;
  readonly nozzleArea: number;
  readonly flanged?: boolean | null;
}

export interface PathSegment {
  readonly length: number;
  readonly airSpeed: number;
  readonly diameter: number;
  /** m climbed, within ± length; 0 unless given. */
  readonly rise?: number | null;
  /** Share of her speed she keeps at the end of it, 0.05..1; 1 unless given. */
  readonly retain?: number | null;
  /** 0..0.5, 0.01 unless given. */
  readonly wallFriction?: number | null;
}

export interface BoxCrossing {
  /** m from the port to where she lands. */
  readonly distance: number;
  readonly portDiameter: number;
  readonly portSpeed: number;
  /** rad between her path and the surface; pi/2 (head-on) unless given. */
  readonly incidence?: number | null;
}

export interface HosePath {
  readonly approach?: Approach | null;
  readonly segments: readonly PathSegment[];
  readonly box: BoxCrossing;
}

export type Stage = 'approach' | 'segment' | 'box';

/** s, m/s, J, m, m/s². Where she stalls every number is `null`, but `exitSpeed` is kept if she stalled in the box. */
export interface Trajectory {
  readonly outcome: 'arrived' | 'stalled';
  readonly stage: Stage | null;
  readonly transitTime: number | null;
  readonly exitSpeed: number | null;
  readonly arrivalSpeed: number | null;
  readonly normalSpeed: number | null;
  readonly kineticEnergy: number | null;
  /** Height from which the same bee falls, in air, to that speed; `null` where no fall is as hard. */
  readonly equivalentDrop: number | null;
  /** How far she falls crossing the box. */
  readonly sag: number | null;
  readonly peakAcceleration: number | null;
}

export const INCIDENCE: NumberRange = { min: 0, max: Math.PI / 2 };
const STEP: NumberRange = { min: 1e-5, max: 0.01 };
/** Longest time a stage may take, s. */
const LONGEST_STAGE = 20;
/** A step is cut so that it never takes more than this share of the time in which she takes up the air's speed. */
const STIFFEST = 1;
const MOST_CUTS = 100;
/** Bores that the core of a free jet reaches. */
const CORE = 6;

/** A path whose numbers are checked; every speed in it can be scaled by one factor. */
export interface CheckedPath {
  readonly approach: { distance: number; flow: number; area: number; flanged: boolean } | null;
  readonly segments: readonly {
    length: number;
    airSpeed: number;
    diameter: number;
    rise: number;
    retain: number;
    wallFriction: number;
  }[];
  readonly box: { distance: number; diameter: number; speed: number; incidence: number };
}

export function pathOf(fields: Fields): CheckedPath {
  const before = fields.objectOr('approach');
  const approach = before && {
    distance: before.number('distance', { min: 0, max: 1 }),
    flow: before.number('flow', FLOW),
    area: before.number('nozzleArea', POSITIVE),
    flanged: before.flagOr('flanged', false),
  };
  const segments = fields.objects('segments').map((segment) => {
    const length = segment.number('length', POSITIVE);
    return {
      length,
      airSpeed: segment.number('airSpeed', AIR_SPEED),
      diameter: segment.number('diameter', POSITIVE),
      rise: segment.numberOr('rise', 0, { min: -length, max: length }),
      retain: segment.numberOr('retain', 1, { min: 0.05, max: 1 }),
      wallFriction: segment.numberOr('wallFriction', 0.01, { min: 0, max: 0.5 }),
    };
  });
  if (segments.length === 0) throw emptyError(fields.at('segments'));
  const box = fields.object('box');
  return {
    approach,
    segments,
    box: {
      distance: box.number('distance', POSITIVE),
      diameter: box.number('portDiameter', POSITIVE),
      speed: box.number('portSpeed', AIR_SPEED),
      incidence: box.numberOr('incidence', Math.PI / 2, INCIDENCE),
    },
  };
}

export function scaledPath(path: CheckedPath, factor: number): CheckedPath {
  return {
    approach: path.approach && { ...path.approach, flow: path.approach.flow * factor },
    segments: path.segments.map((segment) => ({ ...segment, airSpeed: segment.airSpeed * factor })),
    box: { ...path.box, speed: path.box.speed * factor },
  };
}

export function stepOf(fields: Fields, fallback: number): number {
  return fields.numberOr('step', fallback, STEP);
}

function jetAt(speed: number, diameter: number, x: number, radius: number): number {
  const core = CORE * diameter;
  if (x >= core) {
    const ratio = (15.2 * radius) / x;
    const profile = 1 + 0.25 * ratio * ratio;
    return ((speed * core) / x) * (1 / (profile * profile));
  }
  const ratio = (15.2 * radius) / core;
  const profile = 1 + 0.25 * ratio * ratio;
  return speed * (1 - (x / core) * (1 - 1 / (profile * profile)));
}

/** m/s of a free jet, `distance` m from its port and `radius` m off its axis. */
export function jetSpeed(a: {
  portSpeed: number;
  portDiameter: number;
  distance: number;
  radius?: number | null;
}): number {
  const fields = new Fields(a);
  const speed = fields.number('portSpeed', AIR_SPEED);
  const diameter = fields.number('portDiameter', POSITIVE);
  const distance = fields.number('distance', NON_NEGATIVE);
  return jetAt(speed, diameter, distance, fields.numberOr('radius', 0, NON_NEGATIVE));
}

/** One point of her flight, for a drawing: m along the path, m/s, s since she let go. */
export interface FlightPoint {
  readonly x: number;
  readonly speed: number;
  readonly time: number;
  readonly stage: Stage;
}

interface StageEnd {
  readonly speed: number;
  readonly time: number;
  readonly peak: number;
}

/** Flies one stage; `null` when she stalls. */
function flyStage(
  acceleration: (x: number, u: number) => number,
  length: number,
  entry: number,
  dt: number,
  watch: ((x: number, speed: number, time: number) => void) | null,
): StageEnd | null {
  let x = 0;
  let u = entry;
  let t = 0;
  let peak = 0;
  for (;;) {
    const a1 = acceleration(x, u);
    if (Math.abs(a1) > peak) peak = Math.abs(a1);
    const u2 = u + (dt / 2) * a1;
    const a2 = acceleration(x + (dt / 2) * u, u2);
    const u3 = u + (dt / 2) * a2;
    const a3 = acceleration(x + (dt / 2) * u2, u3);
    const u4 = u + dt * a3;
    const a4 = acceleration(x + dt * u3, u4);
    const nextX = x + (dt / 6) * (u + 2 * u2 + 2 * u3 + u4);
    const nextU = u + (dt / 6) * (a1 + 2 * a2 + 2 * a3 + a4);
    if (nextX >= length) {
      const f = (length - x) / (nextX - x);
      return { speed: u + f * (nextU - u), time: t + f * dt, peak };
    }
    if (nextX < 0 || (u <= 0 && nextU <= 0)) return null;
    x = nextX;
    u = nextU;
    t += dt;
    if (t > LONGEST_STAGE) return null;
    watch?.(x, u, t);
  }
}

/** What decides how fast her speed can change in a stage: m/s of its fastest air, m it falls, 1/m of its walls. */
interface Stiffness {
  readonly air: number;
  readonly fall?: number;
  readonly drag?: number;
}

export interface Flight {
  readonly stage: Stage | null;
  readonly transitTime: number;
  readonly exitSpeed: number | null;
  readonly arrivalSpeed: number;
  readonly boxTime: number;
  readonly peak: number;
}

/** The flight itself, for numbers that are checked. `stage` says where she stalled, `null` that she arrived. */
export function fly(
  bee: Bee,
  path: CheckedPath,
  density: number,
  options: { radius: number; step: number; start?: number; watch?: (point: FlightPoint) => void },
): Flight {
  const { radius, step, watch } = options;
  const k = (density * bee.dragArea) / (2 * bee.mass);
  let speed = 0;
  let transitTime = 0;
  let peak = 0;
  let exitSpeed: number | null = null;
  let travelled = 0;
  let boxTime = 0;
  /** Equal parts of a step: the rate at which her speed answers, by the fastest air and the fastest she can be. */
  const cut = ({ air, fall = 0, drag = 0 }: Stiffness): number => {
    const fastest = Math.max(speed, air, Math.sqrt(2 * STANDARD_GRAVITY * fall));
    const parts = Math.ceil((step * (2 * k * (air + fastest) + 2 * drag * fastest)) / STIFFEST);
    if (parts > MOST_CUTS)
      throw new DomainError('RANGE', 'mass', 'is too little for her drag to be followed', { value: bee.mass });
    return Math.max(1, parts);
  };
  const pass = (
    stage: Stage,
    length: number,
    stiffness: Stiffness,
    acceleration: (x: number, u: number) => number,
  ): boolean => {
    const from = travelled;
    const since = transitTime;
    const seen =
      watch &&
      ((x: number, u: number, t: number) => {
        watch({ x: from + x, speed: u, time: since + t, stage });
      });
    const end = flyStage(acceleration, length, speed, step / cut(stiffness), seen ?? null);
    if (end === null) return false;
    speed = end.speed;
    transitTime += end.time;
    travelled += length;
    peak = Math.max(peak, end.peak);
    if (stage === 'box') boxTime = end.time;
    seen?.(length, end.speed, end.time);
    return true;
  };
  const stalledIn = (stage: Stage): Flight => ({ stage, transitTime, exitSpeed, arrivalSpeed: 0, boxTime, peak });

  const { approach } = path;
  const start = options.start ?? approach?.distance ?? 0;
  if (approach && start > 0) {
    const { flow, area, flanged } = approach;
    const pulled = (x: number, u: number): number => {
      const relative = approachAt(flow, area, Math.max(0, start - x), flanged) - u;
      return k * relative * Math.abs(relative);
    };
    if (!pass('approach', start, { air: flow / area }, pulled)) return stalledIn('approach');
  }
  for (const { length, airSpeed, diameter, rise, retain, wallFriction } of path.segments) {
    const weight = STANDARD_GRAVITY * (rise / length);
    const drag = wallFriction / (2 * diameter);
    const carried = (_: number, u: number): number => {
      const relative = airSpeed - u;
      return k * relative * Math.abs(relative) - weight - drag * u * Math.abs(u);
    };
    if (!pass('segment', length, { air: airSpeed, fall: Math.max(0, -rise), drag }, carried))
      return stalledIn('segment');
    speed *= retain;
  }
  exitSpeed = speed;
  const { box } = path;
  const blown = (x: number, u: number): number => {
    const relative = jetAt(box.speed, box.diameter, x, radius) - u;
    return k * relative * Math.abs(relative);
  };
  if (!pass('box', box.distance, { air: box.speed }, blown)) return stalledIn('box');
  return { stage: null, transitTime, exitSpeed, arrivalSpeed: speed, boxTime, peak };
}

/** Height of a fall in air that ends at this speed, or `null` at or above her float velocity. */
export function dropFor(bee: Bee, density: number, speed: number): number | null {
  const share = speed / floatAt(bee, density);
  if (share >= 1) return null;
  return (bee.mass / (density * bee.dragArea)) * Math.log(1 / (1 - share ** 2));
}

type FlightCall = Bee & { path: HosePath; airDensity?: number | null; radius?: number | null; step?: number | null };

/** As {@link beeTrajectory}, with her course for a chart: about `points` of it. */
export function flightCourse(a: FlightCall, points = 120): { flight: Trajectory; course: FlightPoint[] } {
  const all: FlightPoint[] = [];
  const flight = flown(a, (point) => all.push(point));
  const every = Math.max(1, Math.floor(all.length / points));
  return { flight, course: all.filter((_, n) => n % every === 0 || n === all.length - 1) };
}

/**
 * One bee through the rig. `radius` m off the jet's axis (0), `step` s (0.0005; 1e-5..0.01).
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`; `EMPTY` for a path without segments. Stalling is a result.
 */
export function beeTrajectory(a: FlightCall): Trajectory {
  return flown(a);
}

function flown(a: FlightCall, watch?: (point: FlightPoint) => void): Trajectory {
  const fields = new Fields(a);
  const bee = readBee(fields);
  const path = pathOf(fields.object('path'));
  const density = densityOf(fields);
  const radius = fields.numberOr('radius', 0, NON_NEGATIVE);
  const flight = fly(bee, path, density, { radius, step: stepOf(fields, 0.0005), ...(watch && { watch }) });
  if (flight.stage !== null) return stalled(flight);
  const normalSpeed = flight.arrivalSpeed * Math.sin(path.box.incidence);
  return {
    outcome: 'arrived',
    stage: null,
    transitTime: flight.transitTime,
    exitSpeed: flight.exitSpeed,
    arrivalSpeed: flight.arrivalSpeed,
    normalSpeed,
    kineticEnergy: (bee.mass * flight.arrivalSpeed ** 2) / 2,
    equivalentDrop: dropFor(bee, density, normalSpeed),
    sag: (STANDARD_GRAVITY * flight.boxTime ** 2) / 2,
    peakAcceleration: flight.peak,
  };
}

function stalled({ stage, exitSpeed }: Flight): Trajectory {
  return {
    outcome: 'stalled',
    stage,
    transitTime: null,
    exitSpeed,
    arrivalSpeed: null,
    normalSpeed: null,
    kineticEnergy: null,
    equivalentDrop: null,
    sag: null,
    peakAcceleration: null,
  };
}
