/** Doors are bored into a board: when the stack changes below them, they go where their section goes. */
import { DomainError } from '../shared/errors/index.js';
import { type Design, type PlacedSection, placeSections } from './design.js';
import { sectionOf } from './door-placement.js';

function stackOf(design: Design): readonly PlacedSection[] | null {
  try {
    return placeSections(design);
  } catch (error) {
    if (error instanceof DomainError) return null;
    throw error;
  }
}

/**
 * `after` with every entrance kept at its place in its section. An entrance that was itself moved, or whose section is gone
 * or could not be told before, stays as it is; so does everything while the walls leave no room.
 */
export function carryDoors(before: Design, after: Design): Design {
  const from = stackOf(before);
  const to = stackOf(after);
  if (!from || !to) return after;
  const entrances = after.entrances.map((entrance) => {
    const old = before.entrances.find(({ id }) => id === entrance.id);
    const home = old?.height === entrance.height ? sectionOf(old, from) : undefined;
    const now = home && to.find(({ section }) => section.id === home.section.id);
    if (!home || !now || now.base === home.base) return entrance;
    return { ...entrance, height: entrance.height + now.base - home.base };
  });
  const carried = entrances.some((entrance, n) => entrance !== after.entrances[n]);
  return carried ? { ...after, entrances } : after;
}
