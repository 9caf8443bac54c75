/**
 * A smooth curve through measured points that falls as they fall and never swings past them: monotone cubic Hermite.
 *
 * Slope inside: the weighted harmonic mean of the neighbouring chords; at the ends the three-point slope, kept from turning.
 *
 * Source: SIAM J. Numer. Anal. 1980 17; SIAM J. Sci. Stat. Comput. 1984 5.
 */

/** `xs` rises strictly and `ys` falls strictly (the caller checks). Beyond the last point the curve is its last value. */
export function monotoneCurve(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const at = (list: readonly number[], n: number): number => list[n] ?? 0;
  const widths = xs.slice(1).map((x, n) => x - at(xs, n));
  const chords = ys.slice(1).map((y, n) => (y - at(ys, n)) / at(widths, n));
  const last = xs.length - 1;
  const slopes = xs.map((_, n) => {
    if (xs.length === 2) return at(chords, 0);
    if (n === 0) return endSlope(at(widths, 0), at(widths, 1), at(chords, 0), at(chords, 1));
    if (n === last) {
      return endSlope(at(widths, last - 1), at(widths, last - 2), at(chords, last - 1), at(chords, last - 2));
    }
    const w1 = 2 * at(widths, n) + at(widths, n - 1);
    const w2 = at(widths, n) + 2 * at(widths, n - 1);
    return (w1 + w2) / (w1 / at(chords, n - 1) + w2 / at(chords, n));
  });
  return (x) => {
    if (x >= at(xs, last)) return at(ys, last);
    let n = 0;
    while (n < last - 1 && x >= at(xs, n + 1)) n++;
    const h = at(widths, n);
    const t = (x - at(xs, n)) / h;
    const u = 1 - t;
    const ends = at(ys, n) * (1 + 2 * t) * u ** 2 + at(ys, n + 1) * t ** 2 * (3 - 2 * t);
    return ends + h * (at(slopes, n) * t * u ** 2 - at(slopes, n + 1) * t ** 2 * u);
  };
}

function endSlope(h0: number, h1: number, d0: number, d1: number): number {
  const m = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
  if (Math.sign(m) !== Math.sign(d0)) return 0;
  return d0 * d1 <= 0 && Math.abs(m) > 3 * Math.abs(d0) ? 3 * d0 : m;
}
