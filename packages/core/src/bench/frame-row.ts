/**
 * The frames of a box as one row, left to right, and the same box with another row: what a keeper does with his hands.
 *
 * `contents` lists runs of equal frames; a row lists every frame. The arrangement is kept on the last run, where `cavity`
 * reads it.
 */
import type { Arrangement, Content, FramesContent } from './cavity.js';
import { type Fill, type FrameId, type FrameSpec, frameSpec } from './frames.js';

export interface HungFrame {
  readonly frame: FrameId | FrameSpec;
  readonly fill: Fill;
  readonly pitch: number;
}

/** What a click on a frame makes of it, in turn; after the last it is left out. */
export const FILL_CYCLE: readonly Fill[] = ['oldComb', 'comb', 'foundation', 'empty', 'starter'];

const PLACE_SLACK = 1e-9;

export function hungFrames(contents: readonly Content[]): readonly HungFrame[] {
  return contents.flatMap((entry): HungFrame[] => {
    if (entry.kind !== 'frames') return [];
    const spec = frameSpec(entry.frame);
    const one = { frame: entry.frame, fill: entry.fill ?? 'empty', pitch: entry.pitch ?? spec.pitch };
    return Array.from({ length: entry.count ?? 1 }, () => one);
  });
}

export function arrangementOf(contents: readonly Content[]): Arrangement {
  const frames = contents.filter((entry): entry is FramesContent => entry.kind === 'frames');
  return frames.at(-1)?.arrangement ?? 'one-side';
}

function sameKind(a: HungFrame, b: HungFrame): boolean {
  return a.frame === b.frame && a.fill === b.fill && a.pitch === b.pitch;
}

/** The contents with this row of frames; everything that is no frame stays behind it. */
export function withRow(
  contents: readonly Content[],
  row: readonly HungFrame[],
  arrangement: Arrangement,
): readonly Content[] {
  const runs: { one: HungFrame; count: number }[] = [];
  for (const one of row) {
    const last = runs.at(-1);
    if (last && sameKind(last.one, one)) last.count += 1;
    else runs.push({ one, count: 1 });
  }
  const frames = runs.map(({ one, count }): FramesContent => {
    const spec = frameSpec(one.frame);
    const pitch = one.pitch === spec.pitch ? {} : { pitch: one.pitch };
    return { kind: 'frames', frame: one.frame, count, fill: one.fill, ...pitch, arrangement };
  });
  return [...frames, ...contents.filter(({ kind }) => kind !== 'frames')];
}

/** The first `most` frames of the row. */
export function fewerFrames(contents: readonly Content[], most: number): readonly Content[] {
  return withRow(contents, hungFrames(contents).slice(0, most), arrangementOf(contents));
}

/** How many frames of a pitch a clear width takes. */
export function framePlaces(width: number, pitch: number): number {
  return Math.floor(width / pitch + PLACE_SLACK);
}

/** The frame at `index` in its next state; after the last state its place is left empty. */
export function cycled(contents: readonly Content[], index: number): readonly Content[] {
  const row = [...hungFrames(contents)];
  const one = row[index];
  if (!one) return contents;
  const next = FILL_CYCLE[FILL_CYCLE.indexOf(one.fill) + 1];
  if (next === undefined) row.splice(index, 1);
  else row[index] = { ...one, fill: next };
  return withRow(contents, row, arrangementOf(contents));
}

export function moved(contents: readonly Content[], from: number, to: number): readonly Content[] {
  const row = [...hungFrames(contents)];
  const [one] = row.splice(from, 1);
  if (!one) return contents;
  row.splice(Math.min(Math.max(to, 0), row.length), 0, one);
  return withRow(contents, row, arrangementOf(contents));
}

/** Hangs `added` in the first free place. */
export function hung(contents: readonly Content[], added: HungFrame): readonly Content[] {
  return withRow(contents, [...hungFrames(contents), added], arrangementOf(contents));
}

/** `count` frames in the middle: the first of the row, or more like the last. */
export function inTheMiddle(contents: readonly Content[], count: number, like: HungFrame): readonly Content[] {
  const row = hungFrames(contents);
  const filled = Array.from({ length: count }, (_, n) => row[n] ?? row.at(-1) ?? like);
  return withRow(contents, filled, 'centre');
}

export function pushedAside(contents: readonly Content[]): readonly Content[] {
  return withRow(contents, hungFrames(contents), 'one-side');
}
