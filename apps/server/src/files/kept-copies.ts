import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { KeptCopyDto } from '@yewridge/contract/files';
import type { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';

const COPIES = 'copies';
const NAMES = /^(before|daily)-[0-9TZ-]+\.(sqlite|json)$/;

/**
 * Copies of the database beside it: one a day, and one of what stood here before a backup was put back. They are the database
 * itself and not a backup, so that keeping one never depends on what is in it.
 */
export class KeptCopies {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly dataFolder: string,
  ) {}

  async all(): Promise<readonly KeptCopyDto[]> {
    const names = await readdir(join(this.dataFolder, COPIES)).catch(() => []);
    const copies = names
      .filter((name) => NAMES.test(name))
      .map(async (name) => {
        const { size, mtime } = await stat(join(this.dataFolder, COPIES, name));
        return { name, madeAt: mtime.toISOString(), bytes: size };
      });
    return (await Promise.all(copies)).sort((a, b) => (a.madeAt < b.madeAt ? 1 : a.madeAt > b.madeAt ? -1 : 0));
  }

  /** Where a copy lies. @throws AppError `NOT_FOUND` */
  path(name: string): string {
    const path = join(this.dataFolder, COPIES, name);
    if (!NAMES.test(name) || !existsSync(path)) throw new AppError('NOT_FOUND');
    return path;
  }

  /** Written whole under its name or not at all. */
  keep(): void {
    const folder = join(this.dataFolder, COPIES);
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const stamp = this.clock.now().toISOString().replace(/[:.]/g, '-');
    let path = join(folder, `before-${stamp}.sqlite`);
    for (let n = 2; existsSync(path); n += 1) path = join(folder, `before-${stamp}-${n}.sqlite`);
    const part = `${path}.part`;
    try {
      this.database.connection.prepare('VACUUM INTO ?').run(part);
      renameSync(part, path);
    } finally {
      rmSync(part, { force: true });
    }
  }
}
