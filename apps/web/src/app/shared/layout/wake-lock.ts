import { DestroyRef, inject } from '@angular/core';

/** Keeps the screen on while the page is open and seen; call where things may be injected. A device that cannot stays as it is. */
export function keepAwake(): void {
  if (!('wakeLock' in navigator)) return;
  let lock: WakeLockSentinel | null = null;
  let over = false;
  const take = async (): Promise<void> => {
    if (document.visibilityState !== 'visible') return;
    try {
      lock = await navigator.wakeLock.request('screen');
      if (over) await lock.release();
    } catch {
      // Low battery, or forbidden: the screen goes dark as it always does.
      lock = null;
    }
  };
  const seen = (): void => void take();
  document.addEventListener('visibilitychange', seen);
  seen();
  inject(DestroyRef).onDestroy(() => {
    over = true;
    document.removeEventListener('visibilitychange', seen);
    void lock?.release();
  });
}
