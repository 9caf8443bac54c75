import type { SensorTold, PastLooks, LearntScouts } from '@yewridge/core/field';
import type { CallTables } from '../callouts/index.js';
import type { DesignDto } from '../bench/index.js';
import type { MapLayerWholeDto } from '../ground/index.js';
import { TABLE_NAMES, type TableName } from '../season/record-tables.js';
import type { RecordDto } from '../season/record-dto.js';
import type { TrapWithDesignDto } from '../stores/index.js';
import type { RigDto } from '../suction/index.js';

/** Records that stay at the table: plans of sawing, and what neighbours' traps came to, are as long as all the rest. */
const AT_THE_TABLE = ['batches', 'neighbours'] as const;
export type TableStaying = (typeof AT_THE_TABLE)[number];
/** Whether a telephone leaves a table's rows where they are. */
export const staysAtTheTable = (table: TableName): table is TableStaying =>
  (AT_THE_TABLE as readonly TableName[]).includes(table);
type FieldTableName = Exclude<TableName, (typeof AT_THE_TABLE)[number]>;
/** What a telephone holds beside the records. */
export const FIELD_DOCUMENTS = ['traps', 'designs', 'rigs', 'layers'] as const;
export const FIELD_TABLES: readonly FieldTable[] = [
  ...TABLE_NAMES.filter((table): table is FieldTableName => !staysAtTheTable(table)),
  ...FIELD_DOCUMENTS,
];
export type FieldTable = FieldTableName | (typeof FIELD_DOCUMENTS)[number];

/** The rows of a replica, by table. */
export type FieldRowDto = { readonly [T in FieldTableName]: RecordDto<T> } & {
  readonly traps: TrapWithDesignDto;
  readonly designs: DesignDto;
  readonly rigs: RigDto;
  readonly layers: MapLayerWholeDto;
};
/** A replica's shelf: traps lie on it as their own records. */
export type FieldShelfRows = Omit<FieldRowDto, 'traps' | keyof CallTables> &
  CallTables & { readonly traps: TrapWithDesignDto['trap'] };

/** One row as it is now; `null` once it is in the bin or gone. */
export interface RowChangeDto {
  readonly table: FieldTable;
  readonly id: string;
  readonly row: FieldRowDto[FieldTable] | null;
}
export interface ChangesDto {
  /** Whose rows, of which making, of which seasons: a replica of another edition is thrown away. */
  readonly edition: string;
  /** The rows are those of a replica that begins: the edition asked for is not this one, or is ahead of it. */
  readonly anew: boolean;
  /** Number reached; the next page is asked for after it. */
  readonly seq: number;
  /** There are more rows after it. */
  readonly more: boolean;
  readonly changes: readonly RowChangeDto[];
}
export interface ChangesQuery {
  readonly after: number;
  readonly edition: string;
}
/** Rows one page holds. */
export const CHANGES_PAGE = 2000;

/** Looks of the seasons before, in short. */
export type PastLooksDto = PastLooks;
/** What is worked out of looks of all years, and what sensors say, by trap. */
export interface ToldDto {
  readonly scouts: LearntScouts;
  readonly sensors: readonly (readonly [trapId: string, told: SensorTold])[];
}
/** Something was written. */
export interface NewsDto {
  readonly seq: number;
}
