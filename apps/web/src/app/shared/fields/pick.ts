import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';

/** One of a list, and the word for it. */
export interface Option {
  readonly id: string;
  readonly name: string;
  /** Said in full where the name is a sign. */
  readonly says?: string;
}

/** Words of the record and the words for them, as a list. */
export const optionsOf = (names: Readonly<Record<string, string>>): readonly Option[] =>
  Object.entries(names).map(([id, name]) => ({ id, name }));

/** One of a list, opened by touch, arrow keys or the first letters. Its label stands beside it, where the page has it. */
@Component({
  selector: 'yw-pick',
  imports: [MatFormFieldModule, MatSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-form-field appearance="outline" subscriptSizing="dynamic">
    <mat-select
      [aria-label]="label()"
      [value]="value()"
      [placeholder]="unsaid()"
      [hideSingleSelectionIndicator]="true"
      [panelWidth]="null"
      disableRipple
      (selectionChange)="chosen.emit($event.value)"
    >
      @for (option of options(); track option.id) {
        <mat-option [value]="option.id">{{ option.name }}</mat-option>
      }
    </mat-select>
  </mat-form-field>`,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class PickList {
  /** What it is called, for whoever cannot see the words beside it. */
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  /** `null` = nobody has said: then no word of the list is shown as if it were said. */
  readonly value = input.required<string | null>();
  /** What stands there until somebody says. */
  readonly unsaid = input('not said');
  readonly chosen = output<string>();
}
