/**
 * How hot shut-in bees get: bees, inside air with frames, and walls, each one temperature, and how stirred up the bees are.
 *
 * Cb b' = P - Gb (b - i); Ci i' = Gb (b - i) - Gw (i - w) - density 1006 V (i - out); Cw w' = Gw (i - w) + sun - Go (w - out);
 * tau a' = s(b) - a, P = n (settled + (start - settled) a)(1 - latent): bees calm down in the dark, but above 37–40 °C the heat
 * itself stirs them up again, which is the runaway. The bees' own fanning and evaporation are left out, so times are on the safe
 * side. Natural draught: stack, exchange through one top opening, and wind, summed as squares.
 *
 * Source: energy balance; exchange flow: J. Heat Transfer 1988 110; single-sided wind: BS 5925:1991; films 12 and 5 W/(m² K),
 * calming in 20 min, the 37–40 °C ramp [rules of thumb, not fitted to data]. The model can behave as practice reports; it does not
 * predict minutes.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { bisect, brent } from '../shared/numeric/index.js';
import { BEE_DATA, BEE_HEAT_CAPACITY } from './bee-data.js';
import { densityOf, FLOW } from './capture.js';
import { type CheckedVents, naturalDraught, type Vents, ventsOf, WIND } from './ventilation.js';

/** SI; K. `heatPerBee` W at the start, `heatSettled` after the bees have calmed. */
export interface HeatBox {
  readonly bees: number;
  readonly heatPerBee: number;
  readonly heatSettled?: number | null;
  /** s, 1200 unless given. */
  readonly settleTime?: number | null;
  readonly beeMass?: number | null;
  readonly outsideTemp: number;
  readonly startTemp?: number | null;
  /** m² by which bees touch air: see `beeContactArea`. */
  readonly beeArea: number;
  /** W/(m² K); 12 in still air (8–15), 25 with a fan or fanning bees (15–35). */
  readonly beeFilm?: number | null;
  /** J/K, 3000 unless given, at least 300; 2000 empty, 6000 with ten drawn combs. */
  readonly insideCapacity?: number | null;
  readonly wallArea: number;
  readonly innerFilm?: number | null;
  readonly wallToOutside?: number | null;
  readonly wallCapacity?: number | null;
  /** W of sun, 0..2000. */
  readonly solarGain?: number | null;
  /** Share of the heat that goes into evaporation, 0..0.9; 0 unless given. */
  readonly latentShare?: number | null;
  readonly vents?: Vents | null;
  /** m³/s. */
  readonly fanFlow?: number | null;
  readonly windSpeed?: number | null;
  readonly airDensity?: number | null;
}

export interface SteadyState {
  readonly bees: number;
  readonly air: number;
  readonly wall: number;
  readonly ventilation: number;
  readonly activity: number;
  /** The calm end is under the lethal temperature: true of boxes whose agitated bees die before they calm down. */
  readonly survivableIfCalm: boolean;
  /** Three hours from the given start never reach it. Show this one. */
  readonly survivable: boolean;
}

export interface HeatPoint {
  /** s; K. */
  readonly time: number;
  readonly bees: number;
  readonly air: number;
}

export interface HeatRun {
  readonly ended: 'lethal' | 'duration';
  readonly endTime: number;
  readonly beesEnd: number;
  readonly airEnd: number;
  readonly wallEnd: number;
  readonly activityEnd: number;
  readonly peak: number;
  readonly timeToWarning: number | null;
  readonly timeToDanger: number | null;
  readonly timeToLethal: number | null;
  readonly steady: SteadyState;
}

const { warning, danger, lethal } = BEE_DATA.temperature;
const AIR_HEAT = 1006;
const STIRRED = { from: 310.15, over: 3 };
const TEMPERATURE: NumberRange = { min: 233.15, max: 353.15 };
const DURATION: NumberRange = { min: 0, max: 86400, above: true };
const USUAL_STEP = 5;
const SURVIVAL_TIME = 3 * 3600;
/** To which a vent is found: near the runaway the peak moves by kelvins for a part in a million of the vent. */
const VENT_WITHIN = 1e-13;
const TRIAL_TIME = 2 * 3600;

/** m². */
const BEE_AREA: NumberRange = { min: 0, above: true, max: 100 };

interface Box {
  readonly bees: number;
  readonly heatStart: number;
  readonly heatSettled: number;
  readonly settleTime: number;
  readonly outside: number;
  readonly start: number | null;
  readonly cb: number;
  readonly ci: number;
  readonly cw: number;
  readonly gb: number;
  readonly gw: number;
  readonly go: number;
  readonly sun: number;
  readonly latent: number;
  readonly vents: CheckedVents;
  readonly fan: number;
  readonly wind: number;
  /** J/(m³ K) of air. */
  readonly airHeat: number;
}

