/**
 * The order of work at the saw and the bench, each step to be ticked.
 *
 * Source: the craft: a long board is ripped once before its pieces are crosscut, with one setting of the fence for all boards of a
 * width and one of the stop for all pieces of a length, the longest first; joints before holes, all before assembly [convention].
 */
import { markedBoards } from './batch-offcuts.js';
import type { BatchPlan, BoardGroup } from './batch-plan.js';
import type { BatchWork } from './batch-parts.js';

export type WorkStep =
  | {
      readonly id: string;
      readonly kind: 'rip';
      readonly letter: string;
      readonly width: number;
      readonly boards: number;
    }
  | {
      readonly id: string;
      readonly kind: 'crosscut';
      readonly letter: string;
      readonly length: number;
      readonly count: number;
      /** Ids of what is cut with this setting. */
      readonly pieces: readonly string[];
    }
  | {
      readonly id: string;
      readonly kind: 'sheet';
      readonly letter: string;
      readonly number: number;
      readonly cuts: number;
    }
  | {
      readonly id: string;
      readonly kind: 'glue';
      readonly letter: string;
      readonly boards: number;
      readonly width: number;
    }
  | {
      readonly id: string;
      readonly kind: 'rabbet' | 'fingers' | 'rest' | 'bore' | 'door' | 'round' | 'taper';
      readonly part: BatchWork;
    };

function ripStep(group: BoardGroup): readonly WorkStep[] {
  const { letter, width } = group;
  const boards = markedBoards(group).filter(({ rip }) => rip !== null).length;
  return boards === 0 ? [] : [{ id: `rip-${letter}`, kind: 'rip', letter, width, boards }];
}

function crosscuts({ letter, plan }: BoardGroup): readonly WorkStep[] {
  const cuts = plan.plan.flatMap((board) => board.cuts);
  const lengths = [...new Set(cuts.map(({ length }) => Math.round(1e4 * length)))].sort((a, b) => b - a);
  return lengths.map((tenths) => {
    const same = cuts.filter(({ length }) => Math.round(1e4 * length) === tenths);
    return {
      id: `cut-${letter}-${tenths}`,
      kind: 'crosscut',
      letter,
      length: same[0]?.length ?? 0,
      count: same.length,
      pieces: [...new Set(same.map(({ piece }) => piece))],
    };
  });
}

function shaping(part: BatchWork): readonly WorkStep[] {
  const { joint, name, rest, holeDiameter, round, taperTo, doors } = part.part;
  const step = (kind: Extract<WorkStep, { part: BatchWork }>['kind']): WorkStep => ({
    id: `${kind}-${part.id}`,
    kind,
    part,
  });
  return [
    ...(joint === 'rabbet' && name === 'end' ? [step('rabbet')] : []),
    ...(joint === 'box-joint' ? [step('fingers')] : []),
    ...(rest ? [step('rest')] : []),
    ...(holeDiameter === undefined ? [] : [step('bore')]),
    ...(doors === undefined ? [] : [step('door')]),
    ...(round ? [step('round')] : []),
    ...(taperTo === undefined ? [] : [step('taper')]),
  ];
}

export function workSteps(plan: BatchPlan, parts: readonly BatchWork[]): readonly WorkStep[] {
  return [
    ...plan.boards.flatMap((group) => [...ripStep(group), ...crosscuts(group)]),
    ...plan.sheets.flatMap(({ letter, sheets }) =>
      sheets.map(({ order }, n): WorkStep => ({
        id: `sheet-${letter}-${n + 1}`,
        kind: 'sheet',
        letter,
        number: n + 1,
        cuts: order.cuts.length,
      })),
    ),
    ...plan.boards.flatMap(({ letter, joined, width }): readonly WorkStep[] =>
      joined > 1 ? [{ id: `glue-${letter}`, kind: 'glue', letter, boards: joined, width }] : [],
    ),
    ...parts.flatMap(shaping),
  ];
}
