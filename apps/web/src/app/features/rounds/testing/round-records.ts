import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { GroundSiteDto } from '@yewridge/contract/ground';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { RecordDto } from '@yewridge/contract/season';
import { hanging } from '../../../shared/season/testing/hanging';
import type { Asked, KeptRound, RoundSources, SaidStop, Way } from '../data/round-asked';

export const DAY = '2026-05-14';
export const ROW = { revision: 2, createdAt: 'x', updatedAt: 'x', deletedAt: null } as const;
export const MILL = { name: 'Mill', lat: 47.39, lon: 13.19 };
export const ASKED: Asked = {
  leaveAt: '18:30',
  backBy: null,
  fromName: MILL.name,
  fromLat: MILL.lat,
  fromLon: MILL.lon,
  homeAgain: true,
  people: 1,
  ladderM: null,
  boxes: null,
  stopS: null,
  leftAt: null,
};
export const kept = (more: Partial<KeptRound> = {}): KeptRound => ({ ...ROW, ...ASKED, id: 'round', on: DAY, ...more });
export const site = (id: string, lat: number, lon: number, more: Partial<RecordDto<'sites'>> = {}): GroundSiteDto =>
  ({
    site: { ...ROW, id, name: `At ${id}`, lat, lon, effort: 600, accessWeekdays: null, ...more },
    owner: null,
    hangs: [],
    stays: [],
  }) as unknown as GroundSiteDto;
/** Three sites north of the mill, one beyond the other. */
export const SITES = [site('a', 47.4, 13.19), site('b', 47.41, 13.19), site('c', 47.42, 13.19)];
export const trapAt = (id: string, more: Partial<HangingDto> = {}): HangingDto =>
  hanging({
    deploymentId: `stay-${id}`,
    number: `V-${id}`,
    siteId: id,
    site: `At ${id}`,
    lastVisitOn: '2026-05-01',
    ...more,
  });
/** A ladder up. */
export const HIGH = { heightM: 3 } as const;
export const closing = (id: string, state: 'ahead' | 'done' = 'ahead', at = '21:06'): CatchPlanDto =>
  ({
    catchId: `catch-${id}`,
    deploymentId: `stay-${id}`,
    place: `At ${id}`,
    number: `V-${id}`,
    carry: null,
    steps: [{ code: 'closeAtDusk', start: `${DAY}T${at}`, end: `${DAY}T22:06`, state }],
  }) as unknown as CatchPlanDto;
export const bees = (id: string): HangingDto => trapAt(id, { beesIn: true, catchId: `catch-${id}` });
export const said = (id: string, state: SaidStop['state'], place: number | null = null): SaidStop => ({
  ...ROW,
  id: `said-${id}`,
  roundId: 'round',
  deploymentId: `stay-${id}`,
  state,
  place,
});
export const way = (from: string | null, to: string | null, durationS: number, start: string | null = null): Way => ({
  ...ROW,
  id: `${from} ${to}`,
  fromSiteId: from,
  toSiteId: to,
  start,
  durationS,
});
export const visit = (id: string, at: string): RecordDto<'visits'> =>
  ({ ...ROW, id: `visit-${id}-${at}`, deploymentId: `stay-${id}`, at }) as RecordDto<'visits'>;
export const sources = (more: Partial<RoundSources> = {}): RoundSources => ({
  day: DAY,
  now: `${DAY}T18:20`,
  asked: ASKED,
  said: [],
  traps: [trapAt('a'), trapAt('b'), trapAt('c')],
  plans: [],
  sites: SITES,
  visits: [],
  stays: ['a', 'b', 'c'].map((id) => ({ id: `stay-${id}`, siteId: id, heightM: null })),
  ways: [],
  offsetMin: 120,
  ...more,
});
