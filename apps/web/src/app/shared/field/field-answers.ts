import type { DesignDto } from '@yewridge/contract/bench';
import type { CallRigDto } from '@yewridge/contract/callouts';
import { type FieldRowDto, type FieldShelfRows, type FieldTable, staysAtTheTable } from '@yewridge/contract/field';
import {
  type ActDto,
  RECORD_PAGE,
  type RecordDto,
  type RecordPageDto,
  TABLE_NAMES,
  type TableName,
} from '@yewridge/contract/season';
import { KEPT_PAGE, type KeptPageDto, type KeptDto, type WorkspaceDto } from '@yewridge/contract/shared';
import { TRAP_PAGE, type TrapPageDto } from '@yewridge/contract/stores';
import { callRig, type FieldNow, FieldViews, nextNumber, RecordShelf } from '@yewridge/core/field';
import type { Shade } from '@yewridge/core/season';
import { DateTime } from 'luxon';
import { asTold } from '../acts/as-told';
import { wallAt } from '../workspace/wall-clock';
import type { ReplicaNotes, ReplicaRows } from './replica';

/** What was done on this device and is not among the rows yet. */
export interface NotYetThere {
  /** Records as acts of this device made them, acknowledged. */
  readonly made: readonly { readonly table: TableName; readonly record: RecordDto<TableName> }[];
  /** Acts that wait to be sent, oldest first. */
  readonly waiting: readonly ActDto[];
}
export interface FieldQuestion {
  /** After the API's base: `rounds/due`. */
  readonly path: string;
  readonly params: Readonly<Record<string, string>>;
  readonly notYet: NotYetThere;
}
/** What work needs of rigs, by id and revision. */
export type RigsRead = Map<string, CallRigDto>;
export type Known = Pick<ReplicaNotes, 'past' | 'told' | 'workspace'>;

/** What a device answers in place of a server that it cannot reach; `undefined` for what needs the server. */
export class FieldAnswers {
  #made: { readonly key: string; readonly views: Views } | null = null;

  constructor(
    private readonly rows: ReplicaRows,
    private readonly known: Known,
    private readonly rigs: RigsRead,
  ) {}

  /** @param clock ms of this device's clock. */
  answer(question: FieldQuestion, clock: number): unknown {
    const workspace = this.workspace(clock);
    const [place = '', ...rest] = question.path.split('/');
    const { told } = this.known;
    const ask: Ask = {
      question,
      rest,
      workspace,
      told,
      rigs: () => this.rigsByName(),
      views: () => this.views(question.notYet, workspace),
    };
    return ANSWERS[place]?.(ask);
  }

  /** The workspace as it was told, its time carried on by this device's clock; the demo's stands still. */
  private workspace(clock: number): WorkspaceDto {
    const { workspace, aheadMs } = this.known.workspace;
    return workspace.kind === 'demo' ? workspace : { ...workspace, now: new Date(clock + aheadMs).toISOString() };
  }

  private rigsByName(): readonly CallRigDto[] {
    const kept = [...listOf(this.rows, 'rigs')].sort((a, b) => up(a.document.name, b.document.name));
    return kept.map(({ id, revision, document }) => {
      const key = `${id} ${revision}`;
      const rig = this.rigs.get(key) ?? callRig(id, document);
      this.rigs.set(key, rig);
      return rig;
    });
  }

