import type { ApiErrorCode } from '@yewridge/contract/shared';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { AppError } from './app-error.js';

/** What the body parser calls its refusals, in our words. */
const PARSER_ERRORS = {
  'entity.parse.failed': 'MALFORMED_JSON',
  'entity.too.large': 'TOO_LARGE',
  'encoding.unsupported': 'UNSUPPORTED_TYPE',
  'charset.unsupported': 'UNSUPPORTED_TYPE',
  'request.size.invalid': 'MALFORMED_JSON',
} as const;

function isParserError(error: unknown): error is { type: keyof typeof PARSER_ERRORS } {
  return typeof error === 'object' && error !== null && 'type' in error && String(error.type) in PARSER_ERRORS;
}

/** What SQLite, and the system, say when nothing more goes onto the disk; TypeORM wraps it. */
const FULL: readonly unknown[] = ['SQLITE_FULL', 'ENOSPC', 'EDQUOT', 'EFBIG'];
function isDiskFull(error: unknown): boolean {
  return typeof error === 'object' && error !== null && 'code' in error && FULL.includes(error.code);
}

/** What SQLite says when the disk gives or takes no more. */
function isDiskTrouble(error: unknown): boolean {
  return (
    typeof error === 'object' && error !== null && 'code' in error && String(error.code).startsWith('SQLITE_IOERR')
  );
}

/** Refusals of the packages that read requests and files: only their status is told. */
const BY_STATUS: Readonly<Record<number, ApiErrorCode>> = {
  400: 'MALFORMED_JSON',
  412: 'PRECONDITION_FAILED',
  413: 'TOO_LARGE',
  415: 'UNSUPPORTED_TYPE',
  416: 'RANGE_NOT_THERE',
};

function statusOf(error: unknown): number {
  return typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 0;
}

/** A body that was squeezed and does not come out again: zlib and brotli name their errors so. */
function isBrokenSqueeze(error: unknown): boolean {
  return error instanceof Error && 'code' in error && /^(Z_|ERR__ERROR_|ERR_BROTLI|ERR_ZSTD)/.test(String(error.code));
}

function asAppError(error: unknown): AppError {
  if (error instanceof AppError) return error;
  if (isParserError(error)) return new AppError(PARSER_ERRORS[error.type]);
  if (isDiskFull(error)) return new AppError('DISK_FULL');
  if (isDiskTrouble(error)) return new AppError('DISK_FAILED');
  if (isBrokenSqueeze(error)) return new AppError('MALFORMED_JSON');
  if (error instanceof URIError) return new AppError('NOT_FOUND');
  const known = BY_STATUS[statusOf(error)];
  return new AppError(known ?? 'INTERNAL');
}

export const notFound: RequestHandler = () => {
  throw new AppError('NOT_FOUND');
};

/** The one place that turns an error into an answer. Express knows it by its four parameters. */
export const errorHandler: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  // Whoever asked is gone, or has part of an answer that cannot be put right: it is cut off, so that it is not taken for whole.
  if (response.headersSent || response.closed) {
    response.destroy();
    return;
  }
  const refusal = asAppError(error);
  if (refusal.code === 'INTERNAL') request.log.error({ err: error }, 'unexpected failure');
  // What was to be sent may have left its type and how long it may be kept.
  response.status(refusal.status).set('Cache-Control', 'no-store').type('json');
  // The one way answers go: whoever is not told people is not told them by a refusal either.
  response.json(refusal.toBody());
};
