/**
 * What hangs a trap, and what it must carry.
 *
 * W = mass · g · dynamic (handling, wind, a branch that moves). Board and bracket: moment W·reach, all fasteners share the
 * shear, the top row carries the pull-out. Sling: force W / (legs · cos angle), two legs at most. Strap round a trunk: the
 * tension W / (2 µ turns) at which friction alone holds. Reserve is against the working load on the label, never the
 * breaking load.
 *
 * Source: statics; reserves of 1.25 and 1, friction 0.2–0.6, ladder ratings (EN 131, ANSI A14 duty ratings), 10 kg in the
 * hand on a leaning ladder (INDG455) [conventions]; lifting: Ergonomics 1993 36:749–776, ISO 11228-1.
 */
import {
  geometryError,
  NON_NEGATIVE,
  numberAt,
  objectAt,
  orDefault,
  wholeAt,
  wordAt,
} from '../../shared/errors/index.js';

export const GRAVITY = 9.80665;
export const HANG_STYLES = ['board', 'bracket', 'sling', 'lash'] as const;
export type HangStyle = (typeof HANG_STYLES)[number];
export type HangVerdict = 'ok' | 'marginal' | 'unsafe' | 'needs-ledge';
/** Times the weight at rest that a fixing must bear. */
export const DYNAMIC = { min: 1, max: 5, usual: 1.5 } as const;
/** Times what is needed that a fixing is to bear. */
export const OK_RESERVE = 1.25;

export type HangInput = {
  /** kg. */
  readonly mass: number;
  readonly dynamic?: number;
  /** N, read off the label. */
  readonly workingLoad?: number;
} & (
  | {
      readonly style: 'board' | 'bracket';
      /** m from the wall to the centre of mass, and from the top fixing to the lower bearing. */
      readonly reach: number;
      readonly lever: number;
      readonly fasteners?: number;
      readonly topRow?: number;
      /** N a fastener. */
      readonly workingPullOut?: number;
      readonly workingShear?: number;
    }
  | { readonly style: 'sling'; readonly legs?: number; readonly angleDeg?: number }
  | { readonly style: 'lash'; readonly friction?: number; readonly turns?: number; readonly tension?: number }
);

export interface Hang {
  /** N. */
  readonly designForce: number;
  /** N on the fastener, the leg or the strap. */
  readonly force: number;
  /** N m. */
  readonly moment?: number;
  readonly pullOut?: number;
  readonly shear?: number;
  readonly utilisation?: number;
  readonly reserve?: number;
  readonly verdict?: HangVerdict;
}

type Fields = Readonly<Record<string, unknown>>;

function verdictOf(reserve: number): HangVerdict {
  if (reserve >= OK_RESERVE) return 'ok';
  return reserve >= 1 ? 'marginal' : 'unsafe';
}

function judged(utilisation: number): Pick<Hang, 'utilisation' | 'reserve' | 'verdict'> {
  const reserve = 1 / utilisation;
  return { utilisation, reserve, verdict: verdictOf(reserve) };
}

function optional(i: Fields, field: string): number | undefined {
  return i[field] === undefined ? undefined : numberAt(i[field], field);
}

/** How many of the fasteners are in the top row where nobody says. */
export function usualTopRow(fasteners: number): number {
  return Math.ceil(fasteners / 2);
}

function onBoard(i: Fields, weight: number, workingLoad: number | undefined): Omit<Hang, 'designForce'> {
  const reach = numberAt(i['reach'], 'reach');
  const lever = numberAt(i['lever'], 'lever');
  const fasteners = wholeAt(orDefault(i['fasteners'], 1), 'fasteners', { min: 1 });
  const topRow = wholeAt(orDefault(i['topRow'], usualTopRow(fasteners)), 'topRow', { min: 1, max: fasteners });
  const workingPullOut = optional(i, 'workingPullOut');
  const workingShear = optional(i, 'workingShear');
  const moment = weight * reach;
  const pullOut = moment / (lever * topRow);
  const shear = weight / fasteners;
  const force = Math.hypot(pullOut, shear);
  const both = workingPullOut !== undefined && workingShear !== undefined;
  const utilisation = both
    ? pullOut / workingPullOut + shear / workingShear
    : workingLoad === undefined
      ? undefined
      : force / workingLoad;
  return { force, moment, pullOut, shear, ...(utilisation === undefined ? {} : judged(utilisation)) };
}

function onSling(i: Fields, weight: number, workingLoad: number | undefined): Omit<Hang, 'designForce'> {
  const legs = wholeAt(orDefault(i['legs'], 2), 'legs', { min: 1 });
  const angle = numberAt(orDefault(i['angleDeg'], legs === 1 ? 0 : 30), 'angleDeg', { min: 0, max: 60 });
  if (legs === 1 && angle !== 0) {
    throw geometryError('angleDeg', 'one-leg-hangs-plumb', 'a single leg hangs plumb');
  }
  const force = weight / (Math.min(legs, 2) * Math.cos((angle * Math.PI) / 180));
  return { force, ...(workingLoad === undefined ? {} : judged(force / workingLoad)) };
}

