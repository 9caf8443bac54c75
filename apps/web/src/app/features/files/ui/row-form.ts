import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FormControl, FormGroup } from '@angular/forms';
import { columnsOf, type TableName } from '@yewridge/contract/season';
import { RecordField } from '../../../shared/records/record-field';
import type { LinkNames } from '../../../shared/records/record-words';

/** Every column of a table as a field of its kind. What it takes is what the table takes. */
@Component({
  selector: 'yw-row-form',
  imports: [RecordField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (one of fields(); track one.field) {
    <yw-record-field [table]="table()" [field]="one.field" [control]="one.control" [names]="names()" />
  }`,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
  `,
})
export class RowForm {
  readonly table = input.required<TableName>();
  readonly form = input.required<FormGroup>();
  readonly names = input.required<LinkNames>();

  protected readonly fields = computed(() => {
    const controls = this.form().controls;
    return columnsOf(this.table()).flatMap(([field]) => {
      const control = controls[field] as FormControl | undefined;
      return control ? [{ field, control }] : [];
    });
  });
}
