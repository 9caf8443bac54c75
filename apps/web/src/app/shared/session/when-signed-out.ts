import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import type { ApiErrorBody } from '@yewridge/contract/shared';
import { defer, throwError } from 'rxjs';
import { catchError, finalize, switchMap } from 'rxjs/operators';
import { BEGINS_SESSION } from './begins-session';
import { SessionStore } from './session-store';

const UNAUTHORISED = 401;

function asksToSignIn(error: unknown): boolean {
  if (!(error instanceof HttpErrorResponse) || error.status !== UNAUTHORISED) return false;
  return (error.error as Partial<ApiErrorBody> | null)?.error?.code === 'SIGN_IN';
}

/**
 * A device that was signed out elsewhere learns it from the first answer. What was on its way while a session began here is
 * refused as well: that is asked once more.
 */
export const whenSignedOut: HttpInterceptorFn = (request, next) => {
  // Asked for when it is needed: the store asks by this way itself.
  const injector = inject(Injector);
  if (request.context.get(BEGINS_SESSION)) {
    return defer(() => {
      const begun = injector.get(SessionStore).begins();
      return next(request).pipe(finalize(begun));
    });
  }
  return next(request).pipe(
    catchError((error: unknown) =>
      asksToSignIn(error)
        ? injector
            .get(SessionStore)
            .refused()
            .pipe(switchMap((known) => (known ? next(request) : throwError(() => error))))
        : throwError(() => error),
    ),
  );
};
