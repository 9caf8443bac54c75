import { DOCUMENT } from '@angular/common';
import { inject, Injectable, signal } from '@angular/core';
import { readChoice, writeChoice } from '../kept/kept-choice';

export const THEMES = ['day', 'night', 'dusk'] as const;
export type Theme = (typeof THEMES)[number];

const KEY = 'yewridge.theme';

/** Day, night, or dim red on black for the tree at dusk. */
@Injectable({ providedIn: 'root' })
export class ThemeChoice {
  readonly #theme = signal<Theme>(readChoice(KEY, THEMES) ?? 'day');
  readonly theme = this.#theme.asReadonly();

  readonly #root = inject(DOCUMENT).documentElement;

  constructor() {
    this.#root.dataset['theme'] = this.#theme();
  }

  choose(theme: Theme): void {
    // The page first: whoever follows the signal reads the colours of the new light.
    this.#root.dataset['theme'] = theme;
    this.#theme.set(theme);
    writeChoice(KEY, theme);
  }
}
