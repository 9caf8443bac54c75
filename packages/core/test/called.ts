import { DomainError } from '@yewridge/core/shared/errors';

export type CoreFunction = (input: unknown) => unknown;

/** What a function answers; a refusal is `{ error: code }`, as the worked cases write it. */
export function called(fn: CoreFunction, input: unknown): unknown {
  try {
    return fn(input);
  } catch (error) {
    if (error instanceof DomainError) return { error: error.code };
    throw error;
  }
}
