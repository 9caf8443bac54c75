/**
 * Sites of the plan that was kept for this season where nothing hangs yet, from three weeks before traps are to hang.
 *
 * Source: the plan of where to hang, and the day traps are to hang by of the season clock; three weeks are a convention.
 */
import { addDays, type Hemisphere, type IsoDate, seasonDay } from '../season/index.js';
import type { StayLine } from './lines.js';
import type { SeasonClock } from './season-clock.js';

/** A site of a plan that was kept. */
export interface PickLine {
  readonly season: number;
  readonly siteId: string;
  readonly site: string;
  readonly permission: string;
  readonly permissionUntil: IsoDate | null;
}
export interface HangProposals {
  readonly hangBy: IsoDate;
  readonly sites: readonly {
    readonly siteId: string;
    readonly site: string;
    /** The owner has said yes, and it holds. */
    readonly allowed: boolean;
  }[];
}

const AHEAD_DAYS = 21;

/** `null` where nothing is to be hung now. */
export function hangProposals(
  picks: readonly PickLine[],
  stays: readonly Pick<StayLine, 'siteId' | 'takenDownOn'>[],
  clock: SeasonClock | null,
  { today, hemisphere }: { readonly today: IsoDate; readonly hemisphere: Hemisphere },
): HangProposals | null {
  const hangBy = clock?.prediction.hangBy ?? null;
  if (!clock || hangBy === null || today < addDays(hangBy, -AHEAD_DAYS) || today > clock.prediction.last.date)
    return null;
  const { season } = seasonDay(hangBy, hemisphere);
  const hung = new Set(stays.flatMap(({ siteId, takenDownOn }) => (takenDownOn === null ? [siteId] : [])));
  const sites = picks
    .filter((pick) => pick.season === season && !hung.has(pick.siteId))
    .map(({ siteId, site, permission, permissionUntil }) => ({
      siteId,
      site,
      allowed: permission === 'granted' && (permissionUntil === null || permissionUntil >= today),
    }))
    .sort((a, b) => (a.site < b.site ? -1 : 1));
  return sites.length === 0 ? null : { hangBy, sites };
}
