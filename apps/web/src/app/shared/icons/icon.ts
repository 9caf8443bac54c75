import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** One of the app's own line marks. Decoration only: the words beside it carry the meaning. */
@Component({
  selector: 'yw-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 24 24" aria-hidden="true" focusable="false">
    <use [attr.href]="'icons.svg#' + name()" />
  </svg>`,
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: var(--icon-size, 20px);
      height: var(--icon-size, 20px);
      fill: none;
      stroke: currentcolor;
      stroke-width: 1.4;
      stroke-linecap: square;
    }
  `,
})
export class Icon {
  readonly name = input.required<string>();
}
