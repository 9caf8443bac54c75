import type { SeasonPlan } from '@yewridge/core/ground';
import type { PlacedMark } from './ground-words';
import type { NextPlace, Stance } from './next-asked';
import { placeSaid, swarmsText } from './next-words';

/** How a place stands in a plan, as the map draws it. */
export interface PlanMark {
  readonly kind: 'chosen' | 'left' | 'barred' | 'refused';
  /** Its swarms over those of the best place, 0..1. */
  readonly fill: number;
  readonly pinned: boolean;
  /** Asked, and no answer yet. */
  readonly waits: boolean;
  /** Under its name. */
  readonly figure: string;
  /** Drawn small and without a name: one of many along the edges. */
  readonly minor: boolean;
}
export type PlanPlaced = PlacedMark & { readonly plan: PlanMark };

/** Places as marks of the map, the chosen ones last so that they lie on top. */
export function planMarks(
  places: readonly NextPlace[],
  plan: SeasonPlan | null,
  stances: ReadonlyMap<string, Stance>,
  from: string,
): readonly PlanPlaced[] {
  const best = Math.max(...(plan?.chosen ?? []).map(({ swarms }) => swarms), 1e-9);
  return places
    .map((place): PlanPlaced => {
      const stance = stances.get(place.id) ?? null;
      const { state, figure, chosen } = placeSaid(place, plan, stance, from);
      const refused = place.permission === 'refused';
      const kind = chosen ? 'chosen' : stance?.stance === 'barred' ? 'barred' : refused ? 'refused' : 'left';
      const told = figureOf(kind, figure, stance, place.permission === 'asked');
      return {
        id: place.id,
        name: place.name,
        lat: place.lat,
        lon: place.lon,
        state: 'free',
        number: '',
        due: false,
        scouts: 0,
        catches: [],
        says: `${place.name}, ${state}${told === '' ? '' : `, ${told}`}`,
        plan: {
          kind,
          fill: chosen ? (figure ?? 0) / best : 0,
          pinned: stance?.stance === 'pinned',
          waits: place.permission === 'asked',
          figure: told,
          minor: place.kind === 'edge' && !chosen,
        },
      };
    })
    .sort((a, b) => Number(a.plan.kind === 'chosen') - Number(b.plan.kind === 'chosen'));
}

function figureOf(kind: PlanMark['kind'], figure: number | null, stance: Stance | null, waits: boolean): string {
  if (kind === 'refused') return 'owner said no';
  if (kind === 'barred') return stance?.reason == null ? 'barred' : `barred: ${stance.reason}`;
  if (figure === null) return '';
  if (kind === 'left') return `would add ${swarmsText(figure)}`;
  return `${swarmsText(figure)}${stance?.stance === 'pinned' ? ' pinned by you' : waits ? ' asked, no answer yet' : ''}`;
}
