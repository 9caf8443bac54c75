import type { Design } from '@yewridge/core/bench';

/** A design as the server keeps it. */
export interface DesignDto {
  /** Made by whoever creates it, so that a retry never makes two. */
  readonly id: string;
  /** Counts the saves, from 1. */
  readonly revision: number;
  readonly document: Design;
  /** UTC instants. */
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
}

/** A save: the document, and the revision it was made from (0 for a new design). */
export interface SaveDesignDto {
  readonly revision: number;
  readonly document: Design;
}

export interface DesignPageDto {
  readonly items: readonly DesignDto[];
  readonly total: number;
  readonly limit: number;
  readonly offset: number;
}

export const DESIGN_SORTS = ['name', '-name', 'updatedAt', '-updatedAt'] as const;
export type DesignSort = (typeof DESIGN_SORTS)[number];

export interface DesignQuery {
  readonly search?: string;
  readonly sort: DesignSort;
  readonly limit: number;
  readonly offset: number;
}

export const DESIGN_PAGE = { defaultLimit: 50, maxLimit: 200 } as const;
