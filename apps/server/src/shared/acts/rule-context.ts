import type { TableName } from '@yewridge/contract/season';
import { type EntityManager, IsNull } from 'typeorm';
import { RECORD_ENTITIES, type StoredRecord } from '../../db/entities/record-entities.js';
import { TrapEntity } from '../../db/entities/trap-entity.js';
import { recordsById } from '../../db/record-rows.js';
import { AppError } from '../../http/app-error.js';

/**
 * The rules between records. They are asked once all changes of an act are made, of the records it touched, so that an act
 * may pass through states that would not do alone.
 */
export interface RuleContext {
  readonly manager: EntityManager;
  readonly known: KnownRows;
  /** The latest civil date of what can have happened: tomorrow, somewhere on the Earth. */
  readonly latest: string;
  readonly where: string;
  /** The act takes another one back: a state may go back to what it was. */
  readonly takesBack: boolean;
}

export type Row = Readonly<Record<string, unknown>> & { readonly id: string };

/** Rows that others point at, read once within an act; a table that the act writes is forgotten. */
export class KnownRows {
  readonly #rows = new Map<string, Map<string, StoredRecord | TrapEntity | null>>();

  constructor(private readonly manager: EntityManager) {}

  async row(table: string, id: string): Promise<StoredRecord | TrapEntity | null> {
    const rows = this.#rows.get(table) ?? new Map<string, StoredRecord | TrapEntity | null>();
    this.#rows.set(table, rows);
    const known = rows.get(id);
    if (known !== undefined) return known;
    const found = await this.read(table, id);
    rows.set(id, found);
    return found;
  }

  private async read(table: string, id: string): Promise<StoredRecord | TrapEntity | null> {
    if (table === 'traps') return this.manager.findOneBy(TrapEntity, { id });
    const [row] = await recordsById(this.manager, table as TableName, [id]);
    return row ?? null;
  }

  /** A record, and not a trap. */
  async record(table: TableName, id: string): Promise<StoredRecord | null> {
    return (await this.row(table, id)) as StoredRecord | null;
  }

  forget(table: TableName): void {
    this.#rows.delete(table);
  }
}

/** What stands against a change; `field` of the record, and whether it points at something that is not there. */
export class RuleBroken extends AppError {
  constructor(
    { where }: RuleContext,
    readonly field: string,
    readonly says: string,
    readonly pointsNowhere = false,
  ) {
    super('RULE', { fields: [{ path: `${where}.${field}`, message: says }] });
  }
}

export function refuse(context: RuleContext, field: string, message: string): never {
  throw new RuleBroken(context, field, message);
}

export const textOf = (row: Row, field: string): string | null => {
  const value = row[field];
  return typeof value === 'string' ? value : null;
};
export const dayOf = (row: Row, field: string): string | null => textOf(row, field)?.slice(0, 10) ?? null;

export async function live(
  manager: EntityManager,
  table: TableName,
  where: Record<string, unknown>,
): Promise<StoredRecord[]> {
  return manager.findBy(RECORD_ENTITIES[table], { ...where, deletedAt: IsNull() });
}

export async function parent(
  context: RuleContext,
  table: TableName,
  row: Row,
  field: string,
): Promise<StoredRecord | null> {
  const id = textOf(row, field);
  return id === null ? null : context.known.record(table, id);
}