function boxOf(fields: Fields): Box {
  const bees = fields.number('bees', NON_NEGATIVE);
  const heatStart = fields.number('heatPerBee', { min: 0, max: 0.1 });
  const heatSettled = fields.numberOr('heatSettled', heatStart, { min: 0, max: heatStart });
  const settleTime = fields.numberOr('settleTime', 1200, POSITIVE);
  const beeMass = fields.numberOr('beeMass', BEE_DATA.swarmWorker.mass.typical, POSITIVE);
  const outside = fields.number('outsideTemp', TEMPERATURE);
  const start = fields.numberOr('startTemp', null, TEMPERATURE);
  const beeArea = fields.number('beeArea', BEE_AREA);
  const beeFilm = fields.numberOr('beeFilm', 12, POSITIVE);
  const ci = fields.numberOr('insideCapacity', 3000, { min: 300 });
  const wallArea = fields.number('wallArea', POSITIVE);
  const innerFilm = fields.numberOr('innerFilm', 5, POSITIVE);
  const wallToOutside = fields.numberOr('wallToOutside', 3.5, POSITIVE);
  const cw = fields.numberOr('wallCapacity', 6000, { min: 300 });
  const sun = fields.numberOr('solarGain', 0, { min: 0, max: 2000 });
  const latent = fields.numberOr('latentShare', 0, { min: 0, max: 0.9 });
  const given = fields.objectOr('vents');
  const vents = ventsOf(given ?? new Fields({}));
  const fan = fields.numberOr('fanFlow', 0, FLOW);
  const wind = fields.numberOr('windSpeed', 0, WIND);
  const airHeat = densityOf(fields) * AIR_HEAT;
  return {
    bees,
    heatStart,
    heatSettled,
    settleTime,
    outside,
    start,
    cb: Math.max(50, bees * beeMass * BEE_HEAT_CAPACITY),
    ci,
    cw,
    gb: beeArea * beeFilm,
    gw: wallArea * innerFilm,
    go: wallArea * wallToOutside,
    sun,
    latent,
    vents,
    fan,
    wind,
    airHeat,
  };
}

function stirred(bees: number): number {
  return Math.min(1, Math.max(0, (bees - STIRRED.from) / STIRRED.over));
}

function heatOf(box: Box, activity: number): number {
  return box.bees * (box.heatSettled + (box.heatStart - box.heatSettled) * activity) * (1 - box.latent);
}

function ventilation(box: Box, inside: number): number {
  return Math.max(box.fan, naturalDraught(box.vents, inside, box.outside, box.wind));
}

type State = readonly [bees: number, air: number, wall: number, activity: number];

function slope(box: Box, [b, i, w, a]: State): State {
  const intoAir = box.gb * (b - i);
  const intoWall = box.gw * (i - w);
  const carried = box.airHeat * ventilation(box, i) * (i - box.outside);
  return [
    (heatOf(box, a) - intoAir) / box.cb,
    (intoAir - intoWall - carried) / box.ci,
    (intoWall + box.sun - box.go * (w - box.outside)) / box.cw,
    (stirred(b) - a) / box.settleTime,
  ];
}

function moved(s: State, d: State, h: number): State {
  return [s[0] + h * d[0], s[1] + h * d[1], s[2] + h * d[2], s[3] + h * d[3]];
}

function rk4(box: Box, s: State, h: number): State {
  const k1 = slope(box, s);
  const k2 = slope(box, moved(s, k1, h / 2));
  const k3 = slope(box, moved(s, k2, h / 2));
  const k4 = slope(box, moved(s, k3, h));
  const next = (n: 0 | 1 | 2 | 3): number => s[n] + (h / 6) * (k1[n] + 2 * k2[n] + 2 * k3[n] + k4[n]);
  return [next(0), next(1), next(2), next(3)];
}

/** Over a run: a course that asks for more is of numbers no box has. */
const MOST_SUB_STEPS = 1_000_000;

/** Sub-steps that keep the stiffest of the four rates stable, and the field that sets it. */
function subSteps(box: Box, [b, i, w]: State, step: number): readonly [parts: number, field: string] {
  const most = Math.max(ventilation(box, b), ventilation(box, i), ventilation(box, w));
  const rates = [
    [box.gb / box.cb, 'beeArea'],
    [(box.gb + box.gw + 1.5 * box.airHeat * most) / box.ci, 'insideCapacity'],
    [(box.gw + box.go) / box.cw, 'wallArea'],
    [1 / box.settleTime, 'settleTime'],
  ] as const;
  const [rate, field] = rates.reduce((stiffest, one) => (one[0] > stiffest[0] ? one : stiffest));
  return [Math.max(1, Math.ceil(2 * step * rate - 1e-9)), field];
}

