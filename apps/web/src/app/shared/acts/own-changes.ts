import type { ActDto, ChangeDto, KeptActDto, TableName } from '@yewridge/contract/season';
import { columnsOf } from '@yewridge/contract/season';

type Kept = KeptActDto['changes'][number]['record'];
const keyOf = (table: TableName, id: string): string => `${table} ${id}`;

/**
 * What acts of this device made of the records they touched. An act that was done before the answer to an earlier one had come
 * still names the record as it was: two touches in a row, or two edits without a signal. It is put upon what the earlier act
 * made, by the fields it means. What somebody else changed is not known here, and stays a conflict.
 */
export class OwnChanges {
  readonly #latest = new Map<string, Kept>();

  learn({ changes }: KeptActDto): void {
    for (const { table, record } of changes) this.#latest.set(keyOf(table, record.id), record);
  }

  /** What acts of this device made of records of a table, those in the bin among them. */
  made(table: TableName): readonly Kept[] {
    return [...this.#latest].filter(([key]) => key.startsWith(`${table} `)).map(([, record]) => record);
  }

  /** What acts of this device made of any record. */
  all(): readonly { readonly table: TableName; readonly record: Kept }[] {
    return [...this.#latest].map(([key, record]) => ({ table: key.slice(0, key.indexOf(' ')) as TableName, record }));
  }

  /** Whether a record as it was read is what an act of this device made of it, or older. */
  knows(table: string, id: string, revision: number | null): boolean {
    const own = this.#latest.get(keyOf(table as TableName, id));
    return own !== undefined && revision !== null && own.revision >= revision;
  }

  /** The act as it is to be sent. */
  upon({ says, changes }: ActDto): ActDto {
    return { says, changes: changes.map((change) => this.#upon(change)) };
  }

  #upon(change: ChangeDto): ChangeDto {
    const { table, id, revision } = change;
    const record = this.#latest.get(keyOf(table, id));
    if (!record || record.revision <= revision || revision === 0) return change;
    if (change.op !== 'put') return { ...change, revision: record.revision };
    const { only } = change;
    if (!only) return change;
    const known = record as unknown as Readonly<Record<string, unknown>>;
    const fields = Object.fromEntries(
      columnsOf(table).map(([field]) => [field, (only.includes(field) ? change.fields[field] : known[field]) ?? null]),
    );
    return { op: 'put', table, id, revision: record.revision, fields, only };
  }
}
