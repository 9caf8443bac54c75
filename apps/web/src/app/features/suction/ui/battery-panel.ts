import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { BatteryReadingDto } from '@yewridge/contract/suction';
import { EMPTY, of, Subject, switchMap, takeWhile } from 'rxjs';
import { catchError } from 'rxjs/operators';
import { decimalText, percentText } from '../../../shared/units/format';
import { RigsApi } from '../data/rigs-api';

/** The battery's monitor while the rig runs: volts and charge, and when the pack switched itself off. */
@Component({
  selector: 'yw-battery-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>
      Battery
      @if (reading()?.simulated) {
        <em>simulated</em>
      }
    </h2>
    @if (words(); as words) {
      <p class="volts">{{ words.volts }}</p>
      <p aria-live="polite">{{ words.charge }}</p>
      <svg viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden="true">
        <rect class="all" width="100" height="6" />
        <rect class="left" [attr.width]="words.width" height="6" />
      </svg>
    }
    @if (refused()) {
      <p>This rig runs on no battery whose draw is known.</p>
    }
    @if (reading() && !reading()!.cutoff) {
      <button type="button" class="button" (click)="run$.next(false)">Stop</button>
    } @else {
      <button type="button" class="button" (click)="run$.next(true)">Read its monitor from full</button>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: var(--s3);
      border-top: 1px solid var(--rule);
      padding-top: var(--s3);
    }
    h2 {
      font-size: 16px;
    }
    em {
      color: var(--ink-2);
      font: italic 400 var(--t-s) / 1.3 var(--text);
    }
    p {
      margin: 2px 0 6px;
      color: var(--ink-2);
    }
    .volts {
      color: var(--ink);
      font: 600 19px / 1.2 var(--head);
      font-feature-settings: 'lnum' 1;
    }
    svg {
      display: block;
      width: 100%;
      height: 8px;
      margin-bottom: 8px;
    }
    .all {
      fill: var(--sheet-2);
      stroke: var(--rule-2);
    }
    .left {
      fill: var(--yew);
    }
  `,
})
export class BatteryPanel {
  /** The rig. */
  readonly id = input.required<string>();

  readonly #api = inject(RigsApi);
  protected readonly reading = signal<BatteryReadingDto | null>(null);
  protected readonly refused = signal(false);
  protected readonly run$ = new Subject<boolean>();
  protected readonly words = computed(() => {
    const reading = this.reading();
    if (!reading) return null;
    const { minute, volt, soc, cutoff } = reading;
    const run = `${minute} ${minute === 1 ? 'minute' : 'minutes'} of running`;
    const left = soc === null ? '' : `, ${percentText(soc)} left`;
    return {
      volts: `${decimalText(volt, 1)} V`,
      charge: cutoff ? `The pack cut off after ${run}.` : `After ${run}${left}.`,
      width: 100 * (soc ?? 0),
    };
  });

  constructor() {
    this.run$
      .pipe(
        // Started anew, the older run is over.
        switchMap((run) => {
          this.reading.set(null);
          this.refused.set(false);
          if (!run) return of(null);
          return this.#api.battery(this.id()).pipe(
            takeWhile(({ cutoff }) => !cutoff, true),
            catchError(() => {
              this.refused.set(true);
              return EMPTY;
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((reading) => {
        this.reading.set(reading);
      });
  }
}
