/**
 * The stretch of hose speeds that carry bees and still land them softly: the sweet spot people hunt for.
 *
 * Lower edge: the carrying speed of the steepest stretch longer than 0.3 m (surely), and the same without margin and with little
 * friction (below it they stall). Upper edge: the hose speed at which the 95th bee of 100 lands at the limit. Where the upper edge
 * lies between the two, the band is narrow: "try it with a few bees", not impossible.
 *
 * Source: `capture.ts` and `arrival.ts`; limit 4.5 m/s and the 95th bee [conventions].
 */
import { Fields, POSITIVE } from '../shared/errors/index.js';
import { hoseSpeedOf, largestFactor, type ScaleOptions, scaleQuestion } from './arrival.js';
import {
  type Bee,
  CARRY_MARGIN,
  carryingFactor,
  densityOf,
  floatAt,
  FRICTION,
  HOSE_FRICTION,
  LEAST_FRICTION,
  MARGIN,
  readBee,
} from './capture.js';
import { ARRIVAL_LIMIT } from './impact.js';
import type { HosePath } from './trajectory.js';

/** A stretch of hose: m, and the sine of its slope (1 = straight up). */
export interface Climb {
  readonly length: number;
  readonly slope: number;
}

/** Shorter stretches are crossed in flight, m. */
export const SHORT_STRETCH = 0.3;

export interface SweetSpot {
  /** m/s of air in the hose. */
  readonly low: number;
  readonly lowSure: number;
  readonly high: number | null;
  readonly level: 'wide' | 'narrow' | 'none';
  readonly binding: {
    /** Index of the stretch that sets the lower edge; `null` where none does. */
    readonly low: number | null;
    readonly high: 'arrival' | 'stalled' | 'highest' | 'lowest';
  };
}

/** Whether a hose speed in m/s surely carries all of them and lands 19 in 20 within the limit. */
export function isInBand(speed: number, spot: Pick<SweetSpot, 'lowSure' | 'high'>): boolean {
  return speed >= spot.lowSure && (spot.high === null || speed <= spot.high);
}

/**
 * The band of hose speeds. `limit` 4.5 m/s, `quantile` 0.95, `friction` 0.5, `margin` 1.3 unless given.
 * @throws DomainError as `scaleForArrival`, but an end out of reach is a result.
 */
export function sweetSpot(
  a: Bee &
    ScaleOptions & {
      path: HosePath;
      climbs: readonly Climb[];
      limit?: number | null;
      friction?: number | null;
      margin?: number | null;
    },
): SweetSpot {
  const fields = new Fields(a);
  const bee = readBee(fields);
  const climbs = fields.objects('climbs').map((climb) => {
    const length = climb.number('length', POSITIVE);
    return { length, slope: climb.number('slope', { min: -1, max: 1 }) };
  });
  const question = scaleQuestion(fields, { limit: ARRIVAL_LIMIT, quantile: 0.95 });
  const friction = fields.numberOr('friction', HOSE_FRICTION, FRICTION);
  const margin = fields.numberOr('margin', CARRY_MARGIN, MARGIN);
  const float = floatAt(bee, densityOf(fields));
  let lowSure = 0;
  let barely = 0;
  let steepest: number | null = null;
  climbs.forEach(({ length, slope }, n) => {
    if (length <= SHORT_STRETCH) return;
    const sure = margin * float * carryingFactor(slope, friction);
    if (steepest === null || sure > lowSure) steepest = n;
    lowSure = Math.max(lowSure, sure);
    barely = Math.max(barely, float * carryingFactor(slope, LEAST_FRICTION));
  });
  const low = Math.min(barely, lowSure);
  const upper = upperEdge(question);
  const level =
    upper.high === null || upper.stalled || upper.high < low ? 'none' : upper.high < lowSure ? 'narrow' : 'wide';
  return {
    low,
    lowSure,
    high: upper.high,
    level,
    binding: { low: lowSure > 0 ? steepest : null, high: upper.binding },
  };
}

function upperEdge(question: ReturnType<typeof scaleQuestion>): {
  high: number | null;
  stalled: boolean;
  binding: SweetSpot['binding']['high'];
} {
  const hoseSpeed = hoseSpeedOf(question.path);
  const found = largestFactor(question);
  if (!('outside' in found)) {
    const stalled = question.speedAt(found.factor) === null;
    return { high: hoseSpeed * found.factor, stalled, binding: stalled ? 'stalled' : 'arrival' };
  }
  if (found.outside === 'lowest') return { high: null, stalled: false, binding: 'lowest' };
  return {
    high: hoseSpeed * question.highest,
    stalled: question.speedAt(question.highest) === null,
    binding: 'highest',
  };
}
