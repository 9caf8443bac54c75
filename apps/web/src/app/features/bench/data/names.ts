import type { Arrangement, Content, DoorShape, Face, Fill, Shape } from '@yewridge/core/bench';

export { FRAME_NAMES, MATERIAL_NAMES } from '../../../shared/craft/craft-names';

/** The words of the craft for the words of the code. */
export const SHAPE_NAMES: Readonly<Record<Shape['kind'], string>> = {
  box: 'Box',
  cylinder: 'Tube',
  cone: 'Pot or bucket',
  frustum: 'Tapered box or cooler',
  measured: 'Filled and measured',
};
export const FILL_NAMES: Readonly<Record<Fill, string>> = {
  empty: 'foundationless',
  starter: 'starter strip',
  foundation: 'foundation',
  comb: 'drawn comb',
  oldComb: 'dark comb',
};
export const ARRANGEMENT_NAMES: Readonly<Record<Arrangement, string>> = {
  'one-side': 'to one side',
  'both-sides': 'to both sides',
  centre: 'in the middle',
  spread: 'spread out',
};
export const CONTENT_NAMES: Readonly<Record<Content['kind'], string>> = {
  frames: 'Frames',
  topBars: 'Top bars',
  skewers: 'Skewers for comb',
  feeder: 'Feeder',
  divider: 'Divider',
  insulation: 'Insulation',
  other: 'Something else',
};
export const DOOR_NAMES: Readonly<Record<DoorShape['kind'], string>> = {
  hole: 'Round hole',
  slot: 'Slot',
  notch: 'Notch at the floor',
  disc: 'Turning disc',
};
export const FACE_NAMES: Readonly<Record<Face, string>> = {
  front: 'front',
  back: 'back',
  left: 'left',
  right: 'right',
};
export const DISC_NAMES = { open: 'open', excluder: 'excluder', vent: 'vent', closed: 'closed' } as const;

/** `1 dark comb, 4 starter strips, 6 top bars`. */
export function contentsInWords(contents: readonly Content[]): string {
  const words = contents
    .filter((content) => (content.count ?? 1) > 0)
    .map((content) => {
      const count = content.count ?? 1;
      const plural = count === 1 ? '' : 's';
      if (content.kind === 'topBars') return `${count} top bar${plural}`;
      if (content.kind === 'skewers') {
        const combs = content.combs ?? 0;
        return `${count} skewer${plural}${combs > 0 ? ` with ${combs} dark comb${combs === 1 ? '' : 's'}` : ''}`;
      }
      if (content.kind !== 'frames') return `${count} ${CONTENT_NAMES[content.kind].toLowerCase()}`;
      const fill = content.fill ?? 'empty';
      if (fill === 'foundation' || fill === 'empty') return `${count} frame${plural} ${FILL_NAMES[fill]}`;
      return `${count} ${FILL_NAMES[fill]}${plural}`;
    });
  return words.join(', ');
}
