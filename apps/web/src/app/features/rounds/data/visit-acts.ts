import type { HangingDto } from '@yewridge/contract/rounds';
import type { ActDto, RecordDto } from '@yewridge/contract/season';
import { SCOUT_STEPS, type ScoutStep } from '@yewridge/core/catches';
import type { IsoDate } from '@yewridge/core/season';
import { made } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { lureMissing, type LureSaid, refreshedLures } from './lures-said';

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
  /** Lures named anew; empty where the same go in again. */
  readonly lures: readonly LureSaid[];
  /** When it was, where that is not now. */
  readonly day: IsoDate | null;
  readonly hour: string;
}
export const FRESH_LOOK: Look = {
  scouts: null,
  baitRefreshed: false,
  trouble: null,
  notes: '',
  peek: false,
  lures: [],
  day: null,
  hour: '',
};

const STEP_NAMES: Readonly<Record<ScoutStep, string>> = {
  none: 'none',
  few: 'a few',
  tens: '6 to 15 a minute',
  stream: 'a stream',
  movedIn: 'moved in',
};

/** Local wall time of the look: as said, else now. */
export function lookAt({ day, hour }: Look, now: string): string {
  return day === null ? now : `${day}T${hour}`;
}

/** What is still to be said before the look can be kept; `null` when nothing is. */
export function missingInLook(look: Look, last: readonly RecordDto<'baits'>[], now: string): string | null {
  const { day, hour, baitRefreshed, lures } = look;
  const named = lures.length > 0 ? lures.map(lureMissing) : [last.length > 0 ? null : 'which lure went in'];
  const missing = [
    day !== null && !/^\d{2}:\d{2}$/.test(hour) ? 'at what hour' : null,
    ...(baitRefreshed ? named : []),
  ].filter((one) => one !== null);
  if (missing.length > 0) return `Still to say: ${missing.join(', ')}.`;
  return lookAt(look, now) > now ? `${dayLong(day ?? now.slice(0, 10))}, ${hour} is still to come.` : null;
}

/** Whether bees live there, where the look said so: a count is of scouts, who live elsewhere. */
function occupiedBy({ scouts }: Look, caught: boolean): boolean | null {
  if (scouts === 'movedIn') return true;
  // Who counts bees at a trap with a catch in it has not said that the catch is gone, nor that it is not.
  return scouts === null || caught ? null : false;
}

/** A visit as the records it makes: the look, and new lures where they were refreshed. */
export function visitAct(trap: HangingDto, look: Look, now: string, last: readonly RecordDto<'baits'>[]): ActDto {
  const at = lookAt(look, now);
  const day = at.slice(0, 10);
  const step = SCOUT_STEPS.find(({ id }) => id === look.scouts);
  const visit = made('visits', {
    deploymentId: trap.deploymentId,
    at,
    occupied: occupiedBy(look, trap.catchId !== null),
    scoutsPerMin: step?.perMin ?? null,
    action: look.baitRefreshed ? 'rebaited' : 'none',
    looked: look.peek ? 'peek' : 'look',
    trouble: look.trouble,
    notes: look.notes === '' ? null : look.notes,
  });
  const found =
    look.scouts === 'movedIn' && trap.catchId === null
      ? [made('catches', { deploymentId: trap.deploymentId, foundOn: day, method: 'trap' })]
      : [];
  const seen = look.scouts !== null ? STEP_NAMES[look.scouts] : look.trouble ? TROUBLE_NAMES[look.trouble] : 'all well';
  const lure = look.baitRefreshed ? ', bait refreshed' : '';
  return {
    says: `${trap.number}: ${seen}${lure}`,
    changes: [visit, ...(look.baitRefreshed ? refreshedLures(trap.deploymentId, day, look.lures, last) : []), ...found],
  };
}
