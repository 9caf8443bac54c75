import { BOARD_KINDS, type BoardKind, type BoardSold, nominalSizes } from '@yewridge/core/bench';

/** Boards as they are sold, for a list to choose from; plywood is sold by its thickness and has no width of its own. */
const NAMES: Readonly<Record<Exclude<BoardKind, 'plywood'>, (nominal: number) => string>> = {
  dressed: (nominal) => `${nominal} in, dressed`,
  fence: (nominal) => `${nominal} in fence board`,
  'planed-metric': (nominal) => `${nominal} mm, planed`,
};
const NONE = 'measured';

export const SOLD_NAMES: Readonly<Record<string, string>> = Object.fromEntries<string>([
  [NONE, 'as measured'] as const,
  ...BOARD_KINDS.flatMap((kind) =>
    kind === 'plywood'
      ? []
      : nominalSizes(kind).map((nominal) => [`${kind} ${nominal}`, NAMES[kind](nominal)] as const),
  ),
]);

export function soldId(sold: BoardSold | undefined): string {
  return sold ? `${sold.kind} ${sold.nominal}` : NONE;
}

export function soldOf(id: string): BoardSold | undefined {
  const [name, nominal] = id.split(' ');
  const kind = BOARD_KINDS.find((one) => one === name);
  return kind && { kind, nominal: Number(nominal) };
}
