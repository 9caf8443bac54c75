import { createHash, randomUUID } from 'node:crypto';
import { open, readFile as readBytes, stat } from 'node:fs/promises';
import {
  type DifferenceDto,
  type FaultDto,
  FILE_LIMITS,
  type FilePlanDto,
  type FileQuery,
  type FileTakenDto,
  fileColumns,
  type PlaceDto,
} from '@yewridge/contract/files';
import { columnName, RECORD_ID, type TableName } from '@yewridge/contract/season';
import { haversine } from '@yewridge/core/shared/geometry';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { MapLayerEntity } from '../db/entities/map-layer-entity.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import type { ActsService, Refused } from '../shared/acts/acts-service.js';
import { RuleBroken } from '../shared/acts/rule-context.js';
import type { Clock } from '../shared/clock/clock.js';
import type { Who } from '../http/who.js';
import type { BackupIn } from './backup-in.js';
import { FileFault } from './file-fault.js';
import { readFile } from './file-kind.js';
import type { PlaceIn } from './place-files.js';
import { sheetSize } from './sheet-file.js';
import { readTable, tableOf, valuesOf } from './table-file.js';
import { type FileRow, NOTHING, planTable, type TablePlan } from './table-plan.js';
import { planTraps, writeTraps } from './trap-file.js';

type Only = 'try' | 'keep';

