import { InjectionToken } from '@angular/core';

/** Opens an address of the app anew: whatever was fetched for nobody, or for somebody else, is gone. */
export const LEAVE = new InjectionToken<(address: string) => void>('leave', {
  providedIn: 'root',
  factory: () => (address) => {
    location.assign(address);
  },
});
