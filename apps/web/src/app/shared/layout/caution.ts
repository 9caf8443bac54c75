import { ChangeDetectionStrategy, Component } from '@angular/core';

/** A caution, where the risk is. */
@Component({
  selector: 'yw-caution',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<strong class="visually-hidden">Caution: </strong><ng-content />`,
  styles: `
    :host {
      display: block;
      padding: 5px 10px;
      border-left: 3px solid var(--clay);
      background: var(--clay-2);
      color: var(--ink);
      font-size: var(--t-xs);
      line-height: 1.4;
    }
  `,
})
export class Caution {}
