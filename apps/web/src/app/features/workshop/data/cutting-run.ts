import {
  type BatchAsked,
  type BatchLine,
  batchParts,
  type BatchPlan,
  boardsCost,
  planBatch,
  whatFits,
  type WhatFits,
} from '@yewridge/core/bench';

/** What is asked of a batch besides its parts. */
export type Sawing = Omit<BatchAsked, 'parts'>;

/** What one batch size comes to. */
export interface SizeCost {
  readonly count: number;
  /** Whole boards and sheets, all together; `null` where it cannot be cut. */
  readonly asBought: number | null;
  readonly boards: number;
  readonly sheets: number;
}

/** What takes too long for the page. */
export interface CuttingRuns {
  plan: { ask: BatchAsked; answer: BatchPlan };
  /** The first line in every count up to the most; the others as they are. */
  sizes: {
    ask: { lines: readonly BatchLine[]; wet: boolean; most: number; sawing: Sawing };
    answer: readonly SizeCost[];
  };
  fits: { ask: Sawing; answer: readonly WhatFits[] };
}
export type CuttingKind = keyof CuttingRuns;
export type CuttingRun = {
  readonly [K in CuttingKind]: { readonly kind: K; readonly ask: CuttingRuns[K]['ask'] };
}[CuttingKind];
type Told = (done: number, of: number) => void;

function sizeCosts({ lines, wet, most, sawing }: CuttingRuns['sizes']['ask'], told: Told): readonly SizeCost[] {
  const [first, ...others] = lines;
  if (!first) return [];
  return Array.from({ length: most }, (_, n): SizeCost => {
    const count = n + 1;
    told(n, most);
    const plan = planBatch({ ...sawing, parts: batchParts([{ ...first, count }, ...others], wet).sawn });
    const { asBought } = boardsCost(plan, sawing.stock);
    return {
      count,
      asBought: plan.faults.length > 0 ? null : asBought,
      boards: plan.boards.reduce((sum, group) => sum + group.plan.boards, 0),
      sheets: plan.sheets.reduce((sum, { sheets }) => sum + sheets.length, 0),
    };
  });
}

/** Does one of them; in a worker on the page, directly in a test. */
export function cut(run: CuttingRun, told: Told): CuttingRuns[CuttingKind]['answer'] {
  switch (run.kind) {
    case 'plan':
      return planBatch(run.ask, told);
    case 'sizes':
      return sizeCosts(run.ask, told);
    case 'fits':
      return whatFits(run.ask, told);
  }
}
