import { DOCUMENT } from '@angular/common';
import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** One key of the app. `sequence` is what is pressed: `n`, `g b`, `Ctrl+z`. */
export interface KeyAction {
  readonly sequence: string;
  readonly says: string;
  readonly run: () => void;
}

const SEQUENCE_MS = 1200;

/** A letter in a field or a list is meant for it. */
function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      ['INPUT', 'TEXTAREA'].includes(target.tagName) ||
      ['combobox', 'listbox', 'option'].includes(target.getAttribute('role') ?? ''))
  );
}

function nameOf(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (event.ctrlKey || event.metaKey) return `Ctrl+${event.shiftKey ? 'Shift+' : ''}${key}`;
  return key;
}

/** The keys that work now. Pages add theirs while they are open; plain letters rest while someone types. */
@Injectable({ providedIn: 'root' })
export class KeyMap {
  readonly #actions = signal<readonly KeyAction[]>([]);
  readonly actions = this.#actions.asReadonly();
  #started: { key: string; at: number } | null = null;

  constructor() {
    const document = inject(DOCUMENT);
    const listen = (event: KeyboardEvent): void => {
      this.#pressed(event);
    };
    document.addEventListener('keydown', listen);
    inject(DestroyRef).onDestroy(() => {
      document.removeEventListener('keydown', listen);
    });
  }

  /** Adds keys until `owner` is destroyed. */
  add(actions: readonly KeyAction[], owner: DestroyRef): void {
    this.#actions.update((all) => [...all, ...actions]);
    owner.onDestroy(() => {
      this.#actions.update((all) => all.filter((one) => !actions.includes(one)));
    });
  }

  #pressed(event: KeyboardEvent): void {
    if (event.defaultPrevented || event.altKey || event.key === 'Shift' || event.key === 'Control') return;
    const name = nameOf(event);
    if (isTyping(event.target) && !name.startsWith('Ctrl+')) return;
    const begun = this.#started && event.timeStamp - this.#started.at < SEQUENCE_MS ? `${this.#started.key} ` : '';
    this.#started = null;
    const action = this.#find(begun + name) ?? this.#find(name);
    if (action) {
      event.preventDefault();
      action.run();
    } else if (this.#actions().some(({ sequence }) => sequence.startsWith(`${name} `))) {
      this.#started = { key: name, at: event.timeStamp };
    }
  }

  #find(sequence: string): KeyAction | undefined {
    return this.#actions().findLast((one) => one.sequence === sequence);
  }
}
