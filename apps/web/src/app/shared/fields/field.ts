import type { NumberRange } from '@yewridge/core/shared/errors';
import type { FieldKind } from '../units/parse';

/** A size a keeper can type: where it lives in its part, what it is called and what it may be. */
export interface Field {
  /** Below the part it belongs to, e.g. `shape.width`. */
  readonly path: string;
  readonly label: string;
  readonly kind: FieldKind;
  readonly range: NumberRange;
  /** May be left empty; what is then taken, or `null` when it is then not known. */
  readonly otherwise?: number | null;
}

/** What is wrong with a field, in a sentence. */
export interface Fault {
  /** Below the part. */
  readonly field: string;
  readonly sentence: string;
}

/** A change to one part of a document. */
export interface PartChange {
  /** Field below the part, e.g. `shape.width`. */
  readonly field: string;
  readonly value: unknown;
}
