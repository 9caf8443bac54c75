import { DestroyRef, inject, Injectable } from '@angular/core';

/** What has been typed and not yet been acknowledged by the server. */
export interface Draft<T = unknown> {
  readonly revision: number;
  readonly document: T;
}

const PREFIX = 'yewridge.draft.';
const TAB_KEY = 'yewridge.tab';
const LOCK = 'yewridge.tab.';

/**
 * Keeps unsaved work of this tab through a crash, a reload or a server that is away. Each tab has its own, so that two
 * tabs on one design do not overwrite each other. A draft is taken over only from a tab that is gone: every tab holds a lock
 * of its name for as long as it lives, and the browser lets it go when the tab closes or crashes.
 */
@Injectable({ providedIn: 'root' })
export class DraftKeeper {
  #tab = this.#tabName();
  /** Other tabs that live, as last asked, and those heard since. */
  #living: ReadonlySet<string> = new Set();

  constructor() {
    const heard = ({ key }: StorageEvent): void => {
      // Only other tabs are heard: whoever writes a draft lives.
      if (key?.startsWith(PREFIX)) this.#living = new Set([...this.#living, key.slice(key.lastIndexOf('.') + 1)]);
    };
    window.addEventListener('storage', heard);
    inject(DestroyRef).onDestroy(() => {
      window.removeEventListener('storage', heard);
    });
  }

  /** Takes this tab's name, or another where it is a copy of a tab that lives, and asks who else is there. */
  async join(): Promise<void> {
    if (!('locks' in navigator)) return;
    if (!(await this.#hold(this.#tab))) {
      this.#tab = this.#tabName(true);
      await this.#hold(this.#tab);
    }
    await this.#ask();
  }

  keep(id: string, draft: Draft): void {
    try {
      localStorage.setItem(this.#key(id), JSON.stringify(draft));
    } catch {
      // Storage refused: the work is still in the page and on its way to the server.
    }
  }

  forget(id: string): void {
    try {
      localStorage.removeItem(this.#key(id));
    } catch {
      // Nothing was kept either.
    }
  }

  /** This tab's draft, or one that a tab that is gone left behind. */
  find<T>(id: string): Draft<T> | null {
    // For the next time: a tab may have gone since.
    void this.#ask();
    try {
      const own = localStorage.getItem(this.#key(id));
      if (own) return JSON.parse(own) as Draft<T>;
      const mine = `${PREFIX}${id}.`;
      const left = Object.keys(localStorage).find(
        (key) => key.startsWith(mine) && !this.#living.has(key.slice(mine.length)),
      );
      const draft = left ? localStorage.getItem(left) : null;
      if (left) localStorage.removeItem(left);
      return draft ? (JSON.parse(draft) as Draft<T>) : null;
    } catch {
      return null;
    }
  }

  #key(id: string): string {
    return `${PREFIX}${id}.${this.#tab}`;
  }

  /** Holds the lock of a name until this tab is gone. @returns false where a tab that lives has it. */
  #hold(tab: string): Promise<boolean> {
    return new Promise((answer) => {
      void navigator.locks
        .request(LOCK + tab, { ifAvailable: true }, (lock) => {
          answer(lock !== null);
          return lock === null ? undefined : new Promise<never>(() => undefined);
        })
        .catch(() => {
          answer(true);
        });
    });
  }

  async #ask(): Promise<void> {
    if (!('locks' in navigator)) return;
    const { held = [] } = await navigator.locks.query().catch(() => ({ held: [] }));
    const tabs = held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : []));
    this.#living = new Set(tabs.filter((tab) => tab !== this.#tab));
  }

  #tabName(anew = false): string {
    try {
      const kept = (anew ? null : sessionStorage.getItem(TAB_KEY)) ?? crypto.randomUUID();
      sessionStorage.setItem(TAB_KEY, kept);
      return kept;
    } catch {
      return 'this';
    }
  }
}
