import { ALL_YEARS, type GuestView, guestView } from '@yewridge/core/field';
import type { SeasonLog } from '../shared/season-log/season-log.js';

/** The season as a guest is shown it, out of the whole record. */
export async function guestViewOf(log: SeasonLog): Promise<GuestView> {
  const [stays, catches, sites] = [await log.stays(ALL_YEARS), await log.catches(), await log.places()];
  return guestView({ stays, catches, places: new Map(sites.map((one) => [one.id, one])) }, log.now());
}
