import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { ClockStep } from '@yewridge/contract/shared';
import { EMPTY, exhaustMap, Subject } from 'rxjs';
import { catchError, finalize } from 'rxjs/operators';
import { SessionStore } from '../session/session-store';
import { ActOutbox } from '../acts/act-outbox';
import type { ApiFailure } from '../http/api-failure';
import { WorkspaceStore } from './workspace-store';

const STEPS: readonly { readonly by: ClockStep; readonly name: string; readonly says: string }[] = [
  { by: 'day', name: 'Day on', says: 'A day on, at the same hour' },
  { by: 'week', name: 'Week on', says: 'A week on, at the same hour' },
  { by: 'dusk', name: 'To dark', says: 'To half an hour after the next sunset' },
  { by: 'morning', name: 'To morning', says: 'To the next sunrise' },
];

/** The demo's clock, and the ways to put it on; nothing in records of one's own. */
@Component({
  selector: 'yw-demo-clock',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (clock(); as clock) {
      <div class="clock" role="group" aria-label="Demo clock">
        <p>
          <strong>{{ clock.time }}</strong>
          <span
            >demo clock<span class="name">, {{ clock.name }}</span></span
          >
        </p>
        @for (step of keeps() ? steps : []; track step.by) {
          <button type="button" [title]="step.says" [attr.aria-disabled]="busy()" (click)="step$.next(step.by)">
            {{ step.name }}
          </button>
        }
      </div>
      @if (failure(); as failure) {
        <p class="failed" role="alert">The clock stands still: {{ failure.message }}</p>
      }
    }
  `,
  styles: `
    .clock {
      display: flex;
      border: 1px solid var(--rule-2);
      background: var(--sheet);
    }
    p {
      margin: 0;
      padding: 3px 10px;
      line-height: 1.25;
    }
    p strong,
    p span {
      display: block;
      white-space: nowrap;
    }
    p span {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    p .name {
      display: inline;
    }
    button {
      border: 0;
      border-left: 1px solid var(--rule);
      padding: 0 9px;
      background: none;
      color: var(--yew);
      font: 600 var(--t-xs) / 1.2 var(--text);
      cursor: pointer;
    }
    button:hover {
      background: var(--yew-2);
    }
    button[aria-disabled='true'] {
      opacity: 0.5;
    }
    .failed {
      color: var(--clay);
    }
    @media (max-width: 720px) {
      .clock {
        flex-wrap: wrap;
      }
      p {
        box-sizing: border-box;
        flex: 1 0 100%;
        border-bottom: 1px solid var(--rule);
      }
      p strong,
      p span {
        display: inline;
        white-space: normal;
      }
      p span {
        padding-left: 6px;
      }
      p .name {
        display: none;
      }
      button {
        flex: 1;
        min-height: 44px;
        padding: 0 4px;
      }
      button:first-of-type {
        border-left: 0;
      }
    }
    @media print {
      button {
        display: none;
      }
    }
  `,
})
export class DemoClock {
  readonly #store = inject(WorkspaceStore);
  readonly #outbox = inject(ActOutbox);
  protected readonly steps = STEPS;
  /** The clock is everybody's: keepers put it on. */
  protected readonly keeps = inject(SessionStore).keeps;
  protected readonly busy = signal(false);
  protected readonly failure = signal<ApiFailure | null>(null);
  protected readonly step$ = new Subject<ClockStep>();
  protected readonly clock = computed(() => {
    const workspace = this.#store.workspace();
    if (workspace?.kind !== 'demo') return null;
    const time = new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
      timeZone: workspace.timeZone,
    }).format(new Date(workspace.now));
    return { name: workspace.name, time };
  });

  constructor() {
    // A touch while the clock goes on is not a second step.
    this.step$
      .pipe(
        exhaustMap((by) => {
          this.busy.set(true);
          this.failure.set(null);
          return this.#store.step(by).pipe(
            catchError((failure: ApiFailure) => {
              this.failure.set(failure);
              return EMPTY;
            }),
            finalize(() => {
              this.busy.set(false);
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.#outbox.took({ id: null, says: '' });
      });
  }
}
