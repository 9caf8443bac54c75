import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatTooltipModule } from '@angular/material/tooltip';

/** The f beside a figure: opens how it was worked out. */
@Component({
  selector: 'yw-working-button',
  imports: [MatTooltipModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    matTooltip="How it is worked out"
    matTooltipPosition="left"
    [attr.aria-expanded]="open()"
    [attr.aria-label]="'Show working: ' + of()"
    (click)="toggled.emit()"
  >
    <i>f</i>
  </button>`,
  styles: `
    :host {
      flex: none;
    }
    button {
      width: 24px;
      height: 24px;
      padding: 0;
      border: 1px solid var(--rule-2);
      background: none;
      color: var(--ink-2);
      font-family: var(--head);
      cursor: pointer;
    }
    [aria-expanded='true'] {
      border-color: var(--yew);
      background: var(--yew-2);
      color: var(--ink);
    }
    @media (max-width: 720px) {
      button {
        width: 44px;
        height: 44px;
      }
    }
  `,
})
export class WorkingButton {
  readonly of = input.required<string>();
  readonly open = input.required<boolean>();
  readonly toggled = output();
}
