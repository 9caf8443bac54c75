/**
 * What is sawn for so many of these and so many of those, as pieces of a plan.
 *
 * Source: the parts of each design times its count; boards that dry are cut wider across the grain.
 */
import type { Design } from '../design.js';
import type { BatchPart } from './batch-plan.js';
import { type BoughtPart, designParts } from './design-parts.js';
import { isWood, type WorkPart } from './work-parts.js';
import { cutWet } from './drying.js';
import { vacuumParts, type VacuumSizes } from './vacuum-parts.js';

export type BatchLine = {
  /** Of the design or the rig; its parts are told apart by it. */
  readonly id: string;
  readonly count: number;
} & ({ readonly design: Design } | { readonly vacuum: VacuumSizes });
export interface BatchWork extends BatchPart {
  readonly line: string;
  readonly part: WorkPart;
  /** m across the grain once dry, where it is cut wider than that. */
  readonly dry: number | null;
}
export interface BatchBought extends BoughtPart {
  readonly line: string;
}

/** Only what lies flat on a board or a sheet is planned; mesh and metal are bought. */
function pieceOf(line: BatchLine, part: WorkPart, wet: boolean): BatchWork | null {
  const { id, count } = line;
  const { length, width, thickness, material } = part;
  if (length === undefined || width === undefined || thickness === undefined) return null;
  if (material !== 'board' && material !== 'sheet') return null;
  const across = wet && isWood(part.stuff) && 'design' in line ? cutWet(line.design, width) : width;
  return {
    id: `${id}:${part.id}`,
    line: id,
    part,
    name: part.name,
    qty: part.qty * count,
    stuff: part.stuff,
    material,
    length,
    width: across,
    thickness,
    turns: part.grain === 'any' || part.round === true,
    anyWood: isWood(part.stuff) && (part.section === null || part.name === 'frame rest'),
    dry: across === width ? null : width,
  };
}

/** @throws DomainError for a design whose sizes do not fit together. */
export function batchParts(
  lines: readonly BatchLine[],
  wet = false,
): { readonly sawn: readonly BatchWork[]; readonly bought: readonly BatchBought[] } {
  const each = lines
    .filter(({ count }) => count > 0)
    .map((line) => ({ line, parts: 'design' in line ? designParts(line.design) : vacuumParts(line.vacuum) }));
  return {
    sawn: each.flatMap(({ line, parts }) => parts.sawn.flatMap((part) => pieceOf(line, part, wet) ?? [])),
    bought: each.flatMap(({ line, parts }) =>
      parts.bought.map((one) => ({ ...one, id: `${line.id}:${one.id}`, qty: one.qty * line.count, line: line.id })),
    ),
  };
}
