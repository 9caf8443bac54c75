import { Remembered } from './remembered.js';
import type { ViewTurns } from './view-turns.js';

/** A view of the records for all who ask: worked out in its turn, for the moment at which its turn comes. */
export class View<T> {
  readonly #remembered = new Remembered<T>();
  #waiting: { readonly what: string; readonly answer: Promise<T> } | null = null;

  constructor(
    private readonly turns: ViewTurns,
    private readonly moment: () => string,
  ) {}

  /** `what` tells views of one kind apart: the days of a ribbon. */
  ask(work: () => Promise<T>, what = ''): Promise<T> {
    const known = this.#remembered.known(this.at(what));
    if (known) return known;
    if (this.turns.within) return this.#remembered.at(this.at(what), work);
    if (this.#waiting?.what === what) return this.#waiting.answer;
    const answer = this.turns.take(() => {
      if (this.#waiting?.answer === answer) this.#waiting = null;
      return this.#remembered.at(this.at(what), work);
    });
    this.#waiting = { what, answer };
    return answer;
  }

  private at(what: string): string {
    return `${what} ${this.moment()}`;
  }
}
