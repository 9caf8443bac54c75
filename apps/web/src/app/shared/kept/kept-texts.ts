import { Injectable } from '@angular/core';

const PREFIX = 'yewridge.texts.';

/**
 * What was typed into fields and could not be used, so that it is there again when its row is opened or the page is
 * reloaded. Provided by the page that owns the fields; kept as long as the tab.
 */
@Injectable()
export class KeptTexts {
  #scope = '';
  #texts = new Map<string, string>();

  /** Begins with what was kept for this record. */
  open(scope: string): void {
    this.#scope = PREFIX + scope;
    try {
      const kept = JSON.parse(sessionStorage.getItem(this.#scope) ?? '[]') as [string, string][];
      this.#texts = new Map(kept);
    } catch {
      this.#texts = new Map();
    }
  }

  find(field: string): string | null {
    return this.#texts.get(field) ?? null;
  }

  /** Keeps a text, or forgets it with `null`. */
  keep(field: string, text: string | null): void {
    if (text === null ? !this.#texts.delete(field) : this.#texts.get(field) === text) return;
    if (text !== null) this.#texts.set(field, text);
    try {
      sessionStorage.setItem(this.#scope, JSON.stringify([...this.#texts]));
    } catch {
      // Storage refused: the texts last until the page is closed.
    }
  }
}
