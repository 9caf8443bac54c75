/**
 * What is packed, what it weighs and how often one walks.
 *
 * Formula: boxes = bees over what a box takes, 15 % more for a day; frames for the brood at three quarters of a frame a piece;
 * honey and what is for disposal in buckets of 12 kg; loads first fit, heaviest first, into what one person carries.
 * Source: geometry and sums; frame fill (0.6–0.9), bands (2–6 a frame), masses of frames (0.9–1.8 and 1.6–2.8 kg), 15 % and 20 kg
 * are estimates and conventions, each a named figure.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { ACCESSES, JOB_KINDS, POISONS, POWERS, REPAIRERS } from './call-words.js';
import {
  type Battery,
  batteryRun,
  boxesNeeded,
  FRAME_TYPES,
  type FrameType,
  type MotorLoad,
} from '../suction/index.js';
import {
  type Access,
  byLadder,
  ceilOf,
  CLUSTERS,
  codesOf,
  HEIGHT,
  type JobKind,
  PERSONS,
  type Poison,
  type Repairer,
  type Said,
  type Spread,
  spreadOf,
} from './call-facts.js';
import { type Power } from './cautions.js';
import type { NestShares } from './callout-data.js';
import { honeyIn, piecesOf, sharesOf, usualShares } from './nest-size.js';

const OVERFILL = 0.15;
const BANDS_A_FRAME = 3;
const SPARE_BANDS = 1.25;
const BUCKET = 12;
const EMPTY_BUCKET = 0.6;
const BROOD_FRAME = 1.2;
const HONEY_FRAME = 2.2;
/** kg: floor, lid and motor of a box that is sucked into. */
const RIG_PARTS = 4;
const NEST_BEE = 0.1e-3;
const SWARM_BEE = 0.13e-3;
const CORD_PIECE = 5;
const CORD_SLACK = 1.2;
/** m: a generator stands no nearer. */
const GENERATOR_OFF = 6;
const SLACK = 1e-9;

export interface KitPower {
  readonly kind: Power;
  readonly battery?: Battery | null;
  readonly load?: MotorLoad | null;
  /** s, where no battery is given. */
  readonly runTime?: number | null;
  readonly reserve?: number | null;
  /** m to the socket or the generator. */
  readonly distance?: number | null;
}
export interface KitQuestion {
  readonly kind: JobKind;
  readonly bees: Spread;
  /** m2, one side. */
  readonly combArea?: number | null;
  readonly shares?: NestShares | null;
  readonly frameType?: FrameType | null;
  readonly framesPerBox?: number | null;
  readonly coverage?: number | null;
  readonly vacuum?: boolean | null;
  /** s: the longest that suction may take. */
  readonly suction?: number | null;
  readonly power?: KitPower | null;
  readonly poison?: Poison | null;
  readonly repairsBy?: Repairer | null;
  readonly heightM?: number | null;
  readonly access?: Access | null;
  readonly publicWay?: boolean | null;
  readonly clusters?: number | null;
  /** kg */
  readonly carryLimit?: number | null;
  readonly boxMass?: number | null;
  readonly trapMass?: number | null;
  readonly persons?: number | null;
}
export interface KitItem {
  readonly code: string;
  readonly count: number;
}
export interface KitLoad {
  readonly code: string;
  /** kg */
  readonly mass: number;
  /** More than one person carries. */
  readonly over: boolean;
}
export interface JobKit {
  readonly items: readonly KitItem[];
  readonly boxes: number;
  readonly spareBoxes: number;
  readonly combBoxes: number;
  readonly frames: { readonly brood: number; readonly honey: number; readonly empty: number };
  readonly buckets: number;
  readonly batteries: number;
  /** m */
  readonly cordLength: number;
  readonly honeyMass: Spread;
  readonly loads: readonly KitLoad[];
  readonly trips: number;
  /** kg in all. */
  readonly carried: number;
  readonly later: readonly string[];
  readonly warnings: readonly string[];
}

interface PowerRead {
  readonly kind: Power;
  readonly runTime: number | null;
  readonly reserve: number;
  readonly distance: number;
}

function powerOf(fields: Fields | null, given: KitPower | null | undefined): PowerRead {
  if (!fields || !given) return { kind: 'none', runTime: null, reserve: 0, distance: 0 };
  const kind = fields.word('kind', POWERS);
  const battery = fields.objectOr('battery');
  const load = fields.objectOr('load');
  let runTime = fields.numberOr('runTime', null, POSITIVE);
  const reserve = fields.numberOr('reserve', 0.2, { min: 0, max: 0.9 });
  const distance = fields.numberOr('distance', 10, NON_NEGATIVE);
  if (battery && given.battery && kind === 'battery') {
    if (!load || !given.load) throw new DomainError('MISSING', fields.at('load'), 'is missing');
    runTime = batteryRun({ battery: given.battery, load: given.load }).runTime;
    if (runTime === 0) {
      throw new DomainError('NO_SOLUTION', fields.at('battery'), 'the battery does not start the motor');
    }
  }
  return { kind, runTime, reserve, distance };
}

