import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { NumberRange } from '@yewridge/core/shared/errors';
import { DISPLAY, NATURAL_STEP, type UnitSystem } from '@yewridge/core/shared/units';
import { KeptTexts } from '../kept/kept-texts';
import { type FieldKind, fieldText, parseField } from './parse';
import { UnitChoice } from './unit-choice';

let made = 0;
const VOLUME_STEP = 0.0005;
const LARGE_STEP = 10;

/**
 * The control for one size: − value unit +. It says each change at once, keeps what cannot be used with a sentence under
 * it, and gives back the last usable value only when asked to undo.
 */
@Component({
  selector: 'yw-size-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './size-field.html',
  styleUrl: './size-field.scss',
})
export class SizeField {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly range = input.required<NumberRange>();
  readonly kind = input<FieldKind>('length');
  /** What the whole design says against this value, while the value by itself can be used. */
  readonly problem = input<string | null>(null);
  /** Name under which a text that cannot be used is kept, where the page keeps such texts. */
  readonly keepAs = input<string | null>(null);
  readonly changed = output<number>();
  readonly entered = output();
  readonly left = output();

  readonly #kept = inject(KeptTexts, { optional: true });
  protected readonly system = inject(UnitChoice).system;
  protected readonly id = `size-field-${++made}`;
  protected readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  readonly #focused = signal(false);

  /** What stands in the box: the value, unless the text there means that value already or cannot be used. */
  protected readonly text = linkedSignal<{ value: number; system: UnitSystem }, string>({
    source: () => ({ value: this.value(), system: this.system() }),
    computation: ({ value, system }, previous) => {
      const kept = previous ? null : this.#kept?.find(this.keepAs() ?? '');
      if (typeof kept === 'string') return kept;
      if (previous && this.#focused() && previous.source.system === system) {
        // Half a fraction ("9 5") means nothing yet, and the value of the stroke before it may only arrive now.
        const read = this.#read(previous.value);
        if (!read.ok || read.value === value) return previous.value;
      }
      return fieldText(value, this.kind(), system);
    },
  });
  protected readonly sentence = computed(() => {
    const read = this.#read(this.text());
    return read.ok ? this.problem() : read.sentence;
  });
  protected readonly unit = computed(() => {
    const kind = this.kind();
    return kind === 'count' ? '' : DISPLAY[kind][this.system()].symbol;
  });

  focus(): void {
    this.box().nativeElement.focus();
    this.box().nativeElement.select();
  }

  protected typed(text: string): void {
    this.text.set(text);
    const read = this.#read(text);
    this.#keep(read.ok ? null : text);
    if (read.ok && read.value !== this.value()) this.changed.emit(read.value);
  }

  protected focusIn(): void {
    this.#focused.set(true);
    this.entered.emit();
  }

  protected focusOut(): void {
    this.#focused.set(false);
    if (this.#read(this.text()).ok) this.text.set(fieldText(this.value(), this.kind(), this.system()));
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
      this.focus();
    } else if (event.key === 'Escape' || (event.key === 'z' && (event.ctrlKey || event.metaKey))) {
      if (this.#read(this.text()).ok) return;
      event.preventDefault();
      this.text.set(fieldText(this.value(), this.kind(), this.system()));
      this.#keep(null);
    }
  }

  /** Up or down by the natural step, onto its marks. A step out of the range is refused like a typed one. */
  protected step(steps: number): void {
    const kind = this.kind();
    const one = kind === 'count' ? 1 : kind === 'volume' ? VOLUME_STEP : NATURAL_STEP[this.system()];
    // From what stands in the box: with a key held down, the value of the last step may not have come back yet.
    const read = this.#read(this.text());
    const next = Math.round((read.ok ? read.value : this.value()) / one + steps) * one;
    this.typed(fieldText(next, kind, this.system()));
  }

  #keep(text: string | null): void {
    const field = this.keepAs();
    if (field !== null) this.#kept?.keep(field, text);
  }

  #read(text: string): ReturnType<typeof parseField> {
    const system = this.system();
    const kind = this.kind();
    if (text === fieldText(this.value(), kind, system)) return { ok: true, value: this.value() };
    return parseField(text, { label: this.label(), kind, range: this.range(), system });
  }
}
