import type { GroundSiteDto } from '@yewridge/contract/ground';
import type { FreeTrapDto } from '@yewridge/contract/rounds';
import type { ActDto, Fields } from '@yewridge/contract/season';
import type { TrapWithDesignDto } from '@yewridge/contract/stores';
import { assessDesign, designLoad } from '@yewridge/core/bench';
import { daysBetween, type IsoDate, loreChecks } from '@yewridge/core/season';
import { loreSaid, type Said } from '../../../shared/season/lore-words';
import { made } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';

/** How a trap is about to hang. */
export type HangingPlan = Pick<
  Fields<'deployments'>,
  'hungOn' | 'heightM' | 'facingDeg' | 'hungBy' | 'entrance' | 'comb' | 'notes'
> & { readonly bait: Pick<Fields<'baits'>, 'carrier' | 'substance' | 'massKg' | 'placed'> | null };

const USUAL_LURE_KG = 5e-4;

/** As at the last stay there, so that only what is different has to be said. */
export function planFor(today: IsoDate, site: GroundSiteDto | null, trap: FreeTrapDto | null): HangingPlan {
  return {
    hungOn: today,
    heightM: site?.site.heightUsedM ?? null,
    facingDeg: null,
    hungBy: site?.site.landmark === 'building' ? 'bracket' : 'strap',
    entrance: 'open',
    comb: trap === null ? null : trap.darkCombs > 0 ? 'oldBrood' : 'none',
    notes: null,
    bait: { carrier: 'swabInBag', substance: 'lemongrassOil', massKg: USUAL_LURE_KG, placed: 'back' },
  };
}

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
  today: IsoDate,
): readonly Said[] {
  const checks = loreChecks({
    ...siteIsKept(site, today),
    ...trapIsKept(trap),
    hungOn: plan.hungOn,
    facingDeg: plan.facingDeg,
    heightM: plan.heightM,
    carrier: plan.bait?.carrier ?? null,
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

/** The trap hung and its lure put in, as one act. */
export function hangAct(plan: HangingPlan, trap: FreeTrapDto, site: GroundSiteDto): ActDto {
  const { bait, ...how } = plan;
  const deployment = made('deployments', {
    ...how,
    trapId: trap.trapId,
    siteId: site.site.id,
    shade: site.site.shade,
  });
  const lure = bait === null ? [] : [made('baits', { ...bait, deploymentId: deployment.id, appliedOn: plan.hungOn })];
  return { says: `${trap.number} hung at ${site.site.name}`, changes: [deployment, ...lure] };
}

/** What came of the stays before at a site. */
export function pastWords({ stays }: GroundSiteDto): string {
  if (stays.length === 0) return 'nothing hung here before';
  const caught = stays.filter((stay) => stay.caught !== null).length;
  const days = stays.reduce(
    (sum, { hungOn, takenDownOn }) => sum + (takenDownOn === null ? 0 : daysBetween(hungOn, takenDownOn)),
    0,
  );
  return caught === 0 ? `no catch in ${days} days` : `${caught} ${caught === 1 ? 'catch' : 'catches'} in ${days} days`;
}

export function permissionWords({ site }: GroundSiteDto, today: IsoDate): string {
  if (site.permission === 'granted') {
    if (site.permissionUntil !== null && site.permissionUntil < today)
      return `ran out ${dayLong(site.permissionUntil)}`;
    return site.permissionUntil === null ? 'allowed' : `allowed until ${dayLong(site.permissionUntil)}`;
  }
  return { asked: 'waits for a yes', refused: 'refused', unknown: 'not asked yet' }[site.permission];
}
