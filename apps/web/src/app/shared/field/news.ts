import { InjectionToken } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import { Observable } from 'rxjs';

const LOCK = 'yewridge.news';
/** A line that was refused is asked for again after this. */
const AGAIN_MS = 5000;

/**
 * Tells at once, and then whenever something was written. Of all windows of one device one keeps the line open, as a browser
 * allows few lines to one server; it tells the others what it read. When it closes, another takes over. A line that broke is opened
 * again by the browser. Cancellation: the line is let go of.
 */
export function news(): Observable<void> {
  return new Observable((listener) => {
    let line: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | null = null;
    let letGo: (() => void) | null = null;
    const ended = new AbortController();
    const open = (): void => {
      // Past the service worker: it would hold the line open itself.
      line = new EventSource(`${API_BASE}/changes/news?ngsw-bypass=true`);
      line.addEventListener('news', () => {
        listener.next();
      });
      // A browser does not ask again where it was refused: whoever reads next learns why, and if all is well it is opened again.
      line.onerror = () => {
        if (line?.readyState !== EventSource.CLOSED || ended.signal.aborted) return;
        listener.next();
        again = setTimeout(open, AGAIN_MS);
      };
    };
    listener.next();
    if ('locks' in navigator) {
      navigator.locks
        .request(LOCK, { signal: ended.signal }, () => {
          open();
          return new Promise<void>((resolve) => {
            letGo = resolve;
          });
        })
        .catch(() => undefined);
    } else open();
    return () => {
      ended.abort();
      letGo?.();
      if (again !== null) clearTimeout(again);
      line?.close();
    };
  });
}

/** Where news come from. */
export const NEWS = new InjectionToken<() => Observable<void>>('news', { providedIn: 'root', factory: () => news });
