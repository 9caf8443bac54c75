/** A document as the server keeps it: a design, a rig. */
export interface KeptDto<T> {
  /** Made by whoever creates it, so that a retry never makes two. */
  readonly id: string;
  /** Counts the saves, from 1. */
  readonly revision: number;
  readonly document: T;
  /** UTC instants. */
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
}

/** A save: the document, and the revision it was made from (0 for a new one). */
export interface SaveKeptDto<T> {
  readonly revision: number;
  readonly document: T;
}

export interface KeptPageDto<T> {
  readonly items: readonly KeptDto<T>[];
  readonly total: number;
  readonly limit: number;
  readonly offset: number;
}

export const KEPT_SORTS = ['name', '-name', 'updatedAt', '-updatedAt'] as const;
export type KeptSort = (typeof KEPT_SORTS)[number];

export interface KeptQuery {
  readonly search?: string;
  readonly sort: KeptSort;
  readonly limit: number;
  readonly offset: number;
}

export const KEPT_PAGE = { defaultLimit: 50, maxLimit: 200 } as const;
/** Longest name of a kept document. */
export const KEPT_NAME_LENGTH = 80;
