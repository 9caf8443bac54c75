import type { CallDto, CallRigDto, CallsDto } from '@yewridge/contract/callouts';
import {
  type CallPlace,
  type CallQueenVerdict,
  type CallSky,
  callTrack,
  queenOf,
  type ReuniteCode,
  type ReunitePlan,
  reuniteOf,
  restraintDue,
} from '@yewridge/core/callouts';
import type { Tracked } from '@yewridge/core/catches';
import type { Layout } from '@yewridge/core/suction';

/** Where it is, with the sky that is known of its days; `null` where nobody has said any place. */
export function placeOf({ where }: CallDto, { weather }: Pick<CallsDto, 'weather'>): CallPlace | null {
  return where && { ...where, forecast: weather.map(({ date, tMax, rainMm }) => ({ date, tMax, rainMm })) };
}

/** What is known of the sky on a day. */
export function skyOn(
  date: string,
  { weather, sunsetMin, now }: Pick<CallsDto, 'weather' | 'sunsetMin' | 'now'>,
  { where }: Pick<CallDto, 'where'>,
): CallSky {
  const day = weather.find((one) => one.date === date);
  const minute = 60 * Number(now.slice(11, 13)) + Number(now.slice(14, 16));
  return {
    tempC: day?.tMax ?? null,
    windMps: day?.windMps ?? null,
    minutesToSunset: sunsetMin === null || now.slice(0, 10) !== date ? null : Math.round(sunsetMin - minute),
    month: Number(date.slice(5, 7)),
    south: where === null ? null : where.lat < 0,
  };
}

export const layoutOf = ({ collection }: CallDto, rigs: readonly CallRigDto[]): Layout | 'box' =>
  rigs.find(({ id }) => id === collection?.rigId)?.layout ?? 'box';

export interface CallPlan {
  readonly plan: ReunitePlan;
  readonly steps: readonly Tracked<ReuniteCode>[];
  readonly restraint: ReturnType<typeof restraintDue>;
}

/** The steps after the boxes are shut; `null` before, or where nobody knows where the sun sets. */
export function callPlan(one: CallDto, all: CallsDto, now: string): CallPlan | null {
  const place = placeOf(one, all);
  const { call, collection, pieces, signs, tasks } = one;
  if (!place || !collection) return null;
  const plan = reuniteOf({ call, taken: collection, pieces, signs, now }, place, layoutOf(one, all.rigs));
  if (!plan) return null;
  const steps = callTrack(plan, { call, marks: tasks, now });
  return { plan, steps, restraint: restraintDue(steps) };
}

export function queenVerdictOf({ call, collection, pieces, signs }: CallDto, now: string): CallQueenVerdict | null {
  return collection && queenOf({ call, taken: collection, pieces, signs, now });
}
