import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  FILE_LIMITS,
  type FilePlanDto,
  type FileProgressDto,
  type FileQuery,
  type FileTakenDto,
} from '@yewridge/contract/files';
import type { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import type { Who } from '../http/who.js';
import type { FileJob, FileWord } from './file-job.js';
import { type FileThreads, ThreadEnded } from './file-threads.js';

const INCOMING = 'incoming';

/** Removes what a stop of the program has left of files that came in. */
export function clearIncoming(dataFolder: string): Promise<void> {
  return rm(join(dataFolder, INCOMING), { recursive: true, force: true });
}

/** No file takes so long; one that does is given up, and the thread with it. */
const LONGEST_MS = 15 * 60_000;
/** Files that are worked on at once; another one waits. */
const AT_ONCE = 2;

class FileFailure extends Error {
  constructor(
    message: string,
    readonly code: string | null,
  ) {
    super(message);
  }
}

export interface FileWorkParts {
  readonly database: Database;
  readonly clock: Clock;
  readonly dataFolder: string;
  readonly timeZone: string;
  readonly threads: FileThreads;
}

/** Work on files that come in: kept on disk as they arrive, read in a thread, with a word of how far it is. */
export class FileWork {
  readonly #progress = new Map<string, FileProgressDto>();
  #running = 0;
  readonly #waiting: (() => void)[] = [];

  constructor(private readonly parts: FileWorkParts) {}

  progress(work: string): FileProgressDto | null {
    return this.#progress.get(work) ?? null;
  }

  async plan(source: Readable, query: FileQuery, by: Who, gone: AbortSignal): Promise<FilePlanDto> {
    const word = await this.through(source, { op: 'plan', id: '', query, by }, gone);
    if (word.kind !== 'planned') throw new Error(`a thread answered ${word.kind}`);
    return word.plan;
  }

  async take(
    id: string,
    source: Readable,
    { query, by }: Pick<FileJob, 'query' | 'by'>,
    gone: AbortSignal,
  ): Promise<FileTakenDto> {
    const word = await this.through(source, { op: 'take', id, query, by }, gone);
    if (word.kind !== 'taken') throw new Error(`a thread answered ${word.kind}`);
    return word.taken;
  }

  private async through(
    source: Readable,
    what: Pick<FileJob, 'op' | 'id' | 'query' | 'by'>,
    gone: AbortSignal,
  ): Promise<FileWord> {
    const { database, clock, dataFolder, timeZone } = this.parts;
    const scratch = join(dataFolder, INCOMING, randomUUID());
    const work = what.query.work ?? scratch;
    await mkdir(scratch, { recursive: true, mode: 0o700 });
    try {
      const file = join(scratch, 'sent');
      await pipeline(source, limited(FILE_LIMITS.backup), createWriteStream(file, { mode: 0o600 }), { signal: gone });
      await this.place(gone);
      try {
        const now = clock.now().toISOString();
        return await this.run(
          { ...what, file, scratch, database: database.file, dataFolder, timeZone, now },
          work,
          gone,
        );
      } finally {
        this.#running -= 1;
        this.#waiting.shift()?.();
      }
    } finally {
      this.#progress.delete(work);
      await rm(scratch, { recursive: true, force: true });
    }
  }

  private async place(gone: AbortSignal): Promise<void> {
    while (this.#running >= AT_ONCE) await new Promise<void>((resolve) => this.#waiting.push(resolve));
    gone.throwIfAborted();
    this.#running += 1;
  }

  private async run(job: FileJob, work: string, gone: AbortSignal): Promise<FileWord> {
    const { threads, database } = this.parts;
    try {
      const word = await threads.run(job, {
        gone,
        longestMs: LONGEST_MS,
        onProgress: (progress) => this.#progress.set(work, progress),
        turn: () => turnOf(database),
      });
      if (word.kind === 'refused') throw new AppError(word.code, { fields: word.fields });
      if (word.kind === 'failed') throw new FileFailure(word.message, word.code);
      return word;
    } catch (error) {
      gone.throwIfAborted();
      if (error instanceof ThreadEnded && error.why !== 'unknown') throw tooMuch(error.why);
      throw error;
    }
  }
}

/** The turn of a thread among the writes here; answers how it is given back. */
function turnOf(database: Database): Promise<() => void> {
  return new Promise((mine) => {
    void database.alone(
      () =>
        new Promise<void>((over) => {
          mine(over);
        }),
    );
  });
}

function tooMuch(why: 'late' | 'memory'): AppError {
  const what = why === 'late' ? 'longer than a quarter of an hour' : 'more memory than a file of records needs';
  return new AppError('FILE_REFUSED', {
    fields: [{ path: 'file', message: `it takes ${what}: cut it into several files` }],
  });
}

/** Lets so many bytes through. @throws AppError `TOO_LARGE` */
function limited(most: number): Transform {
  let seen = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen += chunk.length;
      if (seen > most) done(new AppError('TOO_LARGE'));
      else done(null, chunk);
    },
  });
}