  private views(notYet: NotYetThere, workspace: WorkspaceDto): Views {
    const now = nowIn(workspace);
    const key = JSON.stringify([now.minute, notYet]);
    if (this.#made?.key !== key) this.#made = { key, views: new Views(this.told(notYet), this.known, now) };
    return this.#made.views;
  }

  /** Rows as they will be once everything done here is kept. */
  private told({ made, waiting }: NotYetThere): ReplicaRows {
    const touched = new Set<TableName>(made.map(({ table }) => table));
    for (const { changes } of waiting) for (const { table } of changes) touched.add(table);
    const tables = new Map(this.rows);
    for (const table of touched) {
      if (staysAtTheTable(table)) continue;
      const own = made.flatMap((one) => (one.table === table ? [one.record] : []));
      const rows = [...(this.rows.get(table)?.values() ?? [])] as unknown as readonly RecordDto<typeof table>[];
      const now = asTold(table, rows, { made: own, waiting });
      tables.set(table, new Map(now.map((row) => [row.id, row])) as never);
    }
    return tables;
  }
}

function nowIn({ now, timeZone, hemisphere }: WorkspaceDto): FieldNow {
  const minute = wallAt(new Date(now), timeZone);
  return {
    today: minute.slice(0, 10),
    minute,
    hemisphere,
    offset: (date, zone) => DateTime.fromISO(`${date}T12:00`, { zone: zone ?? timeZone }).offset,
  };
}

/** The views of one moment, and the rows they were made of. */
class Views extends FieldViews<FieldShelfRows> {
  readonly rows: ReplicaRows;

