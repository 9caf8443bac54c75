import type { Place } from '@yewridge/core/shared/geometry';
import type { RoadGround } from '../ui/round-road';

type Ring = readonly (readonly number[])[];
const AREAS = ['wood', 'water', 'orchard'];
const LINES = ['river', 'stream', 'road'];
const placesOf = (ring: Ring): readonly Place[] => ring.map(([lon = 0, lat = 0]) => ({ lat, lon }));

/** What of a sheet helps one find the way: woods, water, orchards and roads. */
export function groundOf(sheet: unknown): readonly RoadGround[] {
  const { features = [] } = sheet as { readonly features?: readonly unknown[] };
  return features.flatMap((one): readonly RoadGround[] => {
    const { geometry, properties } = one as {
      readonly geometry: { readonly type: string; readonly coordinates: unknown } | null;
      readonly properties: { readonly kind?: unknown } | null;
    };
    const kind = typeof properties?.kind === 'string' ? properties.kind : '';
    const [area, line] = [AREAS.includes(kind), LINES.includes(kind)];
    if (!geometry || (!area && !line)) return [];
    if (geometry.type === 'Polygon' && area)
      return (geometry.coordinates as readonly Ring[])
        .slice(0, 1)
        .map((ring) => ({ kind, area, points: placesOf(ring) }));
    return geometry.type === 'LineString' && line
      ? [{ kind, area: false, points: placesOf(geometry.coordinates as Ring) }]
      : [];
  });
}
