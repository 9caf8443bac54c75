import type { HangingDto } from '@yewridge/contract/rounds';
import type { ActDto, ChangeDto, RecordDto } from '@yewridge/contract/season';
import { SCOUT_STEPS, type ScoutStep } from '@yewridge/core/catches';
import type { IsoDate } from '@yewridge/core/season';
import { made } from '../../../shared/season/records-api';

export type Trouble = NonNullable<RecordDto<'visits'>['trouble']>;
export const TROUBLE_NAMES: Readonly<Record<Trouble, string>> = {
  comb: 'wild comb started',
  ants: 'ants',
  moths: 'wax moths',
  wasps: 'wasps or hornets',
  birds: 'a bird or its nest',
  mice: 'mice',
  damage: 'damage, or it slipped',
  missing: 'the trap is gone',
  other: 'something else',
};

export interface Look {
  readonly scouts: ScoutStep | null;
  readonly baitRefreshed: boolean;
  readonly trouble: Trouble | null;
  readonly notes: string;
  /** A peek inside counts the bees found there, not those at the hole. */
  readonly peek: boolean;
}
export const FRESH_LOOK: Look = { scouts: null, baitRefreshed: false, trouble: null, notes: '', peek: false };

const STEP_NAMES: Readonly<Record<ScoutStep, string>> = {
  none: 'none',
  few: 'a few',
  tens: 'tens',
  stream: 'a stream',
  movedIn: 'moved in',
};

/** A visit as the records it makes: the look, and a new lure where the old one was refreshed. */
export function visitAct(trap: HangingDto, look: Look, minute: string, lastBait: RecordDto<'baits'> | null): ActDto {
  const movedIn = look.scouts === 'movedIn';
  const step = SCOUT_STEPS.find(({ id }) => id === look.scouts);
  const visit = made('visits', {
    deploymentId: trap.deploymentId,
    at: minute,
    occupied: movedIn || trap.catchId !== null,
    scoutsPerMin: step?.perMin ?? null,
    action: look.baitRefreshed ? 'rebaited' : 'none',
    looked: look.peek ? 'peek' : 'look',
    trouble: look.trouble,
    notes: look.notes === '' ? null : look.notes,
  });
  const bait = look.baitRefreshed ? [refreshed(trap.deploymentId, minute.slice(0, 10), lastBait)] : [];
  const found = movedIn && trap.catchId === null ? [foundCatch(trap.deploymentId, minute.slice(0, 10))] : [];
  const seen = look.scouts === null ? 'all well' : STEP_NAMES[look.scouts];
  const lure = look.baitRefreshed ? ', bait refreshed' : '';
  return { says: `${trap.number}: ${seen}${lure}`, changes: [visit, ...bait, ...found] };
}

/** The same lure again, in the same place; a first one is a swab in a bag. */
function refreshed(deploymentId: string, appliedOn: IsoDate, last: RecordDto<'baits'> | null): ChangeDto {
  return made('baits', {
    deploymentId,
    appliedOn,
    carrier: last?.carrier ?? 'swabInBag',
    substance: last?.substance ?? 'lemongrassOil',
    massKg: last?.massKg ?? null,
    placed: last?.placed ?? 'back',
  });
}

/** Bees in the trap are a catch from the moment they are seen; what they weigh and where they go is said later. */
function foundCatch(deploymentId: string, foundOn: IsoDate): ChangeDto {
  return made('catches', { deploymentId, foundOn, method: 'trap', queen: 'unknown' });
}
