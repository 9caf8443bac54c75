import { Directive, ElementRef, inject, input, type OnChanges, type SimpleChanges } from '@angular/core';

/**
 * The value of a field as it is kept. A plain binding writes it only when it differs from the last one it wrote: a text that was
 * typed, kept and at once taken back would stand there for ever. So it is written again whenever the record comes anew, but not
 * over what is being typed while the record says nothing new.
 */
@Directive({ selector: 'input[ywKept], textarea[ywKept]' })
export class KeptValue implements OnChanges {
  readonly ywKept = input.required<string>();
  /** The record it belongs to. */
  readonly keptOf = input.required<unknown>();

  readonly #element = inject<ElementRef<HTMLInputElement | HTMLTextAreaElement>>(ElementRef).nativeElement;

  ngOnChanges({ ywKept }: SimpleChanges): void {
    const typing = document.activeElement === this.#element;
    if (ywKept || !typing) this.#element.value = this.ywKept();
  }
}
