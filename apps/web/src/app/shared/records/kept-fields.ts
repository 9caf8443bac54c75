import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Fields, TableName } from '@yewridge/contract/season';
import type { Option } from '../fields/pick';
import { KeptField } from './kept-field';

/** One column, what it is called here, and what may be chosen where the page has better words for it. */
export interface KeptLine<T extends TableName> {
  readonly field: keyof Fields<T> & string;
  readonly says: string;
  readonly choices?: readonly Option[];
  readonly unsaid?: string;
  /** What a change of it is called in the log. */
  readonly act?: string;
}
export interface LineSaid<T extends TableName> {
  readonly change: Partial<Fields<T>>;
  readonly act: string;
}

/** Columns of a kept record, one under the other. */
@Component({
  selector: 'yw-kept-fields',
  imports: [KeptField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (line of lines(); track line.field) {
    <yw-kept-field
      [table]="table()"
      [field]="line.field"
      [says]="line.says"
      [choices]="line.choices ?? null"
      [unsaid]="line.unsaid ?? 'not said'"
      [kept]="kept()"
      (said)="said.emit({ change: $event, act: line.act ?? line.says })"
    />
  }`,
  styles: `
    :host {
      display: grid;
      gap: var(--kept-gap, 6px);
    }
  `,
})
export class KeptFields<T extends TableName> {
  readonly table = input.required<T>();
  readonly lines = input.required<readonly KeptLine<T>[]>();
  readonly kept = input.required<Fields<T>>();
  readonly said = output<LineSaid<T>>();
}
