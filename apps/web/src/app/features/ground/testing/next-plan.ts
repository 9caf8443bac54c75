import type { GroundDto, GroundSiteDto } from '@yewridge/contract/ground';
import type { RecordDto } from '@yewridge/contract/season';
import { USUAL_WINDOW } from '@yewridge/core/evidence';
import type { SeasonPlan } from '@yewridge/core/ground';
import type { Limits, NextPlace, Stance } from '../data/next-asked';

export const WINDOW = { ...USUAL_WINDOW.N, said: false };
export const LIMITS: Limits = { traps: 2, apartM: 200, stopS: 0, budgetS: null, permission: 'noNo', edgesM: null };
export const FROM = '2027-04-01';
export const KEPT = {
  revision: 2,
  createdAt: '2026-05-14T10:00:00Z',
  updatedAt: '2026-05-14T10:00:00Z',
  deletedAt: null,
} as const;
export const site = (id: string, more: Partial<RecordDto<'sites'>> = {}): GroundSiteDto =>
  ({
    site: {
      ...KEPT,
      id,
      name: `At ${id}`,
      lat: 47.4,
      lon: 13.2,
      landmark: 'hedgerow',
      shade: null,
      waterM: null,
      windExposed: null,
      effort: 420,
      permission: 'granted',
      permissionUntil: null,
      ownerId: null,
      ...more,
    },
    owner: null,
    hangs: [],
    stays: [],
  }) as unknown as GroundSiteDto;
export const spot = (id: string, more: Partial<RecordDto<'spots'>> = {}): RecordDto<'spots'> => ({
  ...KEPT,
  id,
  name: `Thought ${id}`,
  lat: 47.41,
  lon: 13.21,
  landmark: null,
  shade: null,
  effort: null,
  notes: null,
  ...more,
});
export const stance = (id: string, place: string, more: Partial<Stance> = {}): Stance => ({
  ...KEPT,
  id,
  season: 2027,
  siteId: place,
  spotId: null,
  stance: 'pinned',
  reason: null,
  ...more,
});
export const place = (id: string, more: Partial<NextPlace> = {}): NextPlace => ({
  id,
  kind: 'site',
  name: `At ${id}`,
  lat: 47.4,
  lon: 13.2,
  landmark: 'hedgerow',
  permission: 'granted',
  permissionUntil: null,
  ownerId: null,
  effort: 300,
  ...more,
});
export const COLONIES = [
  { ...KEPT, id: 'west', name: 'West apiary', lat: 47.402, lon: 13.2, swarms: 3, notes: null, kind: 'apiary' },
  { ...KEPT, id: 'lime', name: null, lat: 47.41, lon: 13.22, swarms: null, notes: null, kind: 'tree' },
] as GroundDto['colonies'];
const PLAN: SeasonPlan = {
  chosen: [
    { id: 'a', swarms: 0.27 },
    { id: 'b', swarms: 0.1 },
  ],
  value: 0.37,
  bound: 0.4,
  tried: null,
  basis: 'colonies',
  excluded: 0,
  effortS: 8760,
  next: { id: 'c', gain: 0.06 },
  gains: [{ id: 'c', gain: 0.06 }],
  curve: [],
  pins: [],
  bars: [],
  owners: [],
  unowned: [],
};
export const plan = (more: Partial<SeasonPlan> = {}): SeasonPlan => ({ ...PLAN, ...more });
