/**
 * Top bars in a tube that lies: a bar hangs where the circle is as wide as the bar is long.
 *
 * Sagitta of a chord b in a circle of radius R: s = R − √(R² − b²/4). Bars that stand so close that no worker passes
 * between them are the ceiling of the room; else bees build above them too.
 *
 * Source: plane geometry; what a worker passes from `entrance` [convention].
 */
import type { Content } from './cavity.js';
import { PASSAGE } from './entrance.js';
import { chordWidth, type CylinderShape, type Shape } from './section-geometry.js';

const SLACK = 1e-6;
/** A bar that is to lie on both edges of a cut needs this much more than its opening, m [estimate]. */
const REST = 0.006;

export interface LyingBars {
  /** m from the crown of the tube down to the bars; on a tube sawn open they lie on its edges. */
  readonly below: number;
  /** longer than the tube is wide · shorter than the opening sawn into it · more than its length takes. */
  readonly fault: 'too-long' | 'fall-in' | 'too-many' | null;
  /** Whether no bee gets above them. */
  readonly shut: boolean;
}

type TopBars = Extract<Content, { kind: 'topBars' }>;

/** The bars of a lying tube, inside sizes; `null` where nothing of the kind hangs. */
export function lyingBars(inside: Shape, contents: readonly Content[]): LyingBars | null {
  if (inside.kind !== 'cylinder' || inside.axis !== 'lying') return null;
  const bars = contents.filter((one): one is TopBars => one.kind === 'topBars' && (one.count ?? 1) > 0);
  if (bars.length === 0) return null;
  const longest = Math.max(...bars.map(({ length }) => length));
  // On a tube sawn open, bars longer than it is wide run along it and lie on its ends.
  if ((inside.cut ?? 0) > 0 && longest > inside.diameter) return null;
  const shortest = Math.min(...bars.map(({ length }) => length));
  const count = bars.reduce((sum, one) => sum + (one.count ?? 1), 0);
  const taken = bars.reduce((sum, one) => sum + (one.count ?? 1) * one.width, 0);
  const free = inside.length - taken;
  const shut = free / (count + 1) <= PASSAGE.workerProof;
  const { below, fault } = placeOf(inside, longest, shortest);
  return { below, shut: shut && fault === null, fault: fault ?? (free < -SLACK ? 'too-many' : null) };
}

function placeOf(
  { diameter, cut = 0 }: CylinderShape,
  longest: number,
  shortest: number,
): Pick<LyingBars, 'below' | 'fault'> {
  const radius = diameter / 2;
  if (cut > 0) return { below: cut, fault: shortest < chordWidth(radius, cut) + REST - SLACK ? 'fall-in' : null };
  if (longest > diameter + SLACK) return { below: 0, fault: 'too-long' };
  const half = Math.min(longest / 2, radius);
  return { below: radius - Math.sqrt(radius * radius - half * half), fault: null };
}

/** The room bees have: a lying tube ends at bars that shut it off. */
export function roomShape(inside: Shape, contents: readonly Content[]): Shape {
  const bars = lyingBars(inside, contents);
  if (!bars?.shut || bars.fault || inside.kind !== 'cylinder') return inside;
  return { ...inside, cut: Math.max(inside.cut ?? 0, bars.below) };
}
