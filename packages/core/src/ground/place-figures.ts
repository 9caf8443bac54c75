/**
 * What comes to one place while others hang: from which colonies, and what it would be somewhere else.
 *
 * Source: {@link expectedCatches}.
 */
import type { Place } from '../shared/geometry/index.js';
import { expectedCatches, type KnownColony, type TrapPlace } from './drawn.js';

type Named<T> = T & { readonly id: string };

/** Swarms of each colony that come to a place, with those chosen hung; in the order of the colonies, none where the place is not among them. */
export function flowsTo(
  id: string,
  chosen: readonly string[],
  places: readonly Named<TrapPlace>[],
  colonies: readonly KnownColony[],
): readonly number[] {
  const ids = new Set([...chosen, id]);
  const hung = places.filter((place) => ids.has(place.id));
  const at = hung.findIndex((place) => place.id === id);
  return at < 0 ? [] : (expectedCatches(hung, colonies).perColony[at] ?? []);
}

/** Swarms that a place would catch at another spot, with the others chosen hung; `null` where no colony is known. */
export function figureAt(
  place: Named<TrapPlace>,
  to: Place,
  chosen: readonly string[],
  places: readonly Named<TrapPlace>[],
  colonies: readonly KnownColony[],
): number | null {
  if (colonies.length === 0) return null;
  const others = places.filter(({ id }) => id !== place.id && chosen.includes(id));
  return expectedCatches([...others, { ...place, ...to }], colonies).perSite[others.length] ?? null;
}
