import {
  type DifferenceDto,
  type FaultDto,
  FILE_LIMITS,
  type FilePlanDto,
  fileColumns,
  type FileQuery,
  type FileTable,
} from '@yewridge/contract/files';
import { type ChangeDto, columnsOf, type TableName } from '@yewridge/contract/season';
import { type EntityManager, In, IsNull } from 'typeorm';
import { RECORD_ENTITIES, type StoredRecord } from '../db/entities/record-entities.js';
import type { Cell } from './csv-file.js';

/** A row that is to be taken in: what the file gave of it, and where it stands in the file. */
export interface FileRow {
  readonly row: number;
  readonly values: Readonly<Record<string, Cell>>;
  readonly given: ReadonlySet<string>;
}

export interface TablePlan {
  readonly changes: readonly ChangeDto[];
  /** The row of the file that each change came from. */
  readonly rows: readonly number[];
  readonly faults: readonly FaultDto[];
  readonly fresh: number;
  readonly changed: number;
  readonly same: number;
  readonly differences: readonly DifferenceDto[];
}

const IDS_AT_ONCE = 500;

export const NOTHING: FilePlanDto = {
  kind: null,
  table: null,
  fresh: 0,
  changed: 0,
  same: 0,
  faults: [],
  faultCount: 0,
  differences: [],
  places: [],
  counts: [],
  madeAt: null,
};

export const shown = (value: Cell | undefined): string => (value === null || value === undefined ? '' : String(value));

/** What the columns of a row change; `before` says how it is kept. */
export function differencesOf(
  table: FileTable,
  id: string,
  { values, given }: Pick<FileRow, 'values' | 'given'>,
  before: (field: string) => Cell | undefined,
): readonly DifferenceDto[] {
  return fileColumns(table)
    .slice(1)
    .filter(({ field }) => given.has(field) && (before(field) ?? null) !== (values[field] ?? null))
    .map(({ name, field }) => ({ id, column: name, before: shown(before(field)), after: shown(values[field]) }));
}

async function keptRows(
  manager: EntityManager,
  table: TableName,
  key: string,
  rows: readonly FileRow[],
): Promise<ReadonlyMap<string, StoredRecord>> {
  const found = new Map<string, StoredRecord>();
  const keys = rows.map(({ values }) => String(values[key]));
  for (let n = 0; n < keys.length; n += IDS_AT_ONCE) {
    const some = In(keys.slice(n, n + IDS_AT_ONCE));
    const where = key === 'id' ? { id: some } : { [key]: some, deletedAt: IsNull() };
    for (const row of await manager.findBy(RECORD_ENTITIES[table], where)) found.set(String(row[key]), row);
  }
  return found;
}

/** Weather has no id in its file: a day has one. The number tells it from the same day's in the bin. */
async function weatherId(manager: EntityManager, date: string): Promise<string> {
  const gone = await manager.countBy(RECORD_ENTITIES.weather, { date });
  return gone === 0 ? `weather-${date}` : `weather-${date}-${gone + 1}`;
}

/** What taking the rows of one table in would change. In a place, nothing that the file does not give is touched. */
export async function planTable(
  manager: EntityManager,
  table: TableName,
  rows: readonly FileRow[],
  mode: FileQuery['mode'],
): Promise<TablePlan> {
  const [key] = fileColumns(table);
  const keyField = key?.field ?? 'id';
  const keyName = key?.name ?? 'id';
  const kept = await keptRows(manager, table, keyField, rows);
  const changes: ChangeDto[] = [];
  const places: number[] = [];
  const faults: FaultDto[] = [];
  const differences: DifferenceDto[] = [];
  let changed = 0;
  let same = 0;
  for (const { row, values, given } of rows) {
    const known = String(values[keyField]);
    const before = kept.get(known);
    if (before && (mode === 'add' || before.deletedAt !== null)) {
      const message = `"${known}" is ${before.deletedAt === null ? 'kept already' : 'in the bin: take it out first'}`;
      faults.push({ row, column: keyName, code: 'DUPLICATE', message });
      continue;
    }
    const unlike = before ? differencesOf(table, known, { values, given }, (field) => before[field]) : [];
    if (before && unlike.length === 0) {
      same += 1;
      continue;
    }
    if (before) changed += 1;
    if (differences.length < FILE_LIMITS.differences) differences.push(...unlike);
    const id = before?.id ?? (keyField === 'id' ? known : await weatherId(manager, known));
    const fields = Object.fromEntries(
      columnsOf(table).map(([field]) => [field, given.has(field) || !before ? values[field] : before[field]]),
    );
    changes.push({ op: 'put', table, id, revision: before?.revision ?? 0, fields });
    places.push(row);
  }
  return { changes, rows: places, faults, fresh: changes.length - changed, changed, same, differences };
}
