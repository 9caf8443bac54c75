import type { ObjectSchema, ValidationResult } from 'joi';
import { AppError } from './app-error.js';

/** Turns `a.0.b` into the way the fields are written everywhere else: `a[0].b`. */
function fieldPath(path: readonly (string | number)[]): string {
  return path.reduce<string>(
    (text, step) => (typeof step === 'number' ? `${text}[${step}]` : text === '' ? step : `${text}.${step}`),
    '',
  );
}

function shown(value: unknown): string {
  if (value === undefined || typeof value === 'object') return '';
  return ` (got ${JSON.stringify(value)})`;
}

/**
 * The value as the schema describes it: all faults reported together, unknown keys refused, nothing stripped.
 * `convert` only for texts of an address; bodies are taken as they are.
 * @throws AppError `VALIDATION` with every field, its value and what is allowed.
 */
export function validated<T>(schema: ObjectSchema<T>, value: unknown, { convert = false } = {}): T {
  const result: ValidationResult<T> = schema.validate(value, {
    abortEarly: false,
    convert,
    errors: { wrap: { label: false } },
  });
  if (!result.error) return result.value;
  throw new AppError('VALIDATION', {
    fields: result.error.details.map(({ path, message, context }) => ({
      path: fieldPath(path),
      message: `${message}${shown(context?.value as unknown)}`,
    })),
  });
}
