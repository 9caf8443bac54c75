import { Directive, effect, ElementRef, inject, input, Renderer2, signal } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';

let made = 0;

/**
 * Names a form field whose label stands beside it: what opens from it, a calendar or a list of hours, is then called the same. The
 * field asks `getLabelId` for the name; a label of its own inside would move the box.
 */
@Directive({ selector: 'mat-form-field[ywNamed]' })
export class NamedField {
  readonly ywNamed = input.required<string>();

  constructor() {
    const renderer = inject(Renderer2);
    const id = `yw-named-${made++}`;
    const name = renderer.createElement('span') as HTMLElement;
    name.id = id;
    name.className = 'visually-hidden';
    renderer.appendChild(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement, name);
    Object.assign(inject(MatFormField), { getLabelId: signal(id) });
    effect(() => {
      name.textContent = this.ywNamed();
    });
  }
}
