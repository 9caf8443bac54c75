import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { copyDaily, dailyCopies } from '../src/db/daily-copies.js';
import { openFolder, takeFolder } from '../src/db/data-folder.js';
import { Database, MIGRATION_NAMES } from '../src/db/database.js';
import { examine } from '../src/db/examine.js';
import { StartFault } from '../src/db/start-fault.js';
import { requestLog, pathLogged } from '../src/shared/request-log/request-log.js';

const NOW = new Date('2026-05-14T16:20:00Z');
const day = (n: number): Date => new Date(NOW.getTime() + n * 86_400_000);
const refusal = (call: () => unknown): string => {
  try {
    call();
  } catch (error) {
    if (error instanceof StartFault) return error.message;
    throw error;
  }
  return 'started';
};

describe('the folder of the records', () => {
  let folder: string;
  let file: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-start-'));
    file = join(folder, 'yewridge.sqlite');
  });

  it('is for its owner alone, and so is what lies in it', () => {
    chmodSync(folder, 0o755);
    writeFileSync(file, '', { mode: 0o644 });
    openFolder(folder);
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    openFolder(join(folder, 'new', 'deep'));
    expect(statSync(join(folder, 'new', 'deep')).mode & 0o777).toBe(0o700);
  });

  it('that is a file is refused with its path', () => {
    writeFileSync(file, 'x');
    expect(
      refusal(() => {
        openFolder(file);
      }),
    ).toContain(`${file} is a file`);
  });

  it('is taken by one program at a time; the second is told who has it', async () => {
    const sleeper = spawn('sleep', ['60']);
    await once(sleeper, 'spawn');
    const lock = join(folder, 'in-use.json');
    writeFileSync(lock, JSON.stringify({ pid: sleeper.pid, began: null, since: '2026-05-14T10:00:00Z' }));
    expect(refusal(() => takeFolder(folder, NOW))).toMatch(new RegExp(`process ${sleeper.pid}, since 2026-05-14`));
    // The number of a process that is gone may be another's by now: when it began tells them apart.
    writeFileSync(lock, JSON.stringify({ pid: sleeper.pid, began: '1', since: '2026-05-14T10:00:00Z' }));
    expect(refusal(() => takeFolder(folder, NOW))).toBe('started');
    sleeper.kill();
    await once(sleeper, 'exit');
    writeFileSync(lock, JSON.stringify({ pid: sleeper.pid, began: null, since: '2026-05-14T10:00:00Z' }));
    const letGo = takeFolder(folder, NOW);
    expect((JSON.parse(readFileSync(lock, 'utf8')) as { pid: number }).pid).toBe(process.pid);
    letGo();
    expect(readdirSync(folder)).toEqual([]);
  });

  it('whose lock says nothing is taken over', () => {
    writeFileSync(join(folder, 'in-use.json'), '{"pid":');
    expect(refusal(() => takeFolder(folder, NOW))).toBe('started');
  });
});

describe('the database at the start', () => {
  let folder: string;
  let file: string;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-start-'));
    file = join(folder, 'yewridge.sqlite');
    await (await Database.open(file)).close();
  });
  const look = (): string =>
    refusal(() => {
      examine(folder, file, MIGRATION_NAMES);
    });

  it('is opened when it is well, and when it is not there yet', () => {
    expect(look()).toBe('started');
    expect(
      refusal(() => {
        examine(folder, join(folder, 'other.sqlite'), MIGRATION_NAMES);
      }),
    ).toBe('started');
  });

  it('is refused in words when it is empty, a folder, no database, damaged, another program’s or newer', () => {
    const connection = new SQLite(file);
    connection.exec(`INSERT INTO migrations (timestamp, name) VALUES (1, 'Later20990101')`);
    connection.close();
    expect(look()).toContain('newer Yewridge (this one does not know its change "Later20990101")');
    const bytes = readFileSync(file);
    bytes.fill(0xab, 4096, 4096 * 6);
    writeFileSync(file, bytes);
    expect(look()).toMatch(/is damaged|cannot be read/);
    writeFileSync(file, 'this is no database, but long enough to be looked at as one');
    expect(look()).toContain('cannot be read');
    writeFileSync(file, '');
    expect(look()).toContain('is empty (0 bytes)');
    const other = new SQLite(join(folder, 'strange.sqlite'));
    other.exec('CREATE TABLE x (y)');
    other.close();
    expect(
      refusal(() => {
        examine(folder, join(folder, 'strange.sqlite'), MIGRATION_NAMES);
      }),
    ).toContain('another program');
    mkdirSync(join(folder, 'dir.sqlite'));
    expect(
      refusal(() => {
        examine(folder, join(folder, 'dir.sqlite'), MIGRATION_NAMES);
      }),
    ).toContain('is a folder');
  });

  it('names the path and the last good copy, or says that there is none', () => {
    writeFileSync(join(folder, 'kept'), '');
    expect(copyDaily(folder, file, NOW)).not.toBeNull();
    writeFileSync(file, '');
    expect(look()).toContain(join(folder, 'copies', 'daily-2026-05-14.sqlite'));
    expect(look()).toContain(file);
    expect(
      refusal(() => {
        examine(join(folder, 'elsewhere'), file, MIGRATION_NAMES);
      }),
    ).toContain('no daily copy yet');
  });
});