function readKit(a: KitQuestion) {
  const f = new Fields(a);
  const kind = f.word('kind', JOB_KINDS);
  const bees = spreadOf(f.object('bees'));
  const combArea = f.numberOr('combArea', 0, NON_NEGATIVE);
  const shares = f.objectOr('shares');
  const read = {
    kind,
    bees,
    combArea,
    shares: shares ? sharesOf(shares) : usualShares(null, false),
    frameType: f.wordOr('frameType', 'deep', FRAME_TYPES),
    framesPerBox: f.wholeOr('framesPerBox', 10, { min: 1, max: 30 }),
    coverage: f.numberOr('coverage', 0.7, { min: 0, above: true, max: 1.5 }),
    vacuum: f.flagOr('vacuum', kind === 'structure'),
    suction: f.numberOr('suction', 0, NON_NEGATIVE),
    power: powerOf(f.objectOr('power'), a.power),
    poison: f.wordOr('poison', 'unknown', POISONS),
    repairs: f.wordOr('repairsBy', 'unknown', REPAIRERS),
    height: f.numberOr('heightM', 0, HEIGHT),
    access: f.wordOr('access', 'unknown', ACCESSES),
    publicWay: f.flagOr('publicWay', false),
    clusters: f.wholeOr('clusters', 1, CLUSTERS),
    carryLimit: f.numberOr('carryLimit', 20, POSITIVE),
    boxMass: f.numberOr('boxMass', 6, POSITIVE),
    trapMass: f.numberOr('trapMass', null, NON_NEGATIVE),
    persons: f.wholeOr('persons', 1, PERSONS),
  };
  if (read.poison === 'yes') {
    throw new DomainError('CONFLICT', 'poison', 'nothing is packed for a poisoned colony', { value: 'yes' });
  }
  return read;
}
type Kit = ReturnType<typeof readKit>;

function boxesOf({ kind, vacuum, bees, frameType, framesPerBox, coverage, clusters }: Kit) {
  if (kind === 'trapTooHeavy' && !vacuum) return { boxes: 0, spare: 0, uncertain: false };
  const needed = (count: number): number =>
    Math.max(1, ceilOf(boxesNeeded({ bees: count, frameType, framesPerBox, coverage }).fill - OVERFILL));
  const [usual, most] = [needed(bees.typical), needed(bees.high)];
  return { boxes: usual, spare: most - usual + clusters - 1, uncertain: most > usual };
}

/** Frames for the comb, and what of it goes into buckets. */
function combsOf(kit: Kit) {
  const { kind, combArea, shares, frameType, framesPerBox, poison, trapMass, carryLimit } = kit;
  const honeyMass = honeyIn(combArea, shares.honey);
  const suspected = poison === 'suspected';
  const broodFrames = piecesOf(combArea * shares.brood, frameType);
  const brood = suspected ? 0 : broodFrames;
  const honey = poison === 'no' && honeyMass.typical > 0 && brood > 0 ? 1 : 0;
  const filled = brood + honey;
  const overTrap = kind === 'trapTooHeavy' && trapMass !== null && trapMass > carryLimit;
  const combBoxes = Math.max(ceilOf(filled / framesPerBox), overTrap ? 1 : 0);
  const disposed = suspected ? BROOD_FRAME * broodFrames : 0;
  const bucketed = (mass: number): number => Math.max(0, mass - HONEY_FRAME * honey) + disposed;
  return {
    honeyMass,
    brood,
    honey,
    empty: filled > 0 ? combBoxes * framesPerBox - filled : 0,
    combBoxes,
    overTrap,
    suspected,
    buckets: ceilOf(bucketed(honeyMass.high) / BUCKET),
    bucketed: bucketed(honeyMass.typical),
  };
}
type Combs = ReturnType<typeof combsOf>;

function batteriesOf({ vacuum, power, suction }: Kit): number {
  if (!vacuum || power.kind !== 'battery') return 0;
  if (power.runTime === null)
    throw new DomainError('MISSING', 'power.runTime', 'neither a battery nor its run is given');
  return Math.max(1, ceilOf(suction / (power.runTime * (1 - power.reserve))));
}

function cordOf({ vacuum, power: { kind, distance } }: Kit): number {
  const away = kind === 'mains' ? distance : kind === 'generator' ? Math.max(GENERATOR_OFF, distance) : 0;
  return vacuum ? CORD_PIECE * ceilOf((CORD_SLACK * away) / CORD_PIECE) : 0;
}

