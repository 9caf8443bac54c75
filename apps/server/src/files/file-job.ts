import type { FilePlanDto, FileProgressDto, FileQuery, FileTakenDto } from '@yewridge/contract/files';
import type { ApiErrorCode, FieldError } from '@yewridge/contract/shared';
import type { Who } from '../http/who.js';

/** What a thread is to do with a file: tell what taking it in would do, or take it in. */
export interface FileJob {
  readonly op: 'plan' | 'take';
  /** Of the act. */
  readonly id: string;
  /** Where what was sent lies, and a folder for what is needed on the way. */
  readonly file: string;
  readonly scratch: string;
  readonly query: FileQuery;
  readonly database: string;
  readonly dataFolder: string;
  readonly timeZone: string;
  /** UTC. */
  readonly now: string;
  readonly by: Who;
}

/** To the thread. */
export type FileOrder = { readonly kind: 'job'; readonly job: FileJob } | { readonly kind: 'go' };

/** From the thread. It asks for its turn before it writes, and gives it back. */
export type FileWord =
  | { readonly kind: 'progress'; readonly progress: FileProgressDto }
  | { readonly kind: 'turn' }
  | { readonly kind: 'turnOver' }
  | { readonly kind: 'planned'; readonly plan: FilePlanDto }
  | { readonly kind: 'taken'; readonly taken: FileTakenDto }
  | { readonly kind: 'refused'; readonly code: ApiErrorCode; readonly fields: readonly FieldError[] }
  | { readonly kind: 'failed'; readonly message: string; readonly code: string | null };
