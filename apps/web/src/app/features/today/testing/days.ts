import { hanging } from '../../../shared/season/testing/hanging';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { SeasonClockDto, TodayDto } from '@yewridge/contract/today';
import { afterCatchPlan, planTrack, sunTimes } from '@yewridge/core/catches';
import { predictSwarmSeason, swarmSeasonCurve } from '@yewridge/core/season';

export const TODAY = '2026-05-14';
export const NOW = '2026-05-14T18:20';
export const SITE = { lat: 47.4, lon: 13.2 };

export function trap(number: string, lastVisitOn: string, change: Partial<HangingDto> = {}): HangingDto {
  return hanging({ deploymentId: `d-${number}`, trapId: number, number, heightM: 3.2, lastVisitOn, ...change });
}

export function plan(foundOn: string, change: Partial<CatchPlanDto> = {}): CatchPlanDto {
  const { tasks, frames, notes } = afterCatchPlan({
    foundOn,
    school: 'sameEvening',
    size: 'medium',
    heightM: 3.2,
    ...SITE,
    tzOffsetMin: 120,
  });
  return {
    catchId: 'c1',
    deploymentId: 'd-V-11',
    siteId: 's2',
    number: 'V-11',
    place: 'Lower orchard',
    heightM: 3.2,
    wentTo: 'Marn apiary',
    carried: false,
    way: 'trap',
    placedBy: 'site',
    framesIn: 0,
    carry: null,
    foundOn,
    school: 'sameEvening',
    size: 'medium',
    sizeAssumed: false,
    frames,
    notes,
    steps: planTrack(foundOn, tasks, [], NOW),
    unknownDays: 0,
    over: false,
    ...change,
  };
}

export function clock(change: Partial<SeasonClockDto> = {}): SeasonClockDto {
  const input = { site: SITE, season: 2026, catches: [{ date: '2025-05-20' }] };
  return {
    today: TODAY,
    season: 2026,
    day: 134,
    start: '2026-01-01',
    prediction: predictSwarmSeason(input),
    curve: swarmSeasonCurve(input),
    delayed: null,
    lag: null,
    signals: { warmth: null, blooms: 0 },
    snaps: [],
    lacks: [],
    ...change,
  };
}

export const day = (change: Partial<TodayDto> = {}): TodayDto => {
  const sun = sunTimes(TODAY, SITE.lat, SITE.lon);
  return {
    now: NOW,
    today: TODAY,
    sun: { ...sun, sunset: (sun.sunset ?? 0) + 120 },
    season: null,
    weather: [],
    traps: [],
    inUse: 4,
    first: { design: true, trap: true, site: true, stay: true, look: true, caught: true },
    plans: [],
    calls: [],
    trials: [],
    toHang: null,
    ...change,
  };
};