  constructor(rows: ReplicaRows, { past, told }: Known, now: FieldNow) {
    const lists = Object.fromEntries([...rows].map(([table, kept]) => [table, [...kept.values()]]));
    const traps = listOf(rows, 'traps').map(({ trap }) => trap);
    super(
      new RecordShelf<FieldShelfRows>({ ...lists, traps } as never, past),
      { scouts: told.scouts, sensors: new Map(told.sensors) },
      now,
    );
    this.rows = rows;
  }
}

interface Ask {
  readonly question: FieldQuestion;
  /** Parts of the path after its first. */
  readonly rest: readonly string[];
  readonly workspace: WorkspaceDto;
  readonly views: () => Views;
  readonly told: Known['told'];
  readonly rigs: () => readonly CallRigDto[];
}

function listOf<T extends FieldTable>(rows: ReplicaRows, table: T): readonly FieldRowDto[T][] {
  return [...(rows.get(table)?.values() ?? [])] as never;
}
const isTable = (word: string): word is TableName => (TABLE_NAMES as readonly string[]).includes(word);
const up = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

const ANSWERS: Readonly<Partial<Record<string, (ask: Ask) => unknown>>> = {
  workspace: ({ rest, workspace }) => (rest.length === 0 ? workspace : undefined),
  today: ({ rest: [what], question, views }) => {
    if (what === undefined) return views().day();
    return what === 'season' ? views().sheet((question.params['exposure'] ?? 'partSun') as Shade) : undefined;
  },
  rounds: ({ rest: [what], question: { params }, views }) => {
    const { from, to } = params;
    if (what === 'due') return views().due();
    if (what === 'summary') return views().summary();
    return what === 'ribbon' && from !== undefined && to !== undefined ? views().ribbon({ from, to }) : undefined;
  },
  evidence: ({ rest, views }) => (rest.length === 0 ? { ...views().evidence(), keeper: null } : undefined),
  ground: ({ rest: [what, id], views }) => {
    if (what === undefined) return views().ground();
    if (what !== 'layers') return undefined;
    const layers = listOf(views().rows, 'layers');
    if (id === undefined) return { items: layers.map(({ geojson: _, ...layer }) => layer) };
    return layers.find((one) => one.id === id);
  },
  catches: ({ rest: [what, part], views }) => {
    if (what === 'board') return views().board();
    if (what === 'track') return views().track();
    return what !== undefined && part === 'plan' ? views().plan(what) : undefined;
  },
  callouts: ({ rest: [id, part], views, rigs }) => {
    if (part !== undefined) return undefined;
    const { layouts: _, ...seen } = views().calls();
    if (id !== undefined) return seen.calls.find(({ call }) => call.id === id);
    return { ...seen, rigs: rigs() };
  },
  traps: ({ rest: [id, part], question: { params }, views }) => {
    const { rows } = views();
    if (part !== undefined) return undefined;
    return id === undefined ? trapPage(rows, params) : rows.get('traps')?.get(id);
  },
  readings: ({ rest, question: { params }, told }) => {
    const { deviceId, from = '' } = params;
    const sensor = told.sensors.map(([, one]) => one).find((one) => one.deviceId === deviceId);
    if (rest.length > 0 || !sensor) return undefined;
    const items = sensor.told.filter(({ at }) => at >= from);
    return { items: items.map((one, n) => ({ ...one, seq: n + 1, deviceId: sensor.deviceId })) };
  },
  designs: (ask) => keptAnswer(ask, 'designs'),
  rigs: (ask) => keptAnswer(ask, 'rigs'),
  records: ({ rest: [table = '', id, part], question: { params }, views }) => {
    if (!isTable(table) || staysAtTheTable(table) || part !== undefined) return undefined;
    const rows = listOf(views().rows, table) as unknown as readonly RecordDto<TableName>[];
    return id === undefined ? recordPage(rows, params) : rows.find((row) => row.id === id);
  },
};

function keptAnswer({ rest: [id, part], question: { params }, views }: Ask, table: 'designs' | 'rigs'): unknown {
  if (part !== undefined) return undefined;
  const { rows } = views();
  if (id !== undefined) return rows.get(table)?.get(id);
  const all = [...(rows.get(table)?.values() ?? [])] as unknown as readonly DesignDto[];
  return keptPage(all, params);
}

/** A page of documents as the server gives it: by name, or by when they were kept last. */
function keptPage<T extends { readonly name: string }>(
  all: readonly KeptDto<T>[],
  { search = '', sort = 'name', limit, offset }: Readonly<Partial<Record<string, string>>>,
): KeptPageDto<T> {
  const way = sort.startsWith('-') ? -1 : 1;
  const of = ({ document, updatedAt }: KeptDto<T>): string => (sort.endsWith('name') ? document.name : updatedAt);
  const found = all
    .filter(({ document }) => document.name.toLowerCase().includes(search.toLowerCase()))
    .sort((a, b) => way * up(of(a), of(b)) || up(a.document.name, b.document.name) || up(a.id, b.id));
  return paged(found, limit, offset, KEPT_PAGE.defaultLimit);
}

function trapPage(
  rows: ReplicaRows,
  { search = '', design, limit, offset }: Readonly<Partial<Record<string, string>>>,
): TrapPageDto {
  const all = listOf(rows, 'traps').map(({ trap }) => trap);
  const found = all
    .filter(({ document }) => document.number.toLowerCase().includes(search.toLowerCase()))
    .filter(({ designId }) => design === undefined || designId === design)
    .sort((a, b) => up(a.document.number, b.document.number));
  const next = nextNumber(all.map(({ document }) => document.number));
  return { ...paged(found, limit, offset, TRAP_PAGE.defaultLimit), nextNumber: next };
}

/** Records whose fields are equal to what is asked, sorted by one of them. */
function recordPage(
  all: readonly RecordDto<TableName>[],
  { sort = 'id', limit, offset, bin, ...where }: Readonly<Partial<Record<string, string>>>,
): RecordPageDto<TableName> | undefined {
  // What lies in the bin is not taken along.
  if (bin === 'true') return undefined;
  const field = sort.replace(/^-/, '');
  const way = sort.startsWith('-') ? -1 : 1;
  const read = (row: RecordDto<TableName>, name: string): unknown =>
    (row as unknown as Readonly<Record<string, unknown>>)[name] ?? null;
  const found = all
    .filter((row) => Object.entries(where).every(([name, value]) => String(read(row, name)) === value))
    .sort((a, b) => way * (compared(read(a, field), read(b, field)) || up(a.id, b.id)));
  return paged(found, limit, offset, RECORD_PAGE.defaultLimit);
}

/** As a database sorts: what nobody said first, then by size. */
function compared(a: unknown, b: unknown): number {
  if (a === null || b === null) return Number(a !== null) - Number(b !== null);
  return typeof a === 'string' && typeof b === 'string' ? up(a, b) : Number(a) - Number(b);
}

function paged<T>(
  found: readonly T[],
  limitText: string | undefined,
  offsetText: string | undefined,
  usual: number,
): { readonly items: readonly T[]; readonly total: number; readonly limit: number; readonly offset: number } {
  const [limit, offset] = [Number(limitText ?? usual), Number(offsetText ?? 0)];
  return { items: found.slice(offset, offset + limit), total: found.length, limit, offset };
}
