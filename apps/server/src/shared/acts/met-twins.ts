import type { ChangeDto, TableName } from '@yewridge/contract/season';
import { daysBetween } from '@yewridge/core/season';
import type { EntityManager } from 'typeorm';
import type { FieldValue, StoredRecord } from '../../db/entities/record-entities.js';
import { AppError } from '../../http/app-error.js';
import { recordDto } from '../season-log/record-dto.js';
import { live } from './rule-context.js';

type Put = Extract<ChangeDto, { op: 'put' }>;
type FieldValues = Readonly<Record<string, FieldValue>>;

/** Marks of one step: whose it is, and when it was done. */
const STEPS: Partial<Record<TableName, readonly [parent: string, time: string]>> = {
  steps: ['catchId', 'at'],
  tasks: ['calloutId', 'doneAt'],
};
/** Catches of one stay that are so many days apart may be one swarm. */
const SAME_WITHIN_DAYS = 1;

/** What a new record turns out to be: another device has made it already, and it is put upon that one. */
export interface Twin {
  readonly row: StoredRecord;
  readonly fields: FieldValues;
}

/**
 * Two devices that did not know of each other made one and the same: a step that is done twice is one step, at the earlier time.
 * @throws AppError `REVISION_CONFLICT` where they marked it otherwise, `SAME_SWARM` where a keeper must say.
 */
export async function twinOf(
  manager: EntityManager,
  change: Put,
  { where, own }: { readonly where: string; readonly own: ReadonlySet<string> },
): Promise<Twin | null> {
  const fields = change.fields as FieldValues;
  const step = STEPS[change.table];
  if (step !== undefined) {
    const [parent, time] = step;
    const [row] = await live(manager, change.table, { [parent]: fields[parent], code: fields['code'] });
    // Twice in one act is a fault of that act.
    return row && !own.has(row.id) ? oneStep(row, { fields, time, where }) : null;
  }
  if (change.table === 'catches' && typeof fields['deploymentId'] === 'string') {
    const [row] = await live(manager, 'catches', { deploymentId: fields['deploymentId'] });
    if (row && !own.has(row.id) && isNear(row['foundOn'], fields['foundOn']))
      throw new AppError('SAME_SWARM', { current: recordDto(row) });
  }
  return null;
}

function oneStep(
  row: StoredRecord,
  { fields, time, where }: { readonly fields: FieldValues; readonly time: string; readonly where: string },
): Twin {
  if (row['state'] !== fields['state']) {
    const message = 'another device marked this step otherwise';
    throw new AppError('REVISION_CONFLICT', {
      current: recordDto(row),
      fields: [{ path: `${where}.state`, message }],
    });
  }
  const [there, here] = [row[time], fields[time]];
  const earlier = typeof there === 'string' && typeof here === 'string' && here < there ? here : (there ?? here);
  const kept = Object.keys(fields).map((field): readonly [string, FieldValue] => [
    field,
    (field === time ? earlier : (row[field] ?? fields[field])) ?? null,
  ]);
  return { row, fields: Object.fromEntries(kept) };
}

function isNear(one: unknown, other: unknown): boolean {
  return typeof one === 'string' && typeof other === 'string' && Math.abs(daysBetween(one, other)) <= SAME_WITHIN_DAYS;
}
