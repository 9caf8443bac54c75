import type { GroundDto } from '@yewridge/contract/ground';
import type { RecordDto } from '@yewridge/contract/season';
import { earnedQuality, type LandmarkFactor } from '@yewridge/core/evidence';
import {
  type EdgePoint,
  edgePoints,
  type Landmark,
  type PermissionWish,
  permissionsOf,
  type PlanAsk,
  type PlanPlace,
  USUAL_EFFORT_S,
} from '@yewridge/core/ground';
import type { IsoDate } from '@yewridge/core/season';

/** Traps near each other are seen by the same scouts: a convention. */
const APART_M = 200;
export const EDGE_STEPS_M = [50, 70, 100, 150, 200, 300] as const;

/** What a plan is made for, as the address says it. */
export interface Limits {
  readonly traps: number;
  readonly apartM: number;
  /** s added to each stop. */
  readonly stopS: number;
  readonly budgetS: number | null;
  readonly permission: PermissionWish;
  /** m between places along edges; `null` for none. */
  readonly edgesM: number | null;
}
export type PlaceKind = 'site' | 'spot' | 'edge';
/** A place that is thought of: a site, a spot that was kept, or a point along an edge. */
export interface NextPlace extends PlanPlace {
  readonly kind: PlaceKind;
  readonly name: string;
}
export type Stance = RecordDto<'stances'>;

/** What is no site yet. */
const NOBODY_ASKED = { permission: 'unknown', ownerId: null } as const;

/** What an edge is called where the sheet has no name for it. */
const EDGE_NAMES: Readonly<Record<EdgePoint['kind'], string>> = {
  wood: 'Wood',
  orchard: 'Orchard',
  allotment: 'Garden',
  hedgerow: 'Hedge',
  field: 'Field',
  tree: 'Tree',
};
/** `Larch wood edge 3`: numbered among those of the same name. */
function edgeNames(edges: readonly EdgePoint[]): readonly string[] {
  const seen = new Map<string, number>();
  return edges.map(({ kind, of }) => {
    const part = kind === 'field' ? ' corner' : kind === 'tree' || kind === 'hedgerow' ? '' : ' edge';
    const name = `${of ?? EDGE_NAMES[kind]}${part}`;
    const number = (seen.get(name) ?? 0) + 1;
    seen.set(name, number);
    return `${name} ${number}`;
  });
}
/** The same id for the same place, whatever others there are. */
const edgeId = ({ kind, lat, lon }: EdgePoint): string => `${kind}_${lat.toFixed(6)}_${lon.toFixed(6)}`;

export interface PlaceSources {
  readonly sites: GroundDto['sites'];
  readonly spots: readonly RecordDto<'spots'>[];
  readonly sheets: readonly unknown[];
  readonly factors: readonly LandmarkFactor[];
}

/** Every place that is thought of, sites first. @throws DomainError `TOO_LARGE` for edges laid too close. */
export function placesOf({ sites, spots, sheets, factors }: PlaceSources, limits: Limits): readonly NextPlace[] {
  const quality = (landmark: Landmark | null): number => earnedQuality(factors, landmark);
  const effort = (said: number | null): number => (said ?? USUAL_EFFORT_S) + limits.stopS;
  const own = sites.flatMap(({ site }): readonly NextPlace[] => {
    const { id, name, lat, lon, landmark, shade, waterM, windExposed, permission, permissionUntil, ownerId } = site;
    if (lat === null || lon === null) return [];
    const said = { landmark, shade, waterM, windExposed, permission, permissionUntil, ownerId };
    return [{ id, kind: 'site', name, lat, lon, ...said, quality: quality(landmark), effort: effort(site.effort) }];
  });
  const thought = spots.map(({ id, name, lat, lon, landmark, shade, effort: minutes }): NextPlace => ({
    ...NOBODY_ASKED,
    id,
    kind: 'spot',
    name,
    lat,
    lon,
    landmark,
    shade,
    quality: quality(landmark),
    effort: effort(minutes),
  }));
  const here = [...own, ...thought];
  if (limits.edgesM === null) return here;
  const edges = edgePoints(sheets, limits.edgesM, here);
  const names = edgeNames(edges);
  const beside = edges.map((edge, n): NextPlace => ({
    ...NOBODY_ASKED,
    id: edgeId(edge),
    kind: 'edge',
    name: names[n] ?? '',
    lat: edge.lat,
    lon: edge.lon,
    landmark: edge.landmark,
    quality: quality(edge.landmark),
    effort: effort(null),
  }));
  return [...here, ...beside];
}

