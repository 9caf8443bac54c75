/**
 * A fair question to one's own traps: pairs that are alike, each side of a pair given its option by a coin, and what that many pairs
 * can be expected to see.
 *
 * Traps are paired by how near they lie and how alike they are, the closest first. The power is found by playing the trial many
 * times: a pair has a rate of its own, its two traps catch by chance, and the sums of both options are held against a fair coin.
 * Source: matched pairs with seeded allocation; the power by simulation with Wilson's interval. A pair's rate scatters log-normally
 * by 0.7, a convention.
 * Left out: traps that get lost, and keepers who stop early because it looks good.
 */
import { haversine, type Place } from '../shared/geometry/index.js';
import { DomainError, emptyError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import { randomFrom, SEED } from '../shared/stats/index.js';
import { SEASON_DAYS } from './rates.js';
import { asUneven } from './small-tables.js';

const MOST_TRAPS = 1000;
const FAIR = 0.5;
const DISTANCE_M = 1000;
const PAIRS: NumberRange = { min: 1, max: 500 };
const SEASONS: NumberRange = { min: 1, max: 20 };
const SIMULATIONS: NumberRange = { min: 100, max: 20_000 };
const CAP: NumberRange = { min: 1, max: 1e6 };
const SHARE: NumberRange = { min: 0, above: true, max: 1 - 1e-12 };
const USUAL = { pairSd: 0.7, alpha: 0.05, nSim: 2000 } as const;
const WILSON_Z = 1.959963984540054;
const SPREAD: NumberRange = { min: 0, max: 2 };
/** Catches of a trap a season that are still played out: more is no rate of traps. */
const MOST_CATCHES = 100;
/** Seasons of pairs, and ten catches each as much again, that are played out in seconds. */
const MOST_WORK = 5e6;

export interface TrialTrap {
  readonly id: string;
  readonly lat: number;
  readonly lon: number;
  /** What is to be alike within a pair. */
  readonly x: Readonly<Record<string, number>>;
}
export interface TrialAsk {
  readonly traps: readonly TrialTrap[];
  readonly options: readonly [string, string];
  readonly seed: number;
  /** Each weighs one for so much difference. */
  readonly covariates?: readonly { readonly name: string; readonly scale: number }[] | null;
  /** m that weigh one. */
  readonly distanceScaleM?: number | null;
}
export interface Assignment {
  /** From 1, the best pair first. */
  readonly block: number;
  readonly trapId: string;
  readonly option: string;
  readonly distance: number;
}
export interface TrialPlan {
  readonly assignments: readonly Assignment[];
  readonly unpaired: readonly string[];
}

interface ReadTrap {
  readonly id: string;
  readonly place: Place;
  readonly x: readonly number[];
}
interface Pair {
  readonly i: number;
  readonly j: number;
  readonly distance: number;
}

function optionsIn(fields: Fields): readonly [string, string] {
  const list = fields.list('options').map((one, n) => {
    if (typeof one !== 'string') throw new DomainError('TYPE', `options[${n}]`, 'must be a text', { value: one });
    return one;
  });
  const [a, b] = list;
  if (list.length !== 2 || a === undefined || b === undefined || a === b)
    throw new DomainError('RANGE', 'options', 'must be two that differ');
  return [a, b];
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `EMPTY` for fewer than two traps, `CONFLICT` for an id twice, `TOO_LARGE` over 1000. */
export function planTrial(ask: TrialAsk): TrialPlan {
  const fields = new Fields(ask, '', 'wrong type');
  const given = fields.objects('traps');
  if (given.length > MOST_TRAPS) throw new DomainError('TOO_LARGE', 'traps', `more than ${MOST_TRAPS} traps`);
  const covariates = fields
    .objectsOr('covariates')
    .map((one) => ({ name: one.text('name'), scale: one.number('scale', POSITIVE) }));
  const seen = new Set<string>();
  const traps = given.map((trap): ReadTrap => {
    const id = trap.text('id');
    if (seen.has(id)) throw new DomainError('CONFLICT', trap.at('id'), `"${id}" is there twice`, { value: id });
    seen.add(id);
    const place = { lat: trap.number('lat'), lon: trap.number('lon') };
    const x = covariates.map(({ name, scale }) => trap.object('x').number(name) / scale);
    return { id, place, x };
  });
  const options = optionsIn(fields);
  const random = randomFrom(fields.whole('seed', SEED));
  const scale = fields.numberOr('distanceScaleM', DISTANCE_M, POSITIVE);
  if (traps.length < 2) throw emptyError('traps', 'must be two traps or more');
  const free = new Set(traps.keys());
  const assignments: Assignment[] = [];
  for (const { i, j, distance } of closest(traps, scale)) {
    const [one, other] = [traps[i], traps[j]];
    if (!one || !other || !free.has(i) || !free.has(j)) continue;
    free.delete(i);
    free.delete(j);
    const [mine, theirs] = random.uniform() < 0.5 ? options : [options[1], options[0]];
    const block = assignments.length / 2 + 1;
    assignments.push(
      { block, trapId: one.id, option: mine, distance },
      { block, trapId: other.id, option: theirs, distance },
    );
  }
  return { assignments, unpaired: [...free].map((n) => traps[n]?.id ?? '') };
}

function closest(traps: readonly ReadTrap[], scale: number): readonly Pair[] {
  const pairs = traps.flatMap((one, i) =>
    traps.slice(i + 1).map((other, n): Pair => {
      const apart = one.x.reduce((sum, value, k) => sum + Math.abs(value - (other.x[k] ?? 0)), 0);
      return { i, j: i + 1 + n, distance: haversine(one.place, other.place) / scale + apart };
    }),
  );
  return pairs.sort((a, b) => a.distance - b.distance || a.i - b.i || a.j - b.j);
}

export interface PowerAsk {
  readonly pairs: number;
  /** Catches of a trap a day under the worse option. */
  readonly ratePerDay: number;
  readonly ratio: number;
  readonly seed: number;
  readonly seasons?: number | null;
  readonly days?: number | null;
  readonly pairSd?: number | null;
  readonly alpha?: number | null;
  readonly nSim?: number | null;
  /** Most catches of a trap a season: 1 where it is not hung again. */
  readonly cap?: number | null;
}
export interface Power {
  /** Share of trials that would see it. */
  readonly power: number;
  readonly lo: number;
  readonly hi: number;
  readonly meanCatches: number;
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE` (pairs 1..500, seasons 1..20, nSim 100..20,000), `TOO_LARGE` for what would take too long. */
export function trialPower(ask: PowerAsk): Power {
  const fields = new Fields(ask, '', 'wrong type');
  const pairs = fields.whole('pairs', PAIRS);
  const rate = fields.number('ratePerDay', POSITIVE);
  const ratio = fields.number('ratio', POSITIVE);
  const random = randomFrom(fields.whole('seed', SEED));
  const seasons = fields.wholeOr('seasons', 1, SEASONS);
  const days = fields.numberOr('days', SEASON_DAYS, POSITIVE);
  const pairSd = fields.numberOr('pairSd', USUAL.pairSd, SPREAD);
  const alpha = fields.numberOr('alpha', USUAL.alpha, SHARE);
  const nSim = fields.wholeOr('nSim', USUAL.nSim, SIMULATIONS);
  const cap = fields.wholeOr('cap', Infinity, CAP);
  const most = rate * days * Math.max(1, ratio);
  if (most > MOST_CATCHES)
    throw new DomainError('RANGE', 'ratePerDay', `more than ${MOST_CATCHES} catches of a trap a season`, {
      value: rate,
    });
  if (pairs * seasons * nSim * (1 + most / 10) > MOST_WORK)
    throw new DomainError('TOO_LARGE', 'nSim', 'so many pairs, seasons and games take too long: ask for fewer games');
  const known = new Map<string, boolean>();
  const sees = (a: number, b: number): boolean => {
    const key = `${a} ${b}`;
    const seen = known.get(key) ?? asUneven(a, a + b, FAIR) <= alpha;
    known.set(key, seen);
    return seen;
  };
  let [seen, catches] = [0, 0];
  for (let n = 0; n < nSim; n++) {
    let [a, b] = [0, 0];
    for (let block = 0; block < pairs * seasons; block++) {
      // The mean over pairs is the rate asked for.
      const mean = rate * days * Math.exp(pairSd * random.normal() - pairSd ** 2 / 2);
      a += Math.min(cap, random.poisson(mean));
      b += Math.min(cap, random.poisson(mean * ratio));
    }
    if (sees(a, b)) seen += 1;
    catches += a + b;
  }
  return { ...wilson(seen, nSim), meanCatches: catches / nSim };
}

/** A share with its interval, which stays within 0 and 1. */
function wilson(hits: number, n: number): Pick<Power, 'power' | 'lo' | 'hi'> {
  const [share, z2] = [hits / n, WILSON_Z ** 2];
  const middle = (share + z2 / (2 * n)) / (1 + z2 / n);
  const half = (WILSON_Z / (1 + z2 / n)) * Math.sqrt((share * (1 - share)) / n + z2 / (4 * n * n));
  return { power: share, lo: Math.max(0, middle - half), hi: Math.min(1, middle + half) };
}
