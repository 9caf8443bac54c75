import type { RibbonBait } from '@yewridge/contract/rounds';

/** What is left of a lure so many days after it was put in, 0..1: full at first, then as it stood at each day's end. */
export function lureAt({ left }: Pick<RibbonBait, 'left'>, days: number): number {
  if (left.length === 0) return 0;
  const at = Math.min(days, left.length);
  const day = Math.floor(at);
  const before = day === 0 ? 1 : (left[day - 1] ?? 0);
  const after = left[Math.min(day, left.length - 1)] ?? before;
  return before + (after - before) * (at - day);
}

/** Days of a lure that are drawn alike. */
export interface LureRun {
  readonly fromDay: number;
  readonly toDay: number;
  /** What is left in the middle of them, 0..1. */
  readonly left: number;
  /** Whole px from one stroke of the hatch to the next. */
  readonly spacing: number;
}

/** px from one stroke to the next: close while the lure is fresh, far apart when it fades. */
const spacingOf = (left: number): number => Math.round(2.6 + 11 * (1 - left) ** 1.6);

const runs = new WeakMap<readonly number[], readonly LureRun[]>();

/** A lure's days in runs of one spacing, worked out once for each list that was fetched. */
export function lureRuns({ left }: Pick<RibbonBait, 'left'>): readonly LureRun[] {
  const known = runs.get(left);
  if (known) return known;
  const found: LureRun[] = [];
  left.forEach((_, day) => {
    const now = lureAt({ left }, day + 0.5);
    const spacing = spacingOf(now);
    const last = found.at(-1);
    if (last?.spacing === spacing) found[found.length - 1] = { ...last, toDay: day + 1, left: (last.left + now) / 2 };
    else found.push({ fromDay: day, toDay: day + 1, left: now, spacing });
  });
  runs.set(left, found);
  return found;
}
