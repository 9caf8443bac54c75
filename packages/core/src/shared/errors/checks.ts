import { DomainError, type NumberRange } from './domain-error.js';

/** Dimensions, targets, prices. */
export const POSITIVE: NumberRange = { min: 0, above: true };
/** What may be absent: clearances, errors, insets. */
export const NON_NEGATIVE: NumberRange = { min: 0 };
/** Any finite number. */
export const ANY: NumberRange = {};

/** A plain object to read fields from, or `TYPE`. */
export function objectAt(value: unknown, path: string): Readonly<Record<string, unknown>> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    throw new DomainError('TYPE', path, 'must be an object', { value });
  }
  return value as Readonly<Record<string, unknown>>;
}

/** An array, or `TYPE`. Emptiness is a later question. */
export function arrayAt(value: unknown, path: string): readonly unknown[] {
  if (!Array.isArray(value)) throw new DomainError('TYPE', path, 'must be a list', { value });
  return value as readonly unknown[];
}

/** A finite number within `range`; a boolean, a text or `null` is `TYPE`, a number outside is `RANGE`. */
export function numberAt(value: unknown, path: string, range: NumberRange = POSITIVE): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new DomainError('TYPE', path, 'must be a finite number', { value, range });
  }
  const { min, max, above } = range;
  const tooLow = min !== undefined && (above === true ? value <= min : value < min);
  if (tooLow || (max !== undefined && value > max)) {
    throw new DomainError('RANGE', path, `${value} is outside the allowed range`, { value, range });
  }
  return value;
}

/** A whole number within `range`; a fraction is `TYPE`. */
export function wholeAt(value: unknown, path: string, range: NumberRange = NON_NEGATIVE): number {
  if (typeof value === 'number' && Number.isFinite(value) && !Number.isInteger(value)) {
    throw new DomainError('TYPE', path, 'must be a whole number', { value, range });
  }
  return numberAt(value, path, range);
}

/** One of the listed words; anything but a text is `TYPE`, an unlisted text is `ENUM`. */
export function wordAt<T extends string>(value: unknown, path: string, words: readonly T[]): T {
  if (typeof value !== 'string') throw new DomainError('TYPE', path, 'must be a text', { value });
  const known = words.find((word) => word === value);
  if (known === undefined) {
    throw new DomainError('ENUM', path, `"${value}" is not one of ${words.join(', ')}`, { value });
  }
  return known;
}

/** A positional argument that must be given, else `MISSING`. */
export function givenAt(value: unknown, path: string): void {
  if (value === undefined) throw new DomainError('MISSING', path, 'is missing');
}

/** `value`, or the default when the field is absent (`undefined`, not `null`). */
export function orDefault(value: unknown, fallback: unknown): unknown {
  return value === undefined ? fallback : value;
}

/** Numbers that are valid alone but impossible together. `reason` is a stable word for the interface. */
export function geometryError(path: string, reason: string, message: string): DomainError {
  return new DomainError('GEOMETRY', path, message, { reason });
}
