import type { GroundSiteDto } from '@yewridge/contract/ground';
import type { DueListDto, FreeTrapDto } from '@yewridge/contract/rounds';
import type { ActDto, Fields } from '@yewridge/contract/season';
import type { TrapWithDesignDto } from '@yewridge/contract/stores';
import { isRecordDate } from '@yewridge/contract/shared';
import { assessDesign, designLoad } from '@yewridge/core/bench';
import { daysBetween, type IsoDate, loreChecks, outOfSeason } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { loreSaid, type Said } from '../../../shared/season/lore-words';
import { made } from '../../../shared/season/records-api';
import { dayLong, HUNG_BY_NAMES } from '../../../shared/season/season-words';
import { figureText } from '../../../shared/units/format';
import { baitsOf, type LureSaid, lureMissing } from './lures-said';

/** How a trap is about to hang, as far as it was said: what nobody said stays `null`, and is never recorded. */
export type HangingPlan = Pick<
  Fields<'deployments'>,
  'hungOn' | 'heightM' | 'facingDeg' | 'hungBy' | 'hungAlso' | 'entrance' | 'comb' | 'notes'
> & { readonly lures: readonly LureSaid[] };

/** Nothing is said yet but that it is today. */
export function planFor(today: IsoDate): HangingPlan {
  return {
    hungOn: today,
    heightM: null,
    facingDeg: null,
    hungBy: null,
    hungAlso: null,
    entrance: null,
    comb: null,
    notes: null,
    lures: [],
  };
}

/** What the site and the design already say and the keeper has not: proposed, and kept with one tap. */
export interface Proposal {
  readonly change: Partial<HangingPlan>;
  readonly words: string;
}
export function proposals(
  plan: HangingPlan,
  site: GroundSiteDto | null,
  trap: FreeTrapDto | null,
  system: UnitSystem,
): readonly Proposal[] {
  const height = site?.site.heightUsedM ?? null;
  const { hungBy, comb } = trap?.says ?? { hungBy: null, comb: null };
  return [
    plan.hungBy === null && hungBy !== null
      ? { change: { hungBy }, words: `Its design says: hung by ${HUNG_BY_NAMES[hungBy]}` }
      : null,
    plan.comb === null && comb !== null
      ? { change: { comb }, words: `Its design says: comb in it, ${COMB_NAMES[comb]}` }
      : null,
    plan.heightM === null && height !== null
      ? { change: { heightM: height }, words: `Hung here before at ${figureText(height, 'height', system)}` }
      : null,
  ].filter((one) => one !== null);
}

/** What is to be said before it can be kept, in the order of the form. */
export function missingToHang(
  plan: HangingPlan,
  trap: FreeTrapDto | null,
  site: GroundSiteDto | null,
  today: IsoDate,
): string | null {
  const missing = [
    trap ? null : 'which trap',
    site ? null : 'where',
    isRecordDate(plan.hungOn) ? null : 'the day it was hung',
    ...plan.lures.map(lureMissing),
  ].filter((one) => one !== null);
  if (missing.length > 0) return `Still to say: ${missing.join(', ')}.`;
  return plan.hungOn > today ? `${dayLong(plan.hungOn)} is still to come: hang it then.` : null;
}

export const COMB_NAMES = { none: 'none', drawn: 'drawn comb', oldBrood: 'old brood comb' } as const;

function siteIsKept(site: GroundSiteDto | null, today: IsoDate): Parameters<typeof loreChecks>[0] {
  if (!site) return {};
  const { permission, permissionUntil, shade } = site.site;
  return { permission, permissionUntil, today, shade, exposure: shade };
}

function trapIsKept(trap: TrapWithDesignDto | null): Parameters<typeof loreChecks>[0] {
  if (!trap) return {};
  const { asBuilt, paintedOn, darkCombs } = trap.trap.document;
  const assessed = assessDesign(asBuilt);
  return {
    paintedOn,
    oldComb: darkCombs > 0,
    combFromOwnHealthyColony: asBuilt.comb?.ownHealthy ?? null,
    combStores: asBuilt.comb?.stores ?? null,
    ...(assessed.ok ? { volumeM3: assessed.readings.room.net, entranceM2: assessed.readings.door.area } : {}),
  };
}

/** What keepers say about hanging this trap there in this way, gravest first. */
export function loreOf(
  plan: HangingPlan,
  site: GroundSiteDto | null,
  trap: TrapWithDesignDto | null,
  { today, season }: Pick<DueListDto, 'today' | 'season'>,
): readonly Said[] {
  const checks = loreChecks({
    ...siteIsKept(site, today),
    ...trapIsKept(trap),
    hungOn: plan.hungOn,
    facingDeg: plan.facingDeg,
    heightM: plan.heightM,
    carrier: plan.lures.map(({ carrier }) => carrier).find((one) => one === 'gel') ?? null,
    outOfSeason: outOfSeason(plan.hungOn, season),
  });
  return loreSaid(checks);
}

/** kg of the trap as it goes up: as weighed, else as computed; `null` where neither is known. */
export function massUp(trap: TrapWithDesignDto): { readonly kg: number; readonly weighed: boolean } | null {
  const { asBuilt, massKg } = trap.trap.document;
  if (massKg !== null) return { kg: massKg, weighed: true };
  const assessed = assessDesign(asBuilt);
  if (!assessed.ok) return null;
  const load = designLoad(asBuilt, assessed.readings.room.net);
  return load.unweighed.length > 0 ? null : { kg: load.empty.mass, weighed: false };
}

/** The trap hung and its lures put in, as one act. */
export function hangAct(plan: HangingPlan, trap: FreeTrapDto, site: GroundSiteDto): ActDto {
  const { lures, ...how } = plan;
  const deployment = made('deployments', { ...how, trapId: trap.trapId, siteId: site.site.id });
  return {
    says: `${trap.number} hung at ${site.site.name}`,
    changes: [deployment, ...baitsOf(lures, deployment.id, plan.hungOn)],
  };
}

/** What hangs at a site now: another may hang beside it. */
export function hangsWords({ hangs }: GroundSiteDto): string | null {
  return hangs.length === 0 ? null : `${hangs.map(({ number }) => number).join(' and ')} hangs here`;
}

/** `null` while the site is not placed. */
export function placeOf({ site: { lat, lon } }: GroundSiteDto): { readonly lat: number; readonly lon: number } | null {
  return lat === null || lon === null ? null : { lat, lon };
}

/** What came of the stays before at a site. */
export function pastWords({ stays }: GroundSiteDto): string {
  if (stays.length === 0) return 'nothing hung here before';
  const caught = stays.filter((stay) => stay.caught !== null).length;
  const days = stays.reduce(
    (sum, { hungOn, takenDownOn }) => sum + (takenDownOn === null ? 0 : daysBetween(hungOn, takenDownOn)),
    0,
  );
  return caught === 0
    ? `${days} days without a catch`
    : `${caught} ${caught === 1 ? 'catch' : 'catches'} in ${days} days`;
}

export function permissionWords({ site }: GroundSiteDto, today: IsoDate): string {
  if (site.permission === 'granted') {
    if (site.permissionUntil !== null && site.permissionUntil < today)
      return `ran out ${dayLong(site.permissionUntil)}`;
    return site.permissionUntil === null ? 'allowed' : `allowed until ${dayLong(site.permissionUntil)}`;
  }
  return { asked: 'waiting for permission', refused: 'refused', unknown: 'not asked yet' }[site.permission];
}
