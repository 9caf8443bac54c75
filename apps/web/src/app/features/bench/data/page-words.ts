import type { DesignVersionDto } from '@yewridge/contract/stores';
import { assessDesign, type Design, type DesignLoad, type DesignReadings } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import equal from 'fast-deep-equal';
import { type Figure, figureOf, figureText } from '../../../shared/units/format';

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

/** What a design is, in a line, where two hands have changed it. */
export function designWords(design: Design, system: UnitSystem): string {
  const assessment = assessDesign(design);
  const gross = assessment.ok
    ? `${figureText(assessment.readings.room.gross, 'volume', system)} gross`
    : 'cannot be computed yet';
  const doors = design.entrances.length;
  return `“${design.name}”, ${gross}, ${design.sections.length} in the stack, ${doors === 0 ? 'no door' : `${doors} door${doors === 1 ? '' : 's'}`}`;
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
