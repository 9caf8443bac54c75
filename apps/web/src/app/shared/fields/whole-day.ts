import { Directive, ElementRef, inject, input, output, signal } from '@angular/core';
import { isRecordDate, RECORD_YEARS } from '@yewridge/contract/shared';

/** Why what stands in a day's field is no day yet; `null` when it is one, or empty. */
export function dayFault(text: string, unreadable: boolean): string | null {
  if (unreadable) return 'The day is not whole: type day, month and year.';
  if (text === '' || isRecordDate(text)) return null;
  return `${text.slice(0, 4).replace(/^0+/, '')} is no year of records: type one from ${RECORD_YEARS.first} to ${RECORD_YEARS.last}.`;
}

/** The same for a day that has to be there. */
export function givenDayFault(text: string): string | null {
  return dayFault(text, text === '');
}

/**
 * A day that is typed, said when it is whole and the field is left, or Enter pressed. A browser calls a day changed while its
 * first figures are typed: 1 April stands there on the way to 18 April, and the year 20 on the way to 2026.
 */
@Directive({
  selector: 'input[ywWholeDay]',
  exportAs: 'wholeDay',
  host: {
    '(focus)': 'begin()',
    '(blur)': 'leave()',
    '(keydown.enter)': 'leave()',
    '[attr.aria-invalid]': 'fault() !== null',
  },
})
export class WholeDay {
  /** As it is kept; '' for none. */
  readonly ywWholeDay = input.required<string>();
  readonly dayGiven = output<string>();
  readonly fault = signal<string | null>(null);

  readonly #element = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  #last: string | null = null;

  protected begin(): void {
    this.#last = this.#element.value;
  }

  protected leave(): void {
    const { value, validity } = this.#element;
    this.fault.set(dayFault(value, validity.badInput));
    if (this.fault() !== null || value === (this.#last ?? this.ywWholeDay())) return;
    this.#last = value;
    this.dayGiven.emit(value);
  }
}
