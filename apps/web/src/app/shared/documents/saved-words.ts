import { whyNot } from '../http/api-failure';
import type { SaveState } from './document-session';

function at(instant: string, timeZone: string, options: Intl.DateTimeFormatOptions): string {
  return new Intl.DateTimeFormat('en-GB', { ...options, timeZone }).format(new Date(instant));
}

/** A day as it is said: `17 Feb 2024`. */
export function dayText(instant: string, timeZone: string): string {
  return at(instant, timeZone, { day: 'numeric', month: 'short', year: 'numeric' });
}

/** Where the last change is now. */
export function savedWords(saving: SaveState<unknown>, timeZone: string): string {
  switch (saving.kind) {
    case 'saved':
      return `saved ${at(saving.at, timeZone, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}`;
    case 'saving':
      return 'saving …';
    case 'kept':
      return 'kept on this device; Yewridge does not answer, trying again';
    case 'refused':
      return `not saved: ${whyNot(saving.failure)}`;
    case 'conflict':
      return 'not saved: changed elsewhere';
  }
}

/** The date on the title block: of the last save, or of today while one is under way. */
export function sheetDate(saving: SaveState<unknown>, now: string | undefined, timeZone: string): string {
  const instant = saving.kind === 'saved' ? saving.at : now;
  return instant === undefined ? '' : at(instant, timeZone, { day: 'numeric', month: 'short' });
}
