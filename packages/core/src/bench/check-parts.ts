/** What checks of a design are made of. */
import type { Content, FramesContent } from './cavity.js';
import type { Design, DesignSection, PlacedSection } from './design.js';
import { type FrameSpec, frameSpec } from './frames.js';

export type CheckLevel = 'look' | 'know' | 'good';
export type CheckCode =
  | 'frames-too-tight'
  | 'frames-fit'
  | 'frames-dry-too-tight'
  | 'frames-slide'
  | 'frames-held'
  | 'lid-gap-glued'
  | 'lid-gap-braced'
  | 'bars-flush'
  | 'floor-gap-glued'
  | 'stack-gap'
  | 'bee-space'
  | 'lug-outside'
  | 'lug-short'
  | 'board-dries'
  | 'board-as-sold'
  | 'board-not-as-sold'
  | 'bird-enters'
  | 'gap-leaks'
  | 'gap-between'
  | 'gap-tight'
  | 'gap-is-door'
  | 'no-air'
  | 'lid-unknown'
  | 'lid-lets-light'
  | 'lid-tight'
  | 'no-roof'
  | 'no-overhang'
  | 'comb-source'
  | 'food-in-comb'
  | 'card-soaks'
  | 'volume-unusual'
  | 'entrance-unusual'
  | 'room-under-frames'
  | 'feeder-too-tight'
  | 'joint-open'
  | 'joint-narrow'
  | 'joint-sill'
  | 'bars-not-in'
  | 'bars-fall-in'
  | 'bars-too-many'
  | 'bars-below-crown'
  | 'bars-shut'
  | 'board-which-way';

/** What one click does about a check. */
export type FixCode =
  | 'leave-out-frames'
  | 'widen-box'
  | 'hold-with-spacer'
  | 'lower-bars'
  | 'thicken-ends'
  | 'mesh-over'
  | 'tape-for-ride'
  | 'lid-is-tight'
  | 'add-overhang'
  | 'add-roof'
  | 'comb-is-own'
  | 'comb-is-empty'
  | 'saw-wider'
  | 'set-to-board'
  | 'nail-across'
  | 'hold-with-nails'
  | 'taller-frames'
  | 'board-on-joint'
  | 'board-is-height'
  | 'board-is-width';

export interface DesignFix {
  readonly code: FixCode;
  /** m or how many. */
  readonly amount: number;
  readonly design: Design;
}
export interface DesignCheck {
  readonly code: CheckCode;
  readonly level: CheckLevel;
  /** Section or opening it speaks of; nothing when it is the whole design. */
  readonly id?: string;
  /** Figures of the sentence, m, m2 or counts, by the code. */
  readonly figures: readonly number[];
  readonly fixes: readonly DesignFix[];
}

export function check(
  code: CheckCode,
  level: CheckLevel,
  figures: readonly number[] = [],
  id?: string,
  fixes: readonly DesignFix[] = [],
): DesignCheck {
  return { code, level, figures, fixes, ...(id === undefined ? {} : { id }) };
}

/** The design with one section changed. */
export function changed(design: Design, id: string, change: Partial<DesignSection>): Design {
  return { ...design, sections: design.sections.map((one) => (one.id === id ? { ...one, ...change } : one)) };
}

export const frameOf = ({ frame }: FramesContent): FrameSpec => frameSpec(frame);

/** Runs of frames that hang there. */
export function framesIn(contents: readonly Content[]): readonly FramesContent[] {
  return contents.filter((one): one is FramesContent => one.kind === 'frames' && (one.count ?? 1) > 0);
}

/** A section in its stack. */
export interface BoxAt {
  readonly design: Design;
  readonly placed: PlacedSection;
  readonly below: PlacedSection | undefined;
  readonly above: PlacedSection | undefined;
}
