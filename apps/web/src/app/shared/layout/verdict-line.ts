import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Icon } from '../icons/icon';

/** One judgement: a shape that says how grave it is, and the sentence. */
@Component({
  selector: 'yw-verdict-line',
  imports: [Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-icon [name]="level()" />{{ sentence() }}`,
  host: { '[class]': 'level()' },
  styles: `
    :host {
      --icon-size: 15px;

      display: flex;
      gap: 6px;
      padding: 3px 0;
      color: var(--ink);
      font-size: var(--t-s);
      line-height: 1.4;
    }
    yw-icon {
      flex: none;
      padding-top: 2px;
    }
    :host(.look) yw-icon {
      color: var(--clay);
    }
    :host(.good) yw-icon {
      color: var(--yew);
    }
  `,
})
export class VerdictLine {
  readonly level = input.required<'look' | 'know' | 'good'>();
  readonly sentence = input.required<string>();
}
