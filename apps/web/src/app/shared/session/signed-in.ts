import { inject } from '@angular/core';
import { type CanActivateFn, Router } from '@angular/router';
import { PATHS } from '../routes/paths';
import { SessionStore } from './session-store';

/** Whoever is signed out signs in first, and comes back to where they meant to go; a guest looks at what guests are shown. */
export const signedIn: CanActivateFn = (_route, state) => {
  const session = inject(SessionStore);
  const router = inject(Router);
  if (session.out()) return router.createUrlTree(['/', PATHS.signIn], { queryParams: { then: state.url } });
  if (session.isGuest()) return router.createUrlTree(['/', PATHS.look]);
  return true;
};

/** An address within the app, as it stood in a query: nothing else is gone to. */
export const addressWithin = (then: string | undefined): string =>
  then !== undefined && /^\/(?!\/)[^\\]*$/.test(then) && !then.startsWith(`/${PATHS.signIn}`) ? then : '/';
