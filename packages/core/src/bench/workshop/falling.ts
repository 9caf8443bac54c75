/** The first place of a list that falls, from a place on, whose value is no more than a limit. */
export function firstWithin(falling: readonly number[], from: number, limit: number): number {
  let [low, high] = [from, falling.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((falling[middle] ?? 0) > limit) low = middle + 1;
    else high = middle;
  }
  return low;
}
