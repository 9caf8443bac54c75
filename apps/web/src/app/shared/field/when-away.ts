import { HttpErrorResponse, type HttpInterceptorFn, HttpResponse, type HttpRequest } from '@angular/common/http';
import { inject } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import { EMPTY, merge, type Observable, of, throwError, timer } from 'rxjs';
import { catchError, switchMap, takeWhile, tap } from 'rxjs/operators';
import { FieldLink } from './field-link';

const GATEWAY_TIMEOUT = 504;
/** A signal that is there and carries nothing: what takes longer is answered by this device, where it can. */
export const PATIENCE_MS = 12_000;
/** Nobody answered: no network, no server, or something between that says so in the server's place. */
function isUnreached(error: unknown): boolean {
  return error instanceof HttpErrorResponse && (error.status === 0 || error.status === GATEWAY_TIMEOUT);
}

function paramsOf({ params }: HttpRequest<unknown>): Readonly<Record<string, string>> {
  return Object.fromEntries(params.keys().map((key) => [key, params.get(key) ?? '']));
}

/** Questions that the server cannot be asked are answered from what this device took along. */
export const whenAway: HttpInterceptorFn = (request, next) => {
  if (!request.url.startsWith(`${API_BASE}/`)) return next(request);
  const link = inject(FieldLink);
  // The service worker keeps the app itself, and no answer of the server's.
  const sent = next(request.clone({ setHeaders: { 'ngsw-bypass': 'true' } })).pipe(
    tap((event) => {
      if (event instanceof HttpResponse) link.heard();
    }),
  );
  const lost = (error: unknown): Observable<never> => {
    if (isUnreached(error)) link.lost();
    return throwError(() => error);
  };
  if (request.method !== 'GET' || request.responseType !== 'json') return sent.pipe(catchError(lost));
  const path = request.url.slice(API_BASE.length + 1);
  const answered = (otherwise: () => Observable<never> | typeof sent): typeof sent =>
    link
      .answer(path, paramsOf(request))
      .pipe(
        switchMap((body) =>
          body === undefined ? otherwise() : of(new HttpResponse({ status: 200, body, url: request.url })),
        ),
      );
  if (link.away()) return answered(() => sent.pipe(catchError(lost)));
  const orHere = sent.pipe(
    catchError((error: unknown) => {
      if (!isUnreached(error)) return throwError(() => error);
      link.lost();
      return answered(() => throwError(() => error));
    }),
  );
  const late = timer(PATIENCE_MS).pipe(
    switchMap(() => answered(() => EMPTY)),
    tap(() => {
      link.lost();
    }),
  );
  return merge(orHere, late).pipe(takeWhile((event) => !(event instanceof HttpResponse), true));
};
