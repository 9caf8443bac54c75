import { namesOwners } from '@yewridge/contract/files';
import { MEMBER_LIMITS } from '@yewridge/contract/members';
import { type ChangeDto, columnsOf, type TableName } from '@yewridge/contract/season';
import { addDays } from '@yewridge/core/season';
import type { EntityManager } from 'typeorm';
import type { ActEntity } from '../../db/entities/act-entity.js';
import type { FieldValue, StoredRecord } from '../../db/entities/record-entities.js';
import { AppError } from '../../http/app-error.js';
import type { Who } from '../../http/who.js';

const HOUR_MS = 3600 * 1000;

/** What goes on over days, and is carried on by whoever stands before it. */
const GOES_ON: ReadonlySet<TableName> = new Set([
  'deployments',
  'catches',
  'steps',
  'callouts',
  'collections',
  'tasks',
] as const);
/** What one person saw or did: put right by them alone. */
const TOLD: ReadonlySet<TableName> = new Set([
  'visits',
  'baits',
  'weighings',
  'followups',
  'photos',
  'phenology',
  'combs',
  'readings',
  'spells',
  'pieces',
  'signs',
] as const);
/** Times of what is still to come. */
const AHEAD: ReadonlySet<string> = new Set(['callbackAt', 'plannedFor', 'until']);

function notAllowed(message: string): AppError {
  return new AppError('NOT_ALLOWED', { fields: [{ path: '', message }] });
}

interface Asked {
  readonly manager: EntityManager;
  readonly who: Who;
  readonly change: ChangeDto;
  readonly row: StoredRecord | null;
  /** UTC. */
  readonly now: string;
}

/**
 * Whether somebody may make a change: owner and keepers any; a helper what is done at traps and call-outs, of the last days, and of
 * what one person saw only what they wrote themselves. @throws AppError `NOT_ALLOWED`, and says what their role does.
 */
export async function mayChange(asked: Asked): Promise<void> {
  const { who, change } = asked;
  if (who.role === 'owner' || who.role === 'keeper') return;
  const { table } = change;
  if (who.role !== 'helper' || !(GOES_ON.has(table) || TOLD.has(table)))
    throw notAllowed(`A helper logs looks, hangings, catches and call-outs. A keeper or the owner changes the rest.`);
  if (change.op !== 'put') throw notAllowed('A helper deletes nothing. A keeper or the owner may.');
  if (asked.row && TOLD.has(table)) await ownAndFresh(asked);
  recent(asked);
}

async function ownAndFresh({ manager, who, change, now }: Asked): Promise<void> {
  const [made] = await manager.query<{ by: string | null; at: string }[]>(
    `SELECT a.member_id AS by, a.at_utc AS at FROM record_change c JOIN act a ON a.id = c.act_id
     WHERE c.table_name = ? AND c.record_id = ? AND c.before IS NULL LIMIT 1`,
    [change.table, change.id],
  );
  mayPutRight(who, { by: made?.by ?? null, at: made?.at ?? '' }, now);
}

function mayPutRight(who: Who, made: { readonly by: string | null; readonly at: string }, now: string): void {
  const { helperHours } = MEMBER_LIMITS;
  if (made.by === null || made.by !== who.memberId)
    throw notAllowed('A helper puts right only what they logged themselves. Ask a keeper or the owner.');
  if (Date.parse(made.at) < Date.parse(now) - helperHours * HOUR_MS)
    throw notAllowed(`A helper puts right what is not older than ${helperHours} hours. Ask a keeper or the owner.`);
}

/** Days and minutes that the change says anew must be of the last days. */
function recent({ change, row, now }: Asked): void {
  if (change.op !== 'put') return;
  const { helperDays } = MEMBER_LIMITS;
  const earliest = addDays(now.slice(0, 10), -helperDays);
  for (const [field, { kind }] of columnsOf(change.table)) {
    const value = change.fields[field] ?? null;
    if ((kind !== 'date' && kind !== 'minute') || AHEAD.has(field) || typeof value !== 'string') continue;
    if (change.only && !change.only.includes(field)) continue;
    if (value !== row?.[field] && value.slice(0, 10) < earliest)
      throw notAllowed(`A helper logs what happened within ${helperDays} days; ${value.slice(0, 10)} is before that.`);
  }
}

/** Whether somebody may take an act back. @throws AppError `NOT_ALLOWED`. */
export function mayTakeBack(who: Who, act: Pick<ActEntity, 'memberId' | 'at'>, now: string): void {
  if (who.role === 'owner' || who.role === 'keeper') return;
  if (who.role !== 'helper') throw notAllowed('A guest looks, and changes nothing.');
  mayPutRight(who, { by: act.memberId, at: act.at }, now);
}

/** What somebody is not told they do not change: it was sent as they see it, left out. */
export function withUntold(
  who: Who,
  table: TableName,
  fields: Readonly<Record<string, FieldValue>>,
  row: StoredRecord | null,
): Readonly<Record<string, FieldValue>> {
  if (who.seesPeople || !row) return fields;
  const untold = columnsOf(table).filter(([field]) => namesOwners(table, field));
  return { ...fields, ...Object.fromEntries(untold.map(([field]) => [field, row[field] ?? null])) };
}
