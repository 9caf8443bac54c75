/** Openings of a design in both views: seen, cut through, or hidden behind the wall. */
import type { Design, DesignEntrance, PlacedSection } from '../design.js';
import { faceWidth, guardOf, isRound } from '../design.js';
import { placeOpenings, type PlacedOpening, sectionOf } from '../door-placement.js';
import { barPositions, type Guard } from '../entrance.js';
import { type Look, wallSeen } from './outline.js';
import { type DrawnPart, type PartRef, type PartRole, rectangle } from './scene.js';

function doorShape(entrance: DesignEntrance, at: PlacedOpening, role: PartRole, ref: PartRef): DrawnPart {
  if (isRound(entrance.opening)) {
    return { shape: 'circle', role, ref, centre: { x: at.x, y: (at.bottom + at.top) / 2 }, radius: at.width / 2 };
  }
  const half = at.width / 2;
  return { shape: 'polygon', role, ref, points: rectangle(at.x - half, at.bottom, at.x + half, at.top) };
}

function guardBars(guard: Guard | undefined, at: PlacedOpening, ref: PartRef): DrawnPart[] {
  const count = guard ? (guard.count ?? 1) : 0;
  if (!guard || count === 0) return [];
  return barPositions(at.width, count, guard.diameter).map((left) => ({
    shape: 'polygon',
    role: 'guard',
    ref,
    points: rectangle(at.x + left, at.bottom, at.x + left + guard.diameter, at.top),
  }));
}

/** An opening in a wall that this view shows edge on: a gap on the near side, or hidden lines in the wall. */
function throughWall(
  placed: PlacedSection,
  look: Look,
  end: -1 | 1,
  at: PlacedOpening,
  role: PartRole,
  ref: PartRef,
): DrawnPart {
  const height = placed.top - placed.base;
  const along = ((at.bottom + at.top) / 2 - placed.base) / height;
  const inside = faceWidth(placed.inside, look === 'front' ? 'front' : 'left', along) / 2;
  const outside = inside + wallSeen(placed, look);
  return {
    shape: 'polygon',
    role,
    ref,
    points: end < 0 ? rectangle(-outside, at.bottom, -inside, at.top) : rectangle(inside, at.bottom, outside, at.top),
  };
}

function entranceDrawn(entrance: DesignEntrance, stack: readonly PlacedSection[], look: Look): DrawnPart[] {
  const placed = sectionOf(entrance, stack);
  if (!placed) return [];
  const ref: PartRef = { id: entrance.id, field: 'opening' };
  const { face } = entrance;
  const edgeOn = (look === 'front') === (face === 'left' || face === 'right');
  return placeOpenings(entrance, stack, entrance.id).flatMap((at) => {
    if (edgeOn) {
      const end = face === 'front' || face === 'left' ? -1 : 1;
      const onCutPlane = look === 'side' && Math.abs(at.x) <= at.width / 2;
      return [throughWall(placed, look, end, at, onCutPlane ? 'door-gap' : 'door-hidden', ref)];
    }
    const seen = face === 'front' || face === 'left';
    return seen
      ? [doorShape(entrance, at, 'door', ref), ...guardBars(guardOf(entrance.opening), at, ref)]
      : [doorShape(entrance, at, 'door-hidden', ref)];
  });
}

export function doorsDrawn(design: Design, stack: readonly PlacedSection[], look: Look): DrawnPart[] {
  return design.entrances.flatMap((entrance) => entranceDrawn(entrance, stack, look));
}
