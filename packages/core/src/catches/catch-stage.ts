/**
 * Where a catch stands on its way from first sight to a settled colony, told by what was recorded of it.
 *
 * "Eggs seen" and "settled" are two things: a swarm may lay and leave. One rule says when it counts as settled, for the track, the
 * list and the steps alike. Source: convention.
 */
import { addDays, dateOfDay, dayIn, type IsoDate } from '../shared/calendar/index.js';
import { Fields } from '../shared/errors/index.js';

/** In the order of a colony's life. */
export const FOLLOWUP_KINDS = ['hived', 'requeened', 'laying', 'united', 'overwintered', 'absconded', 'died'] as const;
export type FollowupKind = (typeof FOLLOWUP_KINDS)[number];
export const CATCH_STAGES = ['inTrap', 'held', 'hived', 'settled', 'lost'] as const;
export type CatchStage = (typeof CATCH_STAGES)[number];

/** Days on its stand after which a colony that has eggs counts as settled. Source: convention. */
export const SETTLING_DAYS = 7;
const KEPT: readonly FollowupKind[] = ['united', 'overwintered'];

export interface Followup {
  readonly on: IsoDate;
  readonly kind: FollowupKind;
}
export interface ColonyRecord {
  /** The bees are still in the trap that caught them. */
  readonly inTrap: boolean;
  /** The day they came to where they stay, or were found where nothing tells of a way: hiving counts more. */
  readonly since: IsoDate;
  readonly followups: readonly Followup[];
}

/** The bees are gone. */
export const isLoss = (kind: FollowupKind): boolean => kind === 'absconded' || kind === 'died';

/** By day; on one day, in the order of a colony's life. */
export function inLifeOrder(a: Followup, b: Followup): number {
  if (a.on !== b.on) return a.on < b.on ? -1 : 1;
  return FOLLOWUP_KINDS.indexOf(a.kind) - FOLLOWUP_KINDS.indexOf(b.kind);
}

/**
 * The day a colony counts as settled: eggs were seen, and it has stood for `SETTLING_DAYS`, whichever is later; or it was united
 * with another, or came through the winter. Eggs of before a new queen was given say nothing of her. The day may still be to come;
 * `null` where it was lost before, where nobody saw eggs, or while the bees are in the trap.
 */
export function settledOn({ inTrap, since, followups }: ColonyRecord): IsoDate | null {
  const told = [...followups].sort(inLifeOrder);
  const gone = told.at(-1);
  // Bees that came back begin anew.
  const lived = told.slice(
    told
      .slice(0, -1)
      .map(({ kind }) => isLoss(kind))
      .lastIndexOf(true) + 1,
  );
  const kept = lived.find(({ kind }) => KEPT.includes(kind))?.on ?? null;
  const queen = lived.map(({ kind }) => kind).lastIndexOf('requeened');
  const eggs = lived.slice(queen + 1).find(({ kind }) => kind === 'laying')?.on ?? null;
  const stood = addDays(lived.find(({ kind }) => kind === 'hived')?.on ?? since, SETTLING_DAYS);
  const byEggs = eggs === null || inTrap ? null : eggs > stood ? eggs : stood;
  const settled = kept !== null && (byEggs === null || kept < byEggs) ? kept : byEggs;
  return settled === null || (gone && isLoss(gone.kind) && gone.on <= settled) ? null : settled;
}

/** @throws DomainError `MISSING`, `TYPE`, `FORMAT`, `ENUM`. */
export function catchStage(recorded: ColonyRecord & { readonly today: IsoDate }): CatchStage {
  const fields = new Fields(recorded, '', 'wrong type');
  const inTrap = fields.flag('inTrap');
  const since = dateOfDay(dayIn(fields, 'since'));
  const today = dateOfDay(dayIn(fields, 'today'));
  const followups = fields
    .objects('followups')
    .map((one): Followup => ({ on: dateOfDay(dayIn(one, 'on')), kind: one.word('kind', FOLLOWUP_KINDS) }))
    .sort(inLifeOrder);
  const last = followups.at(-1);
  if (last && isLoss(last.kind)) return 'lost';
  const settled = settledOn({ inTrap, since, followups });
  if (settled !== null && settled <= today) return 'settled';
  if (inTrap && followups.every(({ kind }) => kind === 'laying')) return 'inTrap';
  return last ? 'hived' : 'held';
}

/** Steps of a scout count that need no typing: what is stored, in bees a minute, and from which count on it is that step. */
export const SCOUT_STEPS = [
  { id: 'none', perMin: 0, from: 0 },
  { id: 'few', perMin: 3, from: 1 },
  { id: 'tens', perMin: 10, from: 6 },
  { id: 'stream', perMin: 25, from: 16 },
] as const;
export type ScoutStep = (typeof SCOUT_STEPS)[number]['id'] | 'movedIn';
