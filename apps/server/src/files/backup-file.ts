import { createHash } from 'node:crypto';
import { BACKUP_FORMAT, BACKUP_VERSION, type BackupDto } from '@yewridge/contract/files';
import canonicalize from 'canonicalize';
import { FileFault } from './file-fault.js';

/** JSON with one way to write it (RFC 8785). @throws FileFault `TYPE` for what JSON cannot hold. */
export function canonicalJson(value: unknown): string {
  try {
    return canonicalize(value) ?? 'null';
  } catch {
    throw new FileFault({ row: 0, column: '', code: 'TYPE', message: 'it holds a number that is not finite' });
  }
}

export function sha256Hex(text: string): string {
  return createHash('sha256').update(text, 'utf8').digest('hex');
}

export function makeBackup(data: BackupDto['data'], createdAt: string): BackupDto {
  return {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    createdAt,
    data,
    sha256: sha256Hex(canonicalJson(data)),
  };
}

export function isBackup(json: unknown): boolean {
  return typeof json === 'object' && json !== null && 'format' in json && json.format === BACKUP_FORMAT;
}

/** @throws FileFault `FORMAT`, `VERSION` or `CHECKSUM`, asked in that order. */
export function readBackup(json: unknown): BackupDto {
  const fault = (code: 'FORMAT' | 'VERSION' | 'CHECKSUM', message: string): FileFault =>
    new FileFault({ row: 0, column: '', code, message });
  const backup = (isBackup(json) ? json : {}) as { readonly [K in keyof BackupDto]?: unknown };
  const { data, createdAt, sha256, version } = backup;
  const tables = typeof data === 'object' && data !== null ? data : null;
  if (!tables || !Object.values(tables).every(Array.isArray) || typeof createdAt !== 'string') {
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
  if (sha256Hex(canonicalJson(tables)) !== sha256) {
    throw fault('CHECKSUM', 'its checksum does not fit what is in it: the file was damaged or changed by hand');
  }
  return json as BackupDto;
}
