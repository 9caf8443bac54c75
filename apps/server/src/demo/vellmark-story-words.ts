import type { FollowupKind } from '@yewridge/core/catches';

/** How the story of the Vellmark Swarm Watch is told. */

export interface CaughtStory {
  readonly found: string;
  readonly arrived?: string;
  readonly kg?: number;
  readonly size: 'small' | 'medium' | 'large' | 'secondary';
  readonly queen: 'unknown' | 'laying' | 'virgin' | 'none';
  readonly wentTo: string;
  readonly then?: readonly (readonly [on: string, kind: FollowupKind, frames?: number])[];
  readonly note?: string;
}
export interface StayStory {
  readonly trap: string;
  readonly site: string;
  readonly hung: string;
  /** `null` = still there. */
  readonly down: string | null;
  readonly end?: 'lost' | 'seasonEnd' | 'removed';
  readonly caught?: CaughtStory;
  readonly carrier?: 'swabInBag' | 'gel' | 'pipette' | 'wickVial' | 'openSwab';
  readonly note?: string;
}

export type Line = readonly [
  trap: string,
  site: string,
  hung: string,
  down: string | null,
  caught?: CaughtStory | undefined,
  more?: Partial<StayStory>,
];
export const WEST = 'West apiary';
export const MARN = 'Marn apiary';

/** A swarm that came to stay, by its mass. */
export function settled(
  found: string,
  kg: number,
  wentTo: string,
  then: CaughtStory['then'],
  more: Partial<CaughtStory> = {},
): CaughtStory {
  const size = kg < 1 ? 'small' : kg <= 2 ? 'medium' : 'large';
  return { found, kg, size, queen: 'laying', wentTo, ...(then ? { then } : {}), ...more };
}
