import {
  columnName,
  columnsOf,
  type Column as ColumnDescription,
  RECORD_TABLES,
  TABLE_NAMES,
  type TableName,
} from '@yewridge/contract/season';
import { Check, Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrapEntity } from './trap-entity.js';

/** A record as it lies in its table: its fields, and what the server keeps with them. */
export interface StoredRecord {
  id: string;
  revision: number;
  createdAt: string;
  updatedAt: string;
  deletedAt: string | null;
  [field: string]: FieldValue;
}
export type FieldValue = string | number | boolean | null;

const DATE = `[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]`;
const MINUTE = `${DATE}T[0-2][0-9]:[0-5][0-9]`;

function sqlType({ kind }: ColumnDescription): 'text' | 'real' | 'integer' | 'boolean' {
  switch (kind) {
    case 'number':
      return 'real';
    case 'whole':
      return 'integer';
    case 'flag':
      return 'boolean';
    case 'text':
    case 'word':
    case 'link':
    case 'date':
    case 'minute':
      return 'text';
  }
}

/** The same limits as at the edge, so that nothing gets past it by another way. */
function checkOf(name: string, column: ColumnDescription): string | null {
  switch (column.kind) {
    case 'text':
      return `length(${name}) <= ${column.most}`;
    case 'number':
    case 'whole':
      return `${name} BETWEEN ${column.min} AND ${column.max}`;
    case 'flag':
      return `${name} IN (0, 1)`;
    case 'word':
      return `${name} IN (${column.words.map((word) => `'${word}'`).join(', ')})`;
    case 'date':
      return `${name} GLOB '${DATE}'`;
    case 'minute':
      return `${name} GLOB '${MINUTE}'`;
    case 'link':
      return null;
  }
}

/** Columns that are looked for, in the order in which they are listed; every link has an index besides. */
const LOOKED_FOR: Partial<Record<TableName, readonly (readonly string[])[]>> = {
  visits: [
    ['at', 'id'],
    ['deploymentId', 'at'],
  ],
  deployments: [['hungOn']],
  catches: [['foundOn']],
  callouts: [['calledAt']],
  spells: [['collectionId', 'startedAt']],
};
/** What may be there once among the records in use. */
const ONCE: Partial<Record<TableName, readonly string[]>> = {
  catches: ['deploymentId'],
  weather: ['date'],
  seasons: ['hemisphere', 'season'],
  errands: ['deploymentId', 'on'],
  steps: ['catchId', 'code'],
  collections: ['calloutId'],
  tasks: ['calloutId', 'code'],
  neighbours: ['digest'],
  corrections: ['what'],
  placings: ['season'],
  picks: ['placingId', 'siteId'],
  rounds: ['on'],
  stops: ['roundId', 'deploymentId'],
  assignments: ['trialId', 'trapId'],
};

/** What must hold between the fields of one record. */
const ORDER: Partial<Record<TableName, string>> = {
  deployments: '"taken_down_on" >= "hung_on"',
  baits: '"removed_on" >= "applied_on"',
  catches: '"arrived_on" <= "found_on"',
  weather: '"t_min_c" <= "t_max_c"',
  trials: '"ends_on" >= "begins_on"',
  collections: '"dead" <= "bees" AND coalesce("crushed", 0) + coalesce("drowned", 0) <= coalesce("dead", 400000)',
  spells: '"stopped_at" >= "started_at"',
};

/** Wall times are kept with their instant; which one it was, the site's zone says. */
export function minuteFieldOf(table: TableName): string | null {
  return columnsOf(table).find(([, { kind }]) => kind === 'minute')?.[0] ?? null;
}

type RecordClass = new () => StoredRecord;
const classes = new Map<string, RecordClass | typeof TrapEntity>([['traps', TrapEntity]]);

function classOf(to: string): RecordClass | typeof TrapEntity {
  const found = classes.get(to);
  if (!found) throw new Error(`no table ${to}`);
  return found;
}

/** The decorators that a hand-written entity would carry, read off the description of the table. */
function entityOf(table: TableName): RecordClass {
  const entity = class {
    readonly id!: string;
  } as unknown as RecordClass;
  Object.defineProperty(entity, 'name', { value: `${table}Entity` });
  const prototype = entity.prototype as object;
  Entity({ name: table })(entity);
  PrimaryColumn({ type: 'text' })(prototype, 'id');
  Column({ type: 'integer' })(prototype, 'revision');
  Check(`ck_${table}_revision`, 'revision >= 1')(entity);
  const order = ORDER[table];
  if (order !== undefined) Check(`ck_${table}_order`, order)(entity);
  const index = (fields: readonly string[]): void => {
    Index(`ix_${table}_${fields.map(columnName).join('_')}`, [...fields])(entity);
  };
  const lookedFor = LOOKED_FOR[table] ?? [];
  for (const [field, column] of columnsOf(table)) {
    const name = columnName(field);
    Column({ type: sqlType(column), name, nullable: !column.required })(prototype, field);
    const check = checkOf(`"${name}"`, column);
    if (check !== null) Check(`ck_${table}_${name}`, check)(entity);
    if (column.kind === 'link') {
      ForeignKey(() => classOf(column.to), { name: `fk_${table}_${name}`, onDelete: 'RESTRICT' })(prototype, field);
      // An index that begins with the link serves for it.
      if (!lookedFor.some(([first]) => first === field)) index([field]);
    }
  }
  lookedFor.forEach(index);
  const once = ONCE[table];
  if (once) Index(`ux_${table}_once`, [...once], { unique: true, where: 'deleted_at_utc IS NULL' })(entity);
  if (minuteFieldOf(table) !== null) Column({ type: 'text', name: 'at_utc' })(prototype, 'atUtc');
  Column({ type: 'text', name: 'created_at_utc' })(prototype, 'createdAt');
  Column({ type: 'text', name: 'updated_at_utc' })(prototype, 'updatedAt');
  Column({ type: 'text', name: 'deleted_at_utc', nullable: true })(prototype, 'deletedAt');
  classes.set(table, entity);
  return entity;
}

/** One entity a table, made from the one description of the tables. */
export const RECORD_ENTITIES = Object.fromEntries(TABLE_NAMES.map((table) => [table, entityOf(table)])) as Readonly<
  Record<TableName, RecordClass>
>;

/** Tables whose records point at a record of `table`, and by which field. */
export function pointersTo(table: string): readonly { readonly table: TableName; readonly field: string }[] {
  return TABLE_NAMES.flatMap((from) =>
    Object.entries(RECORD_TABLES[from] as Readonly<Record<string, ColumnDescription>>).flatMap(([field, column]) =>
      column.kind === 'link' && column.to === table ? [{ table: from, field }] : [],
    ),
  );
}
