import type { ChangeDto, TableName } from '@yewridge/contract/season';
import type { EntityManager } from 'typeorm';
import { RecordChangeEntity } from '../../db/entities/record-change-entity.js';
import type { FieldValue, StoredRecord } from '../../db/entities/record-entities.js';

type Put = Extract<ChangeDto, { op: 'put' }>;
type FieldValues = Readonly<Record<string, FieldValue>>;

/** The record as the device that sent a change had read it, out of the log; `null` where the log does not go back so far. */
async function asRead(
  manager: EntityManager,
  table: TableName,
  { id, revision }: Pick<Put, 'id' | 'revision'>,
): Promise<StoredRecord | null> {
  const changes = await manager.findBy(RecordChangeEntity, { tableName: table, recordId: id });
  // Rows that came by another way than an act are in the log once an act has changed them.
  const states = changes.flatMap(({ before, after }) => (before ? [before, after] : [after]));
  return states.find((state) => state.revision === revision) ?? null;
}

export type Met =
  /** Nobody else changed what this change means: both stand. */
  | { readonly kind: 'merged'; readonly fields: FieldValues }
  /** Two said something else of these fields. */
  | { readonly kind: 'collided'; readonly fields: readonly string[] };

/**
 * Two changes of one record, made without knowing of each other: `row` is what the first made, `change` the second. Of different
 * fields both stand; of one field only a keeper can say. `null` where the change does not say which fields it means.
 */
export async function metChanges(manager: EntityManager, row: StoredRecord, change: Put): Promise<Met | null> {
  const { only, fields, table } = change;
  if (!only) return null;
  const read = await asRead(manager, table, change);
  if (!read) return null;
  const wanted = fields as FieldValues;
  const value = (of: Readonly<Record<string, unknown>>, field: string): unknown => of[field] ?? null;
  const collided = only.filter(
    (field) =>
      value(read, field) !== value(row, field) &&
      value(row, field) !== value(wanted, field) &&
      value(read, field) !== value(wanted, field),
  );
  if (collided.length > 0) return { kind: 'collided', fields: collided };
  const own = only.filter((field) => value(read, field) !== value(wanted, field));
  const merged = Object.keys(wanted).map((field): readonly [string, FieldValue] => [
    field,
    (own.includes(field) ? wanted[field] : row[field]) ?? null,
  ]);
  return { kind: 'merged', fields: Object.fromEntries(merged) };
}
