import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { IconSet } from './icon-set';

/** One of the app's own line marks. Decoration only: the words beside it carry the meaning. */
@Component({
  selector: 'yw-icon',
  imports: [MatIconModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<mat-icon [svgIcon]="name()" />',
  styles: `
    :host {
      display: inline-flex;
    }
    mat-icon {
      width: var(--icon-size, 20px);
      height: var(--icon-size, 20px);
      overflow: visible;
      line-height: 0;
      fill: none;
      stroke: currentcolor;
      stroke-width: 1.4;
      stroke-linecap: square;
    }
  `,
})
export class Icon {
  readonly name = input.required<string>();

  constructor() {
    inject(IconSet);
  }
}
