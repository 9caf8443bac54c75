/**
 * Which gap holds a worker, a queen, a drone, and whether a slide that moves still holds bees.
 *
 * A gap holds at or below the lower threshold and lets through at or above the upper; between them it is uncertain. The play of a
 * slide is what is left after bow and after the wood has swollen.
 *
 * Source: excluder practice for slots (4.1–4.4 mm let workers through); square and round holes [rules of thumb], poorly known for
 * queens; bee space 6.0–9.5 mm; wood swells 1–4 % across its thickness. Small-cell and African stock 0.90–0.95 of these sizes,
 * the eastern honey bee 0.85.
 */
import { Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';

export const GAP_SHAPES = ['slot', 'square', 'round'] as const;
export type GapShape = (typeof GAP_SHAPES)[number];
export type GapState = 'held' | 'uncertain' | 'passes';
export type Caste = 'worker' | 'queen' | 'drone';

export interface GapCheck {
  readonly worker: GapState;
  readonly queen: GapState;
  readonly drone: GapState;
  readonly space: 'tight' | 'beeSpace' | 'combSpace';
}

/** Held at or below, passes at or above, in m. */
export const GAP_LIMITS: Readonly<Record<GapShape, Readonly<Record<Caste, readonly [number, number]>>>> = {
  slot: { worker: [0.0034, 0.0041], queen: [0.0041, 0.0046], drone: [0.0045, 0.0054] },
  square: { worker: [0.0035, 0.0044], queen: [0.004, 0.0056], drone: [0.0046, 0.0062] },
  round: { worker: [0.004, 0.0052], queen: [0.0046, 0.0062], drone: [0.0054, 0.007] },
};
const BEE_SPACE = [0.006, 0.0095] as const;
/** A nanometre: what two ways of writing the same size may differ by. */
const SLACK = 1e-9;
export const BODY_SCALE: NumberRange = { min: 0.7, max: 1.2 };

export function gapState(width: number, shape: GapShape, caste: Caste, bodyScale: number): GapState {
  const [held, passes] = GAP_LIMITS[shape][caste];
  if (width <= held * bodyScale + SLACK) return 'held';
  return width >= passes * bodyScale - SLACK ? 'passes' : 'uncertain';
}

/** Who passes a gap `width` m wide; `shape` 'slot' and `bodyScale` 1 (0.7..1.2) unless given. */
export function gapCheck(a: { width: number; shape?: GapShape | null; bodyScale?: number | null }): GapCheck {
  const fields = new Fields(a);
  const width = fields.number('width', NON_NEGATIVE);
  const shape = fields.wordOr('shape', 'slot', GAP_SHAPES);
  const scale = fields.numberOr('bodyScale', 1, BODY_SCALE);
  const space = width < BEE_SPACE[0] - SLACK ? 'tight' : width > BEE_SPACE[1] + SLACK ? 'combSpace' : 'beeSpace';
  return {
    worker: gapState(width, shape, 'worker', scale),
    queen: gapState(width, shape, 'queen', scale),
    drone: gapState(width, shape, 'drone', scale),
    space,
  };
}

export interface SlideCheck {
  /** m above the slide; less its bow; and when wet. */
  readonly gap: number;
  readonly play: number;
  readonly wetPlay: number;
  readonly fit: 'jams' | 'tight' | 'slides';
  readonly workerAtSlide: GapState;
  readonly queenAtSlide: GapState;
  readonly workerWhenOut: GapState;
  readonly closingStripNeeded: boolean;
}

/** A slide in its slot, lying on the slot's floor. m; `swelling` 0.02 (0..0.2), `minimumPlay` 0.5 mm unless given. */
export function slideCheck(a: {
  slotHeight: number;
  slideThickness: number;
  bow?: number | null;
  swelling?: number | null;
  minimumPlay?: number | null;
  bodyScale?: number | null;
}): SlideCheck {
  const fields = new Fields(a);
  const slot = fields.number('slotHeight', POSITIVE);
  const slide = fields.number('slideThickness', POSITIVE);
  const bow = fields.numberOr('bow', 0, NON_NEGATIVE);
  const swelling = fields.numberOr('swelling', 0.02, { min: 0, max: 0.2 });
  const least = fields.numberOr('minimumPlay', 0.0005, NON_NEGATIVE);
  const scale = fields.numberOr('bodyScale', 1, BODY_SCALE);
  const gap = slot - slide;
  const wetPlay = slot - slide * (1 + swelling) - bow;
  const fit = wetPlay < -SLACK ? 'jams' : wetPlay < least - SLACK ? 'tight' : 'slides';
  const open = Math.max(0, gap);
  const workerWhenOut = gapState(slot, 'slot', 'worker', scale);
  return {
    gap,
    play: gap - bow,
    wetPlay,
    fit,
    workerAtSlide: gapState(open, 'slot', 'worker', scale),
    queenAtSlide: gapState(open, 'slot', 'queen', scale),
    workerWhenOut,
    closingStripNeeded: workerWhenOut !== 'held',
  };
}
