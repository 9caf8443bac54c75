/** What somebody who only looks is shown: the season in numbers, and a map on which no place is told closer than a cell. */
import { EARTH_RADIUS_M } from '../shared/geometry/index.js';
import { type Hemisphere, type IsoDate, seasonDay } from '../season/index.js';
import type { CatchLine, StayLine } from './lines.js';

/** Side of a cell, m. */
export const GUEST_CELL_M = 500;
/** Of one degree along a meridian, m. */
const DEGREE_M = (Math.PI * EARTH_RADIUS_M) / 180;

export interface GuestPlace {
  readonly lat: number;
  readonly lon: number;
}
export interface GuestCell extends GuestPlace {
  readonly hanging: number;
  readonly catches: number;
}
export interface GuestView {
  readonly today: IsoDate;
  readonly season: number;
  readonly hanging: number;
  readonly catches: number;
  /** Arrivals of this season by day, oldest first. */
  readonly arrivals: readonly { readonly on: IsoDate; readonly count: number }[];
  readonly cells: readonly GuestCell[];
}

/**
 * The centre of the cell a place lies in: cells of {@link GUEST_CELL_M} by the same, in rows along the parallels, so that no centre
 * is further from its places than half a diagonal (354 m). Degrees; every place of a cell comes to the same centre.
 */
export function cellCentre({ lat, lon }: GuestPlace): GuestPlace {
  const step = GUEST_CELL_M / DEGREE_M;
  const row = Math.min(Math.floor((lat + 90) / step), Math.ceil(180 / step) - 1);
  const middle = Math.min(-90 + (row + 0.5) * step, 90);
  // As many whole cells as the parallel is long, one at the poles.
  const around = Math.max(1, Math.ceil((360 * Math.cos((middle * Math.PI) / 180)) / step));
  const place = Math.min(Math.floor(((lon + 180) / 360) * around), around - 1);
  return { lat: rounded(middle), lon: rounded(-180 + ((place + 0.5) * 360) / around) };
}
/** A tenth of a metre: nothing of the place itself is in it. */
const rounded = (degrees: number): number => Math.round(degrees * 1e6) / 1e6;

/** Stays and catches of a season without a name, a number or a note. */
export function guestView(
  rows: {
    readonly stays: readonly Pick<StayLine, 'id' | 'siteId' | 'takenDownOn'>[];
    readonly catches: readonly Pick<CatchLine, 'deploymentId' | 'foundOn' | 'arrivedOn'>[];
    readonly places: ReadonlyMap<string, GuestPlace>;
  },
  { today, hemisphere }: { readonly today: IsoDate; readonly hemisphere: Hemisphere },
): GuestView {
  const { season } = seasonDay(today, hemisphere);
  const out = rows.stays.filter(({ takenDownOn }) => takenDownOn === null || takenDownOn > today);
  const caught = rows.catches.filter(({ foundOn }) => seasonDay(foundOn, hemisphere).season === season);
  const siteOf = new Map(rows.stays.map(({ id, siteId }) => [id, siteId]));
  const cells = new Map<string, GuestCell>();
  const count = (siteId: string | undefined, what: 'hanging' | 'catches'): void => {
    const place = siteId === undefined ? undefined : rows.places.get(siteId);
    if (!place) return;
    const centre = cellCentre(place);
    const key = `${centre.lat} ${centre.lon}`;
    const cell = cells.get(key) ?? { ...centre, hanging: 0, catches: 0 };
    cells.set(key, { ...cell, [what]: cell[what] + 1 });
  };
  for (const { siteId } of out) count(siteId, 'hanging');
  for (const { deploymentId } of caught) count(deploymentId === null ? undefined : siteOf.get(deploymentId), 'catches');
  const days = new Map<IsoDate, number>();
  for (const { arrivedOn, foundOn } of caught) {
    const on = arrivedOn ?? foundOn;
    days.set(on, (days.get(on) ?? 0) + 1);
  }
  return {
    today,
    season,
    hanging: out.length,
    catches: caught.length,
    arrivals: [...days].map(([on, number]) => ({ on, count: number })).sort((a, b) => (a.on < b.on ? -1 : 1)),
    cells: [...cells.values()].sort((a, b) => b.lat - a.lat || a.lon - b.lon),
  };
}
