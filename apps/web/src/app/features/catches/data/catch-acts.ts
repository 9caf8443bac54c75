import type { CatchCardDto } from '@yewridge/contract/catches';
import type { ActDto, Fields, RecordDto } from '@yewridge/contract/season';
import { type FollowupKind, swarmClass } from '@yewridge/core/catches';
import type { IsoDate } from '@yewridge/core/season';
import { changed, made } from '../../../shared/season/records-api';
import { FOLLOWUP_NAMES } from '../../../shared/season/season-words';

type Size = Fields<'catches'>['size'];

/** The class of a swarm by its mass; an after-swarm stays one. */
export function sizeByMass(massKg: number | null, before: Size): Size {
  if (before === 'secondary' || massKg === null) return before;
  return swarmClass(massKg);
}

export function editAct(card: CatchCardDto, change: Partial<Fields<'catches'>>, what: string): ActDto {
  const name = card.number ?? card.place;
  return { says: `${name}: ${what}`, changes: [changed('catches', card.caught, change)] };
}

export function followupAct(card: CatchCardDto, kind: FollowupKind, on: IsoDate, frames: number | null): ActDto {
  const name = card.number ?? card.place;
  return {
    says: `${name}: ${FOLLOWUP_NAMES[kind].toLowerCase()}`,
    changes: [made('followups', { catchId: card.caught.id, on, kind, frames })],
  };
}

/** The trap comes down with its bees: the stay ends, and the catch knows where it went. */
export function carryAct(card: CatchCardDto, stay: RecordDto<'deployments'>, on: IsoDate, wentTo: string): ActDto {
  const to = wentTo.trim();
  return {
    says: `${card.number ?? card.place}: carried away with its bees`,
    changes: [
      changed('deployments', stay, { takenDownOn: on, endReason: 'occupied' }),
      changed('catches', card.caught, { wentTo: to === '' ? null : to }),
    ],
  };
}
