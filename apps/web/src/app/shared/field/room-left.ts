import { InjectionToken } from '@angular/core';

/** With less free, a device takes no more pictures; acts it takes always. */
export const LEAST_FREE_BYTES = 50 * 1024 * 1024;

type Estimates = Pick<StorageManager, 'estimate'>;

/** Whether room is short on this device; one that does not tell is not held to have none. */
export async function roomIsShort(
  store: Estimates | undefined = (navigator as { readonly storage?: Estimates }).storage,
): Promise<boolean> {
  try {
    const { quota, usage } = (await store?.estimate()) ?? {};
    return quota !== undefined && usage !== undefined && quota - usage < LEAST_FREE_BYTES;
  } catch {
    return false;
  }
}

export const ROOM_IS_SHORT = new InjectionToken<() => Promise<boolean>>('room is short', {
  providedIn: 'root',
  factory: () => () => roomIsShort(),
});
