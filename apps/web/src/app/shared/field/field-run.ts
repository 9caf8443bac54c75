import type { FieldTable } from '@yewridge/contract/field';
import type { FieldQuestion } from './field-answers';

/** What the worker of the field is asked, and what it answers. */
export type FieldAsk =
  | { readonly kind: 'catchUp' }
  /** Nothing stays on this device: somebody signed out, or was. */
  | { readonly kind: 'wipe' }
  /** Small pictures are made of those that are wanted and not here yet. */
  | { readonly kind: 'gather' }
  | { readonly kind: 'small'; readonly id: string }
  /** `heardAt`: when the server answered last, ms by this device's clock; `null` where it has not since the app was opened. */
  | { readonly kind: 'answer'; readonly question: FieldQuestion; readonly heardAt: number | null };

/** A row that was read from the feed; `revision` where it has one. */
export interface ReadRow {
  readonly table: FieldTable;
  readonly id: string;
  readonly revision: number | null;
}
export interface CaughtUp {
  /** UTC instant by the server's clock. */
  readonly asOf: string;
  readonly rows: readonly ReadRow[];
  /** Rows were thrown away first: any of them may be another now. */
  readonly anew: boolean;
  /** The records were put back to an earlier state, or stand in another making: what was done since may be missing. */
  readonly putBack: boolean;
}
export type FieldAnswer =
  | { readonly kind: 'caughtUp'; readonly caughtUp: CaughtUp }
  /** `undefined` where it needs the server. */
  | { readonly kind: 'answered'; readonly answer: unknown; readonly asOf: string | null }
  | { readonly kind: 'wiped' }
  | { readonly kind: 'gathered'; readonly came: number }
  | { readonly kind: 'small'; readonly picture: Blob | null }
  /** `signedOut`: the server no longer knows this device. */
  | {
      readonly kind: 'failed';
      readonly because: 'unreachable' | 'signedOut' | 'storage';
      readonly says: string;
    };

export interface Asked {
  readonly id: number;
  readonly ask: FieldAsk;
}
export interface Answered {
  readonly id: number;
  readonly answer: FieldAnswer;
}
