import { HttpErrorResponse } from '@angular/common/http';
import type { ApiErrorBody, ApiErrorCode, FieldError } from '@yewridge/contract/shared';
import { catchError, defer, EMPTY, type MonoTypeOperatorFunction, throwError } from 'rxjs';

/** What went wrong with a request, in the server's words, or that the server could not be reached. */
export interface ApiFailure {
  readonly code: ApiErrorCode | 'UNREACHABLE';
  readonly message: string;
  readonly fields: readonly FieldError[];
  readonly current: unknown;
}

const UNREACHABLE: ApiFailure = {
  code: 'UNREACHABLE',
  message: 'Yewridge does not answer. Is it still running on this computer? What you typed is kept here.',
  fields: [],
  current: null,
};

function isErrorBody(body: unknown): body is ApiErrorBody {
  return typeof body === 'object' && body !== null && 'error' in body && typeof body.error === 'object';
}

export function asFailure(error: unknown): ApiFailure {
  if (!(error instanceof HttpErrorResponse) || !isErrorBody(error.error)) return UNREACHABLE;
  const { code, message, fields = [], current = null } = error.error.error;
  return { code, message, fields, current };
}

/** Why something was refused: what is said of the first field, else the refusal itself. */
export const whyNot = ({ fields, message }: ApiFailure): string => fields[0]?.message ?? message;

/** What was refused is said, and the stream goes on; asked again, nothing stands there until there is an answer. */
export function sayingWhy<T>(problem: { set(sentence: string | null): void }): MonoTypeOperatorFunction<T> {
  return (source) =>
    defer(() => {
      problem.set(null);
      return source;
    }).pipe(
      catchError((failure: ApiFailure) => {
        problem.set(whyNot(failure));
        return EMPTY;
      }),
    );
}

/** Errors of a stream become an `ApiFailure`. */
export function failuresInWords<T>(): MonoTypeOperatorFunction<T> {
  return catchError((error: unknown) => throwError(() => asFailure(error)));
}
