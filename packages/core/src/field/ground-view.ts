/** Sites with what hangs there, what was caught there, and whose they are. */
import type { IsoDate } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { Hanging } from './hanging.js';
import type { CatchLine, StayLine, TrapLine } from './lines.js';
import type { SiteRecord } from './record-shelf.js';

/** What hangs at a site now. */
export interface HangsHere {
  readonly deploymentId: string;
  readonly trapId: string;
  readonly number: string;
  readonly hungOn: IsoDate;
  readonly heightM: number | null;
  readonly facingDeg: number | null;
  readonly hungBy: string | null;
  readonly beesIn: boolean;
  readonly lastScouts: number | null;
  readonly dueBy: IsoDate | null;
}
/** One stay of a trap at a site, and what came of it. */
export interface PastStay {
  readonly deploymentId: string;
  readonly number: string;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
  readonly caught: {
    readonly id: string;
    readonly foundOn: IsoDate;
    readonly massKg: number | null;
  } | null;
}
export interface GroundSite<S, O> {
  readonly site: S;
  readonly owner: O | null;
  /** Traps that hang there now; more than one where a keeper wants it so. */
  readonly hangs: readonly HangsHere[];
  /** Oldest first. */
  readonly stays: readonly PastStay[];
}
export interface Ground<S, O, A> {
  readonly today: IsoDate;
  readonly sites: readonly GroundSite<S, O>[];
  readonly colonies: readonly A[];
}

export interface GroundRows<S, O, A> {
  readonly sites: readonly S[];
  readonly owners: readonly O[];
  readonly colonies: readonly A[];
  /** What hangs now and when it is due. */
  readonly hanging: readonly Hanging[];
  readonly traps: readonly Pick<TrapLine, 'id' | 'number'>[];
  /** Of all years, oldest first. */
  readonly stays: readonly StayLine[];
  readonly catches: readonly CatchLine[];
}

/** Every site with what hangs there and what ever did. */
export function groundView<S extends Pick<SiteRecord, 'id' | 'ownerId'>, O extends { readonly id: string }, A>(
  rows: GroundRows<S, O, A>,
  today: IsoDate,
): Ground<S, O, A> {
  const owners = new Map(rows.owners.map((owner) => [owner.id, owner]));
  const hangs = groupedBy(rows.hanging, ({ siteId }) => siteId);
  const number = new Map(rows.traps.map((trap) => [trap.id, trap.number]));
  const stays = groupedBy(rows.stays, ({ siteId }) => siteId);
  const caught = new Map(rows.catches.map((one) => [one.deploymentId, one]));
  const pastStay = (stay: StayLine): PastStay => {
    const found = caught.get(stay.id);
    return {
      deploymentId: stay.id,
      number: number.get(stay.trapId) ?? '',
      hungOn: stay.hungOn,
      takenDownOn: stay.takenDownOn,
      caught: found ? { id: found.id, foundOn: found.foundOn, massKg: found.massKg } : null,
    };
  };
  return {
    today,
    sites: rows.sites.map((site) => {
      const mine = stays.get(site.id) ?? [];
      return {
        site,
        owner: (site.ownerId !== null && owners.get(site.ownerId)) || null,
        hangs: (hangs.get(site.id) ?? []).map((here) =>
          hangsHere(
            here,
            mine.find(({ id }) => id === here.deploymentId),
          ),
        ),
        stays: mine.map(pastStay),
      };
    }),
    colonies: rows.colonies,
  };
}

function hangsHere(hanging: Hanging, stay: StayLine | undefined): HangsHere {
  const { deploymentId, trapId, number, hungOn, heightM, facingDeg, beesIn, lastScouts, due } = hanging;
  return {
    deploymentId,
    trapId,
    number,
    hungOn,
    heightM,
    facingDeg,
    hungBy: stay?.hungBy ?? null,
    beesIn,
    lastScouts,
    dueBy: due.dueBy,
  };
}
