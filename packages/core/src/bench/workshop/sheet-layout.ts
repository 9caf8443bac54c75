/** A piece that is still to be laid, µm with its kerf. */
export interface Laid {
  /** Its place among all pieces. */
  readonly n: number;
  readonly length: number;
  readonly width: number;
  readonly turns: boolean;
}
/** A piece as it lies on a sheet, µm from the corner of what is used of it. */
export interface Place {
  readonly n: number;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
  readonly turned: boolean;
}
export type Layout = readonly (readonly Place[])[];
export interface Room {
  readonly length: number;
  readonly width: number;
}

/** A rectangle that is still free on a sheet. */
interface Offcut extends Room {
  readonly sheet: number;
  readonly x: number;
  readonly y: number;
}
interface Way {
  readonly length: number;
  readonly width: number;
  readonly turned: boolean;
}

/** What is left of an offcut beside a piece: the less, the better it fits. */
export const FITS = {
  area: (room: Room, way: Room): number => room.length * room.width - way.length * way.width,
  short: (room: Room, way: Room): number => Math.min(room.length - way.length, room.width - way.width),
  long: (room: Room, way: Room): number => Math.max(room.length - way.length, room.width - way.width),
} as const;
export type Fit = keyof typeof FITS;

/** Whether what is left is parted along the width, a remnant of full height beside the piece. */
export const SPLITS = {
  shorter: (room: Room, way: Room): boolean => room.length - way.length > room.width - way.width,
  longer: (room: Room, way: Room): boolean => room.length - way.length <= room.width - way.width,
  leastArea: (room: Room, way: Room): boolean =>
    (room.length - way.length) * room.width > (room.width - way.width) * room.length,
  mostArea: (room: Room, way: Room): boolean =>
    (room.length - way.length) * room.width <= (room.width - way.width) * room.length,
  length: (): boolean => true,
  width: (): boolean => false,
} as const;
export type Split = keyof typeof SPLITS;

export const waysOf = ({ length, width, turns }: Laid): readonly Way[] =>
  turns && length !== width
    ? [
        { length, width, turned: false },
        { length: width, width: length, turned: true },
      ]
    : [{ length, width, turned: false }];
const fitsIn = (way: Room, room: Room): boolean => way.length <= room.length && way.width <= room.width;

/** Sheets as they fill, with what is still free on them. */
class Sheets {
  readonly #places: Place[][] = [];
  #offcuts: Offcut[] = [];
  /** Looks at offcuts so far. */
  looks = 0;

  constructor(
    private readonly sheet: Room,
    private readonly split: Split,
  ) {}

  get layout(): Layout {
    return this.#places;
  }

  /** The offcut and the way that leave least; `null` where it fits into none. */
  best(piece: Laid, fit: Fit): { readonly offcut: number; readonly way: Way; readonly left: number } | null {
    const left = FITS[fit];
    let best: { offcut: number; way: Way; left: number } | null = null;
    for (const way of waysOf(piece)) {
      for (const [offcut, room] of this.#offcuts.entries()) {
        this.looks += 1;
        if (!fitsIn(way, room)) continue;
        const here = left(room, way);
        if (best === null || here < best.left) best = { offcut, way, left: here };
      }
    }
    return best;
  }

  /** A new sheet, for a piece that fits into nothing that is left. */
  open(piece: Laid): void {
    const [way] = waysOf(piece)
      .filter((one) => fitsIn(one, this.sheet))
      .sort((a, b) => FITS.short(this.sheet, a) - FITS.short(this.sheet, b));
    if (!way) throw new Error('a piece that no sheet holds was to be laid');
    this.#places.push([]);
    this.#offcuts.push({ sheet: this.#places.length - 1, x: 0, y: 0, ...this.sheet });
    this.lay(piece, { offcut: this.#offcuts.length - 1, way });
  }

  lay({ n }: Laid, { offcut, way }: { readonly offcut: number; readonly way: Way }): void {
    const room = this.#offcuts[offcut];
    if (!room) throw new Error('there is no such offcut');
    const { sheet, x, y } = room;
    this.#places[sheet]?.push({ n, x, y, ...way });
    const beside = SPLITS[this.split](room, way);
    const [right, above] = [room.length - way.length, room.width - way.width];
    const fresh: readonly Offcut[] = [
      { sheet, x: x + way.length, y, length: right, width: beside ? room.width : way.width },
      { sheet, x, y: y + way.width, length: beside ? way.length : room.length, width: above },
    ];
    this.#offcuts.splice(offcut, 1, ...fresh.filter(({ length, width }) => length > 0 && width > 0));
  }
}

/** Pieces in their order, each where it fits best. */
export function layInOrder(
  pieces: readonly Laid[],
  sheet: Room,
  { fit, split }: { readonly fit: Fit; readonly split: Split },
): { readonly layout: Layout; readonly looks: number } {
  const sheets = new Sheets(sheet, split);
  for (const piece of pieces) {
    const best = sheets.best(piece, fit);
    if (best) sheets.lay(piece, best);
    else sheets.open(piece);
  }
  return { layout: sheets.layout, looks: sheets.looks };
}

/** Each time the piece and the offcut that leave least between them. `pieces` come in the order in which ties go. */
export function layBestMatch(pieces: readonly Laid[], sheet: Room, split: Split): Layout {
  const sheets = new Sheets(sheet, split);
  const left = [...pieces];
  while (left.length > 0) {
    let best: { readonly at: number; readonly match: NonNullable<ReturnType<Sheets['best']>> } | null = null;
    for (const [at, piece] of left.entries()) {
      const match = sheets.best(piece, 'short');
      if (match && (best === null || match.left < best.match.left)) best = { at, match };
    }
    const [piece] = left.splice(best?.at ?? 0, 1);
    if (!piece) break;
    if (best) sheets.lay(piece, best.match);
    else sheets.open(piece);
  }
  return sheets.layout;
}
