import type { DesignReadings } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { type Figure, figureOf } from '../../../shared/units/format';
import type { SaveState } from './design-editor-store';

/** The answer of a design, figures apart from words. */
export interface Answer {
  readonly net: Figure;
  readonly door: Figure | null;
}

export function designAnswer(readings: DesignReadings | null, system: UnitSystem): Answer | null {
  if (!readings) return null;
  return {
    net: figureOf(readings.room.net, 'volume', system),
    door: readings.door.area > 0 ? figureOf(readings.door.area, 'area', system) : null,
  };
}

function at(instant: string, timeZone: string, options: Intl.DateTimeFormatOptions): string {
  return new Intl.DateTimeFormat('en-GB', { ...options, timeZone }).format(new Date(instant));
}

/** Where the last change is now. */
export function savedWords(saving: SaveState, timeZone: string): string {
  switch (saving.kind) {
    case 'saved':
      return `saved ${at(saving.at, timeZone, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}`;
    case 'saving':
      return 'saving …';
    case 'kept':
      return 'kept on this device; Yewridge does not answer, trying again';
    case 'refused':
      return `not saved: ${saving.failure.fields[0]?.message ?? saving.failure.message}`;
    case 'conflict':
      return 'not saved: changed elsewhere';
  }
}

/** The date on the title block: of the last save, or of today while one is under way. */
export function sheetDate(saving: SaveState, now: string | undefined, timeZone: string): string {
  const instant = saving.kind === 'saved' ? saving.at : now;
  return instant === undefined ? '' : at(instant, timeZone, { day: 'numeric', month: 'short' });
}
