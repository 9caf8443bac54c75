/**
 * Which k places to hang traps at, so that together they catch the most swarms.
 *
 * Greedy by what each adds, with an effort budget also by what each adds for its effort; then places are swapped one by one for better
 * ones, and what room or budget that left is filled. What nothing can beat: the catch plus the k largest gains of places left over.
 * Where no colony is known, colonies of 0.1 swarms a season lie on a grid of 500 m (coarser for wide ground) within two km of all places.
 * Source: lazy greedy for a monotone submodular sum, 1 - 1/e of the best (Math. Program. 1978, 14; LNCIS 1978, 7) for a plain number of
 * places; with spacing or a budget that promise falls, and the bound still holds.
 */
import { DomainError } from '../shared/errors/index.js';
import type { KnownColony } from './drawn.js';
import {
  type Candidate,
  type ChooseOptions,
  effortOf,
  type Ground,
  type Question,
  questionOf,
  readGround,
  type Wish,
} from './read-ground.js';

export interface Chosen {
  /** Places of the list given, in the order in which they were taken. */
  readonly chosen: readonly number[];
  /** Swarms a season. */
  readonly value: number;
  readonly greedyValue: number;
  /** No choice of k places catches more. */
  readonly upperBound: number;
  /** Swarms at each place that is chosen. */
  readonly perSite: readonly number[];
  /** Places without a permission that will do. */
  readonly excluded: number;
  readonly basis: 'colonies' | 'background';
  /** Swarms with every place hung that may be. */
  readonly allHung: number;
  /** What the best place left over would add, and which. */
  readonly next: { readonly place: number; readonly gain: number } | null;
  /** What every place left over would add by itself; 0 for those that are chosen. */
  readonly gains: readonly number[];
}
export interface ExactChoice extends Pick<Chosen, 'chosen' | 'value' | 'basis'> {
  /** Sets that were tried. */
  readonly tried: number;
}

const BETTER = 1e-9;
const MOST_SUBSETS = 200_000;
/** A set that grows, keeping to spacing and budget. */
class Growing {
  readonly chosen: number[] = [];
  readonly drawn: Float64Array;
  #effort = 0;
  /** How many of the chosen stand too near to each place, itself among them. */
  readonly #near: Int32Array;

  constructor(
    private readonly question: Question,
    set: readonly number[],
  ) {
    this.drawn = question.draw.none();
    this.#near = new Int32Array(question.places.length);
    set.forEach((one) => {
      this.put(one);
    });
  }

  put(place: number, at = this.chosen.length): void {
    this.chosen.splice(at, 0, place);
    this.turn(place, 1);
  }

  /** Takes one away and says where it stood. */
  take(at: number): number {
    const [place = -1] = this.chosen.splice(at, 1);
    this.turn(place, -1);
    return place;
  }

  feasible(place: number): boolean {
    const { budget, efforts } = this.question;
    const affordable = budget === null || this.#effort + (efforts[place] ?? 0) <= budget + BETTER;
    return affordable && this.#near[place] === 0;
  }

  gain(place: number): number {
    return this.question.draw.gain(this.drawn, place);
  }

  /** The feasible place that adds most, and more than `floor`, by a measure that never exceeds `most` of it. */
  best(
    measure: (place: number) => number,
    most: ArrayLike<number> | null,
    floor = -Infinity,
  ): { place: number; by: number } | null {
    let found: { place: number; by: number } | null = null;
    for (const place of this.question.allowed) {
      const least = found?.by ?? floor;
      if (most && (most[place] ?? Infinity) <= least) continue;
      if (!this.feasible(place)) continue;
      const by = measure(place);
      if (by > least) found = { place, by };
    }
    return found;
  }

  private turn(place: number, by: 1 | -1): void {
    const { draw, efforts, near } = this.question;
    draw.move(this.drawn, place, by);
    this.#effort += by * (efforts[place] ?? 0);
    for (const other of near(place)) this.#near[other] = (this.#near[other] ?? 0) + by;
  }
}

const LEAST_EFFORT = 1e-9;

