import { DomainError, type NumberRange } from '../../shared/errors/index.js';
import { ANY, arrayAt, numberAt, objectAt, orDefault, POSITIVE, wholeAt, wordAt } from '../../shared/errors/index.js';

/** What was given to a function of the workshop, field by field: `null` is never a default, and what is absent without one is `TYPE`. */
export class Given {
  readonly #record: Readonly<Record<string, unknown>>;

  constructor(
    value: unknown,
    private readonly path = '',
  ) {
    this.#record = objectAt(value, path);
  }

  private at(key: string): string {
    return this.path === '' ? key : `${this.path}.${key}`;
  }

  number(key: string, range: NumberRange = POSITIVE): number {
    return numberAt(this.#record[key], this.at(key), range);
  }

  numberOr(key: string, fallback: number, range: NumberRange): number {
    return numberAt(orDefault(this.#record[key], fallback), this.at(key), range);
  }

  wholeOr(key: string, fallback: number, range: NumberRange): number {
    return wholeAt(orDefault(this.#record[key], fallback), this.at(key), range);
  }

  /** A whole number, or `null` where it is absent. */
  wholeOrNone(key: string): number | null {
    return this.#record[key] === undefined ? null : wholeAt(this.#record[key], this.at(key));
  }

  word<T extends string>(key: string, words: readonly T[]): T {
    return wordAt(this.#record[key], this.at(key), words);
  }

  wordOr<T extends string>(key: string, fallback: T, words: readonly T[]): T {
    return wordAt(orDefault(this.#record[key], fallback), this.at(key), words);
  }

  text(key: string): string {
    const value = this.#record[key];
    if (typeof value !== 'string') throw new DomainError('TYPE', this.at(key), 'must be a text', { value });
    return value;
  }

  /** Whatever stands there. */
  any(key: string): unknown {
    return this.#record[key];
  }

  coordinate(key: string): number {
    return this.number(key, ANY);
  }

  object(key: string): Given {
    return new Given(this.#record[key], this.at(key));
  }

  list(key: string): readonly unknown[] {
    return arrayAt(this.#record[key], this.at(key));
  }

  objects(key: string): readonly Given[] {
    return this.list(key).map((item, n) => new Given(item, `${this.at(key)}[${n}]`));
  }

  objectsOr(key: string): readonly Given[] {
    return this.#record[key] === undefined ? [] : this.objects(key);
  }
}
