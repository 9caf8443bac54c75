import type { GuestViewDto } from '@yewridge/contract/members';
import { GUEST_CELL_M } from '@yewridge/core/field';
import { haversine } from '@yewridge/core/ground';

export interface MapCell {
  readonly x: number;
  readonly y: number;
  readonly hanging: number;
  readonly catches: number;
  /** Where the dot of each catch stands, m; as many as go into the square. */
  readonly dots: readonly number[];
  readonly says: string;
}
/** Cells on a plane, m from the upper left corner. */
export interface GuestMap {
  readonly width: number;
  readonly height: number;
  readonly cells: readonly MapCell[];
}

/** Under the last row, for the scale, m. */
const SCALE_ROOM_M = 200;
/** Dots in a square, and how far they are apart, m. */
const MOST_DOTS = 5;
const DOT_STEP_M = 90;

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/** Cells side by side, to one scale; `null` where no site is placed. */
export function guestMap({ cells }: GuestViewDto): GuestMap | null {
  const [first] = cells;
  if (!first) return null;
  const north = Math.max(...cells.map(({ lat }) => lat));
  const west = Math.min(...cells.map(({ lon }) => lon));
  const corner = { lat: north, lon: west };
  const placed = cells.map(({ lat, lon, hanging, catches }): MapCell => {
    const says = `${counted(hanging, 'trap hangs', 'traps hang')}, ${counted(catches, 'catch', 'catches')} this season`;
    const x = GUEST_CELL_M + haversine(corner, { lat: north, lon });
    return {
      x,
      dots: Array.from({ length: Math.min(catches, MOST_DOTS) }, (_, n) => x + (n - 2) * DOT_STEP_M),
      y: GUEST_CELL_M + haversine(corner, { lat, lon: west }),
      hanging,
      catches,
      says,
    };
  });
  return {
    width: Math.max(...placed.map(({ x }) => x)) + GUEST_CELL_M,
    height: Math.max(...placed.map(({ y }) => y)) + GUEST_CELL_M + SCALE_ROOM_M,
    cells: placed,
  };
}

/** The header's one sentence. */
export function guestAnswer({ hanging, catches, season }: GuestViewDto): string {
  const traps = hanging === 1 ? '1 trap hangs' : `${hanging} traps hang`;
  const caught = catches === 0 ? 'no swarm was caught yet' : `${counted(catches, 'swarm was', 'swarms were')} caught`;
  return `${traps}; ${caught} in ${season}`;
}
