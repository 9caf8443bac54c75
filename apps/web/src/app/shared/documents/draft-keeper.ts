import { Injectable } from '@angular/core';

/** What has been typed and not yet been acknowledged by the server. */
export interface Draft<T = unknown> {
  readonly revision: number;
  readonly document: T;
}

const PREFIX = 'yewridge.draft.';
const TAB_KEY = 'yewridge.tab';

/**
 * Keeps unsaved work of this tab through a crash, a reload or a server that is away. Each tab has its own, so that two
 * tabs on one design do not overwrite each other.
 */
@Injectable({ providedIn: 'root' })
export class DraftKeeper {
  readonly #tab = this.#tabName();

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

  /** This tab's draft, or one that a tab left behind. */
  find<T>(id: string): Draft<T> | null {
    try {
      const own = localStorage.getItem(this.#key(id));
      if (own) return JSON.parse(own) as Draft<T>;
      const left = Object.keys(localStorage).find((key) => key.startsWith(`${PREFIX}${id}.`));
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

  #tabName(): string {
    try {
      const kept = sessionStorage.getItem(TAB_KEY) ?? crypto.randomUUID();
      sessionStorage.setItem(TAB_KEY, kept);
      return kept;
    } catch {
      return 'this';
    }
  }
}