/** One after the other, each the one that adds most by its measure. */
function greedy(question: Question, perEffort: boolean): readonly number[] {
  const set = new Growing(question, question.pinned);
  const least = (place: number): number => (perEffort ? Math.max(question.efforts[place] ?? 0, LEAST_EFFORT) : 1);
  // What a place added before is the most it can add now.
  const most = new Float64Array(question.places.length).fill(Infinity);
  while (set.chosen.length < question.k) {
    const found = set.best((place) => {
      const by = set.gain(place) / least(place);
      most[place] = by;
      return by;
    }, most);
    if (!found) break;
    set.put(found.place);
  }
  return set.chosen;
}

/** Places swapped for better ones until none is. */
function swapped(question: Question, set: Growing): void {
  const { draw, places, pinned, maxPasses } = question;
  const most = new Float64Array(places.length);
  /** What each place would add to the set as it stands; worked out anew when the set has changed. */
  let gains: Float64Array | null = null;
  for (let pass = 0, moved = true; moved && pass < maxPasses; pass += 1) {
    moved = false;
    for (let at = pinned.length; at < set.chosen.length; at += 1) {
      const here = (gains ??= Float64Array.from(places, (_place, n) => set.gain(n)));
      const growth = draw.growth(set.drawn, set.chosen[at] ?? -1);
      const before = set.take(at);
      const own = set.gain(before);
      // Without one of the set another adds at most so many times as much as it does with it.
      for (let n = 0; n < most.length; n += 1) most[n] = growth * (here[n] ?? 0);
      const found = set.best((place) => set.gain(place), most, own + BETTER);
      set.put(found?.place ?? before, at);
      if (!found) continue;
      moved = true;
      gains = null;
    }
  }
}

/**
 * Which places to hang traps at. With `exact` every set of at most k places is tried.
 * @param colonies those that are known, or none: then every place is judged by its kind and spacing alone.
 * @throws DomainError `TYPE`, `MISSING`, `RANGE`, `ENUM`, `CONFLICT` for pins that cannot stand, `TOO_LARGE` above 5000 places, 1000
 *   colonies, or 200 000 sets to try.
 */
export function chooseSites(
  candidates: readonly Candidate[],
  colonies: readonly KnownColony[] | null,
  k: number,
  options?: ChooseOptions | null,
  exact?: false,
): Chosen;
export function chooseSites(
  candidates: readonly Candidate[],
  colonies: readonly KnownColony[] | null,
  k: number,
  options: ChooseOptions | null | undefined,
  exact: true,
): ExactChoice;
export function chooseSites(
  candidates: readonly Candidate[],
  colonies: readonly KnownColony[] | null,
  k: number,
  options: ChooseOptions | null = null,
  exact = false,
): Chosen | ExactChoice {
  const ground = readGround(candidates, colonies, options);
  const wish = { pinned: options?.pinned ?? [], barred: options?.barred ?? [] };
  return exact ? tryEvery(questionOf(ground, k, wish)) : chooseFrom(ground, k, wish);
}

function tryEvery(question: Question): ExactChoice {
  const { allowed, pinned, k } = question;
  const few = subsets(allowed.length - pinned.length, k - pinned.length) <= MOST_SUBSETS;
  const best = few ? tryAll(question, false, MOST_SUBSETS) : null;
  if (!best) throw new DomainError('TOO_LARGE', 'k', `more than ${MOST_SUBSETS} sets to try`);
  return best;
}

/** One plan of a ground that was read. @throws DomainError as {@link chooseSites}. */
export function chooseFrom(ground: Ground, k: number, wish: Wish = {}): Chosen {
  const question = questionOf(ground, k, wish);
  const { draw, budget } = question;
  const valueOf = (set: readonly number[]): number => draw.caught(draw.hung(set));
  const byGain = greedy(question, false);
  const byEffort = budget === null ? byGain : greedy(question, true);
  const start = valueOf(byEffort) > valueOf(byGain) + BETTER ? byEffort : byGain;
  const set = new Growing(question, start);
  swapped(question, set);
  while (set.chosen.length < question.k) {
    const found = set.best((place) => set.gain(place), null);
    if (!found) break;
    set.put(found.place);
  }
  return told(question, set.chosen, valueOf(start));
}

