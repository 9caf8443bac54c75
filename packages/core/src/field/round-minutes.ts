/**
 * How long a stop takes, by one's own looks: the time from one look to the next of the same round, less the way between.
 *
 * A look is kept while one stands at the trap. Two looks of one day that are at most an hour and a half apart are one round; what is left
 * of that time after the way is the work at one stop. What the keeper said of a site counts; the median of at least three stops there is
 * told beside it, and counts where nobody said. Then that of at least eight stops with, or without, a ladder; rules of thumb last.
 * Source: convention. Weak: a chat with the owner counts as work, and the way is that of the table, not as it was driven.
 */
import { minutesBetween } from '../shared/calendar/index.js';
import { metresBetween, type Place } from '../shared/geometry/index.js';
import { quantileOfSorted } from '../shared/stats/index.js';

export interface StopMinutes {
  readonly s: number;
  readonly by: { readonly looks: number } | 'site' | 'rule';
  /** By one's own looks at that site, where there are enough. */
  readonly learnt: { readonly s: number; readonly looks: number } | null;
}
export interface TimedLook {
  readonly siteId: string;
  readonly ladder: boolean;
  /** Local wall time. */
  readonly at: string;
}

/** Stops a figure of one's own rests on, at a site and of a kind. */
export const OWN_STOPS = { site: 3, kind: 8 } as const;
/** s at a trap, from the ground and by ladder: rules of thumb. */
export const USUAL_STOP_S = { ground: 300, ladder: 600 } as const;
const MOST_APART_MIN = 90;
const SAME_PLACE_M = 30;

const median = (list: readonly number[]): number =>
  quantileOfSorted(
    [...list].sort((a, b) => a - b),
    0.5,
  );

/** s of work at stops, by site and by kind. `way`: s between two sites. */
export function stopMinutes(
  looks: readonly TimedLook[],
  sites: readonly { readonly id: string; readonly effort: number | null; readonly place: Place | null }[],
  way: (from: string, to: string) => number,
): (stop: { readonly siteId: string; readonly ladder: boolean }) => StopMinutes {
  const at = new Map(sites.map((site) => [site.id, site]));
  const bySite = new Map<string, number[]>();
  const byKind = { true: [] as number[], false: [] as number[] };
  const ordered = [...looks].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  for (const [n, look] of ordered.entries()) {
    const next = ordered[n + 1];
    if (next?.at.slice(0, 10) !== look.at.slice(0, 10)) continue;
    const apart = minutesBetween(look.at, next.at);
    const [here, there] = [at.get(look.siteId)?.place, at.get(next.siteId)?.place];
    if (apart > MOST_APART_MIN || !here || !there || metresBetween(here, there) < SAME_PLACE_M) continue;
    const s = apart * 60 - way(look.siteId, next.siteId);
    // Quicker than the way: it was driven otherwise than the table says, and tells nothing of the stop.
    if (s <= 0) continue;
    bySite.set(look.siteId, [...(bySite.get(look.siteId) ?? []), s]);
    byKind[`${look.ladder}`].push(s);
  }
  return ({ siteId, ladder }) => {
    const own = bySite.get(siteId) ?? [];
    const learnt = own.length >= OWN_STOPS.site ? { s: Math.round(median(own)), looks: own.length } : null;
    const effort = at.get(siteId)?.effort ?? null;
    if (effort !== null) return { s: effort, by: 'site', learnt };
    if (learnt) return { s: learnt.s, by: { looks: learnt.looks }, learnt };
    const kind = byKind[`${ladder}`];
    if (kind.length >= OWN_STOPS.kind) return { s: Math.round(median(kind)), by: { looks: kind.length }, learnt };
    return { s: ladder ? USUAL_STOP_S.ladder : USUAL_STOP_S.ground, by: 'rule', learnt };
  };
}
