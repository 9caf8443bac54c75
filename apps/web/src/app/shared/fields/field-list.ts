import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { valueAt } from '../documents/value-at';
import { SizeField } from '../units/size-field';
import type { Fault, Field, PartChange } from './field';

/** The sizes of one part, each in its field; a fault stands under the field it belongs to. */
@Component({
  selector: 'yw-field-list',
  imports: [SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (field of fields(); track field.path) {
      <yw-size-field
        [attr.data-field]="prefix() + field.path"
        [keepAs]="prefix() + field.path"
        [label]="field.label"
        [kind]="field.kind"
        [range]="field.range"
        [value]="value(field)"
        [optional]="field.otherwise !== undefined"
        [otherwise]="field.otherwise ?? null"
        [problem]="problem(field.path)"
        (changed)="changed.emit({ field: field.path, value: $event })"
        (cleared)="changed.emit({ field: field.path, value: undefined })"
        (entered)="entered.emit(field.path)"
        (left)="left.emit()"
      />
    }
    @for (fault of homeless(); track fault.field) {
      <p role="alert">{{ fault.sentence }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    p {
      margin: 0;
      color: var(--clay);
      font-size: var(--t-xs);
    }
  `,
})
export class FieldList {
  readonly fields = input.required<readonly Field[]>();
  readonly part = input.required<unknown>();
  readonly faults = input<readonly Fault[]>([]);
  /** Put before the path of a field to tell it from those of other parts. */
  readonly prefix = input('');
  readonly changed = output<PartChange>();
  readonly entered = output<string>();
  readonly left = output();

  protected value({ path, otherwise }: Field): number | null {
    const value = valueAt(this.part(), path);
    if (typeof value === 'number') return value;
    return otherwise === undefined ? this.fallback(path) : null;
  }

  protected problem(path: string): string | null {
    return this.faults().find((fault) => fault.field === path)?.sentence ?? null;
  }

  protected homeless(): readonly Fault[] {
    return this.faults().filter(({ field }) => !this.fields().some(({ path }) => path === field));
  }

  /** What an absent optional size means: one of something, nothing sawn off. */
  private fallback(path: string): number {
    return path.endsWith('count') ? 1 : 0;
  }
}
