import type { Design } from '@yewridge/core/bench';
import type { NumberRange } from '@yewridge/core/shared/errors';

export const TRAP_CONDITIONS = ['new', 'good', 'worn', 'to-mend', 'retired'] as const;
export type TrapCondition = (typeof TRAP_CONDITIONS)[number];

/** What the keeper records of one built trap. */
export interface TrapDocument {
  /** Painted on it, unique among the traps that are not in the bin: `V-04`. */
  readonly number: string;
  /** The design with its sizes as measured on this trap. */
  readonly asBuilt: Design;
  /** kg, empty, with frames, as weighed; `null` = not weighed yet. */
  readonly massKg: number | null;
  /** ISO day of the last coat; `null` = bare. */
  readonly paintedOn: string | null;
  /** Dark combs in it, and the ISO day the oldest went in. */
  readonly darkCombs: number;
  readonly combSince: string | null;
  readonly condition: TrapCondition;
  /** Printed on the label: whose it is and how to reach them. */
  readonly owner: string;
  readonly note: string;
}

export interface TrapDto {
  readonly id: string;
  readonly revision: number;
  readonly designId: string;
  /** The frozen version of the design it was built to. */
  readonly designVersion: number;
  readonly document: TrapDocument;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
}

export interface SaveTrapDto {
  readonly revision: number;
  readonly document: TrapDocument;
}

export interface TrapPageDto {
  readonly items: readonly TrapDto[];
  readonly total: number;
  readonly limit: number;
  readonly offset: number;
  /** A number nobody has yet, after the highest in use. */
  readonly nextNumber: string;
}

export interface TrapQuery {
  readonly search?: string;
  readonly design?: string;
  readonly limit: number;
  readonly offset: number;
}
export const TRAP_PAGE = { defaultLimit: 100, maxLimit: 200 } as const;

/** Builds traps to the design as it stands; ids are made by whoever builds, so that a retry never builds twice. */
export interface BuildDto {
  readonly designId: string;
  /** The revision of the design that the builder looked at. */
  readonly designRevision: number;
  readonly traps: readonly { readonly id: string; readonly number: string }[];
  readonly paintedOn: string | null;
  readonly owner: string;
}
export interface BuiltDto {
  readonly designVersion: number;
  readonly traps: readonly TrapDto[];
}

/** A design as it was when a trap was first built to it; never changed again. */
export interface DesignVersionDto {
  readonly version: number;
  readonly document: Design;
  readonly frozenAt: string;
  readonly traps: readonly { readonly id: string; readonly number: string }[];
}
/** One trap with what it was built to. */
export interface TrapWithDesignDto {
  readonly trap: TrapDto;
  readonly design: Design;
  readonly latestVersion: number;
}

/** What can be painted on a trap: letters, digits, spaces and - . / */
export const TRAP_NUMBER = /^[\p{L}\p{N}][\p{L}\p{N} ./-]*$/u;

export const TRAP_LIMITS = {
  numberLength: 12,
  ownerLength: 120,
  noteLength: 2000,
  traps: { min: 1, max: 20 },
  massKg: { min: 0, above: true, max: 200 },
  darkCombs: { min: 0, max: 60 },
} as const satisfies Record<string, number | NumberRange>;
