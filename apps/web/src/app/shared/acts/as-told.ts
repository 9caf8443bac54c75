import { type ActDto, blank, type ChangeDto, type RecordDto, type TableName } from '@yewridge/contract/season';

interface Row {
  readonly id: string;
  readonly revision: number;
  readonly deletedAt: string | null;
}

/**
 * Records as they will be once everything that was done on this device is kept: without a signal a page goes on with what was
 * tapped. `made` is what earlier acts of this device came to, `waiting` what has no answer yet, oldest first.
 */
export function asTold<T extends TableName>(
  table: T,
  rows: readonly RecordDto<T>[],
  { made, waiting }: { readonly made: readonly Row[]; readonly waiting: readonly ActDto[] },
): readonly RecordDto<T>[] {
  const now = new Map<string, Row>(rows.map((row) => [row.id, row]));
  for (const row of made) {
    const known = now.get(row.id);
    if (!known || known.revision < row.revision) now.set(row.id, row);
  }
  for (const change of waiting.flatMap(({ changes }) => changes)) {
    if (change.table !== table) continue;
    const known = now.get(change.id);
    now.set(change.id, changedBy(table, known, change));
  }
  return [...now.values()].filter(({ deletedAt }) => deletedAt === null) as unknown as readonly RecordDto<T>[];
}

function changedBy(table: TableName, known: Row | undefined, change: ChangeDto): Row {
  // Told twice it is the same: rows that a device answers with have what waits in them already.
  const revision = Math.max(known?.revision ?? 0, change.revision + 1);
  const base = known ?? { ...blank(table, {}), id: change.id, createdAt: '', updatedAt: '', deletedAt: null, revision };
  if (change.op !== 'put') return { ...base, revision, deletedAt: change.op === 'delete' ? 'waiting' : null };
  const { fields, only } = change;
  const meant = only ? Object.fromEntries(only.map((field) => [field, fields[field] ?? null])) : fields;
  return { ...base, ...meant, revision, deletedAt: null };
}
