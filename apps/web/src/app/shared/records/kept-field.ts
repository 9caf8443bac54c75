import { ChangeDetectionStrategy, Component, computed, effect, input, output, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormControl } from '@angular/forms';
import type { Fields, TableName } from '@yewridge/contract/season';
import { switchMap } from 'rxjs';
import type { Option } from '../fields/pick';
import { RecordField } from './record-field';
import { columnOf, columnValidator } from './record-form';
import type { Value } from './record-words';

/**
 * One column of a record that is kept already, changed where it stands: what is said is told once, when the field is left or a
 * choice is made, and only if the table takes it. Whenever the record comes anew, what is kept stands there again, but not over
 * what is being typed while the record says nothing new.
 */
@Component({
  selector: 'yw-kept-field',
  imports: [RecordField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-record-field
    whenLeft
    [table]="table()"
    [field]="field()"
    [says]="says()"
    [choices]="choices()"
    [unsaid]="unsaid()"
    [control]="control()"
    [keptOf]="kept()"
  />`,
  styles: `
    :host {
      display: block;
    }
  `,
  host: { '(input)': 'pending = true', '(focusout)': 'pending = false', '(keydown.enter)': 'entered($event)' },
})
export class KeptField<T extends TableName> {
  readonly table = input.required<T>();
  readonly field = input.required<keyof Fields<T> & string>();
  /** The record as it is kept. */
  readonly kept = input.required<Fields<T>>();
  readonly says = input<string>();
  readonly choices = input<readonly Option[] | null>(null);
  readonly unsaid = input('not said');
  /** The column with what was said of it; `null` where it was taken away. */
  readonly said = output<Partial<Fields<T>>>();

  /** A text that was typed and is not said yet. */
  protected pending = false;
  protected readonly control = computed(
    () =>
      new FormControl<Value>(null, {
        validators: columnValidator(this.field(), columnOf(this.table(), this.field())),
        updateOn: 'blur',
      }),
  );
  /** As the record had it when it came last, and what was said since. */
  #stood: Value = null;
  #told: Value = null;

  constructor() {
    effect(() => {
      const control = this.control();
      const value = this.#of(this.kept());
      const news = value !== this.#stood;
      this.#stood = value;
      this.#told = value;
      untracked(() => {
        if (news || !this.#typing()) control.reset(value);
      });
    });
    toObservable(this.control)
      .pipe(
        switchMap((control) => control.valueChanges),
        takeUntilDestroyed(),
      )
      .subscribe((value) => {
        this.#say(value);
      });
  }

  /** Enter says a line at once, and leaves the hand where it is. */
  protected entered({ target }: Event): void {
    if (!(target instanceof HTMLInputElement) || columnOf(this.table(), this.field()).kind !== 'text') return;
    target.blur();
    target.focus();
  }

  /** A size or a day keeps what is typed in its own box; a choice is made or it is not. */
  #typing(): boolean {
    return this.pending && columnOf(this.table(), this.field()).kind === 'text';
  }

  #of(kept: Fields<T>): Value {
    return (kept[this.field()] as Value | undefined) ?? null;
  }

  #say(value: Value): void {
    const said = typeof value === 'string' ? value.trim() || null : value;
    if (!this.control().valid || said === this.#told) return;
    this.#told = said;
    this.said.emit({ [this.field()]: said } as Partial<Fields<T>>);
  }
}
