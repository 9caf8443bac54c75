import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { map, timer } from 'rxjs';
import type { ApiFailure } from '../http/api-failure';

/** A wait that is shorter is over before a bar could be read. */
const SLOW_MS = 500;

/** While the server has not answered yet: for what, and after half a second a bar. */
@Component({
  selector: 'yw-waiting',
  imports: [MatProgressBarModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet">
    <p role="status">Fetching {{ what() }} …</p>
    @if (slow()) {
      <mat-progress-bar mode="indeterminate" [attr.aria-label]="'Fetching ' + what()" />
    }
  </div>`,
  styles: `
    p {
      margin: 0;
      padding: var(--s5);
      color: var(--ink-2);
    }
  `,
})
export class Waiting {
  readonly what = input.required<string>();
  protected readonly slow = toSignal(timer(SLOW_MS).pipe(map(() => true)), { initialValue: false });
}

/** When there is nothing yet: what this place is for, and the first step. */
@Component({
  selector: 'yw-empty',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet">
    <h2>{{ title() }}</h2>
    <ng-content />
  </div>`,
  styles: `
    div {
      padding: var(--s6) var(--s5);
      max-width: 60ch;
    }
    h2 {
      font-size: var(--t-xl);
      margin-bottom: var(--s2);
    }
  `,
})
export class Empty {
  readonly title = input.required<string>();
}

/** When the server said no or nothing: its words, its code, and a way on. */
@Component({
  selector: 'yw-failed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet" role="alert">
    <h2>{{ title() }}</h2>
    <p>{{ failure().message }}</p>
    <p class="code">Code {{ failure().code }}</p>
    <button type="button" class="button" (click)="retry.emit()">Try again</button>
    <ng-content />
  </div>`,
  styles: `
    div {
      padding: var(--s5);
      border-left: 3px solid var(--clay);
      max-width: 60ch;
    }
    h2 {
      font-size: var(--t-xl);
    }
    .code {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
  `,
})
export class Failed {
  readonly title = input.required<string>();
  readonly failure = input.required<ApiFailure>();
  readonly retry = output();
}
