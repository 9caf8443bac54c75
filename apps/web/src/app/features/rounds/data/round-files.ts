import type { RoundPlan } from '@yewridge/core/rounds';
import { gpxRoute } from '@yewridge/core/rounds';
import { type IsoDate, tasksToIcs } from '@yewridge/core/season';
import { wallTime } from '@yewridge/core/shared/calendar';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import { dayShort } from '../../../shared/season/season-words';
import type { Asked, RoundNow } from './round-asked';
import { clockText, whySaid } from './round-words';

interface Said {
  readonly day: IsoDate;
  readonly asked: Asked;
  readonly system: UnitSystem;
  readonly plans: readonly CatchPlanDto[];
}
const MINUTE = 60;

function stopsOf(
  now: RoundNow,
  plan: RoundPlan,
): readonly (RoundPlan['stops'][number] & {
  readonly stop: NonNullable<ReturnType<RoundNow['candidates']['get']>>;
})[] {
  return plan.stops.flatMap((one) => {
    const stop = now.candidates.get(one.id);
    return stop ? [{ ...one, stop }] : [];
  });
}

/** The plan as a route: where one sets out, every stop with its hour, and home again. */
export function roundGpx(now: RoundNow, plan: RoundPlan, { day, asked }: Said): string {
  const home = { name: asked.fromName, lat: asked.fromLat, lon: asked.fromLon };
  return gpxRoute(`Round of ${dayShort(day)}`, [
    { ...now.start, says: `leave ${clockText(now.departS)}` },
    ...stopsOf(now, plan).map(({ stop, beginS }) => ({
      ...stop.place,
      name: `${stop.site} ${stop.number}`,
      says: clockText(beginS),
    })),
    ...(asked.homeAgain ? [{ ...home, says: `home ${clockText(plan.finishS)}` }] : []),
  ]);
}

/** Every stop as an event; the same round again moves them and makes no second ones. */
export function roundIcs(now: RoundNow, plan: RoundPlan, { day, system, plans }: Said, stamp: string): string {
  return tasksToIcs(
    stopsOf(now, plan).map(({ id, stop, beginS, leaveS }) => ({
      id: `round-${day}-${id}`,
      start: wallTime(day, beginS / MINUTE),
      end: wallTime(day, leaveS / MINUTE),
      title: `${stop.number}, ${stop.site}`,
      description: whySaid(stop, plans.find(({ catchId }) => catchId === stop.catchId) ?? null, day, system),
    })),
    stamp,
  );
}
