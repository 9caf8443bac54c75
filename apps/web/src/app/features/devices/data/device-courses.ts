import type { DeviceReadingDto } from '@yewridge/contract/devices';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Point } from '../../../shared/charts/line-path';
import { decimalText, figureText } from '../../../shared/units/format';

/** Hours before now. */
export const HOURS_SHOWN = 72;
const HOUR_MS = 3_600_000;
/** Readings that are further apart are no course: the sensor was silent. */
const SILENT_HOURS = 6;
/** kg: a box that gains less shows a quiet line, not a mountain. */
const LEAST_RANGE_KG = 2;
const LEAST_BEES = 10;

export interface Courses {
  readonly bees: readonly Point[];
  readonly mostBees: number;
  readonly mass: readonly Point[];
  readonly massRange: readonly [number, number];
  /** Hours before now at which a day began where the keeper is. */
  readonly midnights: readonly number[];
  readonly says: string;
}

/** Three days of one sensor; `null` when it told nothing in them. */
export function coursesOf(readings: readonly DeviceReadingDto[], now: string, system: UnitSystem): Courses | null {
  const end = Date.parse(now);
  const hours = ({ instant }: DeviceReadingDto): number => (Date.parse(instant) - end) / HOUR_MS;
  const shown = readings.filter((one) => hours(one) >= -HOURS_SHOWN && hours(one) <= 0);
  if (shown.length === 0) return null;
  const mass = shown.flatMap((one, n): readonly Point[] => {
    const before = shown[n - 1];
    const point = { x: hours(one), y: one.massKg };
    const silent = before !== undefined && hours(one) - hours(before) > SILENT_HOURS;
    return silent ? [{ x: hours(one), y: null }, point] : [point];
  });
  const weighed = shown.flatMap(({ massKg }) => (massKg === null ? [] : [massKg]));
  const [low, high] = weighed.length === 0 ? [0, 0] : [Math.min(...weighed), Math.max(...weighed)];
  const room = Math.max(0, LEAST_RANGE_KG - (high - low)) / 2;
  const most = Math.max(0, ...shown.map(({ perMin }) => perMin ?? 0));
  return {
    bees: shown.map((one) => ({ x: hours(one), y: one.perMin })),
    mostBees: Math.max(LEAST_BEES, most),
    mass,
    massRange: [low - room, high + room],
    midnights: shown.filter((one, n) => n > 0 && one.at.slice(0, 10) !== shown[n - 1]?.at.slice(0, 10)).map(hours),
    says: `three days: at most ${decimalText(most, 0)} bees a minute${weighed.length === 0 ? '' : `, ${figureText(low, 'mass', system)} to ${figureText(high, 'mass', system)}`}`,
  };
}
