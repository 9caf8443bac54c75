import type { FileTable } from './file-tables.js';

/** What a file turned out to be, told by what is in it. */
export const FILE_KINDS = ['table', 'places', 'sheet', 'backup'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

export const FAULT_CODES = [
  'EMPTY',
  'MISSING',
  'UNKNOWN',
  'DUPLICATE',
  'LENGTH',
  'FORMAT',
  'TYPE',
  'RANGE',
  'ENUM',
  'REFERENCE',
  'RULE',
  'CHECKSUM',
  'VERSION',
] as const;
export type FaultCode = (typeof FAULT_CODES)[number];

/** One place in a file that cannot be used. */
export interface FaultDto {
  /** The header is row 1, blank lines are not counted; of a map file the n-th place. 0 = the file as a whole. */
  readonly row: number;
  /** '' = the row as a whole. */
  readonly column: string;
  readonly code: FaultCode;
  readonly message: string;
}

export interface DifferenceDto {
  readonly id: string;
  readonly column: string;
  readonly before: string;
  readonly after: string;
}

/** A place of a map file, and the site that may be the same. */
export interface PlaceDto {
  readonly row: number;
  readonly name: string;
  readonly lat: number;
  readonly lon: number;
  readonly near: { readonly name: string; readonly metres: number } | null;
}

export interface TableCountDto {
  readonly table: string;
  readonly held: number;
  readonly inFile: number;
}

/** What taking a file in would do. Nothing has been done yet. */
export interface FilePlanDto {
  readonly kind: FileKind | null;
  readonly table: FileTable | null;
  /** Rows that are new, that change what is kept, and that are kept so already. */
  readonly fresh: number;
  readonly changed: number;
  readonly same: number;
  /** The first of them; `faultCount` says how many there are. */
  readonly faults: readonly FaultDto[];
  readonly faultCount: number;
  readonly differences: readonly DifferenceDto[];
  readonly places: readonly PlaceDto[];
  /** With a backup: what each table holds now and would hold. */
  readonly counts: readonly TableCountDto[];
  readonly madeAt: string | null;
}

/** What taking a file in did. */
export interface FileTakenDto {
  /** The act to take back; `null` where nothing was to be changed, and with a sheet or a backup. */
  readonly actId: string | null;
  readonly says: string;
  readonly plan: FilePlanDto;
}

/** `add` refuses what is there already; `mend` lets the file's columns overwrite it. */
export const FILE_MODES = ['mend', 'add'] as const;

export interface FileQuery {
  /** Name of the file, for the log. */
  readonly name: string;
  readonly mode: (typeof FILE_MODES)[number];
  /** When the header fits more than one table. */
  readonly table?: FileTable;
  /** Places of a map file to leave out, by row: `2,5`. */
  readonly without?: string;
  /** Under which the progress of the work can be asked for. */
  readonly work?: string;
}

export interface OwnersQuery {
  /** Landowners' names and contacts go with it. */
  readonly owners: boolean;
}
export interface PlacesQuery {
  /** Site ids in the order of a route, which is written first. */
  readonly route?: string;
}

/** How many rows of a table are in use. */
export interface TableRowsDto {
  readonly table: FileTable;
  readonly rows: number;
}

/** What stood here before a backup was put back. */
export interface KeptCopyDto {
  readonly name: string;
  readonly madeAt: string;
  readonly bytes: number;
}

export const BACKUP_FORMAT = 'yewridge-backup';
export const BACKUP_VERSION = 1;
export interface BackupDto {
  readonly format: typeof BACKUP_FORMAT;
  readonly version: typeof BACKUP_VERSION;
  readonly createdAt: string;
  /** Rows by table, in the column names of the files. */
  readonly data: Readonly<Record<string, readonly Readonly<Record<string, unknown>>[]>>;
  /** In a zip: the pictures that lie beside, each by its id in the folder `pictures`. */
  readonly pictures?: readonly BackupPictureDto[] | undefined;
  /** Of `data` as canonical JSON. It finds damage, not tampering. */
  readonly sha256: string;
}
export interface BackupPictureDto {
  readonly id: string;
  readonly type: string;
  readonly createdAt: string;
  readonly bytes: number;
  readonly sha256?: string;
}

/** How far the work on a file has come; `done` counts rows. */
export interface FileProgressDto {
  readonly says: string;
  readonly done: number;
}

/** Bytes of a file that is taken in, of a backup, rows of a table, faults that are listed. */
export const FILE_LIMITS = {
  bytes: 64 * 1024 * 1024,
  backup: 4 * 1024 * 1024 * 1024,
  picture: 3 * 1024 * 1024,
  rows: 20_000,
  places: 2000,
  faults: 200,
  differences: 40,
  name: 120,
  /** Brackets or elements within each other, and fields of a line: more than any file that is meant for us has. */
  depth: 100,
  fields: 500,
} as const;
