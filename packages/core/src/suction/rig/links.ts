/**
 * Sizes of a rig that follow one another until the keeper gives one its own: the port the hose, screen and seams the box, the
 * battery the machine's supply.
 *
 * Source: conventions of ours. A screen keeps the margin it has to the box, a seam its share of the box's outline.
 */
import { RIG_LIMITS, type Rig, type RigPower } from './rig.js';
import type { BatteryId, Supply } from './library.js';

/** What follows what: `port` the hose's bore, `screen` and `seams` the sizes of the box. */
export const LINKS = ['port', 'screen', 'seams'] as const;
export type Link = (typeof LINKS)[number];

/** Bores further apart than this were set apart by the keeper, m. */
const SAME_BORE = 5e-4;
/** m a screen is left shorter and narrower than its box when it begins to follow it. */
const SCREEN_MARGIN = 0.03;

/** Whether a part still follows. */
export function follows(rig: Rig, link: Link): boolean {
  if ((rig.own ?? []).includes(link)) return false;
  return link !== 'port' || Math.abs(rig.port.diameter - rig.hose.diameter) <= SAME_BORE;
}

const within = (value: number, { min, max }: { readonly min: number; readonly max: number }): number =>
  Math.min(max, Math.max(min, value));

/** Which side of the box each side of the screen lies along: a split deep has it across the path. */
function screenLies(rig: Rig): { readonly length: 'length' | 'width'; readonly width: 'length' | 'width' } {
  return rig.screen.length > rig.box.length
    ? { length: 'width', width: 'length' }
    : { length: 'length', width: 'width' };
}

const outline = ({ box }: Rig): number => 2 * (box.length + box.width);

/** `after` an edit of `before`: what follows a size that changed takes its change over. */
export function followed(before: Rig, after: Rig): Rig {
  let rig = after;
  if (after.hose.diameter !== before.hose.diameter && follows(before, 'port')) {
    rig = { ...rig, port: { ...rig.port, diameter: after.hose.diameter } };
  }
  const sized = after.box.length !== before.box.length || after.box.width !== before.box.width;
  if (sized && follows(before, 'screen')) {
    const lies = screenLies(before);
    const side = (which: 'length' | 'width'): number =>
      within(before.screen[which] + after.box[lies[which]] - before.box[lies[which]], RIG_LIMITS.size);
    rig = { ...rig, screen: { ...rig.screen, length: side('length'), width: side('width') } };
  }
  if (sized && follows(before, 'seams')) {
    const share = outline(after) / outline(before);
    rig = {
      ...rig,
      seams: rig.seams.map((seam) => ({ ...seam, length: within(seam.length * share, RIG_LIMITS.seam) })),
    };
  }
  return rig;
}

/** The rig with a part set on its own. */
export function onItsOwn(rig: Rig, link: Link): Rig {
  return (rig.own ?? []).includes(link) ? rig : { ...rig, own: [...(rig.own ?? []), link] };
}

/** The rig with a part following again, at the size that goes with what it follows. */
export function following(rig: Rig, link: Link): Rig {
  const { own = [], ...rest } = rig;
  const left = own.filter((one) => one !== link);
  const linked: Rig = left.length > 0 ? { ...rest, own: left } : rest;
  switch (link) {
    case 'port':
      return { ...linked, port: { ...linked.port, diameter: linked.hose.diameter } };
    case 'screen': {
      const lies = screenLies(linked);
      const side = (which: 'length' | 'width'): number =>
        within(linked.box[lies[which]] - SCREEN_MARGIN, RIG_LIMITS.size);
      return { ...linked, screen: { ...linked.screen, length: side('length'), width: side('width') } };
    }
    case 'seams':
      return { ...linked, seams: linked.seams.map((seam) => ({ ...seam, length: outline(linked) })) };
  }
}

const AMP_HOUR = 3600;
/** Batteries that a supply takes, the usual one first, and what the usual one holds in C. */
const BATTERIES_OF: Readonly<
  Partial<Record<Supply, { readonly kinds: readonly BatteryId[]; readonly usual: number }>>
> = {
  toolBattery: { kinds: ['li18'], usual: 9 * AMP_HOUR },
  battery12: { kinds: ['agm12', 'flooded12', 'lfp12'], usual: 12 * AMP_HOUR },
};

/** Batteries a supply can run on. */
export function batteriesFor(supply: Supply): readonly BatteryId[] {
  return BATTERIES_OF[supply]?.kinds ?? [];
}

/** The power of a rig on another supply: a battery that does not fit gives way to the usual one. */
export function poweredBy(power: RigPower, supply: Supply): RigPower {
  const found = BATTERIES_OF[supply];
  const usual = found?.kinds[0];
  if (!found || !usual || found.kinds.includes(power.battery)) return power;
  return { ...power, battery: usual, capacity: found.usual, health: 1 };
}
