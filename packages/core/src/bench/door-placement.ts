/**
 * Where the openings of a design stand on its faces, and whether they can stand there.
 *
 * Several of one kind are set side by side at twice their width, closer where the face is narrow. An opening lies in one
 * section's wall: a hole across a joint leaks and splits the board.
 */
import { DomainError } from '../shared/errors/index.js';
import { type DesignEntrance, faceWidth, isRound, type PlacedSection } from './design.js';

export interface PlacedOpening {
  /** m from the middle of the face to the middle of the opening, right positive. */
  readonly x: number;
  readonly bottom: number;
  readonly top: number;
  readonly width: number;
}

const JOINT_SLACK = 1e-9;
/** Centre to centre of a row of openings, in widths of one opening [convention]. */
const ROW_PITCH = 2;

/** Lower and upper edge above the floor, and the width of one opening. */
export function openingExtent(entrance: DesignEntrance): { bottom: number; top: number; width: number } {
  const { opening, height } = entrance;
  if (isRound(opening)) {
    const radius = opening.diameter / 2;
    return { bottom: height - radius, top: height + radius, width: opening.diameter };
  }
  return { bottom: height, top: height + opening.height, width: opening.width };
}

/** Index of the section whose wall the opening lies in; undefined where it crosses a joint or leaves the stack. */
export function sectionOf(entrance: DesignEntrance, stack: readonly PlacedSection[]): PlacedSection | undefined {
  const { bottom, top } = openingExtent(entrance);
  return stack.find((placed) => bottom >= placed.base - JOINT_SLACK && top <= placed.top + JOINT_SLACK);
}

/** The narrowest the face gets between the lower and the upper edge of the opening. */
function widthAtOpening(entrance: DesignEntrance, placed: PlacedSection): number {
  const { bottom, top } = openingExtent(entrance);
  const height = placed.top - placed.base;
  const at = (y: number): number => faceWidth(placed.inside, entrance.face, (y - placed.base) / height);
  return Math.min(at(bottom), at(top));
}

/**
 * Every opening of an entrance in its place.
 * @throws DomainError `GEOMETRY` where it leaves the stack, crosses a joint or is wider than its face.
 */
export function placeOpenings(
  entrance: DesignEntrance,
  stack: readonly PlacedSection[],
  path: string,
): readonly PlacedOpening[] {
  const { bottom, top, width } = openingExtent(entrance);
  const stackTop = stack.at(-1)?.top ?? 0;
  if (bottom < -JOINT_SLACK || top > stackTop + JOINT_SLACK) {
    throw new DomainError('GEOMETRY', `${path}.height`, 'the opening leaves the box', {
      reason: 'door-outside-box',
      value: entrance.height,
      range: { min: entrance.height - bottom, max: stackTop - (top - entrance.height) },
    });
  }
  const placed = sectionOf(entrance, stack);
  if (!placed) {
    const joint = stack.find((one) => one.top > bottom && one.top < top);
    throw new DomainError('GEOMETRY', `${path}.height`, 'the opening crosses a joint', {
      reason: 'door-across-joint',
      value: joint?.top ?? stackTop,
    });
  }
  const room = widthAtOpening(entrance, placed);
  const pitch = Math.min(ROW_PITCH * width, (room - width) / Math.max(1, entrance.count - 1));
  const row = width + pitch * (entrance.count - 1);
  const overlapping = entrance.count > 1 && pitch < width;
  if (overlapping || row / 2 + Math.abs(entrance.across) > room / 2 + JOINT_SLACK) {
    throw new DomainError('GEOMETRY', entrance.across === 0 ? `${path}.opening` : `${path}.across`, 'too wide', {
      reason: 'door-wider-than-face',
      value: entrance.count * width,
      range: { max: room },
    });
  }
  return Array.from({ length: entrance.count }, (_, n) => ({
    x: entrance.across + pitch * (n - (entrance.count - 1) / 2),
    bottom,
    top,
    width,
  }));
}