/** All that is said of a set. */
function told(question: Question, chosen: readonly number[], greedyValue: number): Chosen {
  const { draw, allowed, pinned, k, places } = question;
  const drawn = draw.hung(chosen);
  const value = draw.caught(drawn);
  const here = new Set(chosen);
  const gains = places.map((_place, n) => (here.has(n) ? 0 : draw.gain(drawn, n)));
  const left = allowed.filter((one) => !here.has(one)).sort((a, b) => (gains[b] ?? 0) - (gains[a] ?? 0));
  const most = left.slice(0, k - pinned.length).reduce((sum, one) => sum + (gains[one] ?? 0), 0);
  const set = new Growing(question, chosen);
  const next = left.find((one) => set.feasible(one));
  return {
    chosen,
    value,
    greedyValue,
    upperBound: value + most,
    perSite: chosen.map((one) => draw.shareOf(drawn, one)),
    excluded: question.will.filter((one) => !one).length,
    basis: question.basis,
    allHung: draw.caught(draw.hung(allowed)),
    next: next === undefined ? null : { place: next, gain: gains[next] ?? 0 },
    gains,
  };
}

/** Sets of at most so many of so many; a number beyond the limit once it is beyond. */
function subsets(of: number, atMost: number): number {
  let [sum, term] = [1, 1];
  for (let j = 1; j <= Math.min(of, atMost) && sum <= MOST_SUBSETS; j += 1) {
    term = (term * (of - j + 1)) / j;
    sum += term;
  }
  return sum;
}

/** Every set that keeps to the limits, or, where nothing keeps two places apart, every full one. `null` for too many. */
function tryAll(question: Question, fullOnly: boolean, most: number): ExactChoice | null {
  const { draw, allowed, pinned, k, basis } = question;
  const free = allowed.filter((one) => !pinned.includes(one));
  const set = new Growing(question, pinned);
  const full = Math.min(k, allowed.length);
  let best: Pick<ExactChoice, 'chosen' | 'value'> = { chosen: [...pinned], value: draw.caught(set.drawn) };
  let tried = 0;
  const from = (first: number): boolean => {
    if (!fullOnly || set.chosen.length === full) {
      tried += 1;
      if (tried > most) return false;
      const value = draw.caught(set.drawn);
      if (value > best.value) best = { chosen: [...set.chosen], value };
    }
    if (set.chosen.length >= k) return true;
    for (let n = first; n < free.length; n += 1) {
      // Not enough are left to fill the set.
      if (fullOnly && free.length - n < full - set.chosen.length) return true;
      const place = free[n] ?? -1;
      if (!set.feasible(place)) continue;
      set.put(place);
      const goesOn = from(n + 1);
      set.take(set.chosen.length - 1);
      if (!goesOn) return false;
    }
    return true;
  };
  return from(0) ? { ...best, tried, basis } : null;
}

/**
 * The best of all choices, where they can all be tried: `null` where they number more than 200 000. More places never catch less, so
 * that where neither spacing nor budget forbids a full set only full ones are tried.
 * @throws DomainError as {@link chooseSites}.
 */
export function bestOfAll(
  candidates: readonly Candidate[],
  colonies: readonly KnownColony[] | null,
  k: number,
  options: ChooseOptions | null = null,
): ExactChoice | null {
  const wish = { pinned: options?.pinned ?? [], barred: options?.barred ?? [] };
  return bestFrom(readGround(candidates, colonies, options), k, wish);
}

/** The same of a ground that was read, where there are at most `most` choices. */
export function bestFrom(ground: Ground, k: number, wish: Wish = {}, most: number = MOST_SUBSETS): ExactChoice | null {
  const question = questionOf(ground, k, wish);
  const { allowed, pinned, near, budget, efforts } = question;
  const of = allowed.length - pinned.length;
  const wanted = Math.min(k, allowed.length) - pinned.length;
  // Whoever needs longer than that to ask which stand too near has more choices than can be tried.
  if (choices(of, wanted) > most && subsets(of, wanted) > most) return null;
  const may = new Set(allowed);
  const apart = allowed.every((one) => near(one).every((other) => other === one || !may.has(other)));
  const free = apart && (budget === null || effortOf(efforts, allowed) <= budget);
  if (free ? choices(of, wanted) > most : subsets(of, wanted) > most) return null;
  return tryAll(question, free, most);
}

/** Sets of exactly so many of so many. */
function choices(of: number, wanted: number): number {
  const few = Math.min(wanted, of - wanted);
  let count = 1;
  for (let j = 1; j <= few && count <= MOST_SUBSETS; j += 1) count = (count * (of - j + 1)) / j;
  return count;
}
