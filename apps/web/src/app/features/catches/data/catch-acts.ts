import type { CatchCardDto } from '@yewridge/contract/catches';
import type { ActDto, Fields, RecordDto } from '@yewridge/contract/season';
import { type FollowupKind, type PlanCode, swarmClass } from '@yewridge/core/catches';
import type { IsoDate } from '@yewridge/core/season';
import { binned, changed, made } from '../../../shared/season/records-api';
import { FOLLOWUP_NAMES } from '../../../shared/season/season-words';
import { STEP_NAMES } from '../../../shared/season/step-words';

/** How a step is marked; `null` takes the mark off. */
export interface StepChange {
  readonly code: PlanCode;
  readonly state: 'done' | 'moved' | 'skipped' | null;
  readonly at: string | null;
  readonly reason: string | null;
}

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

/** A step of the plan marked as it happened; taken off, what was marked goes into the bin. `null` = nothing to change. */
export function stepAct(
  card: CatchCardDto,
  { code, state, at, reason }: StepChange,
  known: RecordDto<'steps'> | null,
): ActDto | null {
  const name = card.number ?? card.place;
  const what = `${name}: ${STEP_NAMES[code].toLowerCase()}`;
  if (state === null) return known && { says: `${what}, mark taken off`, changes: [binned('steps', known)] };
  const fields = { catchId: card.caught.id, code, state, at, reason };
  return {
    says: `${what}, ${state}`,
    changes: [known ? changed('steps', known, fields) : made('steps', fields)],
  };
}
