import type { CatchCardDto } from '@yewridge/contract/catches';
import type { SeasonSpanDto } from '@yewridge/contract/rounds';
import type { ActDto, Fields, RecordDto } from '@yewridge/contract/season';
import { isRecordDate } from '@yewridge/contract/shared';
import { type FollowupKind, type StepCode, swarmClass } from '@yewridge/core/catches';
import { farFromSeason, type IsoDate } from '@yewridge/core/season';
import { binned, changed, made } from '../../../shared/season/records-api';
import { dayLong, FOLLOWUP_NAMES, monthDay } from '../../../shared/season/season-words';
import type { StepMarked } from '../../../shared/season/step-list';
import { STEP_NAMES } from '../../../shared/season/step-words';

export type StepChange = StepMarked<StepCode>;

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

/** The two days of a catch as typed; '' = not said. */
export interface CatchDays {
  readonly foundOn: IsoDate;
  readonly arrivedOn: IsoDate;
}

/** Why the two days do not go together; `null` when they do, or one is not said. */
export function catchDaysFault({ foundOn, arrivedOn }: CatchDays, today: IsoDate): string | null {
  if (foundOn === '') return 'Say the day it was found: a catch has one.';
  if (foundOn > today) return `${dayLong(foundOn)} is still to come: a catch is found today or before.`;
  return arrivedOn !== '' && arrivedOn > foundOn
    ? `It cannot have arrived on ${dayLong(arrivedOn)} and been found on ${dayLong(foundOn)}. Put the other day right too; neither is kept till then.`
    : null;
}

/** What is still to be said before a catch can be logged; `null` when nothing is. */
export function missingInCatch(
  said: Partial<Fields<'catches'>> & { readonly foundOn: IsoDate },
  today: IsoDate,
): string | null {
  const { method = null, deploymentId, siteId, place, placeLat, placeLon, foundOn, arrivedOn } = said;
  if (method === null) return 'Still to say: how it was caught.';
  if (method === 'trap' && typeof deploymentId !== 'string') return 'Still to say: in which trap.';
  const somewhere =
    typeof siteId === 'string' || (place ?? '').trim() !== '' || typeof (placeLat ?? placeLon) === 'number';
  if (method !== 'trap' && !somewhere)
    return 'Still to say: where it hung: a site, the name of a place, or its coordinates.';
  return catchDaysFault({ foundOn, arrivedOn: arrivedOn ?? '' }, today);
}

/** What to ask about a day far out of the season; `null` in it, and where nobody knows the season. */
export function askAboutSeason(day: IsoDate, season: SeasonSpanDto | null): string | null {
  if (season === null || !isRecordDate(day) || !farFromSeason(day, season)) return null;
  return `${dayLong(day)} is far out of the swarm season here (${monthDay(season.from)} to ${monthDay(season.until)}).`;
}
