import type { FieldRowDto, FieldTable } from '@yewridge/contract/field';
import type { Replica, ReplicaRows } from './replica';
import type { Smaller } from './shrunk';

/** Pictures a device takes along, the newest of what it goes to. */
export const MOST_SMALL = 40;
/** Enough to know a tree by, some 20 kB. */
export const SMALL: Smaller = { side: 360, quality: 0.6 };

/** Whatever gathering needs of the world outside. */
export interface Gathers {
  /** A picture whole. Rejects where it cannot be had. */
  readonly fetchPicture: (id: string) => Promise<Blob>;
  readonly shrink: (picture: Blob) => Promise<Blob>;
  readonly roomIsShort: () => Promise<boolean>;
}

const of = <T extends FieldTable>(rows: ReplicaRows, table: T): readonly FieldRowDto[T][] =>
  [...(rows.get(table)?.values() ?? [])] as unknown as readonly FieldRowDto[T][];

/** Of sites where a trap hangs, of those hangings, and of what they caught: the newest first. */
export function wantedPictures(rows: ReplicaRows): readonly string[] {
  const hanging = of(rows, 'deployments').filter(({ takenDownOn }) => takenDownOn === null);
  const wanted = new Set<string | null>([...hanging.map(({ id }) => id), ...hanging.map(({ siteId }) => siteId)]);
  for (const { id, deploymentId } of of(rows, 'catches')) if (wanted.has(deploymentId)) wanted.add(id);
  wanted.delete(null);
  return of(rows, 'photos')
    .filter((one) => [one.siteId, one.deploymentId, one.catchId].some((link) => wanted.has(link)))
    .sort((a, b) => b.takenOn.localeCompare(a.takenOn) || (a.id < b.id ? -1 : 1))
    .slice(0, MOST_SMALL)
    .map(({ id }) => id);
}

/** Rows that are whole, and of which edition. */
export interface WholeRows {
  readonly rows: ReplicaRows;
  readonly edition: string;
}

/**
 * Makes small pictures of those that are wanted and not here yet, and lets go of those that are wanted no more. One after the other;
 * one that cannot be had is left out, and where room is short it stops. @returns how many came.
 */
export async function gatherSmall(
  replica: Replica,
  { rows, edition }: WholeRows,
  { fetchPicture, shrink, roomIsShort }: Gathers,
): Promise<number> {
  const wanted = wantedPictures(rows);
  const here = new Set(await replica.smallIds());
  await replica.dropSmall([...here].filter((id) => !wanted.includes(id)));
  let came = 0;
  for (const id of wanted.filter((one) => !here.has(one))) {
    if (await roomIsShort()) break;
    const picture = await fetchPicture(id)
      .then(shrink)
      .catch(() => null);
    // Wiped meanwhile, or of another edition: it is not to lie here.
    if (picture && (await replica.keepSmall(id, picture, edition))) came += 1;
  }
  return came;
}

export function pictureFrom(base: string, waitMs = 20_000): (id: string) => Promise<Blob> {
  return async (id) => {
    const response = await fetch(`${base}/files/pictures/${id}`, {
      headers: { 'ngsw-bypass': 'true' },
      signal: AbortSignal.timeout(waitMs),
    });
    if (!response.ok) throw new Error(`${id}: ${response.status}`);
    return response.blob();
  };
}
