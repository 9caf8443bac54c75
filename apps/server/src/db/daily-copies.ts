import SQLite from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';

const FOLDER = 'copies';
const DAILY = /^daily-\d{4}-\d{2}-\d{2}\.sqlite$/;
const KEPT = 7;

/** Copies of the database, one a day, the newest first. */
export function dailyCopies(dataFolder: string): readonly string[] {
  const folder = join(dataFolder, FOLDER);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => DAILY.test(name))
    .sort()
    .reverse()
    .map((name) => join(folder, name));
}

/**
 * Copies the database, whole and defragmented, unless that was done today; of the copies the latest seven stay. Written under
 * another name first, so that a copy is whole or not there. @returns its path, or `null` where there was nothing to do.
 */
export function copyDaily(dataFolder: string, database: string, now: Date): string | null {
  if (!existsSync(database)) return null;
  const folder = join(dataFolder, FOLDER);
  const name = `daily-${now.toISOString().slice(0, 10)}.sqlite`;
  const path = join(folder, name);
  if (existsSync(path)) return null;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const part = `${path}.part`;
  rmSync(part, { force: true });
  const connection = new SQLite(database, { readonly: true });
  try {
    connection.prepare('VACUUM INTO ?').run(part);
    renameSync(part, path);
  } finally {
    connection.close();
    rmSync(part, { force: true });
  }
  for (const old of dailyCopies(dataFolder).slice(KEPT)) rmSync(old, { force: true });
  return path;
}
