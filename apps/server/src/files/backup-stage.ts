import SQLite from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import Assembler from 'stream-json/assembler.js';
import parser, { type Token } from 'stream-json/parser.js';
import { type BackupDto, FILE_LIMITS } from '@yewridge/contract/files';
import { canonicalData, canonicalJson, checkHead, fault } from './backup-file.js';

type Picture = NonNullable<BackupDto['pictures']>[number];

/** A backup as it is put back: rows table by table, however they lie in its file. */
export interface StagedBackup {
  readonly createdAt: string;
  readonly tables: readonly string[];
  readonly count: (table: string) => number;
  readonly rows: (table: string) => Iterable<unknown>;
  readonly pictures: readonly Picture[];
  readonly close: () => void;
}

/** Where the reader stands: in the backup, in its tables, in one table's rows; within a row or a list of pictures something is put together. */
interface Building {
  readonly assembler: Assembler;
  readonly done: (value: unknown) => void;
}

const OPENS = new Set(['startObject', 'startArray']);
const CLOSES = new Set(['endObject', 'endArray']);

/** Reads the JSON of a backup token by token, and hands out its head and its rows; never the whole of it. */
class BackupReader {
  readonly head: Record<string, unknown> = {};
  /** Those without a row among them. */
  readonly tables = new Set<string>();
  pictures: readonly Picture[] = [];
  #depth = 0;
  #key = '';
  #table = '';
  #building: Building | null = null;
  #sawData = false;

  constructor(private readonly onRow: (table: string, row: unknown) => void) {}

  get whole(): boolean {
    return this.#depth === 0 && this.#sawData;
  }

  take(token: Token): void {
    const { name } = token;
    if (OPENS.has(name)) this.#depth += 1;
    if (this.#depth > FILE_LIMITS.depth) throw fault('FORMAT', 'what is in it is nested too deep');
    if (this.#building) this.build(token);
    else this.step(token);
    if (CLOSES.has(name)) this.#depth -= 1;
  }

  private step(token: Token): void {
    const { name } = token;
    const value = 'value' in token ? token.value : null;
    if (name === 'keyValue') {
      if (this.#depth === 1) this.#key = String(value);
      else this.#table = String(value);
      return;
    }
    if (name === 'startObject' && this.#depth === 2 && this.#key === 'data') {
      this.#sawData = true;
      return;
    }
    if (OPENS.has(name)) this.open(token);
    else if (this.#depth === 1 && !CLOSES.has(name))
      this.head[this.#key] = name === 'numberValue' ? Number(value) : value;
    else if (this.#depth > 1 && !CLOSES.has(name)) throw fault('FORMAT', 'this is not a whole backup of Yewridge');
  }

  /** A list or an object begins where no row is being put together. */
  private open(token: Token): void {
    const table = this.#table;
    if (this.#depth === 1) return;
    if (this.#key === 'data' && this.#depth === 3 && token.name === 'startArray') {
      this.tables.add(table);
      return;
    }
    if (this.#key === 'data' && this.#depth === 4) {
      this.begin(token, (row) => {
        this.onRow(table, row);
      });
    } else if (this.#key === 'pictures' && this.#depth === 2) {
      this.begin(token, (list) => {
        this.pictures = list as readonly Picture[];
      });
    } else throw fault('FORMAT', 'this is not a whole backup of Yewridge');
  }

  private begin(token: Token, done: (value: unknown) => void): void {
    const assembler = new Assembler();
    this.#building = { assembler, done };
    this.build(token);
  }

  private build(token: Token): void {
    if (!this.#building) return;
    const { assembler, done } = this.#building;
    assembler.consume(token);
    if (!assembler.done) return;
    this.#building = null;
    done(assembler.current);
  }
}

/** A database for the rows alone, in the file it is given; nobody else reads it, so it need not outlive a crash. */
function shelf(path: string): SQLite.Database {
  const connection = new SQLite(path);
  connection.pragma('journal_mode = OFF');
  connection.pragma('synchronous = OFF');
  connection.exec('CREATE TABLE row (place INTEGER PRIMARY KEY, of TEXT NOT NULL, json TEXT NOT NULL)');
  return connection;
}

/**
 * Stages a backup's JSON from a stream, checks it whole, and offers its rows.
 * @throws FileFault `FORMAT`, `VERSION` or `CHECKSUM`.
 */
export async function stageJson(
  source: Readable,
  path: string,
  onProgress: (rows: number) => void = () => undefined,
): Promise<StagedBackup> {
  const connection = shelf(path);
  try {
    const insert = connection.prepare('INSERT INTO row (of, json) VALUES (?, ?)');
    let rows = 0;
    const reader = new BackupReader((table, row) => {
      insert.run(table, canonicalJson(row));
      rows += 1;
      if (rows % 1000 === 0) onProgress(rows);
    });
    connection.exec('BEGIN');
    await read(source, reader);
    connection.exec('COMMIT');
    connection.exec('CREATE INDEX row_of ON row (of)');
    if (!reader.whole) throw fault('FORMAT', 'this is not a whole backup of Yewridge');
    const { createdAt, sha256 } = checkHead(reader.head);
    const staged = staging(connection, createdAt, reader);
    if (checksum(staged) !== sha256) {
      throw fault('CHECKSUM', 'its checksum does not fit what is in it: the file was damaged or changed by hand');
    }
    return staged;
  } catch (error) {
    connection.close();
    throw error;
  }
}

async function read(source: Readable, reader: BackupReader): Promise<void> {
  const tokens = source.pipe(parser.asStream({ streamValues: false }));
  source.on('error', (error) => tokens.destroy(error));
  tokens.on('data', (token: Token) => {
    try {
      reader.take(token);
    } catch (error) {
      tokens.destroy(error as Error);
    }
  });
  try {
    await finished(tokens);
  } catch (error) {
    source.destroy();
    if (error instanceof Error && /^Parser/.test(error.message)) {
      throw fault('FORMAT', 'this begins like JSON and cannot be read as JSON: it may have been cut off');
    }
    throw error;
  }
}

function staging(
  connection: SQLite.Database,
  createdAt: string,
  { tables, pictures }: Pick<BackupReader, 'tables' | 'pictures'>,
): StagedBackup {
  const counted = connection.prepare('SELECT count(*) FROM row WHERE of = ?').pluck();
  const texts = connection.prepare('SELECT json FROM row WHERE of = ? ORDER BY place').pluck();
  return {
    createdAt,
    tables: [...tables].sort(),
    pictures,
    count: (table) => counted.get(table) as number,
    rows: function* (table) {
      for (const text of texts.iterate(table)) yield JSON.parse(String(text)) as unknown;
    },
    close: () => connection.close(),
  };
}

/** Of the rows as canonical JSON. */
function checksum({ tables, rows }: StagedBackup): string {
  const hash = createHash('sha256');
  for (const piece of canonicalData(tables.map((table) => ({ table, rows: rows(table) })))) hash.update(piece, 'utf8');
  return hash.digest('hex');
}

/** A backup that lies as plain JSON, without pictures. */
export function stageFile(file: string, path: string, onProgress?: (rows: number) => void): Promise<StagedBackup> {
  return stageJson(createReadStream(file), path, onProgress);
}
