/** A change to one part of a design. */
export interface PartChange {
  /** Field below the part, e.g. `shape.width`. */
  readonly field: string;
  readonly value: unknown;
}
