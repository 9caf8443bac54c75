import { Remembered } from './remembered.js';

/** Answers to several questions, each remembered for as long as its moment stays. */
export class RememberedBy<T> {
  readonly #answers = new Map<string, Remembered<T>>();

  /** `most` questions at once; whoever asks more of them has all asked anew. */
  constructor(private readonly most: number) {}

  at(what: string, moment: string, work: () => Promise<T>): Promise<T> {
    const known = this.#answers.get(what);
    if (known) return known.at(moment, work);
    if (this.#answers.size >= this.most) this.#answers.clear();
    const fresh = new Remembered<T>();
    this.#answers.set(what, fresh);
    return fresh.at(moment, work);
  }
}
