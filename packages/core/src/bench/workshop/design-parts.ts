/**
 * What a design is made of: what is sawn, and what is bought.
 *
 * Source: a screw every 60 mm of a corner and every 150 mm of an edge, two and a half times as long as its board is thick: conventions of
 * the craft. Frames, bars and what fills them are bought as many as hang there.
 */
import type { Content } from '../cavity.js';
import { type Design, isRound, type PlacedSection, placeSections } from '../design.js';
import { type Hanging, hangingsOf } from '../design-setup.js';
import type { Fill, FrameId } from '../frames.js';
import { FOAMS, isSawn, type WorkPart, workParts } from './work-parts.js';

export const BOUGHT = [
  'section',
  'frame',
  'foundation',
  'comb',
  'bar',
  'skewer',
  'feeder',
  'disc',
  'screw',
  'strap',
  'hook',
  'wire',
  'stand',
  'U-bolt',
  'mesh',
] as const;
export interface BoughtPart {
  readonly id: string;
  readonly what: (typeof BOUGHT)[number];
  readonly qty: number;
  readonly section: string | null;
  readonly frame?: FrameId;
  /** m: of a screw, a disc, a skewer, a piece of mesh. */
  readonly length?: number;
  readonly width?: number;
}
export interface DesignParts {
  readonly sawn: readonly WorkPart[];
  readonly bought: readonly BoughtPart[];
}

/** m: how far apart screws are, and how long by the thickness of the board. */
export const SCREW = { corner: 0.06, edge: 0.15, perThickness: 2.5, step: 0.005 };

/** m, as they are sold. */
export const screwLength = (thickness: number): number =>
  SCREW.step * Math.round((SCREW.perThickness * thickness) / SCREW.step);

/** Screws of the corners of what is sawn, of its floor and its cover. */
function screws(parts: readonly WorkPart[], stack: readonly PlacedSection[]): readonly BoughtPart[] {
  const counts = new Map<number, number>();
  const add = (thickness: number, qty: number): void => {
    const length = screwLength(thickness);
    if (length > 0 && qty > 0) counts.set(length, (counts.get(length) ?? 0) + qty);
  };
  for (const { inside, section, floorInset, roofInset } of stack) {
    const sawn = parts.some((part) => part.section === section.id && part.name === 'side' && part.sawn);
    if (!sawn || (section.joint ?? 'butt') === 'box-joint') continue;
    if (inside.kind !== 'box' && inside.kind !== 'frustum') continue;
    add(section.wall, 4 * Math.max(2, Math.ceil((inside.height + floorInset + roofInset) / SCREW.corner)));
  }
  for (const { name, length = 0, width = 0, thickness = 0, overhang = 0, stuff } of parts) {
    if ((name !== 'floor' && name !== 'cover') || FOAMS.includes(stuff)) continue;
    add(thickness, Math.ceil((2 * (length + width - 4 * overhang)) / SCREW.edge));
  }
  return [...counts]
    .sort(([a], [b]) => a - b)
    .map(([length, qty]) => ({ id: `screw-${Math.round(1000 * length)}`, what: 'screw', qty, section: null, length }));
}

const FILLED: Partial<Record<Fill, BoughtPart['what']>> = { foundation: 'foundation', comb: 'comb', oldComb: 'comb' };

function contentBought(content: Content, section: string, n: number): readonly BoughtPart[] {
  const count = content.count ?? 1;
  const one = (what: BoughtPart['what'], more: Partial<BoughtPart> = {}): BoughtPart => ({
    id: `${section}.${n}.${what}`,
    what,
    qty: count,
    section,
    ...more,
  });
  if (count === 0) return [];
  switch (content.kind) {
    case 'frames': {
      const named = typeof content.frame === 'string' ? { frame: content.frame } : {};
      const filled = FILLED[content.fill ?? 'empty'];
      return [one('frame', named), ...(filled ? [one(filled, named)] : [])];
    }
    case 'topBars':
      return [one('bar', { length: content.length })];
    case 'skewers':
      return [one('skewer', { length: content.length })];
    case 'feeder':
      return [one('feeder')];
    default:
      return [];
  }
}

const HUNG_BY: Partial<Record<Hanging['style'], BoughtPart['what']>> = {
  strap: 'strap',
  hook: 'hook',
  wire: 'wire',
  stand: 'stand',
  'post-bracket': 'U-bolt',
};

function boughtParts(
  design: Design,
  stack: readonly PlacedSection[],
  parts: readonly WorkPart[],
): readonly BoughtPart[] {
  const sections = stack.filter((placed) => !isSawn(placed, design.material));
  return [
    ...sections.map(({ section }) => ({ id: section.id, what: 'section' as const, qty: 1, section: section.id })),
    ...stack.flatMap(({ section }) => section.contents.flatMap((content, n) => contentBought(content, section.id, n))),
    ...design.entrances.flatMap(({ id, opening, count }) =>
      opening.kind === 'disc' && isRound(opening) && count > 0
        ? [{ id: `${id}.disc`, what: 'disc' as const, qty: count, section: null, length: opening.diameter }]
        : [],
    ),
    ...hangingsOf(design).flatMap(({ style }, n) => {
      const what = HUNG_BY[style];
      return what ? [{ id: `hanging-${n}.${what}`, what, qty: what === 'U-bolt' ? 2 : 1, section: null }] : [];
    }),
    ...screws(parts, stack),
  ];
}

/**
 * What a design is made of: what is sawn, and what is bought. A bought section is one line of the bill and no board.
 * @throws DomainError for a design whose sizes do not fit together.
 */
export function designParts(design: Design): DesignParts {
  const stack = placeSections(design);
  const parts = workParts(design, stack);
  return { sawn: parts.filter(({ sawn }) => sawn), bought: boughtParts(design, stack, parts) };
}
