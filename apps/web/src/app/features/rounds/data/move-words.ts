import type { GroundDto } from '@yewridge/contract/ground';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { TodayDto } from '@yewridge/contract/today';
import { earnedQuality, type LandmarkFactor } from '@yewridge/core/evidence';
import { stillToCome } from '@yewridge/core/field';
import { moveOrStay, type MovePlace } from '@yewridge/core/ground';
import { daysBetween, type IsoDate } from '@yewridge/core/season';
import { decimalText, percentText } from '../../../shared/units/format';

/** What is said of moving a trap nobody comes to; `to` is the site it would hang at. */
export interface MoveSaid {
  readonly head: string;
  readonly says: string;
  readonly to: { readonly id: string; readonly name: string } | null;
}

/** Nobody has come so long that another lure or another place is due. */
export const nobodyHome = ({ beesIn, due }: HangingDto): boolean =>
  !beesIn && due.reasons.some(({ code, urgency }) => (code === 'moveTrap' || code === 'changeLure') && urgency > 0);

const swarms = (of: number): string => `${decimalText(of, 2)} swarms`;

/** Moving gains, staying does, or it is too late to bother; `null` where nobody can say. */
export function moveSaid(
  trap: HangingDto,
  { sites, colonies }: Pick<GroundDto, 'sites' | 'colonies'>,
  {
    season,
    today,
    factors,
  }: {
    readonly season: TodayDto['season'];
    readonly today: IsoDate;
    /** Kinds of place that the log corrects. */
    readonly factors: readonly LandmarkFactor[];
  },
): MoveSaid | null {
  if (!season || colonies.length === 0) return null;
  const places = sites.flatMap(({ site, hangs }): readonly MovePlace[] =>
    site.lat === null || site.lon === null
      ? []
      : [
          {
            id: site.id,
            lat: site.lat,
            lon: site.lon,
            landmark: site.landmark,
            shade: site.shade,
            waterM: site.waterM,
            windExposed: site.windExposed,
            quality: earnedQuality(factors, site.landmark),
            hung: hangs.length > 0,
            allowed: site.permission === 'granted' && (site.permissionUntil === null || site.permissionUntil >= today),
          },
        ],
  );
  if (!places.some(({ id }) => id === trap.siteId)) return null;
  const left = stillToCome(season);
  const { code, stay, best } = moveOrStay(places, colonies, trap.siteId, left);
  const empty = daysBetween(trap.hungOn, today);
  const share = `${percentText(left)} of this season’s swarms are still to come`;
  if (code === 'tooLate')
    return {
      head: 'Leave it where it is',
      says: `${share}: too late in the season to bother. Think of another place for the next one.`,
      to: null,
    };
  const name = sites.find(({ site }) => site.id === best?.id)?.site.name ?? '';
  if (code === 'move' && best)
    return {
      head: `Move it to ${name}`,
      says: `Nobody home in ${empty} days here. ${share}: at ${name} it should catch ${swarms(best.swarms)} of them, here ${swarms(stay)}. From known bees only, by rules of thumb${factors.length > 0 ? ' and what your log corrects' : ''}.`,
      to: { id: best.id, name },
    };
  const why =
    best === null ? 'no other place with a yes is free' : `the best free place, ${name}, gains next to nothing`;
  return {
    head: 'Let it hang',
    says: `Nobody home in ${empty} days, but ${why}. ${share}. Try another lure.`,
    to: null,
  };
}
