import { InjectionToken } from '@angular/core';
import type {
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser';
import type { PasskeyAnswerDto } from '@yewridge/contract/members';
import { defer, from, type Observable, throwError } from 'rxjs';
import { catchError } from 'rxjs/operators';
import type { ApiFailure } from '../../../shared/http/api-failure';

/** What this device makes and shows passkeys with. Error: `ApiFailure`, in words. Cancellation: the keeper's, at the device. */
export interface PasskeyDevice {
  readonly there: () => boolean;
  readonly make: (options: PublicKeyCredentialCreationOptionsJSON) => Observable<PasskeyAnswerDto>;
  readonly show: (options: PublicKeyCredentialRequestOptionsJSON) => Observable<PasskeyAnswerDto>;
}

/** Why a device made or showed none, by the name of its error (Web Authentication, Level 3, sections 5.1.3 and 5.1.4). */
export function deviceFault(name: string): string {
  switch (name) {
    case 'NotAllowedError':
    case 'AbortError':
      return 'Nothing was confirmed on this device. Try once more, or use the passphrase.';
    case 'InvalidStateError':
      return 'This device keeps a passkey of yours already.';
    case 'SecurityError':
      return 'This device makes no passkeys at this address. Open Yewridge by the name of its computer.';
    default:
      return 'This device could not do that. Use the passphrase, or another device.';
  }
}
function inWords(error: unknown): Observable<never> {
  const message = deviceFault(error instanceof Error ? error.name : '');
  return throwError((): ApiFailure => ({ code: 'WRONG_PASSKEY', message, fields: [], current: null }));
}
/** A passkey goes by a name: at a bare number there is none. */
const isNumber = (host: string): boolean => /^[\d.]+$|:/.test(host);

/** Fetched when it is first needed. */
const browser = (): Promise<typeof import('@simplewebauthn/browser')> => import('@simplewebauthn/browser');

export const PASSKEY_DEVICE = new InjectionToken<PasskeyDevice>('passkey device', {
  providedIn: 'root',
  factory: () => ({
    there: () => typeof window.PublicKeyCredential === 'function' && !isNumber(location.hostname),
    make: (optionsJSON) =>
      defer(() => from(browser().then(({ startRegistration }) => startRegistration({ optionsJSON })))).pipe(
        catchError(inWords),
      ) as Observable<unknown> as Observable<PasskeyAnswerDto>,
    show: (optionsJSON) =>
      defer(() => from(browser().then(({ startAuthentication }) => startAuthentication({ optionsJSON })))).pipe(
        catchError(inWords),
      ) as Observable<unknown> as Observable<PasskeyAnswerDto>,
  }),
});