interface Thresholds {
  readonly warning: number;
  readonly danger: number;
  readonly lethal: number;
}

interface Course {
  readonly state: State;
  readonly endTime: number;
  readonly peak: number;
  readonly crossed: Readonly<Record<keyof Thresholds, number | null>>;
}

function run(
  box: Box,
  plan: { duration: number; step: number; limits: Thresholds; watch?: (point: HeatPoint) => void },
): Course {
  const { duration, step, limits, watch } = plan;
  let state: State = [box.start ?? box.outside, box.outside, box.outside, 1];
  let peak = state[0];
  const crossed: Record<keyof Thresholds, number | null> = { warning: null, danger: null, lethal: null };
  const names = Object.keys(crossed) as (keyof Thresholds)[];
  for (const name of names) if (state[0] >= limits[name]) crossed[name] = 0;
  watch?.({ time: 0, bees: state[0], air: state[1] });
  const steps = Math.ceil(duration / step - 1e-9);
  let time = 0;
  let taken = 0;
  for (let n = 0; n < steps && crossed.lethal === null; n++) {
    const [m, field] = subSteps(box, state, step);
    taken += m;
    if (taken > MOST_SUB_STEPS) throw new DomainError('RANGE', field, 'makes the box change too fast to be followed');
    const h = step / m;
    for (let k = 0; k < m; k++) {
      const next = rk4(box, state, h);
      for (const name of names) {
        if (crossed[name] === null && next[0] >= limits[name]) {
          crossed[name] = n * step + h * (k + (limits[name] - state[0]) / (next[0] - state[0]));
        }
      }
      state = next;
      peak = Math.max(peak, state[0]);
    }
    time = (n + 1) * step;
    watch?.({ time, bees: state[0], air: state[1] });
  }
  return { state, endTime: time, peak, crossed };
}

function steadyAt(box: Box, activity: number): { bees: number; air: number; wall: number; ventilation: number } {
  const power = heatOf(box, activity);
  const { gb, gw, go, sun, outside } = box;
  const wallPath = 1 / (1 / gw + 1 / go);
  const driven = power + (sun * gw) / (gw + go);
  const high = outside + (power + sun) * (1 / gw + 1 / go) + 1;
  const air = brent((i) => (wallPath + box.airHeat * ventilation(box, i)) * (i - outside) - driven, {
    low: outside,
    high,
    tolerance: 1e-12,
    path: 'wallArea',
  });
  return {
    air,
    bees: air + power / gb,
    wall: (gw * air + sun + go * outside) / (gw + go),
    ventilation: ventilation(box, air),
  };
}

function calmest(box: Box): { activity: number; state: ReturnType<typeof steadyAt> } {
  let activity = 0;
  let state = steadyAt(box, activity);
  for (let n = 0; n < 200; n++) {
    const next = stirred(state.bees);
    if (next - activity < 1e-9) break;
    activity = next;
    state = steadyAt(box, activity);
  }
  return { activity, state };
}

function steadyOf(box: Box, lethalAt: number): SteadyState {
  const { activity, state } = calmest(box);
  const limits = { warning: Infinity, danger: Infinity, lethal: lethalAt };
  const trial = run(box, { duration: SURVIVAL_TIME, step: USUAL_STEP, limits });
  return {
    ...state,
    activity,
    survivableIfCalm: state.bees < lethalAt,
    survivable: trial.crossed.lethal === null,
  };
}

interface HeatOptions {
  /** s, (0, 86400]. */
  readonly duration: number;
  /** s, 5 unless given; 0.5..30. */
  readonly step?: number | null;
  readonly warning?: number | null;
  readonly danger?: number | null;
  readonly lethal?: number | null;
}

