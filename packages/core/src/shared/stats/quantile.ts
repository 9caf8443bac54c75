/** Quantile of numbers sorted upwards, type 7: h = (k - 1) p between neighbours, linearly. `sorted` must not be empty. */
export function quantileOfSorted(sorted: ArrayLike<number>, p: number): number {
  const h = (sorted.length - 1) * p;
  const i = Math.floor(h);
  const low = sorted[i] ?? Number.NaN;
  const high = sorted[Math.min(i + 1, sorted.length - 1)] ?? low;
  return low + (h - i) * (high - low);
}
