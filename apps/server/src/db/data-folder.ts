import { chmodSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { StartFault } from './start-fault.js';

const LOCK = 'in-use.json';
const FOLDER_MODE = 0o700;
const FILE_MODE = 0o600;

interface Holder {
  readonly pid: number;
  /** When that process began, where the system tells: a number that was used again is another process. */
  readonly began: string | null;
  readonly since: string;
}

const isMissing = (error: unknown): boolean => error instanceof Error && 'code' in error && error.code === 'ENOENT';

/** What the system says of when a process began; `null` where it does not tell. */
function beganAt(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name in brackets may hold blanks; what follows it is parted by blanks.
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

function isAlive({ pid, began }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    // A process of somebody else's answers that it may not be asked.
    if (!(error instanceof Error && 'code' in error && error.code === 'EPERM')) return false;
  }
  const now = beganAt(pid);
  return began === null || now === null || began === now;
}

function holderOf(path: string): Holder | null {
  try {
    const held = JSON.parse(readFileSync(path, 'utf8')) as Partial<Holder>;
    return typeof held.pid === 'number' ? { pid: held.pid, began: held.began ?? null, since: held.since ?? '' } : null;
  } catch {
    return null;
  }
}

/** The folder of the records, for its owner alone. @throws StartFault where a file is in its place or it may not be written. */
export function openFolder(folder: string): void {
  try {
    if (!statSync(folder).isDirectory()) {
      throw new StartFault(
        `${folder} is a file, and the records need a folder. Move it away, or set YEWRIDGE_DATA to a folder.`,
      );
    }
  } catch (error) {
    if (!isMissing(error)) throw error;
  }
  try {
    mkdirSync(folder, { recursive: true, mode: FOLDER_MODE });
    chmodSync(folder, FOLDER_MODE);
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      if (entry.isFile()) chmodSync(join(folder, entry.name), FILE_MODE);
    }
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new StartFault(`The folder ${folder} cannot be used for the records: ${why}.`);
  }
}

/**
 * Takes the folder for this program alone, until it is let go or the process ends.
 * @throws StartFault while another one has it; what a program that is gone left behind is taken over.
 */
export function takeFolder(folder: string, now: Date): () => void {
  const path = join(folder, LOCK);
  const own: Holder = { pid: process.pid, began: beganAt(process.pid), since: now.toISOString() };
  for (let tries = 0; tries < 3; tries++) {
    try {
      writeFileSync(path, JSON.stringify(own), { flag: 'wx', mode: FILE_MODE });
      return () => {
        if (holderOf(path)?.pid === process.pid) rmSync(path, { force: true });
      };
    } catch (error) {
      if (!(error instanceof Error && 'code' in error && error.code === 'EEXIST')) throw error;
    }
    const holder = holderOf(path);
    if (holder && holder.pid !== process.pid && isAlive(holder)) {
      throw new StartFault(
        `Another Yewridge (process ${holder.pid}, since ${holder.since}) has the records in ${folder} open. ` +
          'Use that one, or stop it first: two at once would overwrite each other.',
      );
    }
    rmSync(path, { force: true });
  }
  throw new StartFault(
    `The records in ${folder} are being opened by another Yewridge at this moment. Start once more.`,
  );
}
