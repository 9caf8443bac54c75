/** The frames of a box, one by one, left to right as they hang. */
import type { Arrangement, Content } from './cavity.js';
import { type Fill, type FrameSpec, frameSpec } from './frames.js';

export interface FrameSlot {
  readonly frame: FrameSpec;
  readonly fill: Fill;
  /** m from the middle of the box to the middle of the frame. */
  readonly x: number;
  /** Which entry of `contents` it belongs to. */
  readonly content: number;
}

interface Hung {
  readonly frame: FrameSpec;
  readonly fill: Fill;
  readonly pitch: number;
  readonly content: number;
}

/** Left edge of every frame's strip of the width, given how the frames are arranged. */
function leftEdges(hung: readonly Hung[], width: number, arrangement: Arrangement): readonly number[] {
  const taken = hung.reduce((sum, one) => sum + one.pitch, 0);
  const free = width - taken;
  const half = Math.ceil(hung.length / 2);
  const gap = free / (hung.length + 1);
  let edge = -width / 2 + (arrangement === 'centre' ? free / 2 : 0);
  return hung.map((one, n) => {
    if (arrangement === 'spread') edge += gap;
    if (arrangement === 'both-sides' && n === half) edge += free;
    const left = edge;
    edge += one.pitch;
    return left;
  });
}

/** Frames of a box `width` metres wide. The arrangement of the last entry of frames counts, as for the open room. */
export function frameSlots(contents: readonly Content[], width: number): readonly FrameSlot[] {
  let arrangement: Arrangement = 'one-side';
  const hung: Hung[] = [];
  for (const [content, entry] of contents.entries()) {
    if (entry.kind !== 'frames') continue;
    const frame = frameSpec(entry.frame);
    arrangement = entry.arrangement ?? 'one-side';
    for (let n = 0; n < (entry.count ?? 1); n++) {
      hung.push({ frame, fill: entry.fill ?? 'empty', pitch: entry.pitch ?? frame.pitch, content });
    }
  }
  const edges = leftEdges(hung, width, arrangement);
  return hung.map(({ frame, fill, pitch, content }, n) => ({ frame, fill, content, x: (edges[n] ?? 0) + pitch / 2 }));
}
