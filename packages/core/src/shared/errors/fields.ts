import { ANY, numberAt, wholeAt, wordAt } from './checks.js';
import { DomainError, type NumberRange } from './domain-error.js';

/**
 * What a `null` in a required field is: no value at all (`MISSING`), or one of the wrong type (`TYPE`). `strict`: it is of the wrong
 * type wherever it stands, and so is a required field that is absent.
 */
export type NullRule = 'absent' | 'wrong type' | 'strict';

/**
 * Reads the named arguments of a function, one by one, in the order of its signature. A required field that is absent is
 * `MISSING`; an optional field that is `null` takes its default. A boolean is not a number.
 */
export class Fields {
  private readonly record: Readonly<Record<string, unknown>>;

  constructor(
    value: unknown,
    private readonly path = '',
    private readonly nullRule: NullRule = 'absent',
  ) {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) {
      throw new DomainError('TYPE', path, 'must be an object', { value });
    }
    this.record = value as Readonly<Record<string, unknown>>;
  }

  /** Where a field of this object is found, for a message. */
  at(key: string): string {
    return this.path === '' ? key : `${this.path}.${key}`;
  }

  has(key: string): boolean {
    const value = this.record[key];
    return value !== undefined && (this.nullRule === 'strict' || value !== null);
  }

  number(key: string, range: NumberRange = ANY): number {
    const value = this.record[key];
    return within(value, range) ? value : numberAt(this.required(key), this.at(key), range);
  }

  numberOr<T>(key: string, fallback: T, range: NumberRange = ANY): number | T {
    return this.has(key) ? this.number(key, range) : fallback;
  }

  whole(key: string, range: NumberRange): number {
    return wholeAt(this.required(key), this.at(key), range);
  }

  wholeOr(key: string, fallback: number, range: NumberRange): number {
    return this.has(key) ? wholeAt(this.record[key], this.at(key), range) : fallback;
  }

  word<T extends string>(key: string, words: readonly T[]): T {
    return wordAt(this.required(key), this.at(key), words);
  }

  wordOr<T extends string>(key: string, fallback: T, words: readonly T[]): T {
    return this.has(key) ? wordAt(this.record[key], this.at(key), words) : fallback;
  }

  flagOr(key: string, fallback: boolean): boolean {
    return this.has(key) ? this.flag(key) : fallback;
  }

  flag(key: string): boolean {
    const value = this.required(key);
    if (typeof value !== 'boolean') throw new DomainError('TYPE', this.at(key), 'must be true or false', { value });
    return value;
  }

  object(key: string): Fields {
    return new Fields(this.required(key), this.at(key), this.nullRule);
  }

  /** The object in a field, or `null` where it is absent. */
  objectOr(key: string): Fields | null {
    return this.has(key) ? this.object(key) : null;
  }

  /** The list in a field, empty where it is absent. */
  listOr(key: string): readonly unknown[] {
    return this.has(key) ? this.list(key) : [];
  }

  list(key: string): readonly unknown[] {
    const value = this.required(key);
    if (!Array.isArray(value)) throw new DomainError('TYPE', this.at(key), 'must be a list', { value });
    return value as readonly unknown[];
  }

  /** A list of objects, each read on its own. */
  objects(key: string): readonly Fields[] {
    return this.list(key).map((item, n) => new Fields(item, `${this.at(key)}[${n}]`, this.nullRule));
  }

  objectsOr(key: string): readonly Fields[] {
    return this.has(key) ? this.objects(key) : [];
  }

  text(key: string): string {
    const value = this.required(key);
    if (typeof value !== 'string') throw new DomainError('TYPE', this.at(key), 'must be a text', { value });
    return value;
  }

  /** Whatever stands there, or `undefined`. */
  any(key: string): unknown {
    return this.record[key];
  }

  private required(key: string): unknown {
    if (this.nullRule === 'strict') {
      const value = this.record[key];
      if (value === undefined) throw new DomainError('TYPE', this.at(key), 'is missing');
      return value;
    }
    if (this.record[key] === null && this.nullRule === 'wrong type') {
      throw new DomainError('TYPE', this.at(key), 'must not be null', { value: null });
    }
    if (!this.has(key)) throw new DomainError('MISSING', this.at(key), 'is missing');
    return this.record[key];
  }
}

/** A number that needs no message: told apart first, because a path is put together for nothing otherwise. */
function within(value: unknown, { min = -Infinity, max = Infinity, above = false }: NumberRange): value is number {
  return typeof value === 'number' && Number.isFinite(value) && (above ? value > min : value >= min) && value <= max;
}

/** The error for a list that must hold something. */
export function emptyError(path: string, message = 'must not be empty'): DomainError {
  return new DomainError('EMPTY', path, message);
}
