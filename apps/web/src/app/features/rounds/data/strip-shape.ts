import type { RoundPlan } from '@yewridge/core/rounds';
import type { RoundNow } from './round-asked';
import { clockText, spanText } from './round-words';

/** Where something stands on the strip, as shares of its width. */
export interface Stretch {
  readonly left: number;
  readonly width: number;
}
export interface StripBlock extends Stretch {
  readonly id: string;
  readonly place: number;
  readonly kind: 'next' | 'todo' | 'bees';
  readonly says: string;
}
export interface StripShape {
  readonly hours: readonly { readonly left: number; readonly text: string }[];
  readonly sunset: { readonly left: number; readonly text: string; readonly ends: boolean } | null;
  readonly blocks: readonly StripBlock[];
  readonly roads: readonly Stretch[];
  /** From the last stop that needs light to sunset. */
  readonly light: (Stretch & { readonly text: string }) | null;
  /** Waiting for the bees. */
  readonly waits: (Stretch & { readonly text: string }) | null;
  readonly home: number | null;
}

const HALF_HOUR = 1800;
/** Hours that have room beside each other. */
const MOST_HOURS = 7;
const MARGIN = 0.03;
const NAMED_ENDS = 0.72;

/** One scale of time for the way, the work, the sun and both slacks. */
export function stripShape(now: RoundNow, plan: RoundPlan): StripShape {
  const first = now.departS;
  const last = Math.max(
    plan.finishS,
    now.sunsetS !== null && now.sunsetS < plan.finishS + 2 * HALF_HOUR ? now.sunsetS : 0,
  );
  const span = Math.max(HALF_HOUR, last - first) * (1 + 2 * MARGIN);
  const at = (s: number): number => (s - first) / span + MARGIN;
  const stretch = (from: number, to: number): Stretch => ({ left: at(from), width: Math.max(0, to - from) / span });
  let step = HALF_HOUR;
  while (span / step > MOST_HOURS) step *= 2;
  const ticks: StripShape['hours'][number][] = [];
  for (let s = Math.ceil(first / step) * step; s <= last; s += step) ticks.push({ left: at(s), text: clockText(s) });
  const blocks = plan.stops.map(({ id, beginS, leaveS }, n): StripBlock => {
    const stop = now.candidates.get(id);
    return {
      ...stretch(beginS, leaveS),
      id,
      place: now.done.length + n + 1,
      kind: stop?.must === true ? 'bees' : n === 0 ? 'next' : 'todo',
      says: `${now.done.length + n + 1}, ${stop?.site ?? ''}: ${clockText(beginS)} to ${clockText(leaveS)}`,
    };
  });
  const bees = plan.stops.find(({ id, arriveS, beginS }) => now.candidates.get(id)?.must === true && beginS > arriveS);
  const { sunsetS } = now;
  const light = plan.lightS === null || sunsetS === null ? null : plan.lightS;
  return {
    hours: ticks,
    sunset:
      sunsetS === null || sunsetS > first + span || sunsetS < first
        ? null
        : { left: at(sunsetS), text: `sunset ${clockText(sunsetS)}`, ends: at(sunsetS) > NAMED_ENDS },
    blocks,
    roads: plan.stops.map(({ setOutS, arriveS }) => stretch(setOutS, arriveS)),
    light:
      light === null || sunsetS === null || light <= 0
        ? null
        : { ...stretch(sunsetS - light, sunsetS), text: `${spanText(light)} of light` },
    waits: bees
      ? { ...stretch(bees.arriveS, bees.beginS), text: `wait ${spanText(bees.beginS - bees.arriveS)}` }
      : null,
    home: plan.stops.length === 0 ? null : at(plan.finishS),
  };
}
