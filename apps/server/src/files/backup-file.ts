import { createHash } from 'node:crypto';
import { BACKUP_FORMAT, BACKUP_VERSION, type BackupDto } from '@yewridge/contract/files';
import canonicalize from 'canonicalize';
import { FileFault } from './file-fault.js';

/** JSON with one way to write it (RFC 8785). @throws FileFault `TYPE` for what JSON cannot hold. */
export function canonicalJson(value: unknown): string {
  try {
    return canonicalize(value) ?? 'null';
  } catch {
    const message = 'it holds a number that is not finite, or half of a character';
    throw new FileFault({ row: 0, column: '', code: 'TYPE', message });
  }
}

export function sha256Hex(text: string): string {
  return createHash('sha256').update(text, 'utf8').digest('hex');
}

/** The head of a backup, without its rows: what is asked before anything of it is read. */
export type BackupHead = { readonly [K in Exclude<keyof BackupDto, 'data'>]?: unknown };

export function fault(
  code: 'FORMAT' | 'VERSION' | 'CHECKSUM' | 'RULE' | 'RANGE' | 'UNKNOWN',
  message: string,
  column = '',
): FileFault {
  return new FileFault({ row: 0, column, code, message });
}

/** @throws FileFault `FORMAT` or `VERSION`, asked in that order. */
export function checkHead({ format, version, createdAt, sha256 }: BackupHead): { createdAt: string; sha256: string } {
  if (format !== BACKUP_FORMAT || typeof createdAt !== 'string' || typeof sha256 !== 'string') {
    throw fault('FORMAT', 'this is not a whole backup of Yewridge');
  }
  if (version !== BACKUP_VERSION) {
    const newer = typeof version === 'number' && version > BACKUP_VERSION;
    throw fault(
      'VERSION',
      newer
        ? `it was made by a newer Yewridge (version ${version} of the format); this one reads version ${BACKUP_VERSION}`
        : `${JSON.stringify(version ?? null)} is not a version of the format; this one reads ${BACKUP_VERSION}`,
    );
  }
  return { createdAt, sha256 };
}

export interface TableRows {
  readonly table: string;
  readonly rows: Iterable<unknown>;
}

/** Characters that go out at once. */
const CHUNK = 64 * 1024;

/**
 * The text of a backup in pieces, and the checksum of its rows at the end of it. Tables come in the order of their names, so that
 * the rows are canonical JSON as they go out and are hashed on the way.
 */
export function* backupText(
  tables: readonly TableRows[],
  { createdAt, pictures }: { readonly createdAt: string; readonly pictures: BackupDto['pictures'] },
): Generator<string> {
  const hash = createHash('sha256');
  const head = { format: BACKUP_FORMAT, version: BACKUP_VERSION, createdAt };
  yield `${JSON.stringify(head).slice(0, -1)},"data":`;
  for (const piece of canonicalData(tables)) {
    hash.update(piece, 'utf8');
    yield piece;
  }
  const listed = pictures === undefined ? '' : `,"pictures":${JSON.stringify(pictures)}`;
  yield `${listed},"sha256":"${hash.digest('hex')}"}`;
}

/** An object of tables as canonical JSON, in pieces. */
export function* canonicalData(tables: readonly TableRows[]): Generator<string> {
  const byName = [...tables].sort((a, b) => (a.table < b.table ? -1 : 1));
  let piece = '{';
  for (const [n, { table, rows }] of byName.entries()) {
    piece += `${n === 0 ? '' : ','}${JSON.stringify(table)}:[`;
    let first = true;
    for (const row of rows) {
      piece += `${first ? '' : ','}${canonicalJson(row)}`;
      first = false;
      if (piece.length > CHUNK) {
        yield piece;
        piece = '';
      }
    }
    piece += ']';
  }
  yield `${piece}}`;
}
