import { BreakpointObserver } from '@angular/cdk/layout';
import { inject, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** Up to this width the page is a telephone's: one column, the keys at the bottom. */
export const PHONE_PX = 720;

/** Whether the window is a telephone's; call where things may be injected. */
export function narrowWindow(px = PHONE_PX): Signal<boolean> {
  const query = `(max-width: ${px}px)`;
  const observer = inject(BreakpointObserver);
  return toSignal(observer.observe(query).pipe(map(({ matches }) => matches)), {
    initialValue: observer.isMatched(query),
  });
}
