import type {
  ChangesDto,
  FieldRowDto,
  FieldTable,
  PastLooksDto,
  RowChangeDto,
  ToldDto,
} from '@yewridge/contract/field';
import { CHANGES_PAGE, FIELD_TABLES } from '@yewridge/contract/field';
import type { WorkspaceDto } from '@yewridge/contract/shared';
import { type DBSchema, type IDBPDatabase, type IDBPObjectStore, openDB } from 'idb';

type Row = FieldRowDto[FieldTable];

/** What is kept beside the rows. */
export interface ReplicaNotes {
  /** Whose rows these are, and the number reached. */
  readonly reached: { readonly edition: string; readonly seq: number; readonly whole: boolean };
  readonly past: PastLooksDto;
  readonly told: ToldDto;
  /** The workspace as it was last told, and how far the server's clock was ahead of this device's, ms. */
  readonly workspace: { readonly workspace: WorkspaceDto; readonly aheadMs: number };
  /** When the server was last heard, by its own clock: a UTC instant. */
  readonly asOf: string;
}

interface ReplicaSchema extends DBSchema {
  /** Changes as they were read, page by page, in that order: two thousand rows are written at once, and read at once. */
  pages: { key: number; value: readonly RowChangeDto[] };
  notes: { key: string; value: unknown };
  /** Pictures, small, by the id of their photo. */
  small: { key: string; value: Blob };
}

export type ReplicaRows = ReadonlyMap<FieldTable, ReadonlyMap<string, Row>>;

const NAME = 'yewridge-field';
/** Of the way rows lie here; another makes the replica anew, which loses nothing: what waits to be sent is not in it. */
const VERSION = 2;
type Stores = ('pages' | 'notes' | 'small')[];
const STORES: Stores = ['pages', 'notes', 'small'];
/** More pages than that are folded up. */
const MOST_PAGES = 60;

/**
 * The rows a device takes along, in its own database. Written page by page, each in one transaction with the number it reached:
 * what stops half way goes on from there.
 */
export class Replica {
  private constructor(private readonly database: IDBPDatabase<ReplicaSchema>) {}

  /** Rejects where this device refuses to keep anything: a private window. */
  static async open(name = NAME): Promise<Replica> {
    const database = await openDB<ReplicaSchema>(name, VERSION, {
      upgrade: (fresh) => {
        for (const store of [...fresh.objectStoreNames]) fresh.deleteObjectStore(store);
        fresh.createObjectStore('pages', { autoIncrement: true });
        fresh.createObjectStore('notes');
        fresh.createObjectStore('small');
      },
      // Another window has a newer app, or wipes: it is not to wait for this one.
      blocking: (_current, _wanted, event) => {
        (event.target as IDBDatabase).close();
      },
    });
    return new Replica(database);
  }

  close(): void {
    this.database.close();
  }

  async note<K extends keyof ReplicaNotes>(key: K): Promise<ReplicaNotes[K] | null> {
    return ((await this.database.get('notes', key)) as ReplicaNotes[K] | undefined) ?? null;
  }

  async write<K extends keyof ReplicaNotes>(key: K, note: ReplicaNotes[K]): Promise<void> {
    await this.database.put('notes', note, key);
  }

  /** A page of the feed, and that it was read. Rows of another edition go first. */
  async take({ edition, anew, seq, more, changes }: ChangesDto): Promise<void> {
    const { pages, notes, small, done } = this.writing();
    if (anew) await Promise.all([pages.clear(), small.clear()]);
    const reached: ReplicaNotes['reached'] = { edition, seq, whole: !more };
    const added = changes.length > 0 ? [pages.add(changes)] : [];
    await Promise.all([...added, notes.put(reached, 'reached'), done]);
    if ((await this.pageCount()) > MOST_PAGES) await this.foldUp();
  }

  /** Nothing of it stays. */
  async wipe(): Promise<void> {
    const { pages, notes, small, done } = this.writing();
    await Promise.all([pages.clear(), notes.clear(), small.clear(), done]);
  }

  /** Pages the rows lie on. */
  pageCount(): Promise<number> {
    return this.database.count('pages');
  }

  async rows(): Promise<Map<FieldTable, Map<string, Row>>> {
    const tables = new Map<FieldTable, Map<string, Row>>(FIELD_TABLES.map((table) => [table, new Map()]));
    for (const changes of await this.database.getAll('pages')) {
      for (const { table, id, row } of changes) {
        if (row === null) tables.get(table)?.delete(id);
        else tables.get(table)?.set(id, row);
      }
    }
    return tables;
  }

  /** A small picture, unless the rows it belongs to are gone. @returns whether it lies here now. */
  async keepSmall(id: string, picture: Blob, edition: string): Promise<boolean> {
    const { notes, small, done } = this.writing();
    const reached = (await notes.get('reached')) as ReplicaNotes['reached'] | undefined;
    if (reached?.edition !== edition) {
      await done;
      return false;
    }
    await Promise.all([small.put(picture, id), done]);
    return true;
  }
  async small(id: string): Promise<Blob | null> {
    return (await this.database.get('small', id)) ?? null;
  }
  smallIds(): Promise<readonly string[]> {
    return this.database.getAllKeys('small');
  }
  async dropSmall(ids: readonly string[]): Promise<void> {
    const { small, done } = this.writing();
    await Promise.all([...ids.map((id) => small.delete(id)), done]);
  }

  /** Many small pages become few: what a row was before it changed goes. */
  private async foldUp(): Promise<void> {
    const rows = [...(await this.rows())].flatMap(([table, kept]) =>
      [...kept].map(([id, row]): RowChangeDto => ({ table, id, row })),
    );
    const { pages, done } = this.writing();
    const adds: Promise<unknown>[] = [pages.clear()];
    for (let n = 0; n < rows.length; n += CHANGES_PAGE) adds.push(pages.add(rows.slice(n, n + CHANGES_PAGE)));
    await Promise.all([...adds, done]);
  }

  /** What a crash takes is read again. */
  private writing(): {
    readonly pages: IDBPObjectStore<ReplicaSchema, Stores, 'pages', 'readwrite'>;
    readonly notes: IDBPObjectStore<ReplicaSchema, Stores, 'notes', 'readwrite'>;
    readonly small: IDBPObjectStore<ReplicaSchema, Stores, 'small', 'readwrite'>;
    readonly done: Promise<void>;
  } {
    const transaction = this.database.transaction(STORES, 'readwrite', { durability: 'relaxed' });
    return {
      pages: transaction.objectStore('pages'),
      notes: transaction.objectStore('notes'),
      small: transaction.objectStore('small'),
      done: transaction.done,
    };
  }
}
