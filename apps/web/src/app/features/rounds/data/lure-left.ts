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