function onStrap(i: Fields, weight: number, workingLoad: number | undefined): Omit<Hang, 'designForce'> {
  const friction = numberAt(orDefault(i['friction'], 0.4), 'friction');
  const turns = wholeAt(orDefault(i['turns'], 1), 'turns', { min: 1 });
  const tension = i['tension'] === undefined ? undefined : numberAt(i['tension'], 'tension', NON_NEGATIVE);
  const force = weight / (2 * friction * turns);
  if (tension === undefined) return { force, verdict: 'needs-ledge' };
  const reserve = tension / force;
  if (workingLoad === undefined) return { force, reserve, verdict: verdictOf(reserve) };
  const verdict = tension > workingLoad ? 'unsafe' : verdictOf(reserve);
  return { force, reserve, utilisation: tension / workingLoad, verdict };
}

/**
 * Forces on what a trap hangs by. Without a working load (or pull-out and shear) there is no verdict: it must be read off the
 * label.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`; `GEOMETRY` for one leg at an angle.
 */
export function hang(input: HangInput): Hang {
  const i = objectAt(input, 'input');
  const style = wordAt(i['style'], 'style', HANG_STYLES);
  const mass = numberAt(i['mass'], 'mass');
  const dynamic = numberAt(orDefault(i['dynamic'], DYNAMIC.usual), 'dynamic', DYNAMIC);
  const workingLoad = optional(i, 'workingLoad');
  const designForce = mass * GRAVITY * dynamic;
  const by = { board: onBoard, bracket: onBoard, sling: onSling, lash: onStrap }[style];
  return { designForce, ...by(i, designForce, workingLoad) };
}

/** kg a ladder carries in all. */
export const LADDERS = {
  'EN131-professional': 150,
  'EN131-non-professional': 150,
  'ANSI-IAA': 170.097,
  'ANSI-IA': 136.078,
  'ANSI-I': 113.398,
  'ANSI-II': 102.058,
  'ANSI-III': 90.7185,
} as const;
export type LadderRating = keyof typeof LADDERS;
export const LADDER_RATINGS = Object.keys(LADDERS) as LadderRating[];
/** kg: what most people may carry on a ladder, and lift on the ground. */
export const USUAL_LIMITS = { ladder: 10, ground: 20 } as const;

export interface LadderCheck {
  /** kg. */
  readonly total: number;
  readonly rating: number;
  readonly within: boolean;
  /** Whether the load may be carried in the hand. */
  readonly carry: boolean;
  readonly verdict: 'ok' | 'lower-by-rope' | 'over-rating';
}

/**
 * A person with tools and a trap on a ladder.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`.
 */
export function ladderCheck(input: {
  readonly rating: LadderRating;
  readonly person: number;
  readonly tools?: number;
  readonly load: number;
  readonly carryLimit?: number;
}): LadderCheck {
  const i = objectAt(input, 'input');
  const rating = LADDERS[wordAt(i['rating'], 'rating', LADDER_RATINGS)];
  const person = numberAt(i['person'], 'person');
  const tools = numberAt(orDefault(i['tools'], 0), 'tools', NON_NEGATIVE);
  const load = numberAt(i['load'], 'load', NON_NEGATIVE);
  const carryLimit = numberAt(orDefault(i['carryLimit'], USUAL_LIMITS.ladder), 'carryLimit', NON_NEGATIVE);
  const total = person + tools + load;
  const within = total <= rating;
  const carry = load <= carryLimit;
  return { total, rating, within, carry, verdict: !within ? 'over-rating' : carry ? 'ok' : 'lower-by-rope' };
}

const LIFT_CONSTANT = 23;
const NEAR = 0.25;
const SHARE = { min: 0, above: true, max: 1 };

function liftShares(horizontal: number, vertical: number, travel: number, asymmetry: number): number {
  const far = horizontal > 0.63 ? 0 : Math.min(1, NEAR / horizontal);
  const high = vertical > 1.75 ? 0 : 1 - 0.3 * Math.abs(vertical - 0.75);
  const way = travel > 1.75 ? 0 : Math.min(1, 0.82 + 0.045 / Math.max(travel, NEAR));
  const twist = asymmetry > 135 ? 0 : 1 - 0.0032 * asymmetry;
  return far * high * way * twist;
}

/**
 * What may be lifted by hand: kg, and the load as a share of it.
 * @param input m; `horizontal` from the ankles to the hands, `vertical` the hands above the ground, `travel` how far up.
 * @throws DomainError `TYPE`, `RANGE`.
 */
export function liftLimit(input: {
  readonly horizontal: number;
  readonly vertical: number;
  readonly travel?: number;
  readonly asymmetryDeg?: number;
  readonly frequency?: number;
  readonly coupling?: number;
  readonly load?: number;
}): { readonly limit: number; readonly index?: number | null } {
  const i = objectAt(input, 'input');
  const horizontal = numberAt(i['horizontal'], 'horizontal');
  const vertical = numberAt(i['vertical'], 'vertical', NON_NEGATIVE);
  const travel = numberAt(orDefault(i['travel'], NEAR), 'travel', NON_NEGATIVE);
  const asymmetry = numberAt(orDefault(i['asymmetryDeg'], 0), 'asymmetryDeg', { min: 0, max: 180 });
  const frequency = numberAt(orDefault(i['frequency'], 1), 'frequency', SHARE);
  const coupling = numberAt(orDefault(i['coupling'], 0.95), 'coupling', SHARE);
  const load = i['load'] === undefined ? undefined : numberAt(i['load'], 'load', NON_NEGATIVE);
  const limit = LIFT_CONSTANT * liftShares(horizontal, vertical, travel, asymmetry) * frequency * coupling;
  return load === undefined ? { limit } : { limit, index: limit === 0 ? null : load / limit };
}
