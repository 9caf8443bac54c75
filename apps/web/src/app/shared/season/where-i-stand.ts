import { inject, Injectable, InjectionToken, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, finalize, Observable, Subject, switchMap } from 'rxjs';

/** Where a telephone says that it is. */
export interface Standing {
  readonly lat: number;
  readonly lon: number;
  /** m, as the telephone reckons: two times in three it is no further off. */
  readonly accuracy: number;
  /** m over the sea, where it knows. */
  readonly altitude: number | null;
}
/** A sentence for whoever asked. */
export class NoStanding extends Error {}

/** The browser's own; another one where a test stands elsewhere. */
export const GEOLOCATION = new InjectionToken<Geolocation | null>('geolocation', {
  providedIn: 'root',
  factory: () => (navigator as { readonly geolocation?: Geolocation }).geolocation ?? null,
});

const WAIT_MS = 20_000;
/** By the codes of `GeolocationPositionError` (W3C Geolocation, section 8). */
const WHY: Readonly<Record<number, string>> = {
  1: 'This page may not ask where the phone is. Allow it in the browser’s settings for this page.',
  2: 'The phone does not know where it is just now. In the open it finds out sooner.',
  3: 'The phone has not found out where it is within 20 seconds. Try once more in the open.',
};

/**
 * Where this telephone stands. Only when it is asked for, and it stays here: nothing of it is written or sent by this. Error:
 * `NoStanding`, in words. Cancellation: what comes later is let go.
 */
@Injectable({ providedIn: 'root' })
export class WhereIStand {
  readonly #geolocation = inject(GEOLOCATION);

  ask(): Observable<Standing> {
    return new Observable((asks) => {
      if (!this.#geolocation) {
        asks.error(new NoStanding('This browser does not tell where it is. Touch the map instead.'));
        return;
      }
      this.#geolocation.getCurrentPosition(
        ({ coords: { latitude: lat, longitude: lon, accuracy, altitude } }) => {
          asks.next({ lat, lon, accuracy, altitude });
          asks.complete();
        },
        ({ code }) => {
          asks.error(new NoStanding(WHY[code] ?? WHY[2]));
        },
        { enableHighAccuracy: true, timeout: WAIT_MS, maximumAge: 0 },
      );
    });
  }
}

/** Asked for by a page, as often as somebody presses: the latest answer, or why there is none. Gone with the page that provides it. */
@Injectable()
export class StandingHere {
  readonly #where = inject(WhereIStand);
  readonly #asks = new Subject<void>();
  readonly at = signal<Standing | null>(null);
  readonly why = signal<string | null>(null);
  readonly asking = signal(false);

  constructor() {
    this.#asks
      .pipe(
        // Asked again, the newer answer counts.
        switchMap(() => {
          this.asking.set(true);
          this.why.set(null);
          return this.#where.ask().pipe(
            catchError(({ message }: NoStanding) => {
              this.why.set(message);
              return EMPTY;
            }),
            finalize(() => {
              this.asking.set(false);
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((at) => {
        this.at.set(at);
      });
  }

  ask(): void {
    this.#asks.next();
  }
}
