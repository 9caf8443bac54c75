import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  type ApplicationConfig,
  inject,
  provideAppInitializer,
  isDevMode,
  provideBrowserGlobalErrorListeners,
} from '@angular/core';
import { provideRouter, TitleStrategy, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { WaitingRoom } from '../shared/acts/waiting-room';
import { DraftKeeper } from '../shared/documents/draft-keeper';
import { FieldLink } from '../shared/field/field-link';
import { whenAway } from '../shared/field/when-away';
import { SessionEnds } from '../shared/session/session-ends';
import { SessionStore } from '../shared/session/session-store';
import { whenSignedOut } from '../shared/session/when-signed-out';
import { PageTitle } from './page-title';
import { routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch(), withInterceptors([whenSignedOut, whenAway])),
    // Who else is there is known before the first page looks for a draft.
    provideAppInitializer(() => inject(DraftKeeper).join()),
    // Who works here is known before a page asks for anything.
    provideAppInitializer(() => inject(SessionStore).begin()),
    // What waits is known before anything is sent.
    provideAppInitializer(() => inject(WaitingRoom).open()),
    provideAppInitializer(() => {
      inject(FieldLink).begin();
      inject(SessionEnds).begin();
    }),
    provideRouter(routes, withComponentInputBinding()),
    // Once the first page is there; the shell, its fonts and every chunk are kept, and no answer of the server's.
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:30000' }),
    { provide: TitleStrategy, useClass: PageTitle },
  ],
};
