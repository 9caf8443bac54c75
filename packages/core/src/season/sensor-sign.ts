/**
 * What a sensor in a trap says: whether a swarm seems to have moved in, and since when. Nobody has looked; it is a sign.
 *
 * Formula: bees are in by weight when the median of the last three masses lies 0.4 kg above the lightest median of three
 * before them; they are in by warmth when the last three hours were 30 °C or more and the warm run reaches into the night
 * (22 to 6 h), when no sun warms a box. Either is a sign.
 * Source: rule of thumb; a cluster holds its middle near 34 °C, and a swarm weighs more than 0.4 kg. Poorly known: where in
 * the box the sensor hangs. Left out: rain on the roof, combs that grow, a sensor that drifts by more than 0.4 kg.
 */
import { minutesAfter } from '../shared/calendar/index.js';
import { arrayAt, DomainError, Fields, givenAt, type NumberRange } from '../shared/errors/index.js';

/** One reading; what the sensor does not measure is `null`. */
export interface SensorRead {
  /** Local wall time, `2026-05-14T18:00`. */
  readonly at: string;
  /** Bees a minute at the entrance, 0..1000. */
  readonly perMin: number | null;
  /** °C. */
  readonly insideC: number | null;
  readonly massKg: number | null;
}
export interface SensorSign {
  readonly movedIn: boolean;
  /** Wall time of the first reading of the sign. */
  readonly since: string | null;
  readonly by: readonly ('mass' | 'warmth')[];
  /** What it weighs more than before; `null` without a mass. */
  readonly gainKg: number | null;
}

export const SENSOR_LIMITS = {
  perMin: { min: 0, max: 1000 },
  insideC: { min: -60, max: 90 },
  massKg: { min: 0, max: 200 },
} as const satisfies Record<string, NumberRange>;
const GAIN_KG = 0.4;
const WARM_C = 30;
const RUN = 3;
const NIGHT = { from: 22, to: 6 };

const median3 = (a: number, b: number, c: number): number => Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));

interface Point {
  readonly at: string;
  readonly value: number;
}

function pointsOf(reads: readonly SensorRead[], of: 'insideC' | 'massKg'): readonly Point[] {
  return reads.flatMap(({ at, [of]: value }) => (value === null ? [] : [{ at, value }]));
}

/** Place of the last value below a limit, -1 where there is none. */
function lastBelow(points: readonly Point[], limit: number): number {
  return points.reduce((found, { value }, n) => (value < limit ? n : found), -1);
}

function byMass(points: readonly Point[]): { readonly gain: number | null; readonly since: string | null } {
  const medians = points.flatMap(({ value }, n) => {
    const [one, two] = [points[n - 2]?.value, points[n - 1]?.value];
    return one === undefined || two === undefined ? [] : [median3(one, two, value)];
  });
  const last = medians.at(-1);
  if (last === undefined) return { gain: null, since: null };
  const base = Math.min(...medians);
  const gain = last - base;
  // The last time it was still light; the reading after it is the first of the sign.
  const light = lastBelow(points, base + gain / 2);
  return { gain, since: gain >= GAIN_KG ? (points[light + 1]?.at ?? null) : null };
}

function byWarmth(points: readonly Point[]): string | null {
  const cold = lastBelow(points, WARM_C);
  const run = points.slice(cold + 1);
  const inTheNight = run.some(({ at }) => {
    const hour = Number(at.slice(11, 13));
    return hour >= NIGHT.from || hour < NIGHT.to;
  });
  return run.length >= RUN && inTheNight ? (run[0]?.at ?? null) : null;
}

/** Hours at which scouts are out. */
const OUT = { from: 9, to: 18 };

/**
 * The count of each day's busiest hour, while scouts are out: what a keeper would count who comes when they fly. Oldest first.
 * Hourly counts themselves would let every evening look as if the swarm had lost interest.
 */
export function busiestHours(
  readings: readonly Pick<SensorRead, 'at' | 'perMin'>[],
): readonly { readonly at: string; readonly perMin: number }[] {
  const days = new Map<string, { readonly at: string; readonly perMin: number }>();
  for (const { at, perMin } of readings) {
    const hour = Number(at.slice(11, 13));
    if (perMin === null || hour < OUT.from || hour >= OUT.to) continue;
    const best = days.get(at.slice(0, 10));
    if (!best || perMin > best.perMin) days.set(at.slice(0, 10), { at, perMin });
  }
  return [...days.values()].sort((a, b) => (a.at < b.at ? -1 : 1));
}

/** Readings oldest first. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `FORMAT`, `CONFLICT` for times that do not rise. */
export function sensorSign(readings: readonly SensorRead[]): SensorSign {
  givenAt(readings, 'readings');
  let before = -Infinity;
  const reads = arrayAt(readings, 'readings').map((one, n): SensorRead => {
    const fields = new Fields(one, `readings[${n}]`, 'wrong type');
    const at = fields.text('at');
    const minute = minutesAfter('1970-01-01', at, `readings[${n}].at`);
    if (minute <= before) throw new DomainError('CONFLICT', `readings[${n}].at`, 'is not after the reading before it');
    before = minute;
    return {
      at,
      perMin: fields.numberOr('perMin', null, SENSOR_LIMITS.perMin),
      insideC: fields.numberOr('insideC', null, SENSOR_LIMITS.insideC),
      massKg: fields.numberOr('massKg', null, SENSOR_LIMITS.massKg),
    };
  });
  const mass = byMass(pointsOf(reads, 'massKg'));
  const warm = byWarmth(pointsOf(reads, 'insideC'));
  const by = [...(mass.since === null ? [] : (['mass'] as const)), ...(warm === null ? [] : (['warmth'] as const))];
  const [since = null] = [mass.since, warm].filter((one) => one !== null).sort();
  return { movedIn: by.length > 0, since, by, gainKg: mass.gain };
}
