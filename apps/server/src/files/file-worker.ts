import SQLite from 'better-sqlite3';
import { once } from 'node:events';
import { join } from 'node:path';
import { type MessagePort, parentPort } from 'node:worker_threads';
import { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import { ActsService } from '../shared/acts/acts-service.js';
import { fixedClock } from '../shared/clock/clock.js';
import { BackupIn } from './backup-in.js';
import type { FileJob, FileOrder, FileWord } from './file-job.js';
import { FilesIn } from './files-in.js';
import { KeptCopies } from './kept-copies.js';

/** The thread that reads a file, so that nothing in it can hold up the rest of the program. It has a connection of its own. */
function mainThread(): MessagePort {
  if (!parentPort) throw new Error('This runs as a thread of the server.');
  return parentPort;
}
const port = mainThread();
const say = (word: FileWord): void => {
  port.postMessage(word);
};

/** Waits until nobody else writes. */
async function turn(): Promise<() => void> {
  say({ kind: 'turn' });
  await once(port, 'message');
  return () => {
    say({ kind: 'turnOver' });
  };
}

/** What a file would do is tried upon a copy: nobody waits for that. */
function copyOf(database: string, scratch: string): string {
  const copy = join(scratch, 'tried.sqlite');
  const connection = new SQLite(database, { readonly: true });
  connection.prepare('VACUUM INTO ?').run(copy);
  connection.close();
  return copy;
}

async function work({ op, id, file, query, timeZone, now, scratch, by, ...job }: FileJob): Promise<FileWord> {
  const clock = fixedClock(now);
  const trying = op === 'plan';
  const database = await (trying
    ? Database.join(copyOf(job.database, scratch), () => Promise.resolve(() => undefined))
    : Database.join(job.database, turn));
  try {
    const copies = new KeptCopies(database, clock, job.dataFolder);
    const acts = new ActsService(database, clock, timeZone);
    const onProgress = (says: string, done: number): void => {
      say({ kind: 'progress', progress: { says, done } });
    };
    // Putting a backup back replaces everything, and is the owner's alone.
    const backups = by.role === 'owner' ? new BackupIn(database, copies) : null;
    const filesIn = new FilesIn({ database, acts, backups, clock, scratch, by }, onProgress);
    if (trying) return { kind: 'planned', plan: await filesIn.plan(file, query) };
    return { kind: 'taken', taken: await filesIn.take(id, file, query) };
  } finally {
    await database.close();
  }
}

function failure(error: unknown): FileWord {
  if (error instanceof AppError) return { kind: 'refused', code: error.code, fields: error.extra.fields ?? [] };
  if (!(error instanceof Error)) return { kind: 'failed', message: String(error), code: null };
  return { kind: 'failed', message: error.stack ?? error.message, code: 'code' in error ? String(error.code) : null };
}

port.on('message', (order: FileOrder) => {
  if (order.kind === 'job') work(order.job).catch(failure).then(say, say);
});
