/**
 * What can be made of the boards that lie in Stores: each starting point, how many of it, of boards how thick.
 *
 * Formula: `planBatch` with nothing to buy, one more at a time; the inside stays as it is, the walls are as thick as the boards are.
 * Source: convention: whoever has boards builds with those, of whatever wood; wide pieces may be two boards edge to edge.
 */
import type { Design } from '../design.js';
import { STARTING_POINTS, startingPoint, type StartingPoint } from '../starting-points.js';
import { type BatchWork, batchParts } from './batch-parts.js';
import { type BatchAsked, type BatchFault, planBatch } from './batch-plan.js';
import { isWood } from './work-parts.js';

export interface WhatFits {
  readonly start: StartingPoint;
  /** How many of it; 0 with what stands in the way of the first. */
  readonly count: number;
  readonly more: boolean;
  /** m, of the boards its walls are made of; `null` where there are no boards. */
  readonly thickness: number | null;
  readonly fault: BatchFault | null;
}
export const MOST_OF_ONE = 6;

/** The walls of its boxes as thick as the boards. */
function ofBoards(design: Design, thickness: number): Design {
  const sections = design.sections.map((section) =>
    section.shape.kind === 'box' && section.sizes === 'inside'
      ? { ...section, wall: thickness, endWall: thickness }
      : section,
  );
  return { ...design, sections };
}

const anyWood = (parts: readonly BatchWork[], thickness: number): readonly BatchWork[] =>
  parts.map((part) => (isWood(part.stuff) ? { ...part, thickness, anyWood: true } : part));

/** Only what is sawn of boards is told. The most of each first. */
export function whatFits(
  asked: Omit<BatchAsked, 'parts'>,
  told: (done: number, of: number) => void = () => undefined,
): readonly WhatFits[] {
  const stock = asked.stock.map((row) => ({ ...row, sold: false }));
  const boards = stock.filter(({ kind, have }) => kind === 'board' && have > 0);
  const thicknesses = [...new Set(boards.map(({ thickness }) => thickness))];
  const tried = (start: StartingPoint, thickness: number): WhatFits => {
    const design = ofBoards(startingPoint(start), thickness);
    const fault = (count: number): BatchFault | null => {
      const parts = anyWood(batchParts([{ id: start, design, count }]).sawn, thickness);
      return planBatch({ ...asked, edgeJoined: true, stock, parts }).faults[0] ?? null;
    };
    let count = 0;
    let wrong = fault(1);
    while (wrong === null && count < MOST_OF_ONE) wrong = fault((count += 1) + 1);
    return { start, count, more: wrong === null, thickness, fault: count === 0 ? wrong : null };
  };
  const found = STARTING_POINTS.flatMap((start, n): WhatFits[] => {
    told(n, STARTING_POINTS.length);
    const parts = batchParts([{ id: start, design: startingPoint(start), count: 1 }]).sawn;
    if (parts.every(({ material }) => material !== 'board')) return [];
    const each = thicknesses.map((thickness) => tried(start, thickness)).sort((a, b) => b.count - a.count);
    return [each[0] ?? { start, count: 0, more: false, thickness: null, fault: null }];
  });
  return found.sort((a, b) => b.count - a.count);
}
