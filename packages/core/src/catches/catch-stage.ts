/**
 * Where a catch stands on its way from first sight to a settled colony, told by what was recorded of it.
 *
 * The last thing that happened decides; on one day, the later kind in a colony's life.
 * Source: convention.
 */
import { dayIn, type IsoDate } from '../shared/calendar/index.js';
import { Fields } from '../shared/errors/index.js';

/** In the order of a colony's life. */
export const FOLLOWUP_KINDS = ['hived', 'requeened', 'laying', 'united', 'overwintered', 'absconded', 'died'] as const;
export type FollowupKind = (typeof FOLLOWUP_KINDS)[number];
export const CATCH_STAGES = ['inTrap', 'held', 'hived', 'settled', 'lost'] as const;
export type CatchStage = (typeof CATCH_STAGES)[number];

const STAGE_AFTER: Readonly<Record<FollowupKind, CatchStage>> = {
  hived: 'hived',
  requeened: 'hived',
  laying: 'settled',
  united: 'settled',
  overwintered: 'settled',
  absconded: 'lost',
  died: 'lost',
};

/** @throws DomainError `MISSING`, `TYPE`, `FORMAT`, `ENUM`. */
export function catchStage(recorded: {
  /** The bees are still in the trap that caught them. */
  readonly inTrap: boolean;
  readonly followups: readonly { readonly on: IsoDate; readonly kind: FollowupKind }[];
}): CatchStage {
  const fields = new Fields(recorded, '', 'wrong type');
  const inTrap = fields.flag('inTrap');
  const happened = fields
    .objects('followups')
    .map((one) => ({ on: dayIn(one, 'on'), kind: one.word('kind', FOLLOWUP_KINDS) }))
    .sort((a, b) => a.on - b.on || FOLLOWUP_KINDS.indexOf(a.kind) - FOLLOWUP_KINDS.indexOf(b.kind));
  const last = happened.at(-1);
  if (last) return STAGE_AFTER[last.kind];
  return inTrap ? 'inTrap' : 'held';
}

/** Steps of a scout count that need no typing: what is stored, in bees a minute, and from which count on it is that step. */
export const SCOUT_STEPS = [
  { id: 'none', perMin: 0, from: 0 },
  { id: 'few', perMin: 3, from: 1 },
  { id: 'tens', perMin: 10, from: 6 },
  { id: 'stream', perMin: 25, from: 16 },
] as const;
export type ScoutStep = (typeof SCOUT_STEPS)[number]['id'] | 'movedIn';
