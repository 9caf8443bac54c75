/**
 * The quickest way through all places, found among all of them.
 *
 * Of every set of places and every last one of it the quickest way is kept, and made longer by one place at a time.
 * Source: dynamic programming over subsets (J. SIAM 1962, 10: 196); 15 places at most, as every place more doubles the work.
 */
import { DomainError } from '../shared/errors/index.js';
import { matrixAt, type TravelMatrix } from './travel.js';

export const MOST_EXACT = 15;

export interface Tour {
  /** Begins with the start, and does not repeat it at the end. */
  readonly order: readonly number[];
  /** s on the way, back to the start where the tour is closed. */
  readonly travel: number;
}

export const cell = (matrix: TravelMatrix, from: number, to: number): number => matrix[from]?.[to] ?? 0;

/** Quickest times to have been at a set of stops and stand at one of them; stops are numbered from 0, the start left out. */
export class SubsetTimes {
  readonly count: number;
  readonly #times: Float64Array;
  readonly #before: Int8Array;

  /** @param leave s that are added at every stop. */
  constructor(
    private readonly matrix: TravelMatrix,
    leave: (stop: number) => number = () => 0,
  ) {
    const count = matrix.length - 1;
    this.count = count;
    const sets = 1 << count;
    this.#times = new Float64Array(sets * count).fill(Infinity);
    this.#before = new Int8Array(sets * count).fill(-1);
    for (let stop = 0; stop < count; stop += 1)
      this.#times[(1 << stop) * count + stop] = cell(matrix, 0, stop + 1) + leave(stop);
    for (let set = 1; set < sets; set += 1) {
      for (let last = 0; last < count; last += 1) {
        const time = this.#times[set * count + last] ?? Infinity;
        if (time === Infinity) continue;
        for (let next = 0; next < count; next += 1) {
          if ((set & (1 << next)) !== 0) continue;
          const at = (set | (1 << next)) * count + next;
          const longer = time + cell(matrix, last + 1, next + 1) + leave(next);
          if (longer < (this.#times[at] ?? Infinity)) {
            this.#times[at] = longer;
            this.#before[at] = last;
          }
        }
      }
    }
  }

  /** The quickest tour of a set, back to the start where it is closed. */
  best(set: number, closed: boolean): { readonly last: number; readonly time: number } {
    let best = { last: -1, time: set === 0 ? 0 : Infinity };
    for (let last = 0; last < this.count; last += 1) {
      const time = (this.#times[set * this.count + last] ?? Infinity) + (closed ? cell(this.matrix, last + 1, 0) : 0);
      if (time < best.time) best = { last, time };
    }
    return best;
  }

  /** Nodes in the order of that tour, the start first. */
  order(set: number, last: number): readonly number[] {
    const order: number[] = [];
    for (let [left, at] = [set, last]; at >= 0;) {
      order.push(at + 1);
      const before = this.#before[left * this.count + at] ?? -1;
      left ^= 1 << at;
      at = before;
    }
    return [0, ...order.reverse()];
  }
}

/** @param closed the tour ends where it began. @throws DomainError those of a table; `TOO_LARGE` above 15 places. */
export function heldKarp(matrix: TravelMatrix, closed = true): Tour {
  const read = matrixAt(matrix, 'matrix');
  if (read.length > MOST_EXACT) throw new DomainError('TOO_LARGE', 'matrix', `more than ${MOST_EXACT} places`);
  const times = new SubsetTimes(read);
  const all = (1 << times.count) - 1;
  const { last, time } = times.best(all, closed);
  return { order: times.order(all, last), travel: time };
}
