/**
 * One answer for all who ask while the records stay as they are: worked out once, however many ask for it at once. `moment` is
 * what it holds for.
 */
export class Remembered<T> {
  #moment: string | null = null;
  #answer: Promise<T> | null = null;

  known(moment: string): Promise<T> | null {
    return this.#moment === moment ? this.#answer : null;
  }

  at(moment: string, work: () => Promise<T>): Promise<T> {
    const known = this.known(moment);
    if (known) return known;
    const answer = work();
    this.#moment = moment;
    this.#answer = answer;
    // What failed is tried anew by whoever asks next.
    answer.catch(() => {
      if (this.#answer === answer) this.#answer = null;
    });
    return answer;
  }
}
