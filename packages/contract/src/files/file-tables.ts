import {
  type Column,
  columnName,
  columnsOf,
  date,
  type Fields,
  must,
  number,
  TABLE_NAMES,
  type TableName,
  text,
  whole,
  word,
} from '../season/index.js';

export const TRAP_MATERIALS = ['plywood', 'solidWood', 'pulp', 'plastic', 'other'] as const;
export const TRAP_COMBS = ['none', 'drawn', 'oldBrood'] as const;

/** A built trap as one row: what it holds and how the bees get in, worked out of its measured sizes. */
const TRAP_COLUMNS = {
  name: must(text(12)),
  volumeM3: number(0.001, 0.2),
  entranceM2: number(1e-5, 0.02),
  frames: whole(0, 20),
  comb: word(...TRAP_COMBS),
  material: word(...TRAP_MATERIALS),
  paintedOn: date,
  notes: text(2000),
} as const;

export type FileTable = TableName | 'traps';
/** In the order in which one can point at another: taken in in this order, nothing points nowhere. */
export const FILE_TABLES: readonly FileTable[] = ['traps', ...TABLE_NAMES];

export interface FileColumn {
  /** As in the file, with its unit: `volume_m3`. */
  readonly name: string;
  readonly field: string;
  readonly column: Column;
}

const ID: FileColumn = {
  name: 'id',
  field: 'id',
  column: { kind: 'text', most: 64, required: true },
};

/** The columns of a table's file; the first is its key. A day has one weather, so its date is the key. */
export function fileColumns(table: FileTable): readonly FileColumn[] {
  const columns = table === 'traps' ? (Object.entries(TRAP_COLUMNS) as [string, Column][]) : columnsOf(table);
  const own = columns.map(([field, column]) => ({ name: columnName(field), field, column }));
  return table === 'weather' ? own : [ID, ...own];
}

/** Who rang, their number and where they live, and what stands in their stead where a row must say something. */
export const CALLER_HIDDEN = {
  caller: null,
  callback: null,
  place: 'not said',
  lat: null,
  lon: null,
  permissionFrom: null,
} as const satisfies Partial<Fields<'callouts'>>;
/** To whom kit is lent. */
export const BORROWER_HIDDEN = { lentTo: null } as const satisfies Partial<Fields<'kit'>>;

/** Columns that say who a landowner, a caller or a borrower is: they leave the house only when that is ticked. */
export function namesOwners(table: FileTable, field: string): boolean {
  if (table === 'callouts') return field in CALLER_HIDDEN;
  if (table === 'kit') return field in BORROWER_HIDDEN;
  return table === 'owners' || (table === 'sites' && field === 'ownerId');
}
