import type { CatchCardDto, CatchPlanDto, CatchTrackDto, CatchTrackRow } from '@yewridge/contract/catches';
import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { addDays } from '@yewridge/core/season';
import { colonyPlan, colonyTrack, type FollowupKind, type MarkedStep, planTrack } from '@yewridge/core/catches';

export const META = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
export const TODAY = '2026-05-14';
export const NOW = '2026-05-14T18:20';

/** Bees in V-11 at Lower orchard, found the day before. */
export const card = (change: Partial<Fields<'catches'>> = {}, more: Partial<CatchCardDto> = {}): CatchCardDto => ({
  caught: {
    ...META,
    id: more.number ?? 'c1',
    ...blank('catches', { foundOn: '2026-05-13', deploymentId: 'd1', massKg: 1.9, method: 'trap', ...change }),
  },
  stage: 'inTrap',
  trapId: 't1',
  number: 'V-11',
  siteId: 's1',
  place: 'Lower orchard',
  calloutId: null,
  takenDownOn: null,
  followups: [],
  ...more,
});

export const told = (...lines: readonly (readonly [on: string, kind: FollowupKind, notes?: string])[]) =>
  lines.map(([on, kind, notes], n): RecordDto<'followups'> => ({
    ...META,
    id: `f${n}`,
    ...blank('followups', { catchId: 'c1', on, kind, notes: notes ?? null }),
  }));

/** Its steps by the plan of the core, closed the day after it was found: above a ladder's reach, in cool weather. */
export function plan(caught: CatchCardDto, marks: readonly MarkedStep[] = [], now = NOW): CatchPlanDto {
  const { foundOn } = caught.caught;
  const closeOn = addDays(foundOn, 1);
  const { tasks, frames, notes, way } = colonyPlan({
    way: 'trap',
    foundOn,
    school: 'anchor',
    size: 'medium',
    heightM: 2.4,
    lat: 47.4,
    lon: 13.2,
    tzOffsetMin: 120,
    closeOn,
    forecast: Array.from({ length: 12 }, (_, n) => ({ date: addDays(foundOn, n), tMax: 19, rainMm: 0 })),
  });
  return {
    catchId: caught.caught.id,
    deploymentId: caught.caught.deploymentId,
    siteId: caught.siteId,
    number: caught.number,
    place: caught.place,
    heightM: 2.4,
    wentTo: caught.caught.wentTo,
    carried: caught.takenDownOn !== null,
    foundOn,
    school: 'anchor',
    size: 'medium',
    sizeAssumed: false,
    way,
    placedBy: 'site',
    framesIn: 0,
    carry: null,
    frames,
    notes,
    steps: planTrack(foundOn, tasks, marks, now),
    unknownDays: 0,
    over: false,
  };
}

/** A colony along its days, by the core, from what its card tells. */
export function row(
  caught: CatchCardDto,
  {
    planned = null,
    marks = [],
    rehungOn = null,
    now = NOW,
  }: {
    readonly planned?: CatchPlanDto | null;
    readonly marks?: readonly MarkedStep[];
    readonly rehungOn?: string | null;
    readonly now?: string;
  } = {},
): CatchTrackRow {
  const { foundOn, arrivedOn } = caught.caught;
  const track = colonyTrack({
    foundOn,
    arrivedOn,
    lastEmptyOn: null,
    byTrap: caught.trapId !== null,
    inTrap: caught.stage === 'inTrap',
    since: caught.takenDownOn ?? foundOn,
    takenDownOn: caught.takenDownOn,
    rehungOn,
    followups: caught.followups,
    marks,
    plan: planned?.steps ?? [],
    now,
  });
  return { card: caught, track, plan: planned };
}

export const tracked = (...rows: readonly CatchTrackRow[]): CatchTrackDto => ({
  today: TODAY,
  now: NOW,
  nights: [
    { from: '2026-05-13T20:35', to: '2026-05-14T05:32' },
    { from: '2026-05-14T20:36', to: '2026-05-15T05:31' },
    { from: '2026-05-15T20:37', to: '2026-05-16T05:30' },
  ],
  rows,
  calls: [],
});
