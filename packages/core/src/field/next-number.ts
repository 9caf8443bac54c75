/**
 * A trap number after the ones in use: the highest figure at the end of a number goes up by one, its letters and leading
 * zeros stay. `V-09` is followed by `V-10`.
 */
export function nextNumber(used: readonly string[]): string {
  let best: { stem: string; figure: number; digits: number } | null = null;
  for (const number of used) {
    const match = /^(.*?)(\d{1,6})$/.exec(number);
    if (!match) continue;
    const [, stem = '', digits = ''] = match;
    if (!best || Number(digits) > best.figure) best = { stem, figure: Number(digits), digits: digits.length };
  }
  if (!best) return 'T-01';
  return best.stem + String(best.figure + 1).padStart(best.digits, '0');
}
