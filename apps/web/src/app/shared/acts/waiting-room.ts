import { Injectable } from '@angular/core';
import type { ActDto } from '@yewridge/contract/season';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** One act on its way to the server. */
export interface Waiting {
  readonly id: string;
  /** `undo` takes the act `undoes` back. */
  readonly undoes: string | null;
  readonly act: ActDto;
  /** When it was done, by this device's clock: a UTC instant. Acts of an earlier version of the app have none. */
  readonly at?: string;
}
/** Those that wait, those that stand aside, and those that met another's change. */
export type Room = 'outbox' | 'outbox.aside' | 'outbox.met' | 'outbox.missed';
/** Acts that were sent stay for a while, in the database alone. */
const SENT = 'outbox.sent';
const SENT_DAYS = 14;
const DAY_MS = 24 * 3600 * 1000;
export interface Guest {
  readonly id: string;
  readonly at?: string;
}

interface WaitingSchema extends DBSchema {
  acts: {
    key: [room: Room | typeof SENT, id: string];
    value: { readonly room: Room | typeof SENT; readonly id: string; readonly guest: Guest };
  };
  pictures: { key: string; value: Blob };
}
const NAME = 'yewridge-waiting';
/** What waits is never thrown away by a new version: a later one adds to these stores. */
const VERSION = 1;

/** Where a room lay before, and lies still: it is written before the tap that made the act is over. */
const keyOf = (room: Room): string => `yewridge.${room}`;

function lying(room: Room): readonly Guest[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(keyOf(room)) ?? '[]');
    return Array.isArray(list) ? (list as Guest[]) : [];
  } catch {
    return [];
  }
}

/** In the order they were made; those of one instant, or of an earlier version, as they lie. */
function inOrder<T extends Guest>(guests: readonly T[]): readonly T[] {
  return guests
    .map((guest, place) => ({ guest, place }))
    .sort((a, b) => (a.guest.at ?? '').localeCompare(b.guest.at ?? '') || a.place - b.place)
    .map(({ guest }) => guest);
}

/**
 * Keeps what waits to be sent, acts and pictures, through a closed page. Acts are written twice: at once where a page can wait for
 * it, and in the device's database, which holds more and outlives a full store of the first kind. What lies in either is found
 * again, each act once.
 */
@Injectable({ providedIn: 'root' })
export class WaitingRoom {
  #database: IDBPDatabase<WaitingSchema> | null = null;
  readonly #found = new Map<Room, readonly Guest[]>();
  /** Acts written to the database last, by room. */
  readonly #written = new Map<Room, ReadonlyMap<string, string>>();
  #writes: Promise<unknown> = Promise.resolve();

  /** Looks for what waits in the database; called once, before anything is sent. A device that has none goes on without. */
  async open(): Promise<void> {
    try {
      const database = await openDB<WaitingSchema>(NAME, VERSION, {
        upgrade: (fresh, from) => {
          if (from >= 1) return;
          fresh.createObjectStore('acts', { keyPath: ['room', 'id'] });
          fresh.createObjectStore('pictures');
        },
        blocking: (_current, _wanted, event) => {
          (event.target as IDBDatabase).close();
        },
      });
      for (const { room, guest } of await database.getAll('acts')) {
        if (room !== SENT) this.#found.set(room, [...(this.#found.get(room) ?? []), guest]);
      }
      for (const [room, guests] of this.#found) this.#written.set(room, written(guests));
      this.#database = database;
    } catch {
      this.#database = null;
    }
  }

  /** Whatever lies in a room, oldest first. */
  all(room: Room): readonly Guest[] {
    const here = lying(room);
    const ids = new Set(here.map(({ id }) => id));
    const found = (this.#found.get(room) ?? []).filter(({ id }) => !ids.has(id));
    return inOrder([...here, ...found]);
  }

  /** What lies in a room where other windows see it at once. */
  seen(room: Room): readonly Guest[] {
    return lying(room);
  }

  /** @returns whether this device keeps them; told again through `failed` where only the database could have. */
  keep(room: Room, guests: readonly Guest[], failed: () => void): boolean {
    this.#found.delete(room);
    this.#inDatabase(room, guests);
    let kept = true;
    try {
      localStorage.setItem(keyOf(room), JSON.stringify(guests));
    } catch {
      kept = false;
    }
    if (kept) return true;
    if (!this.#database) return false;
    this.#writes.catch(failed);
    return true;
  }

  /** An act that was sent stays for two weeks: should a backup be put back, it can be offered again. */
  async remember(guest: Waiting): Promise<void> {
    await this.#database?.put('acts', { room: SENT, id: guest.id, guest });
  }

  /** Acts of the last two weeks, oldest first; what is older goes. */
  async remembered(now: number): Promise<readonly Waiting[]> {
    const database = this.#database;
    if (!database) return [];
    const all = await database.getAll('acts', IDBKeyRange.bound([SENT, ''], [SENT, '\uffff']));
    const isOld = ({ at = '' }: Guest): boolean => !(Date.parse(at) > now - SENT_DAYS * DAY_MS);
    await Promise.all(all.filter(({ guest }) => isOld(guest)).map(({ id }) => database.delete('acts', [SENT, id])));
    return inOrder(all.flatMap(({ guest }) => (isOld(guest) ? [] : [guest as Waiting])));
  }

  /** One that was sent goes, or all of them: somebody else works here. */
  async forgetSent(id?: string): Promise<void> {
    const which = id === undefined ? IDBKeyRange.bound([SENT, ''], [SENT, '\uffff']) : IDBKeyRange.only([SENT, id]);
    await this.#database?.delete('acts', which);
  }

  /** Keeps a picture until it is sent. Rejects where this device keeps none. */
  async keepPicture(id: string, picture: Blob): Promise<void> {
    if (!this.#database) throw new Error('This device keeps no pictures.');
    await this.#database.put('pictures', picture, id);
  }

  async picture(id: string): Promise<Blob | null> {
    return (await this.#database?.get('pictures', id)) ?? null;
  }

  /** Ids of the pictures that wait here. */
  async pictureIds(): Promise<readonly string[]> {
    return (await this.#database?.getAllKeys('pictures')) ?? [];
  }

  async forgetPicture(id: string): Promise<void> {
    await this.#database?.delete('pictures', id);
  }

  /** Act by act: another window may have put its own there. */
  #inDatabase(room: Room, guests: readonly Guest[]): void {
    const database = this.#database;
    if (!database) return;
    const [before, now] = [this.#written.get(room) ?? new Map<string, string>(), written(guests)];
    this.#written.set(room, now);
    const put = guests.filter(({ id }) => before.get(id) !== now.get(id));
    const gone = [...before.keys()].filter((id) => !now.has(id));
    if (put.length + gone.length === 0) return;
    this.#writes = this.#writes
      .catch(() => undefined)
      .then(async () => {
        const transaction = database.transaction('acts', 'readwrite');
        await Promise.all([
          ...put.map((guest) => transaction.store.put({ room, id: guest.id, guest })),
          ...gone.map((id) => transaction.store.delete([room, id])),
          transaction.done,
        ]);
      });
    this.#writes.catch(() => undefined);
  }
}

const written = (guests: readonly Guest[]): ReadonlyMap<string, string> =>
  new Map(guests.map((guest) => [guest.id, JSON.stringify(guest)]));
