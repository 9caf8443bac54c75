import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { ManometerReadingDto, RigVersionDto } from '@yewridge/contract/suction';
import type { Calibration, Reading } from '@yewridge/core/suction';
import equal from 'fast-deep-equal';
import { catchError, concatMap, type Observable, of, switchMap, timer } from 'rxjs';
import type { PartChange } from '../../../shared/fields/field';
import { readText } from '../../../shared/kept/kept-choice';
import { bare, calibrated } from './rig-edits';
import { RigStore } from './rig-store';
import { CURVE_NAMES } from './rig-words';
import { WorkerDesk } from './worker-desk';

const PAUSE_MS = 150;
/** The curves a calibration can find. */
export const FOUND_KINDS = { parabola: CURVE_NAMES.parabola, linear: CURVE_NAMES.linear } as const;
export type FoundKind = keyof typeof FOUND_KINDS;

/** Readings that were typed here before and not yet accepted. */
function keptReadings(id: string): readonly Reading[] {
  try {
    const found: unknown = JSON.parse(readText(`yewridge.readings.${id}`, 20_000) ?? '[]');
    return Array.isArray(found) ? (found as Reading[]) : [];
  } catch {
    return [];
  }
}

/** Readings of the open rig and what is found from them, worked out when the hand rests. */
@Injectable()
export class CalibrationStore {
  readonly #rigs = inject(RigStore);
  readonly #desk = inject(WorkerDesk);
  readonly readings = signal<readonly Reading[]>([]);
  readonly kind = signal<FoundKind>('parabola');
  readonly found = signal<Calibration | null>(null);
  readonly fitting = signal(false);
  #simulated = false;
  readonly #question = computed(
    () => {
      const rig = this.#rigs.shown();
      const readings = this.readings();
      return rig && readings.length > 0 ? { rig: bare(rig), readings, curveKind: this.kind() } : null;
    },
    { equal },
  );

  constructor() {
    toObservable(this.#question)
      .pipe(
        switchMap((question) => {
          this.fitting.set(question !== null);
          if (question === null) return of(null);
          return timer(PAUSE_MS).pipe(
            switchMap(() => this.#desk.run('calibrate', question)),
            catchError(() => of(null)),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((found) => {
        this.found.set(found);
        this.fitting.set(false);
      });
  }

  open(id: string): void {
    this.readings.set(keptReadings(id));
  }

  change(n: number, { field, value }: PartChange): void {
    this.readings.update((all) =>
      all.map((one, at) => {
        if (at !== n) return one;
        const { [field as keyof Reading]: _, ...rest } = one;
        return (value === undefined ? rest : { ...one, [field]: value }) as Reading;
      }),
    );
  }

  take({ simulated, opening, boxUnderPressure, nozzleSpeed, portClosed }: ManometerReadingDto): void {
    this.#simulated = simulated;
    this.readings.update((all) => [...all, { opening, boxUnderPressure, nozzleSpeed, portClosed }]);
  }

  /** The old rig is kept as a version, the found curve and leak put in, and that is kept as the next one. */
  accept(found: Calibration, day: string): Observable<RigVersionDto> {
    const readings = this.readings();
    return this.#rigs.freeze('before-calibration').pipe(
      concatMap(() => {
        this.#rigs.edit((rig) =>
          calibrated(rig, found, {
            curveKind: this.kind(),
            readings,
            day,
            instrument: this.#simulated ? 'simulated' : 'typed',
          }),
        );
        return this.#rigs.freeze('calibrated');
      }),
    );
  }
}
