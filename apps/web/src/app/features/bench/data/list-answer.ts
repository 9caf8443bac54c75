import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureOf } from '../../../shared/units/format';
import type { DesignRow } from './design-list-store';

/** The one answer of the Bench: how much the designs hold, and how many have a door that swarms choose. */
export function listAnswer(rows: readonly DesignRow[], system: UnitSystem): string {
  const readings = rows.flatMap(({ computed }) => (computed ? [computed.readings] : []));
  if (readings.length === 0) return rows.length === 0 ? 'No design yet' : 'No design that can be computed yet';
  const gross = readings.map(({ room }) => room.gross);
  const low = figureOf(Math.min(...gross), 'volume', system);
  const high = figureOf(Math.max(...gross), 'volume', system);
  const doors = readings.filter(({ door }) => door.band === 'within').length;
  const range = low.text === high.text ? `${low.text} ${low.unit}` : `${low.text} to ${high.text} ${low.unit}`;
  const good = doors === 0 ? 'none has' : doors === 1 ? '1 has' : `${doors} have`;
  return `${rows.length} ${rows.length === 1 ? 'design' : 'designs'}, ${range}; ${good} a door of the right size`;
}
