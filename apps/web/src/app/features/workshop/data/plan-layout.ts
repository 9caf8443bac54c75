import { type BatchPlan, type BatchWork, type BoardGroup, type MarkedBoard, markedBoards } from '@yewridge/core/bench';

/** Pixels of the plan a metre, as long as the longest board has room. */
const SCALE = 165;
const MARKS = 16;
const GAP = 8;
const LABEL = 24;
const LEAST_BOARD = 22;
/** Pixels between two figures side by side. */
const APART = 34;

export interface DrawnPiece {
  readonly id: string;
  readonly index: number;
  readonly x: number;
  readonly width: number;
  /** m from the raw end to its far end. */
  readonly to: number;
}
export interface DrawnBoard {
  readonly letter: string;
  readonly number: number;
  readonly board: number;
  readonly y: number;
  readonly height: number;
  readonly length: number;
  readonly pieces: readonly DrawnPiece[];
  readonly offcut: {
    readonly x: number;
    readonly width: number;
    readonly length: number;
    readonly kept: boolean;
  } | null;
  /** Written below it: the next board with the same cuts shares them. */
  readonly marks: readonly { readonly x: number; readonly at: number; readonly level: number }[];
  /** m of the whole board, and the width it is ripped to where it is wider. */
  readonly whole: number;
  readonly rip: number | null;
}
export interface PlanLayout {
  readonly boards: readonly DrawnBoard[];
  readonly width: number;
  readonly height: number;
  /** Pixels a metre. */
  readonly scale: number;
  /** Letters whose boards share marks: the stop is set once. */
  readonly shared: readonly string[];
}

interface Board {
  readonly group: BoardGroup;
  readonly marked: MarkedBoard;
  readonly board: number;
  readonly key: string;
}

/** Boards with the same cuts stand together, in the order of the first of them. */
function together(boards: readonly Board[]): readonly Board[] {
  const keys = [...new Set(boards.map(({ key }) => key))];
  return keys.flatMap((key) => boards.filter((one) => one.key === key));
}

export function planLayout(plan: BatchPlan, room: number): PlanLayout {
  const all = plan.boards.flatMap((group) =>
    markedBoards(group).map((marked, board): Board => {
      const key = marked.marks.map(({ to }) => Math.round(1e4 * to)).join(' ');
      return { group, marked, board, key };
    }),
  );
  const ordered = together(all);
  const longest = Math.max(0.5, ...ordered.map(({ marked }) => marked.stock.length));
  const scale = Math.min(SCALE, (room - LABEL - 110) / longest);
  let y = 0;
  const boards = ordered.map((one, n): DrawnBoard => {
    const { group, marked, board, key } = one;
    const whole = marked.stock.length;
    const end = marked.marks.at(-1)?.to ?? 0;
    const height = Math.max(LEAST_BOARD, group.width * scale);
    const marks = ordered[n + 1]?.key === key ? [] : written(marked, scale);
    const drawn: DrawnBoard = {
      letter: group.letter,
      number: board + 1,
      board,
      y,
      height,
      length: whole * scale,
      pieces: marked.marks.map(({ piece, from, to }, index) => ({
        id: piece,
        index,
        x: LABEL + from * scale,
        width: (to - from) * scale,
        to,
      })),
      offcut:
        marked.offcut <= 0
          ? null
          : {
              x: LABEL + (end + (group.job.kerf ?? 0)) * scale,
              width: marked.offcut * scale,
              length: marked.offcut,
              kept: marked.kept,
            },
      marks,
      whole,
      rip: marked.rip,
    };
    const levels = marks.reduce((most, { level }) => Math.max(most, level + 1), 0);
    y += height + Math.max(2, levels * MARKS) + GAP;
    return drawn;
  });
  const letters = new Map<string, Set<string>>();
  for (const { key, group } of ordered) letters.set(key, (letters.get(key) ?? new Set()).add(group.letter));
  const shared = [...letters.values()].find((set) => set.size > 1);
  return {
    boards,
    width: room,
    height: y,
    scale,
    shared: shared ? [...shared] : [],
  };
}

/** Marks too near the one before are written a line lower. */
function written({ marks }: MarkedBoard, scale: number): DrawnBoard['marks'] {
  const last: number[] = [];
  return marks.map(({ to }) => {
    const x = LABEL + to * scale;
    const free = last.findIndex((before) => x - before >= APART);
    const level = free < 0 ? last.length : free;
    last[level] = x;
    return { x, at: to, level };
  });
}

/** What a piece is called on the plan: its name without the section it belongs to. */
export const pieceWord = (part: BatchWork | undefined): string => part?.part.name ?? '';
export const LABEL_WIDTH = LABEL;
