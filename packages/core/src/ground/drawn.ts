/**
 * How many swarms come to places that compete for them, and what one place more adds.
 *
 * A colony sends s swarms a season. Its places draw V = sum of attraction x dispersal; natural and other cavities draw N (9: one ideal
 * trap then takes a tenth). Caught = sum of s V/(V+N): more places always catch more, and each adds less than the one before.
 * Source: a share by attraction, with N a rule of thumb; monotone and submodular as a concave function of a sum.
 * Left out: that a swarm looks for days, and that places near each other are seen by the same scouts.
 */
import { DomainError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import { LATITUDE, LONGITUDE, metresBetween, type Place } from '../shared/geometry/index.js';
import { attractionOf, type Attracting, type DispersalKernel, kernelOf, weightAt } from './attraction.js';

export const BACKGROUND = 9;
/** Swarms a colony sends in a season where nobody said: a rule of thumb, 0.3 to 1.5. */
export const USUAL_SWARMS = 0.8;
/** What sums of many small figures may be off by. */
const ROUNDING = 1e-9;
const SWARMS: NumberRange = { min: 0, max: 1000 };

export type TrapPlace = Place & Attracting;
export interface KnownColony extends Place {
  /** Swarms a season. */
  readonly swarms?: number | null;
}

export interface ReadPlace extends Place {
  readonly attraction: number;
}
export interface ReadColony extends Place {
  readonly swarms: number;
}
export function placeOf(fields: Fields): ReadPlace {
  return {
    lat: fields.number('lat', LATITUDE),
    lon: fields.number('lon', LONGITUDE),
    attraction: attractionOf(fields),
  };
}
export function colonyOf(fields: Fields): ReadColony {
  return {
    lat: fields.number('lat', LATITUDE),
    lon: fields.number('lon', LONGITUDE),
    swarms: fields.numberOr('swarms', USUAL_SWARMS, SWARMS),
  };
}

/** How strongly each place draws each colony's swarms, in one flat row a place. */
export class Draw {
  readonly #colonies: number;
  readonly #swarms: Float64Array;
  readonly #weights: Float64Array;

  constructor(
    places: readonly ReadPlace[],
    colonies: readonly ReadColony[],
    private readonly background: number,
    kernel: DispersalKernel,
  ) {
    this.#colonies = colonies.length;
    this.#swarms = Float64Array.from(colonies, ({ swarms }) => swarms);
    this.#weights = new Float64Array(places.length * colonies.length);
    for (const [n, place] of places.entries()) {
      const row = n * this.#colonies;
      for (const [c, colony] of colonies.entries())
        this.#weights[row + c] = place.attraction * weightAt(metresBetween(place, colony), kernel);
    }
  }

  /** Nothing hung: what each colony's swarms are drawn by. */
  none(): Float64Array {
    return new Float64Array(this.#colonies);
  }

  /** Hangs one at that place, or takes it away with -1. */
  move(drawn: Float64Array, place: number, by: 1 | -1): void {
    const row = place * this.#colonies;
    for (let c = 0; c < this.#colonies; c += 1)
      drawn[c] = Math.max(0, (drawn[c] ?? 0) + by * (this.#weights[row + c] ?? 0));
  }

  /** Swarms a season that are caught. */
  caught(drawn: Float64Array): number {
    let sum = 0;
    for (let c = 0; c < this.#colonies; c += 1) {
      const by = drawn[c] ?? 0;
      sum += ((this.#swarms[c] ?? 0) * by) / (by + this.background);
    }
    return sum;
  }

  /** Swarms a season that one place more adds. */
  gain(drawn: Float64Array, place: number): number {
    const row = place * this.#colonies;
    let sum = 0;
    for (let c = 0; c < this.#colonies; c += 1) {
      const rest = (drawn[c] ?? 0) + this.background;
      const weight = this.#weights[row + c] ?? 0;
      sum += ((this.#swarms[c] ?? 0) * this.background * weight) / (rest * (rest + weight));
    }
    return sum;
  }

  /** How many times as much any other place can add at most, once this one of those that hang is taken away. */
  growth(drawn: Float64Array, place: number): number {
    const row = place * this.#colonies;
    let most = 1;
    for (let c = 0; c < this.#colonies; c += 1) {
      const rest = (drawn[c] ?? 0) + this.background;
      most = Math.max(most, (rest / (rest - (this.#weights[row + c] ?? 0))) ** 2);
    }
    return most * (1 + ROUNDING);
  }

  /** Swarms of one colony that come to one place, with all that hang. */
  share(drawn: Float64Array, place: number, colony: number): number {
    const weight = this.#weights[place * this.#colonies + colony] ?? 0;
    return ((this.#swarms[colony] ?? 0) * weight) / ((drawn[colony] ?? 0) + this.background);
  }

  /** Swarms that come to one place, of all colonies. */
  shareOf(drawn: Float64Array, place: number): number {
    let sum = 0;
    for (let c = 0; c < this.#colonies; c += 1) sum += this.share(drawn, place, c);
    return sum;
  }

  /** All of them hung. */
  hung(places: readonly number[]): Float64Array {
    const drawn = this.none();
    for (const place of places) this.move(drawn, place, 1);
    return drawn;
  }
}

export interface Expected {
  /** Swarms a season. */
  readonly total: number;
  /** By place, in the order given; they sum to the total. */
  readonly perSite: readonly number[];
  /** By place and colony. */
  readonly perColony: readonly (readonly number[])[];
}
/** Limits of one question. */
export const MOST_CANDIDATES = 5000;
export const MOST_COLONIES = 1000;

/**
 * Swarms a season that come to places hung together.
 * @throws DomainError `TYPE`, `MISSING`, `RANGE`, `ENUM`; `TOO_LARGE` above 5000 places or 1000 colonies.
 */
export function expectedCatches(
  sites: readonly TrapPlace[],
  colonies: readonly KnownColony[],
  options: { readonly background?: number; readonly kernel?: Partial<DispersalKernel> } = {},
): Expected {
  const fields = new Fields({ sites, colonies, options }, '', 'wrong type');
  const places = fields.objects('sites').map(placeOf);
  const hives = fields.objects('colonies').map(colonyOf);
  const given = fields.object('options');
  limit(places.length, hives.length);
  const draw = new Draw(
    places,
    hives,
    given.numberOr('background', BACKGROUND, POSITIVE),
    kernelOf(given.objectOr('kernel')),
  );
  const each = places.map((_, n) => n);
  const drawn = draw.hung(each);
  return {
    total: draw.caught(drawn),
    perSite: each.map((n) => draw.shareOf(drawn, n)),
    perColony: each.map((n) => hives.map((_hive, c) => draw.share(drawn, n, c))),
  };
}

export function limit(candidates: number, colonies: number): void {
  if (candidates > MOST_CANDIDATES) throw new DomainError('TOO_LARGE', 'candidates', `more than ${MOST_CANDIDATES}`);
  if (colonies > MOST_COLONIES) throw new DomainError('TOO_LARGE', 'colonies', `more than ${MOST_COLONIES}`);
}
