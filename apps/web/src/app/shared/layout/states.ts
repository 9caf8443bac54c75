import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ApiFailure } from '../http/api-failure';

/** While the server has not answered yet. */
@Component({
  selector: 'yw-waiting',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="sheet" role="status">Fetching {{ what() }} …</p>`,
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
