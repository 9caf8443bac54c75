import { Injectable, signal } from '@angular/core';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { API_BASE } from '@yewridge/contract/shared';
import { defer, Observable, retry, timer } from 'rxjs';
import { filter, tap } from 'rxjs/operators';

const AGAIN_MS = 2000;

/**
 * Readings of the sensors as they come, each once and in order, over lost lines and restarts of the server: readings are
 * numbered, and a line that is opened again goes on after the last number seen.
 */
@Injectable({ providedIn: 'root' })
export class ReadingStream {
  readonly #lost = signal(false);
  /** No line to the server: what is shown may be old. It is tried again. */
  readonly lost = this.#lost.asReadonly();

  /** Readings numbered after `seq`, those that are there already first. Goes on until nobody listens. */
  after(seq: number): Observable<DeviceReadingDto> {
    // A listener of its own each: one that begins later must not miss what another was told before.
    return defer(() => {
      let seen = seq;
      return defer(() => this.#line(seen)).pipe(
        filter((reading) => reading.seq > seen),
        tap((reading) => {
          seen = reading.seq;
        }),
        retry({ delay: () => timer(AGAIN_MS) }),
      );
    });
  }

  /** One line to the server. Errors when it is lost; closed with the subscription. */
  #line(seen: number): Observable<DeviceReadingDto> {
    return new Observable((listener) => {
      const source = new EventSource(`${API_BASE}/readings/stream?after=${seen}`);
      source.addEventListener('open', () => {
        this.#lost.set(false);
      });
      source.addEventListener('reading', ({ data }: MessageEvent<string>) => {
        listener.next(JSON.parse(data) as DeviceReadingDto);
      });
      source.addEventListener('error', () => {
        // The browser would try again by itself, but not after every kind of failure, and not from where we are.
        source.close();
        this.#lost.set(true);
        listener.error(new Error('The line to the sensors is lost.'));
      });
      return () => {
        source.close();
      };
    });
  }
}