function loadsOf(kit: Kit, boxes: number, combs: Combs): readonly KitLoad[] {
  const { kind, vacuum, bees, boxMass, trapMass, carryLimit } = kit;
  const loads: KitLoad[] = [];
  const add = (code: string, mass: number): void => {
    loads.push({ code, mass, over: mass > carryLimit + SLACK });
  };
  const bee = kind === 'structure' ? NEST_BEE : SWARM_BEE;
  for (let n = 0; n < boxes; n++) add('beeBox', boxMass + (vacuum ? RIG_PARTS : 0) + (bees.typical / boxes) * bee);
  const framed = BROOD_FRAME * combs.brood + HONEY_FRAME * combs.honey;
  for (let n = 0; n < combs.combBoxes; n++) add('combBox', boxMass + framed / combs.combBoxes);
  for (let left = combs.bucketed; left > SLACK; left -= BUCKET) {
    add(combs.suspected ? 'disposalBucket' : 'bucket', Math.min(BUCKET, left) + EMPTY_BUCKET);
  }
  if (kind === 'trapTooHeavy' && trapMass !== null) add('trap', trapMass);
  return loads.sort((a, b) => b.mass - a.mass || (a.code < b.code ? -1 : 1));
}

/** What is too heavy goes alone; the rest first fit, heaviest first. */
function tripsOf(loads: readonly KitLoad[], limit: number): number {
  const trips: number[] = [];
  for (const { mass, over } of loads) {
    const into = over ? -1 : trips.findIndex((carried) => carried + mass <= limit + SLACK);
    if (into < 0) trips.push(over ? Infinity : mass);
    else trips[into] = (trips[into] ?? 0) + mass;
  }
  return trips.length;
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`; `CONFLICT` for a poisoned colony; `NO_SOLUTION` for a battery that does not start. */
export function jobKit(a: KitQuestion): JobKit {
  const kit = readKit(a);
  const { kind, vacuum, power, persons, clusters } = kit;
  const structure = kind === 'structure';
  const trap = kind === 'trapTooHeavy';
  const { boxes, spare, uncertain } = boxesOf(kit);
  const combs = combsOf(kit);
  const { brood, honey, empty, combBoxes, buckets, suspected } = combs;
  const batteries = batteriesOf(kit);
  const loads = loadsOf(kit, boxes, combs);
  const one = (applies: boolean): number => (applies ? 1 : 0);
  const inCord = vacuum && (power.kind === 'mains' || power.kind === 'generator');
  const counts: readonly (readonly [code: string, count: number])[] = [
    ['beeBox', boxes],
    ['spareBox', spare],
    ['combBox', combBoxes],
    ['frameBrood', brood],
    ['frameHoney', honey],
    ['frameEmpty', empty],
    ['bands', ceilOf(SPARE_BANDS * BANDS_A_FRAME * (brood + honey))],
    ['broodCover', one(brood > 0)],
    [suspected ? 'disposalBucket' : 'bucket', buckets],
    ['bucketLid', buckets],
    ['boxLid', boxes + spare + combBoxes],
    ['mesh', boxes + spare + 1],
    ['cage', structure ? 1 : trap ? 0 : 1 + clusters],
    ['sheet', one(!trap)],
    ['strap', boxes + combBoxes + one(trap)],
    ['suit', persons],
    ['gloves', persons],
    ['smoker', 1],
    ['water', 1],
    ['brush', 1],
    ['headlamp', persons],
    ...['source', 'hose', 'nozzle', 'tape', 'rag'].map((code) => [code, one(vacuum)] as const),
    ['battery', batteries],
    ['rcd', one(inCord)],
    ['generator', one(vacuum && power.kind === 'generator')],
    ['ladder', one(byLadder(kit.height, kit.access))],
    ['hoist', one(combs.overTrap)],
    ['cordon', one(kit.publicWay)],
    ...['detector', 'mask', 'knife', 'pryBar', 'saw', 'driver', 'closure'].map(
      (code) => [code, one(structure)] as const,
    ),
    ['firstAid', 1],
    ['phone', 1],
  ];
  const warned: readonly Said[] = [
    ['honey-unknown', kit.poison !== 'no' && combs.honeyMass.typical > 0],
    ['nest-unseen', structure && kit.combArea === 0],
    ['no-power', vacuum && power.kind === 'none'],
    ['over-limit', loads.some(({ over }) => over)],
    ['size-uncertain', uncertain],
  ];
  return {
    items: counts.filter(([, count]) => count > 0).map(([code, count]) => ({ code, count })),
    boxes,
    spareBoxes: spare,
    combBoxes,
    frames: { brood, honey, empty },
    buckets,
    batteries,
    cordLength: cordOf(kit),
    honeyMass: combs.honeyMass,
    loads,
    trips: tripsOf(loads, kit.carryLimit),
    carried: loads.reduce((sum, { mass }) => sum + mass, 0),
    later: structure && kit.repairs === 'keeper' ? ['repair'] : [],
    warnings: codesOf(warned),
  };
}
