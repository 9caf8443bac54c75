import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { catchError, EMPTY } from 'rxjs';
import { ReadingsApi } from '../../../shared/devices/readings-api';
import { HOURS_SHOWN } from './device-courses';

const HOUR_MS = 3_600_000;
const NONE: readonly DeviceReadingDto[] = [];

/** The last days of each sensor, fetched once; what comes in afterwards is added. */
@Injectable()
export class RecentReadings {
  readonly #api = inject(ReadingsApi);
  readonly #destroyed = inject(DestroyRef);
  readonly #known = signal<ReadonlyMap<string, readonly DeviceReadingDto[]>>(new Map());
  readonly #asked = new Set<string>();

  /** Fetches the days before `now` (UTC) of those that are not followed yet. Where that fails, only what comes in is shown. */
  follow(deviceIds: readonly string[], now: string): void {
    const from = new Date(Date.parse(now) - HOURS_SHOWN * HOUR_MS).toISOString().slice(0, 10);
    for (const id of deviceIds.filter((one) => !this.#asked.has(one))) {
      this.#asked.add(id);
      this.#api
        .of(id, from)
        .pipe(
          catchError(() => EMPTY),
          takeUntilDestroyed(this.#destroyed),
        )
        .subscribe((fetched) => {
          this.#set(id, [...fetched, ...this.of(id)]);
        });
    }
  }

  /** Oldest first. */
  of(deviceId: string): readonly DeviceReadingDto[] {
    return this.#known().get(deviceId) ?? NONE;
  }

  add(reading: DeviceReadingDto): void {
    this.#set(reading.deviceId, [...this.of(reading.deviceId), reading]);
  }

  /** By their instants, each once: one may be fetched and come in as well. */
  #set(deviceId: string, readings: readonly DeviceReadingDto[]): void {
    const once = new Map(readings.map((one) => [one.seq, one]));
    const inOrder = [...once.values()].sort((a, b) => a.instant.localeCompare(b.instant));
    this.#known.update((known) => new Map(known).set(deviceId, inOrder));
  }
}
