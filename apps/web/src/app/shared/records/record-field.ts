import { NgTemplateOutlet } from '@angular/common';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import { type FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { TableName } from '@yewridge/contract/season';
import { DayField } from '../fields/day-field';
import { FindPick } from '../fields/find-pick';
import { MomentField } from '../fields/moment-field';
import { type Option, PickList } from '../fields/pick';
import { SizeField } from '../units/size-field';
import { changesOf } from './form-state';
import { columnOf } from './record-form';
import {
  inFull,
  keptNumber,
  labelOf,
  type LinkNames,
  numberAs,
  shownNumber,
  type Value,
  wordSaid,
} from './record-words';

/** Longer texts get more lines. */
const LONG_TEXT = 200;
/** Lists that are longer are searched by typing. */
const LONG_LIST = 15;

/**
 * One column of a record as a field of its kind, in the reader's units: what it is called, what it may be and what it refuses come
 * from the one description of the table. Empty is `null`: nobody has said it.
 */
@Component({
  selector: 'yw-record-field',
  imports: [
    NgTemplateOutlet,
    ReactiveFormsModule,
    MatFormFieldModule,
    MatInputModule,
    DayField,
    MomentField,
    FindPick,
    PickList,
    SizeField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './record-field.html',
  styleUrl: './record-field.scss',
})
export class RecordField {
  readonly table = input.required<TableName>();
  readonly field = input.required<string>();
  /** The control of that column in a `recordForm`. */
  readonly control = input.required<FormControl>();
  /** Another name for it, where the page has a better one. */
  readonly says = input<string>();
  /** What linked records are called. */
  readonly names = input<LinkNames>(new Map());
  /** What may be chosen, where that is fewer than all there are or has better names. */
  readonly choices = input<readonly Option[] | null>(null);
  readonly unsaid = input('not said');
  /** A size or a day is said once, when its field is left: where saying it writes the record. */
  readonly whenLeft = input(false, { transform: booleanAttribute });
  /** The record it is kept in: when that comes anew, what is kept stands there again. */
  readonly keptOf = input<unknown>();

  protected readonly many = LONG_LIST;
  protected readonly day = viewChild(DayField);
  protected readonly moment = viewChild(MomentField);
  protected readonly size = viewChild(SizeField);
  readonly #changes = changesOf(this.control);
  protected readonly column = computed(() => columnOf(this.table(), this.field()));
  protected readonly label = computed(() => this.says() ?? labelOf(this.field()));
  protected readonly value = computed((): Value => {
    this.#changes();
    return this.control().value as Value;
  });
  protected readonly text = computed(() => {
    const value = this.value();
    return value === null ? '' : String(value);
  });
  protected readonly fault = computed((): string | null => {
    this.#changes();
    const { errors, touched } = this.control();
    const fault: unknown = errors?.['fault'];
    if (typeof fault === 'string') return fault;
    return touched && errors?.['needed'] !== undefined ? `It needs a ${this.label()}.` : null;
  });
  protected readonly most = computed(() => {
    const column = this.column();
    return column.kind === 'text' ? column.most : null;
  });
  protected readonly long = computed(() => (this.most() ?? 0) > LONG_TEXT);
  protected readonly figure = computed(() => {
    const column = this.column();
    if (column.kind !== 'number' && column.kind !== 'whole') return null;
    const as = numberAs(this.table(), this.field(), column);
    if (!as) return null;
    const value = this.value();
    return {
      as,
      label: as.unit ? `${this.label()}, ${as.unit}` : this.label(),
      shown: typeof value === 'number' ? shownNumber(value, as) : null,
      range: { min: shownNumber(column.min, as), max: shownNumber(column.max, as) },
    };
  });
  /** Nobody has to say it: the first of the list is nothing. */
  protected readonly options = computed((): readonly Option[] => {
    const column = this.column();
    const choices = this.choices() ?? this.#known();
    // What has to be said cannot be unsaid.
    if (column.required && this.value() !== null) return choices;
    const nothing = { id: '', name: column.kind === 'link' && this.choices() === null ? 'none' : this.unsaid() };
    return [nothing, ...choices];
  });

  constructor() {
    // A day, an hour or a size that is none stands in its field and nowhere else: the form is not whole until it is put right.
    effect(() => {
      const hour = this.moment()?.whole() === false ? 'The day or the hour is not whole.' : null;
      const broken = this.day()?.fault() ?? this.size()?.sentence() ?? hour;
      const control = untracked(() => this.control());
      if (broken !== null) control.setErrors({ fault: broken });
      else if (control.errors?.['fault'] !== undefined) control.updateValueAndValidity();
    });
    // An emptied text is nothing said.
    effect(() => {
      if (this.value() === '') untracked(() => this.control()).setValue(null);
    });
  }

  protected say(value: unknown): void {
    const control = this.control();
    control.setValue(value === '' ? null : value);
    control.markAsDirty();
    control.markAsTouched();
  }

  protected sayWord(word: string): void {
    this.say(this.column().kind === 'flag' && word !== '' ? word === 'true' : word);
  }

  /** Exact figures, such as degrees: as they are typed. */
  protected sayExact(typed: string): void {
    const text = typed.trim().replace(',', '.');
    const value = Number(text);
    this.say(text === '' ? null : Number.isFinite(value) ? value : typed);
  }

  protected readonly sayFigure = (value: number): void => {
    const { as } = this.figure() ?? {};
    if (as) this.say(keptNumber(value, as));
  };

  #known(): readonly Option[] {
    const column = this.column();
    if (column.kind === 'word') return column.words.map((word) => ({ id: word, name: wordSaid(this.table(), word) }));
    if (column.kind === 'flag')
      return [
        { id: 'true', name: 'yes' },
        { id: 'false', name: 'no' },
      ];
    if (column.kind !== 'link') return [];
    return [...(this.names().get(inFull(column.to)) ?? new Map<string, string>())].map(([id, name]) => ({ id, name }));
  }
}
