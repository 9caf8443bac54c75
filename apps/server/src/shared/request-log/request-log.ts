import { rm } from 'node:fs/promises';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { type Logger, pino } from 'pino';
import { type HttpLogger, pinoHttp } from 'pino-http';
import roll from 'pino-roll';

const SIZE = '1m';
/** Files kept beside the one that is written. */
const OLDER = 4;
/** Bytes that wait while the disk does not take them; what comes after is dropped. */
const MOST_WAITING = 256 * 1024;
/** The log of earlier versions, which grew without end and held keys in clear. */
const FORMER = 'requests.log';
/** What follows is a secret by which somebody may read without a login. */
const SECRET_PATHS = /\/(calendar)\/[^/]+$/;

/** The path that was asked for: no query, which may hold what a keeper looked for, and no secret. */
export function pathLogged(address: string): string {
  const [path = ''] = address.split('?');
  return path.replace(SECRET_PATHS, '/$1/…');
}

interface Failure extends Error {
  readonly code?: unknown;
}

/** One short line a request; of a failure what it was, and not the values it was asked with. */
const serializers = {
  req: ({ id, method, url, originalUrl }: IncomingMessage & { id?: unknown; originalUrl?: string }) => ({
    id,
    method,
    path: pathLogged(originalUrl ?? url ?? ''),
  }),
  res: ({ statusCode }: ServerResponse) => ({ status: statusCode }),
  err: ({ name, message, stack, code }: Failure) => ({ name, message, stack, code }),
};

export function requestLogger(logger: Logger): HttpLogger {
  return pinoHttp({ logger, serializers, wrapSerializers: false });
}

/**
 * The log of requests, in files of 1 MB of which five are kept. It never stands in the way of the records: where the disk does
 * not take a line, the line is lost.
 */
export async function requestLog(folder: string): Promise<{ readonly log: Logger; readonly close: () => void }> {
  await rm(join(folder, FORMER), { force: true });
  const stream = await roll({
    file: join(folder, 'requests'),
    extension: '.log',
    size: SIZE,
    limit: { count: OLDER + 1, removeOtherLogFiles: true },
    mode: 0o600,
    sync: false,
    maxLength: MOST_WAITING,
  });
  // A log that cannot be written is no reason to stop.
  stream.on('error', () => undefined);
  const close = (): void => {
    try {
      stream.flushSync();
    } catch {
      // What the disk does not take is lost.
    }
  };
  return { log: pino({ base: null }, stream), close };
}