/** Pins and bars of a season, by the place they are about. */
export const stancesOf = (rows: readonly Stance[], season: number): ReadonlyMap<string, Stance> =>
  new Map(
    rows.flatMap((row) => {
      const place = row.siteId ?? row.spotId;
      return row.season === season && place !== null ? [[place, row] as const] : [];
    }),
  );

export function planAsk(
  places: readonly NextPlace[],
  colonies: GroundDto['colonies'],
  stances: ReadonlyMap<string, Stance>,
  from: IsoDate,
  limits: Limits,
): PlanAsk {
  const on = (stance: Stance['stance']): readonly string[] =>
    [...stances].flatMap(([id, row]) => (row.stance === stance ? [id] : []));
  return {
    places: places.map(({ kind: _kind, name: _name, ...place }) => place),
    colonies: colonies.map(({ lat, lon, swarms }) => ({ lat, lon, swarms })),
    traps: limits.traps,
    minSpacingM: limits.apartM,
    budgetS: limits.budgetS,
    permission: permissionsOf(limits.permission),
    from,
    pinned: on('pinned'),
    barred: on('barred'),
  };
}

const RANGES = {
  traps: [1, 500],
  apartM: [0, 5000],
  stopS: [0, 7200],
  budgetS: [60, 86_400],
  edgesM: [10, 2000],
} as const;
/** A number of the address; what is none, or out of range, is as if it were not said. */
function within(text: string | undefined, [least, most]: readonly [number, number]): number | null {
  const value = text === undefined || text === '' ? NaN : Number(text);
  return value >= least && value <= most ? value : null;
}

/** What the address says of a plan; what it does not say is as in the plan that was kept, else as usual. */
export interface SaidLimits {
  readonly traps: string | undefined;
  readonly apart: string | undefined;
  readonly stop: string | undefined;
  readonly round: string | undefined;
  readonly may: string | undefined;
  readonly edges: string | undefined;
}
const NONE = 'none';
export function limitsOf(
  said: SaidLimits,
  kept: Pick<RecordDto<'placings'>, 'traps' | 'apartM' | 'stopS' | 'budgetS' | 'permission' | 'edgesM'> | null,
  traps: number,
): Limits {
  const optional = (text: string | undefined, range: readonly [number, number], before: number | null | undefined) =>
    text === NONE ? null : (within(text, range) ?? before ?? null);
  return {
    traps: Math.round(within(said.traps, RANGES.traps) ?? kept?.traps ?? Math.max(1, traps)),
    apartM: within(said.apart, RANGES.apartM) ?? kept?.apartM ?? APART_M,
    stopS: within(said.stop, RANGES.stopS) ?? kept?.stopS ?? 0,
    budgetS: optional(said.round, RANGES.budgetS, kept?.budgetS),
    permission: (said.may ?? kept?.permission) === 'granted' ? 'granted' : 'noNo',
    edgesM: optional(said.edges, RANGES.edgesM, kept?.edgesM),
  };
}

const SAYS: Readonly<Record<keyof Limits, keyof SaidLimits>> = {
  traps: 'traps',
  apartM: 'apart',
  stopS: 'stop',
  budgetS: 'round',
  permission: 'may',
  edgesM: 'edges',
};
/** A change as the address says it. */
export const saidLimits = (change: Partial<Limits>): Partial<Record<keyof SaidLimits, string>> =>
  Object.fromEntries(
    Object.entries(change).map(([name, value]) => [SAYS[name as keyof Limits], value === null ? NONE : String(value)]),
  );
