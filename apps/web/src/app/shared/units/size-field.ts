import {
  afterRenderEffect,
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { ErrorStateMatcher } from '@angular/material/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInput, MatInputModule } from '@angular/material/input';
import type { NumberRange } from '@yewridge/core/shared/errors';
import { NATURAL_STEP, type UnitSystem } from '@yewridge/core/shared/units';
import { KeptTexts } from '../kept/kept-texts';
import { type FieldKind, fieldText, type Parsed, parseField, unitText } from './parse';
import { UnitChoice } from './unit-choice';

type ParsedOrNothing = Parsed | { readonly ok: true; readonly value: null };

let made = 0;
/** What one press moves a value by; lengths move by the natural step of the reader's units. */
const STEPS: Partial<Readonly<Record<FieldKind, number>>> = {
  count: 1,
  volume: 0.0005,
  height: 0.1,
  mass: 0.1,
  force: 50,
  speed: 0.1,
  pressure: 10,
  flow: 0.001,
  charge: 3600,
  time: 60,
  temperature: 1,
  power: 10,
  percent: 0.05,
  degrees: 5,
  number: 0.1,
};
const LARGE_STEP = 10;

/**
 * The control for one size: − value unit +. It says each change at once, keeps what cannot be used with a sentence under
 * it, and gives back the last usable value only when asked to undo.
 */
@Component({
  selector: 'yw-size-field',
  imports: [MatFormFieldModule, MatInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.bare]': 'bare()' },
  templateUrl: './size-field.html',
  styleUrl: './size-field.scss',
})
export class SizeField {
  readonly label = input.required<string>();
  /** `null` = nobody has said it yet; only where it may be left empty. */
  readonly value = input.required<number | null>();
  readonly range = input.required<NumberRange>();
  readonly kind = input<FieldKind>('length');
  /** The words stand beside it already: the label is for whoever cannot see them. */
  readonly bare = input(false, { transform: booleanAttribute });
  /** May be left empty. */
  readonly optional = input(false, { transform: booleanAttribute });
  /** Said once, when the box is left, instead of at each stroke: where saying it writes a record. */
  readonly whenLeft = input(false, { transform: booleanAttribute });
  /** The record it belongs to: when that comes anew, what is kept stands there again. */
  readonly keptOf = input<unknown>();
  /** What an empty box takes: shown in it, and where its steps begin. */
  readonly otherwise = input<number | null>(null);
  /** What the whole design says against this value, while the value by itself can be used. */
  readonly problem = input<string | null>(null);
  /** Name under which a text that cannot be used is kept, where the page keeps such texts. */
  readonly keepAs = input<string | null>(null);
  readonly changed = output<number>();
  readonly cleared = output();
  readonly entered = output();
  readonly left = output();

  readonly #kept = inject(KeptTexts, { optional: true });
  protected readonly system = inject(UnitChoice).system;
  protected readonly id = `size-field-${++made}`;
  protected readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly field = viewChild.required(MatInput);
  readonly #focused = signal(false);
  /** What stands in the box was typed and is not said yet: a record that comes anew and says nothing new must not take it away. */
  #pending = false;

  /** What stands in the box: the value, unless the text there means that value already or cannot be used. */
  protected readonly text = linkedSignal<{ value: number | null; system: UnitSystem; kept: unknown }, string>({
    source: () => ({ value: this.value(), system: this.system(), kept: this.keptOf() }),
    // Only the value and the units write the box anew: leaving it must not.
    computation: (now, previous) => untracked(() => this.#textFor(now, previous)),
  });
  protected readonly hint = computed(() => {
    const value = this.otherwise();
    return this.optional() ? (value === null ? 'not said' : fieldText(value, this.kind(), this.system())) : '';
  });
  /** Why what stands there cannot be used; `null` when it can. */
  readonly sentence = computed(() => {
    const read = this.#read(this.text());
    return read.ok ? this.problem() : read.sentence;
  });
  protected readonly unit = computed(() => unitText(this.kind(), this.system()));
  /** No control of a form stands behind the box: what its text is refused for decides. */
  protected readonly refused: ErrorStateMatcher = { isErrorState: () => this.sentence() !== null };

  constructor() {
    // After the render: before the first of them the box does not know whom to ask.
    afterRenderEffect(() => {
      this.sentence();
      this.field().updateErrorState();
    });
  }

  focus(): void {
    this.box().nativeElement.focus();
    this.box().nativeElement.select();
  }

  protected typed(text: string): void {
    this.text.set(text);
    const read = this.#read(text);
    this.#keep(read.ok ? null : text);
    this.#pending = this.whenLeft() && this.#focused();
    if (!this.#pending) this.#say(read);
  }

  protected focusIn(): void {
    this.#focused.set(true);
    this.entered.emit();
  }

  protected focusOut(): void {
    this.#focused.set(false);
    this.#pending = false;
    const read = this.#read(this.text());
    if (read.ok) {
      // What is said now comes back as the value; until then the box shows it as it will stand.
      this.text.set(this.#shown(this.whenLeft() ? read.value : this.value()));
      if (this.whenLeft()) this.#say(read);
    }
    this.left.emit();
  }

  protected pressed(event: KeyboardEvent): void {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (direction !== 0) {
      event.preventDefault();
      this.step(direction * (event.shiftKey ? LARGE_STEP : 1));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.focusOut();
      // It is still in the box: no new focus comes.
      this.#focused.set(true);
      this.focus();
    } else if (event.key === 'Escape' || (event.key === 'z' && (event.ctrlKey || event.metaKey))) {
      if (this.#read(this.text()).ok) return;
      event.preventDefault();
      this.#pending = false;
      this.text.set(this.#shown(this.value()));
      this.#keep(null);
    }
  }

  /** Up or down by the natural step, onto its marks. A step out of the range is refused like a typed one. */
  protected step(steps: number): void {
    const kind = this.kind();
    const one = STEPS[kind] ?? NATURAL_STEP[this.system()];
    // From what stands in the box: with a key held down, the value of the last step may not have come back yet.
    const read = this.#read(this.text());
    const from = (read.ok ? read.value : this.value()) ?? this.otherwise() ?? this.range().min ?? 0;
    const next = Math.round(from / one + steps) * one;
    this.typed(fieldText(next, kind, this.system()));
  }

  #say(read: ParsedOrNothing): void {
    if (!read.ok || read.value === this.value()) return;
    if (read.value === null) this.cleared.emit();
    else this.changed.emit(read.value);
  }

  #textFor(
    { value, system }: { readonly value: number | null; readonly system: UnitSystem },
    previous:
      | { readonly source: { readonly value: number | null; readonly system: UnitSystem }; readonly value: string }
      | undefined,
  ): string {
    const kept = previous ? null : this.#kept?.find(this.keepAs() ?? '');
    if (typeof kept === 'string') return kept;
    if (previous?.source.system === system) {
      // Half a fraction ("9 5") means nothing yet, and the value of the stroke before it may only arrive now.
      if (this.#pending && previous.source.value === value) return previous.value;
      const read = this.#read(previous.value);
      if (this.#focused() && (!read.ok || read.value === value)) return previous.value;
      // A record that comes anew with the same value takes nothing away that somebody still has to put right.
      if (!read.ok && previous.source.value === value) return previous.value;
    }
    return this.#shown(value);
  }

  #keep(text: string | null): void {
    const field = this.keepAs();
    if (field !== null) this.#kept?.keep(field, text);
  }

  #shown(value: number | null): string {
    return value === null ? '' : fieldText(value, this.kind(), this.system());
  }

  #read(text: string): ParsedOrNothing {
    if (this.optional() && text.trim() === '') return { ok: true, value: null };
    if (text === this.#shown(this.value())) return { ok: true, value: this.value() };
    return parseField(text, { label: this.label(), kind: this.kind(), range: this.range(), system: this.system() });
  }
}