/** As {@link heatRun}, with the course for a chart: a point every step. */
export function heatCourse(a: HeatBox & HeatOptions): HeatRun & { course: HeatPoint[] } {
  const fields = new Fields(a);
  const box = boxOf(fields);
  const duration = fields.number('duration', DURATION);
  const step = fields.numberOr('step', USUAL_STEP, { min: 0.5, max: 30 });
  const limits = {
    warning: fields.numberOr('warning', warning.typical, POSITIVE),
    danger: fields.numberOr('danger', danger.typical, POSITIVE),
    lethal: fields.numberOr('lethal', lethal.typical, POSITIVE),
  };
  const course: HeatPoint[] = [];
  const { state, endTime, peak, crossed } = run(box, { duration, step, limits, watch: (point) => course.push(point) });
  return {
    ended: crossed.lethal === null ? 'duration' : 'lethal',
    endTime,
    beesEnd: state[0],
    airEnd: state[1],
    wallEnd: state[2],
    activityEnd: state[3],
    peak,
    timeToWarning: crossed.warning,
    timeToDanger: crossed.danger,
    timeToLethal: crossed.lethal,
    steady: steadyOf(box, limits.lethal),
    course,
  };
}

/**
 * The temperature of shut-in bees over time, until `duration` or death. Thresholds 38, 42 and 46 °C unless given.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`.
 */
export function heatRun(a: HeatBox & HeatOptions): HeatRun {
  const { course: _, ...rest } = heatCourse(a);
  return rest;
}

/** Where the temperatures settle if the bees live and calm down, and whether they do live. */
export function steadyTemperature(a: HeatBox & { lethal?: number | null }): SteadyState {
  const fields = new Fields(a);
  const box = boxOf(fields);
  return steadyOf(box, fields.numberOr('lethal', lethal.typical, POSITIVE));
}

export const VENT_MODES = ['stack', 'top', 'fan'] as const;
export type VentMode = (typeof VENT_MODES)[number];

function withVent(box: Box, mode: VentMode, value: number): Box {
  if (mode === 'fan') return { ...box, fan: value };
  if (mode === 'top') return { ...box, vents: { ...box.vents, topArea: value } };
  return { ...box, vents: { ...box.vents, lowArea: value, highArea: value } };
}

/**
 * The least vent (m², or m³/s of a fan) that keeps bees at `limit` K in the long run and within 2 K of it on the way there.
 * @throws DomainError `NO_SOLUTION` when even `maximum` (0.3) does not: spread the bees on frames, no vent can cool a ball.
 */
export function requiredVent(
  a: HeatBox & { limit: number; mode?: VentMode | null; maximum?: number | null; lethal?: number | null },
): { value: number; bees: number; peak: number } {
  const fields = new Fields(a);
  const box = boxOf(fields);
  const limit = fields.number('limit', POSITIVE);
  const mode = fields.wordOr('mode', 'stack', VENT_MODES);
  const maximum = fields.numberOr('maximum', 0.3, POSITIVE);
  const lethalAt = fields.numberOr('lethal', lethal.typical, POSITIVE);
  const limits = { warning: Infinity, danger: Infinity, lethal: lethalAt };
  const tried = (value: number): { bees: number; peak: number; holds: boolean } => {
    const vented = withVent(box, mode, value);
    const { bees } = calmest(vented).state;
    const course = run(vented, { duration: TRIAL_TIME, step: USUAL_STEP, limits });
    const holds = bees <= limit && course.crossed.lethal === null && course.peak <= limit + 2;
    return { bees, peak: course.peak, holds };
  };
  const answer = (value: number): { value: number; bees: number; peak: number } => {
    const { bees, peak } = tried(value);
    return { value, bees, peak };
  };
  if (tried(0).holds) return answer(0);
  if (!tried(maximum).holds) throw new DomainError('NO_SOLUTION', 'limit', 'no vent in reach cools the bees to it');
  const edge = bisect((value) => (tried(value).holds ? 1 : -1), {
    low: 0,
    high: maximum,
    tolerance: VENT_WITHIN,
    path: 'limit',
  });
  return answer(tried(edge).holds ? edge : Math.min(maximum, edge + VENT_WITHIN));
}

/** K in a parked cabin `time` s after it was left; `rise` 22 K (0..50), `timeConstant` 1116 s (80 % in half an hour). */
export function parkedCabinTemp(a: {
  outsideTemp: number;
  time: number;
  rise?: number | null;
  timeConstant?: number | null;
}): number {
  const fields = new Fields(a);
  const outside = fields.number('outsideTemp', TEMPERATURE);
  const time = fields.number('time', NON_NEGATIVE);
  const rise = fields.numberOr('rise', 22, { min: 0, max: 50 });
  return outside + rise * (1 - Math.exp(-time / fields.numberOr('timeConstant', 1116, POSITIVE)));
}

/** m² left free by a lid laid crosswise on a box; nothing for a square one. */
export function crosswiseArea(a: { length: number; width: number }): number {
  const fields = new Fields(a);
  const length = fields.number('length', POSITIVE);
  const width = fields.number('width', POSITIVE);
  return Math.abs(length - width) * Math.min(length, width);
}
