/**
 * What a column of a record can hold. A table is described once, here; the database, the checks at the edge, the files and
 * the forms all read that description. Names carry their SI unit; the database and the files write them in snake case.
 */
export interface TextColumn {
  readonly kind: 'text';
  readonly most: number;
  readonly pattern?: RegExp;
  readonly patternSays?: string;
}
export interface NumberColumn {
  readonly kind: 'number' | 'whole';
  readonly min: number;
  readonly max: number;
}
export interface WordColumn<W extends string = string> {
  readonly kind: 'word';
  readonly words: readonly W[];
}
/** Points at a record of another table, or at a built trap. */
export interface LinkColumn {
  readonly kind: 'link';
  readonly to: string;
}
export interface PlainColumn {
  /** `date` is a civil date, `minute` a local wall time `2026-05-14T18:20`, both at the site. */
  readonly kind: 'flag' | 'date' | 'minute';
}
export type ColumnShape = TextColumn | NumberColumn | WordColumn | LinkColumn | PlainColumn;
export type Column = ColumnShape & { readonly required: boolean };

type ShapeValue<C> = C extends { readonly kind: 'number' | 'whole' }
  ? number
  : C extends { readonly kind: 'flag' }
    ? boolean
    : C extends { readonly kind: 'word'; readonly words: readonly (infer W)[] }
      ? W
      : string;
/** What a column holds: `null` where it may be left empty. */
export type ColumnValue<C> = C extends { readonly required: true } ? ShapeValue<C> : ShapeValue<C> | null;

type Optional<C extends ColumnShape> = C & { readonly required: false };
const optional = <C extends ColumnShape>(shape: C): Optional<C> => ({ ...shape, required: false });

export const must = <C extends Column>(column: C): Omit<C, 'required'> & { readonly required: true } => ({
  ...column,
  required: true,
});
export const text = (most: number): Optional<TextColumn> => optional({ kind: 'text', most });
export const patterned = (most: number, pattern: RegExp, patternSays: string): Optional<TextColumn> =>
  optional({ kind: 'text', most, pattern, patternSays });
export const number = (min: number, max: number): Optional<NumberColumn & { kind: 'number' }> =>
  optional({ kind: 'number', min, max });
export const whole = (min: number, max: number): Optional<NumberColumn & { kind: 'whole' }> =>
  optional({ kind: 'whole', min, max });
export const word = <const W extends string>(...words: readonly W[]): Optional<WordColumn<W>> =>
  optional({ kind: 'word', words });
export const link = (to: string): Optional<LinkColumn> => optional({ kind: 'link', to });
export const flag = optional({ kind: 'flag' } as const);
export const date = optional({ kind: 'date' } as const);
export const minute = optional({ kind: 'minute' } as const);

/** `hungOn` → `hung_on`, `volumeM3` → `volume_m3`. */
export function columnName(field: string): string {
  return field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
}