describe('the daily copy', () => {
  let folder: string;
  let file: string;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-copies-'));
    file = join(folder, 'yewridge.sqlite');
    await (await Database.open(file)).close();
  });

  it('is made once a day, of seven the oldest goes when the eighth is made', () => {
    for (let n = 0; n < 9; n++) {
      expect(copyDaily(folder, file, day(n))).not.toBeNull();
      expect(copyDaily(folder, file, day(n))).toBeNull();
      expect(dailyCopies(folder).length).toBe(Math.min(7, n + 1));
    }
    const dates = dailyCopies(folder).map((path) => /daily-(.*)\.sqlite/.exec(path)?.[1]);
    expect([dates[0], dates.at(-1)]).toEqual(['2026-05-22', '2026-05-16']);
  });

  it('holds what is in the log beside the database, and opens as one', async () => {
    const database = await Database.open(file);
    await database.write((manager) =>
      manager.query(
        `INSERT INTO owners (id, revision, name, created_at_utc, updated_at_utc) VALUES ('o', 1, 'Kept', 'x', 'x')`,
      ),
    );
    const copy = copyDaily(folder, file, NOW);
    const opened = new SQLite(copy ?? '', { readonly: true });
    expect(opened.prepare('SELECT name FROM owners').pluck().all()).toEqual(['Kept']);
    opened.close();
    await database.close();
  });

  it('that cannot be made leaves no half of one behind', () => {
    writeFileSync(file, 'no database at all, though it is long enough to seem one');
    expect(() => copyDaily(folder, file, NOW)).toThrow();
    expect(readdirSync(join(folder, 'copies'))).toEqual([]);
  });

  it('of a database that is not there is none', () => {
    expect(copyDaily(folder, join(folder, 'none.sqlite'), NOW)).toBeNull();
  });
});

describe('the log of requests', () => {
  it('holds neither secrets nor what was looked for', () => {
    expect(pathLogged('/api/v1/calendar/s3cr3t-key.ics')).toBe('/api/v1/calendar/…');
    expect(pathLogged('/api/v1/designs?search=Greta&limit=5')).toBe('/api/v1/designs');
    expect(pathLogged('/api/v1/devices/d1/readings')).toBe('/api/v1/devices/d1/readings');
  });

  it('is in files of a size, of which the latest few stay, and removes what an earlier version wrote in clear', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-log-'));
    writeFileSync(join(folder, 'requests.log'), '{"authorization":"Bearer secret"}');
    const { log, close } = await requestLog(folder);
    const line = 'x'.repeat(100_000);
    for (let n = 0; n < 90; n++) {
      log.info(line);
      await new Promise((next) => setTimeout(next, 5));
    }
    close();
    await new Promise((next) => setTimeout(next, 300));
    const files = readdirSync(folder);
    expect(files).not.toContain('requests.log');
    expect(files.length).toBeGreaterThan(1);
    expect(files.length).toBeLessThanOrEqual(6);
    for (const name of files) {
      expect(statSync(join(folder, name)).size).toBeLessThan(2_500_000);
      expect(statSync(join(folder, name)).mode & 0o777).toBe(0o600);
    }
  });

  it('that cannot be written loses its lines and stops nothing', async () => {
    const { log, close } = await requestLog(mkdtempSync(join(tmpdir(), 'yewridge-log-')));
    const stream = (log as unknown as Record<symbol, { emit: (event: string, error: Error) => void }>)[
      Object.getOwnPropertySymbols(log).find(({ description }) => description === 'pino.stream')!
    ]!;
    const full = Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' });
    expect(() => {
      stream.emit('error', full);
    }).not.toThrow();
    expect(() => {
      log.info('after');
    }).not.toThrow();
    close();
  });
});
