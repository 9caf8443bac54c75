/** Every way the server says no. Code and status are stable; the sentence may be improved. */
export const API_ERRORS = {
  VALIDATION: { status: 400, sentence: 'Some fields cannot be used as they are. Each is named with what is allowed.' },
  MALFORMED_JSON: { status: 400, sentence: 'The request is not readable JSON. Send it again as application/json.' },
  UNKNOWN_KEY: {
    status: 401,
    sentence: 'This key opens nothing here. It may have been revoked, or belong to another device; nothing was kept.',
  },
  SIGN_IN: {
    status: 401,
    sentence: 'Sign in first. What you did meanwhile waits on this device and is sent afterwards.',
  },
  WRONG_SIGN_IN: { status: 401, sentence: 'No member has this name with this passphrase. Type both once more.' },
  WRONG_PASSKEY: {
    status: 401,
    sentence: 'This passkey opens nothing here. It may have been removed, or was shown too late; try once more.',
  },
  FOREIGN_HOST: { status: 403, sentence: 'This program answers only to its own computer.' },
  FOREIGN_ORIGIN: {
    status: 403,
    sentence: 'This came from a page that is not this program. Nothing was changed; open the program itself.',
  },
  NOT_ENCRYPTED: {
    status: 403,
    sentence: 'Beyond its own computer this program answers over HTTPS only. Open its https address.',
  },
  NOT_ALLOWED: { status: 403, sentence: 'Your role does not do this here. Nothing was changed.' },
  INVITATION_OVER: {
    status: 410,
    sentence: 'This link opens nothing any more: it was used, taken back or is too old. Ask the owner for a new one.',
  },
  NOT_FOUND: {
    status: 404,
    sentence: 'There is nothing here. It may have been deleted for good, or the address is wrong.',
  },
  DELETED: { status: 404, sentence: 'This is in the bin. Restore it to go on working.' },
  REVISION_CONFLICT: {
    status: 409,
    sentence: 'This was changed elsewhere after you read it. Compare both and choose; nothing is lost.',
  },
  NUMBER_TAKEN: {
    status: 409,
    sentence: 'Another trap has this number already. Each number is painted once; choose a free one.',
  },
  RULE: {
    status: 409,
    sentence:
      'This does not go with what is recorded already. Nothing was changed; the sentence says what stands against it.',
  },
  SAME_SWARM: {
    status: 409,
    sentence: 'A swarm was logged in this trap already, within a day of this one. Say whether it is the same swarm.',
  },
  ACT_REUSED: {
    status: 409,
    sentence: 'Something else was sent under this id before. Each act has an id of its own; nothing was changed.',
  },
  ALREADY_UNDONE: { status: 409, sentence: 'This was taken back already.' },
  PRECONDITION_FAILED: { status: 412, sentence: 'This is no longer as you had it. Ask for it without a condition.' },
  TOO_LARGE: {
    status: 413,
    sentence: 'What was sent is larger than anything this program needs. Nothing was changed.',
  },
  UNSUPPORTED_TYPE: {
    status: 415,
    sentence: 'This is not read here. Send JSON as application/json, and a file as application/octet-stream.',
  },
  RANGE_NOT_THERE: { status: 416, sentence: 'The file has no such part. Ask for it whole.' },
  FILE_REFUSED: {
    status: 422,
    sentence: 'This file cannot be taken in as it is. Nothing was changed; each place that stands against it is named.',
  },
  TOO_OFTEN: { status: 429, sentence: 'That was tried too often. Wait a while, then try once more.' },
  DISK_FAILED: {
    status: 503,
    sentence:
      'The disk of this computer could not be read or written just now. Nothing of this was kept; look to the disk and send it once more.',
  },
  DISK_FULL: {
    status: 507,
    sentence: 'The disk of this computer is full. Nothing of this was kept; make room and send it once more.',
  },
  INTERNAL: { status: 500, sentence: 'Something failed on the server. Nothing you sent was kept; try once more.' },
} as const;

export type ApiErrorCode = keyof typeof API_ERRORS;

export interface FieldError {
  /** Field of what was sent, e.g. `document.sections[0].shape.width`. */
  readonly path: string;
  /** What is wrong with it, value and range included. */
  readonly message: string;
}

/** The one shape of every refusal. */
export interface ApiErrorBody {
  readonly error: {
    readonly code: ApiErrorCode;
    readonly message: string;
    readonly fields?: readonly FieldError[];
    /** What the server holds, where that helps to go on (the newer design of a conflict). */
    readonly current?: unknown;
  };
}
