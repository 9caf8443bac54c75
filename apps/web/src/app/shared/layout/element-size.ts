import { DestroyRef, Directive, ElementRef, inject, output } from '@angular/core';

export interface ElementSize {
  readonly width: number;
  readonly height: number;
}

/** Tells how large its element is, now and whenever that changes. */
@Directive({ selector: '[ywElementSize]' })
export class ElementSizeDirective {
  readonly sized = output<ElementSize>({ alias: 'ywElementSize' });

  constructor() {
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) this.sized.emit({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element);
    inject(DestroyRef).onDestroy(() => {
      observer.disconnect();
    });
  }
}
