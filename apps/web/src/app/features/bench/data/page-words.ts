import type { DesignVersionDto } from '@yewridge/contract/stores';
import type { Design, DesignLoad, DesignReadings } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import equal from 'fast-deep-equal';
import { type Figure, figureOf } from '../../../shared/units/format';
import type { SaveState } from '../../../shared/documents/document-session';

/** The answer of a design, figures apart from words. */
export interface Answer {
  readonly net: Figure;
  readonly door: Figure | null;
  /** Empty; nothing where not every part can be weighed. */
  readonly mass: Figure | null;
}

export function designAnswer(
  readings: DesignReadings | null,
  load: DesignLoad | null,
  system: UnitSystem,
): Answer | null {
  if (!readings) return null;
  return {
    net: figureOf(readings.room.net, 'volume', system),
    door: readings.door.area > 0 ? figureOf(readings.door.area, 'area', system) : null,
    mass: load && load.unweighed.length === 0 ? figureOf(load.empty.mass, 'mass', system) : null,
  };
}

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
      return `not saved: ${saving.failure.fields[0]?.message ?? saving.failure.message}`;
    case 'conflict':
      return 'not saved: changed elsewhere';
  }
}

/** The date on the title block: of the last save, or of today while one is under way. */
export function sheetDate(saving: SaveState<unknown>, now: string | undefined, timeZone: string): string {
  const instant = saving.kind === 'saved' ? saving.at : now;
  return instant === undefined ? '' : at(instant, timeZone, { day: 'numeric', month: 'short' });
}

/** Which version this is, and which traps were built to it. */
export function versionSentence(versions: readonly DesignVersionDto[], document: Design): string {
  const latest = versions.at(-1);
  if (!latest) return 'version 1, not built yet';
  const numbers = latest.traps.map(({ number }) => number);
  const last = numbers.at(-1) ?? 'no trap that is left';
  const named = numbers.length > 1 ? `${numbers.slice(0, -1).join(', ')} and ${last}` : last;
  const traps = numbers.length > 3 ? `${numbers.length} traps` : named;
  return equal(latest.document, document)
    ? `version ${latest.version}, built as ${traps}`
    : `version ${latest.version + 1}, not built yet; ${traps} keep${numbers.length === 1 ? 's' : ''} version ${latest.version}`;
}

export function versionNumber(versions: readonly DesignVersionDto[], document: Design): number {
  const latest = versions.at(-1);
  if (!latest) return 1;
  return equal(latest.document, document) ? latest.version : latest.version + 1;
}
