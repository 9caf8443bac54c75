import type { Fields, TableName } from './record-tables.js';

/** What the server keeps with a record. */
export interface RecordMeta {
  readonly id: string;
  /** Counts the changes, from 1. */
  readonly revision: number;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
}
export type RecordDto<T extends TableName> = RecordMeta & Fields<T>;

/** One change within an act: a record is written whole, or goes into the bin, or comes out of it. */
export type ChangeDto =
  | {
      readonly op: 'put';
      readonly table: TableName;
      readonly id: string;
      /** The revision it was read at, 0 for a new record. */
      readonly revision: number;
      readonly fields: Readonly<Record<string, unknown>>;
      /** The fields that are meant; the others came along as they were read. Met by another's change, only these are put upon it. */
      readonly only?: readonly string[];
    }
  | { readonly op: 'delete' | 'restore'; readonly table: TableName; readonly id: string; readonly revision: number };

/**
 * One thing a keeper did, as it changed the records: a visit that also refreshed the bait is one act with two changes. All
 * of it is kept, or none; sent twice with the same id, it is kept once.
 */
export interface ActDto {
  /** In the keeper's words, for the log: "Logged a visit at V-07". */
  readonly says: string;
  readonly changes: readonly ChangeDto[];
}
export interface KeptChangeDto {
  readonly table: TableName;
  /** It lay in the bin, and this change brought it back. */
  readonly cameBack?: true;
  readonly record: RecordDto<TableName>;
}
export interface KeptActDto {
  readonly id: string;
  readonly at: string;
  readonly says: string;
  /** Who did it; `null` for the owner alone on this computer, and for what the program did itself. */
  readonly by: string | null;
  /** When it was done where that was known: a UTC instant by the server's clock; `at` is when it came. */
  readonly doneAt: string | null;
  /** How far the device's clock was ahead of the server's, s, where that is more than 10 minutes. */
  readonly clockAheadS: number | null;
  /** The act that took it back, if one did. */
  readonly undoneBy: string | null;
  readonly changes: readonly KeptChangeDto[];
}

/** Ids of acts that a device sent, to learn which of them are here. */
export const KNOWN_ACTS = 500;

/** Header of an act: when it was done and when it is sent, both by the device's clock, parted by a comma. */
export const ACT_CLOCK = 'Yewridge-Clock';
/** A device's clock that is further off is told with its acts, s. */
export const CLOCK_OFF_S = 600;

export const ACT_LIMITS = { changes: { min: 1, max: 200 }, says: 160 } as const;

export interface RecordQuery {
  /** Only records whose fields are equal to these. */
  readonly where: Readonly<Record<string, string | number | boolean>>;
  /** A field, `-` before it for downwards. */
  readonly sort: string;
  readonly limit: number;
  readonly offset: number;
  /** What is in the bin instead of what is in use. */
  readonly bin: boolean;
}
export interface RecordPageDto<T extends TableName> {
  readonly items: readonly RecordDto<T>[];
  readonly total: number;
  readonly limit: number;
  readonly offset: number;
}
export const RECORD_PAGE = { defaultLimit: 100, maxLimit: 500 } as const;

/** What a record was before and after an act. */
export interface LoggedChangeDto {
  readonly actId: string;
  readonly at: string;
  readonly says: string;
  /** Who changed it, as in an act. */
  readonly by: string | null;
  readonly before: RecordDto<TableName> | null;
  readonly after: RecordDto<TableName>;
}
