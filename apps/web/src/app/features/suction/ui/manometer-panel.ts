import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  model,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { ManometerReadingDto } from '@yewridge/contract/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { catchError, concat, EMPTY, ignoreElements, type Observable, type Subscription } from 'rxjs';
import { Slide } from '../../../shared/fields/slide';
import { decimalText, figureText } from '../../../shared/units/format';
import { gaugeText, stopWords, unsafe } from '../data/calibration-words';
import { RigsApi } from '../data/rigs-api';

export interface GateSetting {
  readonly opening: number;
  readonly portClosed: boolean;
}

/** The instrument at the empty rig: how the gate is set, what is heard, and the reading that is taken of it. */
@Component({
  selector: 'yw-manometer-panel',
  imports: [MatCheckboxModule, Slide],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './manometer-panel.html',
  styleUrls: ['../pages/side-page.scss', './manometer-panel.scss'],
})
export class ManometerPanel {
  readonly rigId = input.required<string>();
  readonly system = input.required<UnitSystem>();
  /** No more readings are taken. */
  readonly full = input.required<boolean>();
  /** Keeps what is not saved yet: the instrument hears the rig that the server knows. */
  readonly keep = input.required<() => Observable<unknown>>();
  readonly setting = model.required<GateSetting>();
  readonly live = model.required<ManometerReadingDto | null>();
  readonly taken = output<ManometerReadingDto>();
  readonly typed = output();

  readonly #api = inject(RigsApi);
  readonly #destroyed = inject(DestroyRef);
  #stream: Subscription | null = null;
  protected readonly listening = signal(false);
  protected readonly fails = signal<string | null>(null);
  protected readonly openingText = computed(() => decimalText(this.setting().opening, 2));
  protected readonly unsafe = computed(() => unsafe(this.setting().opening, this.setting().portClosed));
  protected readonly stop = computed(() => {
    const live = this.live();
    return live ? stopWords(live.boxUnderPressure, this.system()) : null;
  });
  protected readonly liveText = computed(() => {
    const live = this.live();
    if (!live) return null;
    const speed =
      live.nozzleSpeed === null ? 'port shut' : `${figureText(live.nozzleSpeed, 'speed', this.system())} at the mouth`;
    return `${gaugeText(live.boxUnderPressure, this.system())}, ${speed}`;
  });

  /** A setting that must not be read ends the listening. */
  set(change: Partial<GateSetting>): void {
    this.setting.update((setting) => ({ ...setting, ...change }));
    if (!this.listening()) return;
    if (this.unsafe() === null) this.listen();
    else this.hush();
  }

  /** Listens to the instrument at the setting chosen. */
  protected listen(): void {
    this.hush();
    this.listening.set(true);
    this.fails.set(null);
    // One subscription for both, so that ending it always ends the stream too, and no other setting is heard beside this one.
    this.#stream = concat(
      this.keep()().pipe(
        ignoreElements(),
        catchError(() => EMPTY),
      ),
      this.#api.manometer(this.rigId(), this.setting()),
    )
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe({
        next: (reading) => {
          this.live.set(reading);
          // What was read stays on the screen, so that it is seen why listening stopped.
          if (reading.stop) this.hush(reading);
        },
        error: (error: Error) => {
          this.hush();
          this.fails.set(error.message);
        },
      });
  }

  protected hush(last: ManometerReadingDto | null = null): void {
    this.#stream?.unsubscribe();
    this.#stream = null;
    this.listening.set(false);
    this.live.set(last);
  }

  protected take(): void {
    const live = this.live();
    if (live) this.taken.emit(live);
  }
}
