import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { Option } from './pick';

/** Two to five short words side by side, one of them chosen. */
@Component({
  selector: 'yw-segments',
  imports: [MatButtonToggleModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-button-toggle-group
    [attr.aria-label]="label()"
    [value]="value()"
    [hideSingleSelectionIndicator]="true"
    (change)="chosen.emit($event.value)"
  >
    @for (option of options(); track option.id) {
      <mat-button-toggle [value]="option.id" [aria-label]="option.says ?? ''" disableRipple>{{
        option.name
      }}</mat-button-toggle>
    }
  </mat-button-toggle-group>`,
  styles: `
    :host {
      display: inline-block;
    }
  `,
})
export class Segments {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  readonly value = input.required<string | null>();
  readonly chosen = output<string>();
}
