import { SCOUT_STEPS, type ScoutStep } from '@yewridge/core/catches';
import { decimalText } from '../../../shared/units/format';

export interface Sight {
  readonly perMin: number;
  readonly occupied: boolean;
}

/** The step a keeper would touch for it. */
export function stepSeen({ perMin, occupied }: Sight): ScoutStep {
  if (occupied) return 'movedIn';
  // The nearest rate, as a keeper would call it.
  const off = ({ perMin: rate }: (typeof SCOUT_STEPS)[number]): number => Math.abs(rate - perMin);
  return SCOUT_STEPS.reduce((best, one) => (off(one) < off(best) ? one : best)).id;
}

/** What a keeper at the foot of a demo trap would see. */
export function sightWords({ perMin, occupied }: Sight, hour: number): string {
  if (occupied) {
    return perMin > 0
      ? `bees go in and out, ${decimalText(perMin, 0)} a minute, some with pollen: they have moved in.`
      : 'nobody flies now, but it hums inside and is warm to the hand: they have moved in.';
  }
  if (perMin > 0)
    return `${decimalText(perMin, 0)} ${perMin === 1 ? 'bee' : 'bees'} a minute at the hole, none with pollen.`;
  return hour < 9 || hour >= 18 ? 'nobody at the hole; scouts are home at this hour.' : 'nobody at the hole.';
}
