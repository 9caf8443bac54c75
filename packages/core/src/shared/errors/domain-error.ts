/** What can be wrong with an input, or with the question asked of it. The set is closed and part of the contract. */
export const ERROR_CODES = [
  'TYPE',
  'RANGE',
  'ENUM',
  'FORMAT',
  'MISSING',
  'EMPTY',
  'LENGTH',
  'CONFLICT',
  'GEOMETRY',
  'NO_SOLUTION',
  'TOO_LARGE',
  'SINGULAR',
  'CONVERGENCE',
  'CHECKSUM',
  'VERSION',
] as const;

export type ErrorCode = (typeof ERROR_CODES)[number];

/** The allowed stretch of a number, in SI, so that whoever shows the error can say it in the reader's units. */
export interface NumberRange {
  readonly min?: number;
  readonly max?: number;
  /** The minimum itself is refused: "more than" instead of "at least". */
  readonly above?: boolean;
}

/**
 * The one error the core throws. `path` names the offending argument (`sections[1].width`);
 * `value` and `range` carry what was given and what is allowed, where that can be said in numbers.
 */
export class DomainError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly path: string,
    message: string,
    readonly detail: { readonly value?: unknown; readonly range?: NumberRange; readonly reason?: string } = {},
  ) {
    super(`${path}: ${message}`);
    this.name = 'DomainError';
  }
}