/** Sites closer than this may be one. */
const NEAR_M = 30;
const SAYS_LENGTH = 160;
/** How the JSON of a backup begins, whatever blanks are in it. */
const BACKUP_HEAD = /^\s*\{\s*"format"\s*:\s*"yewridge-backup"/;
const HEAD_BYTES = 512;
const SITE_COLUMNS = fileColumns('sites');

function digest(bytes: Uint8Array, { mode, table, without }: FileQuery): string {
  return createHash('sha256').update(bytes).update(JSON.stringify({ mode, table, without })).digest('hex');
}

function faulty(plan: FilePlanDto, faults: readonly FaultDto[]): FilePlanDto {
  const inOrder = [...faults].sort((a, b) => a.row - b.row);
  return { ...plan, faults: inOrder.slice(0, FILE_LIMITS.faults), faultCount: faults.length };
}

/** What a rule said of a change, as a fault of the row it came from. */
function faultOf({ error }: Refused, row: number): FaultDto {
  if (error instanceof RuleBroken) {
    const code = error.pointsNowhere ? 'REFERENCE' : 'RULE';
    return { row, column: columnName(error.field), code, message: error.says };
  }
  const [field] = error.extra.fields ?? [];
  const column = columnName(/\.(\w+)$/.exec(field?.path ?? '')?.[1] ?? '');
  return { row, column, code: 'RULE', message: field?.message ?? error.message };
}

function counted(plan: FilePlanDto): string {
  const parts = [
    plan.fresh > 0 ? `${plan.fresh} new` : '',
    plan.changed > 0 ? `${plan.changed} changed` : '',
    plan.same > 0 ? `${plan.same} as before` : '',
  ].filter((part) => part !== '');
  return parts.join(', ');
}

/**
 * Taking files in. What a file is, its content says; what it would do is worked out by doing it in a transaction that is
 * undone, so the plan and the deed are one way. All of a file is taken or none, as one act that can be taken back.
 */
export class FilesIn {
  constructor(
    private readonly parts: {
      readonly database: Database;
      readonly acts: ActsService;
      /** `null` for whoever may not put a backup back. */
      readonly backups: BackupIn | null;
      readonly clock: Clock;
      /** A folder for what is needed on the way. */
      readonly scratch: string;
      readonly by: Who;
    },
    private readonly onProgress: (says: string, done: number) => void = () => undefined,
  ) {}

  /** `file` is where what was sent lies. */
  async plan(file: string, query: FileQuery): Promise<FilePlanDto> {
    return (await this.through(file, query, { id: `try-${randomUUID()}`, only: 'try' })).plan;
  }

  /** @throws AppError `FILE_REFUSED` with every fault; `ACT_REUSED` for another file under the same id. */
  async take(id: string, file: string, query: FileQuery): Promise<FileTakenDto> {
    const taken = await this.through(file, query, { id, only: 'keep' });
    const { faults, faultCount } = taken.plan;
    if (faultCount === 0) return taken;
    throw new AppError('FILE_REFUSED', {
      fields: faults.map(({ row, column, message }) => ({
        path: [row === 0 ? 'file' : `row ${row}`, column].filter((part) => part !== '').join(', '),
        message,
      })),
    });
  }

  private async through(
    file: string,
    query: FileQuery,
    how: { readonly id: string; readonly only: Only },
  ): Promise<FileTakenDto> {
    const nothing = { actId: null, says: '' };
    try {
      return (await this.backup(file, how.only)) ?? (await this.text(file, query, how));
    } catch (error) {
      if (!(error instanceof FileFault)) throw error;
      return { ...nothing, plan: faulty(NOTHING, [error.fault]) };
    }
  }

  private backups(): BackupIn {
    const { backups } = this.parts;
    if (backups) return backups;
    const message = 'Only the owner puts a backup back: it takes the place of everything.';
    throw new AppError('NOT_ALLOWED', { fields: [{ path: '', message }] });
  }

  /** A backup in any of its forms, told by how it begins; `null` for any other file. */
  private async backup(file: string, only: Only): Promise<FileTakenDto | null> {
    const options = { only, scratch: this.parts.scratch, onProgress: this.onProgress };
    const head = await headOf(file);
    if (head.startsWith('PK')) return { actId: null, ...(await this.backups().zip(file, options)) };
    if (head.startsWith('SQLite format 3\0')) {
      const madeAt = (await stat(file)).mtime.toISOString();
      return { actId: null, ...(await this.backups().sqlite(file, madeAt, options)) };
    }
    if (!BACKUP_HEAD.test(head)) return null;
    return { actId: null, ...(await this.backups().json(file, options)) };
  }

  private async text(
    path: string,
    query: FileQuery,
    how: { readonly id: string; readonly only: Only },
  ): Promise<FileTakenDto> {
    const { size } = await stat(path);
    if (size > FILE_LIMITS.bytes) {
      const message = `it has ${Math.round(size / 1e6)} MB; a file that is no backup may have ${FILE_LIMITS.bytes / 2 ** 20} MB`;
      throw new FileFault({ row: 0, column: '', code: 'RANGE', message });
    }
    this.onProgress('Reading the file', 0);
    const bytes = await readBytes(path);
    const file = readFile(bytes);
    const sent = digest(bytes, query);
    this.onProgress('Working out what it would do', 0);
    switch (file.kind) {
      case 'table':
        return this.table(file.text, query, { ...how, sent });
      case 'places':
        return this.places(file.places, query, { ...how, sent });
      case 'sheet':
        return this.sheet(file, query, how);
      case 'backup': {
        const options = { only: how.only, scratch: this.parts.scratch, onProgress: this.onProgress };
        return { actId: null, ...(await this.backups().json(path, options)) };
      }
    }
  }

  private async table(text: string, query: FileQuery, how: How): Promise<FileTakenDto> {
    const table = query.table ?? tableOf(text);
    const nothing = { actId: null, says: '' };
    if (!table) {
      const message = 'its first row names no table of Yewridge; choose which table it is to see what is missing';
      throw new FileFault({ row: 1, column: '', code: 'UNKNOWN', message });
    }
    const plan = { ...NOTHING, kind: 'table' as const, table };
    const read = readTable(table, text);
    if (!read.ok) return { ...nothing, plan: faulty(plan, read.errors) };
    refuseTooMany(read.rows.length);
    const rows = read.rows.map((values, n) => ({ row: n + 2, values, given: read.given }));
    if (table === 'traps') return this.traps(rows, query, how);
    return this.records(plan, table, rows, query, how);
  }

  private async records(
    plan: FilePlanDto,
    table: TableName,
    rows: readonly FileRow[],
    query: FileQuery,
    how: How,
  ): Promise<FileTakenDto> {
    let planned: TablePlan | undefined;
    const { created, refused } = await this.parts.acts.keepMany(
      how.id,
      how.sent,
      async (manager) => {
        planned = await planTable(manager, table, rows, query.mode);
        // A file that is refused for its keys is not tried any further.
        const changes = planned.faults.length > 0 ? [] : planned.changes;
        return { says: this.says(query, { ...plan, ...pick(planned) }), changes };
      },
      { only: how.only, by: this.parts.by },
    );
    if (!planned) throw new Error('nothing was planned');
    const faults = [...planned.faults, ...refused.map((one) => faultOf(one, planned?.rows[one.place] ?? 0))];
    const whole = faulty({ ...plan, ...pick(planned) }, faults);
    return { actId: created ? how.id : null, says: this.says(query, whole), plan: whole };
  }

  private async traps(rows: readonly FileRow[], query: FileQuery, how: How): Promise<FileTakenDto> {
    const plan = await this.parts.database.write(async (manager) => {
      const planned = await planTraps(manager, rows, query.mode);
      const { faults, fresh, changed, same, differences } = planned;
      if (how.only === 'keep' && faults.length === 0) {
        await writeTraps(manager, planned, this.parts.clock.now().toISOString());
      }
      const counts = { fresh: fresh.length, changed: changed.length, same, differences: firstOf(differences) };
      return faulty({ ...NOTHING, kind: 'table', table: 'traps', ...counts }, faults);
    });
    return { actId: null, says: this.says(query, plan), plan };
  }

  private async places(places: readonly PlaceIn[], query: FileQuery, how: How): Promise<FileTakenDto> {
    if (places.length > FILE_LIMITS.places) {
      const message = `it has ${places.length} places; at most ${FILE_LIMITS.places} are taken in at once`;
      throw new FileFault({ row: 0, column: '', code: 'RANGE', message });
    }
    const without = new Set((query.without ?? '').split(',').map(Number));
    const kept = await this.parts.database.source.getRepository(RECORD_ENTITIES.sites).findBy({ deletedAt: IsNull() });
    const sites = kept.flatMap(({ id, name, lat, lon }) =>
      typeof lat === 'number' && typeof lon === 'number' ? [{ id, name: String(name), lat, lon }] : [],
    );
    const known = new Set(kept.map(({ id }) => id));
    const faults: FaultDto[] = [];
    const seen: PlaceDto[] = [];
    const rows = places.flatMap((place, n): FileRow[] => {
      const row = n + 1;
      const id = idOf(place);
      const near = sites
        .filter((site) => site.id !== id)
        .map((site) => ({ name: site.name, metres: haversine(site, place) }))
        .sort((a, b) => a.metres - b.metres)
        .find(({ metres }) => metres <= NEAR_M);
      seen.push({ row, name: place.name, lat: place.lat, lon: place.lon, near: near ?? null });
      if (without.has(row)) return [];
      const { values, given, faults: own } = siteRow(place, id, row, known.has(id));
      faults.push(...own);
      return [{ row, values, given }];
    });
    const plan: FilePlanDto = { ...NOTHING, kind: 'places', table: 'sites', places: seen };
    if (faults.length > 0) return { actId: null, says: '', plan: faulty(plan, faults) };
    return this.records(plan, 'sites', rows, query, how);
  }

  private async sheet(
    { json, text }: { readonly json: unknown; readonly text: string },
    query: FileQuery,
    { id, only }: { readonly id: string; readonly only: Only },
  ): Promise<FileTakenDto> {
    const fresh = sheetSize(json, text);
    const name = query.name.replace(/\.\w+$/, '').slice(0, 80);
    if (only === 'keep') {
      const createdAt = this.parts.clock.now().toISOString();
      await this.parts.database.write(async (manager) => {
        if (await manager.existsBy(MapLayerEntity, { id })) return;
        await manager.insert(MapLayerEntity, { id, name, geojson: text, shown: true, createdAt });
      });
    }
    return { actId: null, says: `Put “${name}” under the map`, plan: { ...NOTHING, kind: 'sheet', fresh } };
  }

  private says(query: FileQuery, plan: FilePlanDto): string {
    return `Loaded ${query.name}: ${counted(plan)}`.slice(0, SAYS_LENGTH);
  }
}

/** How a file begins, byte for byte as letters. */
async function headOf(path: string): Promise<string> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD_BYTES), 0, HEAD_BYTES, 0);
    return buffer
      .subarray(0, bytesRead)
      .toString('latin1')
      .replace(/^\xef\xbb\xbf/, '');
  } finally {
    await file.close();
  }
}

