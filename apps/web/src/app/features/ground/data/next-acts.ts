import type { ActDto, ChangeDto, Fields, RecordDto } from '@yewridge/contract/season';
import type { SeasonPlan } from '@yewridge/core/ground';
import type { IsoDate } from '@yewridge/core/season';
import { binned, changed, made } from '../../../shared/season/records-api';
import type { Limits, NextPlace, Stance } from './next-asked';

const LONGEST = 80;
const spotOf = ({ name, lat, lon, landmark, shade }: NextPlace): ReturnType<typeof made<'spots'>> =>
  made('spots', {
    name: name.slice(0, LONGEST),
    lat,
    lon,
    landmark: landmark ?? null,
    shade: shade ?? null,
  });

/** A place is pinned or barred; a point along an edge is kept as a spot first. `place` is what it then goes by. */
export function stanceAct(
  place: NextPlace,
  stance: Stance['stance'],
  season: number,
  before: Stance | null,
): { readonly act: ActDto; readonly place: string } {
  const says = `${place.name}: ${stance === 'pinned' ? 'pinned' : 'barred'} for ${season}`;
  if (before) return { act: { says, changes: [changed('stances', before, { stance })] }, place: place.id };
  if (place.kind !== 'edge') {
    const about = place.kind === 'site' ? { siteId: place.id } : { spotId: place.id };
    return { act: { says, changes: [made('stances', { season, stance, ...about })] }, place: place.id };
  }
  const spot = spotOf(place);
  const row = made('stances', { season, stance, spotId: spot.id });
  return { act: { says, changes: [spot, row] }, place: spot.id };
}
export const letGoAct = (place: string, stance: Stance): ActDto => ({
  says: `${place}: ${stance.stance === 'pinned' ? 'let go' : 'allowed again'}`,
  changes: [binned('stances', stance)],
});
export const reasonAct = (place: string, stance: Stance, reason: string): ActDto => ({
  says: `${place}: why it is barred`,
  changes: [changed('stances', stance, { reason: reason === '' ? null : reason })],
});

/** A place thought of where the map was touched. */
export function newSpotAct(
  at: { readonly lat: number; readonly lon: number },
  name: string,
): { act: ActDto; id: string } {
  const spot = made('spots', { name: name.slice(0, LONGEST), lat: at.lat, lon: at.lon });
  return { act: { says: `Thought of: ${name}`, changes: [spot] }, id: spot.id };
}
/** A spot is moved; of a site or a point along an edge a spot is made where it was dropped. */
export function dropAct(
  place: NextPlace,
  at: { readonly lat: number; readonly lon: number },
  spot: RecordDto<'spots'> | null,
): { readonly act: ActDto; readonly id: string } {
  if (spot) return { act: { says: `${spot.name} moved`, changes: [changed('spots', spot, at)] }, id: spot.id };
  const one = spotOf({ ...place, ...at, name: place.kind === 'site' ? `By ${place.name}` : place.name });
  return { act: { says: `Thought of: by ${place.name}`, changes: [one] }, id: one.id };
}
/** What a keeper says of a place that is thought of. */
export type SpotSaid = Partial<Pick<Fields<'spots'>, 'name' | 'landmark' | 'shade'>>;
export const spotAct = (spot: RecordDto<'spots'>, change: SpotSaid): ActDto => ({
  says: `${change.name ?? spot.name}: what it is like`,
  changes: [changed('spots', spot, change)],
});
/** With what was said of it. */
export const spotGoneAct = (spot: RecordDto<'spots'>, stance: Stance | null): ActDto => ({
  says: `${spot.name} is not thought of any more`,
  changes: [...(stance ? [binned('stances', stance)] : []), binned('spots', spot)],
});

/** The plan as it stands: what is no site yet becomes one, nobody asked; an earlier plan of the season gives way. */
export function keepAct(
  plan: SeasonPlan,
  known: {
    readonly places: readonly NextPlace[];
    readonly spots: readonly RecordDto<'spots'>[];
    readonly stances: ReadonlyMap<string, Stance>;
    readonly placing: RecordDto<'placings'> | null;
    readonly picks: readonly RecordDto<'picks'>[];
    readonly season: number;
    readonly today: IsoDate;
    readonly limits: Limits;
  },
): ActDto {
  const { limits, placing, season } = known;
  const fields = {
    season,
    keptOn: known.today,
    traps: limits.traps,
    apartM: limits.apartM,
    stopS: limits.stopS,
    budgetS: limits.budgetS,
    permission: limits.permission,
    edgesM: limits.edgesM,
    swarms: plan.value,
  };
  const kept = placing ? { ...changed('placings', placing, fields), id: placing.id } : made('placings', fields);
  const places = new Map(known.places.map((place) => [place.id, place]));
  const before = new Map(known.picks.map((pick) => [pick.siteId, pick]));
  const changes: ChangeDto[] = [kept];
  const taken = new Set<string>();
  for (const { id, swarms } of plan.chosen) {
    const place = places.get(id);
    if (!place) continue;
    const siteId = place.kind === 'site' ? id : madeSite(place, known, changes);
    taken.add(siteId);
    const pick = before.get(siteId);
    changes.push(pick ? changed('picks', pick, { swarms }) : made('picks', { placingId: kept.id, siteId, swarms }));
  }
  changes.push(...known.picks.filter(({ siteId }) => !taken.has(siteId)).map((pick) => binned('picks', pick)));
  return { says: `Where to hang in ${season}: ${plan.chosen.length} places kept`, changes };
}

type Known = Parameters<typeof keepAct>[1];
/** A spot or a point along an edge becomes a site; what was said of the spot is said of the site. */
function madeSite(place: NextPlace, { spots, stances, season }: Known, changes: ChangeDto[]): string {
  const site = made('sites', {
    name: place.name.slice(0, LONGEST),
    lat: place.lat,
    lon: place.lon,
    landmark: place.landmark ?? null,
    shade: place.shade ?? null,
    permission: 'unknown',
  });
  changes.push(site);
  const spot = spots.find(({ id }) => id === place.id);
  const stance = stances.get(place.id);
  if (stance) {
    changes.push(binned('stances', stance));
    changes.push(made('stances', { season, siteId: site.id, stance: stance.stance, reason: stance.reason }));
  }
  if (spot) changes.push(binned('spots', spot));
  return site.id;
}
