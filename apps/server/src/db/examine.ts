import SQLite from 'better-sqlite3';
import { existsSync, statSync } from 'node:fs';
import { dailyCopies } from './daily-copies.js';
import { StartFault } from './start-fault.js';

/** Where a keeper finds the records as they were last known to be whole. */
function lastGood(dataFolder: string, file: string): string {
  const [copy] = dailyCopies(dataFolder);
  return copy === undefined
    ? `There is no daily copy yet; a backup you saved can be put back into a new, empty folder.`
    : `The last good copy is ${copy}: move the database away and copy that one to ${file}.`;
}

function readWithout(connection: SQLite.Database, known: ReadonlySet<string>): string | null {
  const [damage] = connection.pragma('quick_check(1)') as { quick_check: string }[];
  if (damage?.quick_check !== 'ok') return `is damaged (${damage?.quick_check ?? 'it cannot be checked'})`;
  const [table] = connection.prepare(`SELECT 1 FROM sqlite_master WHERE name = 'migrations'`).all();
  if (!table) {
    const [any] = connection.prepare(`SELECT 1 FROM sqlite_master LIMIT 1`).all();
    return any ? 'is a database of another program' : 'is empty: there are no records in it';
  }
  const made = connection.prepare('SELECT name FROM migrations').all() as { name: string }[];
  const stranger = made.find(({ name }) => !known.has(name));
  return stranger ? `was written by a newer Yewridge (this one does not know its change "${stranger.name}")` : null;
}

/** What is wrong with a database file, as the end of a sentence; `null` where this program can read it. */
export function wrongWith(file: string, migrations: readonly string[]): string | null {
  try {
    const connection = new SQLite(file, { readonly: true });
    try {
      return readWithout(connection, new Set(migrations));
    } finally {
      connection.close();
    }
  } catch (error) {
    return `cannot be read (${error instanceof Error ? error.message : String(error)})`;
  }
}

/**
 * Looks a database over before anything is written to it. One that is not there yet is well.
 * @throws StartFault with the path, what is wrong, and where the last good copy lies.
 */
export function examine(dataFolder: string, file: string, migrations: readonly string[]): void {
  if (!existsSync(file)) return;
  const refused = (what: string): StartFault =>
    new StartFault(`The database ${file} ${what}. Nothing was changed. ${lastGood(dataFolder, file)}`);
  const found = statSync(file);
  if (found.isDirectory()) throw refused('is a folder, and not a database');
  if (found.size === 0) throw refused('is empty (0 bytes)');
  const wrong = wrongWith(file, migrations);
  if (wrong !== null) throw refused(wrong);
}