interface How {
  readonly id: string;
  readonly only: Only;
  readonly sent: string;
}

const firstOf = (differences: readonly DifferenceDto[]): readonly DifferenceDto[] =>
  differences.slice(0, FILE_LIMITS.differences);

function pick({ fresh, changed, same, differences }: TablePlan): Partial<FilePlanDto> {
  return { fresh, changed, same, differences: firstOf(differences) };
}

function refuseTooMany(rows: number): void {
  if (rows <= FILE_LIMITS.rows) return;
  const message = `it has ${rows} rows; at most ${FILE_LIMITS.rows} are taken in at once. Cut it into several files`;
  throw new FileFault({ row: 0, column: '', code: 'RANGE', message });
}

/** A place without an id of its own gets one from what it is, so that the same file twice makes one site. */
function idOf({ id, name, lat, lon }: PlaceIn): string {
  if (id !== null && RECORD_ID.test(id)) return id;
  const what = `${name}|${lat.toFixed(5)}|${lon.toFixed(5)}`;
  return `place-${createHash('sha256').update(what).digest('hex').slice(0, 16)}`;
}

/** A place as a row of the table of sites; of what a foreign file says besides, only our own columns count. */
function siteRow(
  place: PlaceIn,
  id: string,
  row: number,
  known: boolean,
): FileRow & { readonly faults: readonly FaultDto[] } {
  const own: Readonly<Record<string, unknown>> = {
    ...place.properties,
    id,
    name: place.name,
    lat: place.lat,
    lon: place.lon,
    ...(place.elevationM === null ? {} : { elevation_m: place.elevationM }),
  };
  const permission = typeof own['permission'] === 'string' || known ? {} : { permission: 'unknown' };
  const cells = { ...own, ...permission };
  const text = (name: string): string => {
    const value = cells[name as keyof typeof cells] as unknown;
    return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? String(value) : '';
  };
  const given = new Set(SITE_COLUMNS.filter(({ name }) => text(name) !== '').map(({ field }) => field));
  const columns = known ? SITE_COLUMNS.filter(({ field }) => given.has(field)) : SITE_COLUMNS;
  const { values, faults } = valuesOf(columns, text, row);
  return { row, values, given, faults };
}
