/**
 * Weather without gaps, for what has to be worked out day by day. Short gaps are drawn straight through; a day nobody knows is
 * taken as a day in the middle of a swarm season. What was guessed is counted, to be said wherever it matters.
 * Source: convention.
 */
import { addDays, daysBetween, type IsoDate } from '../shared/calendar/index.js';
import type { BaitWeather } from './bait-course.js';
import type { DayTemperatures } from './degree-days.js';

/** °C of a day that nobody knows. */
const USUAL = { tMin: 8, tMax: 20 };
/** Days between two that are known which may be drawn straight through. */
const SHORT_GAP = 3;

export interface FilledWeather {
  readonly daily: readonly BaitWeather[];
  /** Days that nobody measured or foretold. */
  readonly guessed: number;
}

type Known = DayTemperatures & { readonly tMin: number; readonly tMax: number };
const isKnown = (line: DayTemperatures | undefined): line is Known => line?.tMin != null && line.tMax != null;

/**
 * Every day from `from` to `to`; `lines` oldest first, each day once.
 * @throws DomainError `TYPE`, `FORMAT` for what is no date.
 */
export function filledWeather(lines: readonly DayTemperatures[], from: IsoDate, to: IsoDate): FilledWeather {
  const byDate = new Map(lines.map((line) => [line.date, line]));
  const known = lines.filter(isKnown);
  let next = 0;
  let guessed = 0;
  const daily = Array.from({ length: Math.max(1, daysBetween(from, to) + 1) }, (_, n): BaitWeather => {
    const date = addDays(from, n);
    const own = byDate.get(date);
    if (isKnown(own)) return { date, tMin: own.tMin, tMax: own.tMax };
    while (next < known.length && (known[next]?.date ?? '') < date) next += 1;
    const [before, after] = [known[next - 1], known[next]];
    guessed += 1;
    if (!before || !after || daysBetween(before.date, after.date) > SHORT_GAP + 1) return { date, ...USUAL };
    const share = daysBetween(before.date, date) / daysBetween(before.date, after.date);
    const between = (a: number, b: number): number => a + share * (b - a);
    return { date, tMin: between(before.tMin, after.tMin), tMax: between(before.tMax, after.tMax) };
  });
  return { daily, guessed };
}

/**
 * Every day from `from` to `to` as it may well be: as measured or foretold where that is known, else the mean of the same
 * calendar day in other years, else as {@link filledWeather} guesses. `typical` counts the days taken from other years.
 * @throws DomainError `TYPE`, `FORMAT` for what is no date.
 */
export function expectedWeather(
  lines: readonly DayTemperatures[],
  from: IsoDate,
  to: IsoDate,
): FilledWeather & { readonly typical: number } {
  const known = lines.filter(isKnown);
  const dates = new Set(known.map(({ date }) => date));
  const past = new Map<string, { n: number; tMin: number; tMax: number }>();
  for (const { date, tMin, tMax } of known) {
    const sum = past.get(date.slice(5)) ?? { n: 0, tMin: 0, tMax: 0 };
    past.set(date.slice(5), { n: sum.n + 1, tMin: sum.tMin + tMin, tMax: sum.tMax + tMax });
  }
  const typical: Known[] = [];
  for (let date = from; date <= to; date = addDays(date, 1)) {
    const sum = past.get(date.slice(5));
    if (!dates.has(date) && sum) typical.push({ date, tMin: sum.tMin / sum.n, tMax: sum.tMax / sum.n });
  }
  const all = [...known, ...typical].sort((a, b) => (a.date < b.date ? -1 : 1));
  return { ...filledWeather(all, from, to), typical: typical.length };
}
