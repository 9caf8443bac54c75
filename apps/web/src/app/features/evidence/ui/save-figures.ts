import { DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { chartTheme } from '../../../shared/charts/chart-theme';
import { saveBlob } from '../../../shared/print/save-blob';
import { asPng, effectsFigure, type Figure, fillFigure, placesFigure, yearsFigure } from '../data/figures';
import type { Answers } from '../data/evidence-said';
import { csvOf, effectsTable, placesTable, staysTable, type Table, yearsTable } from '../data/tables';

const ITEMS = [
  { id: 'places', name: 'Places', figure: true },
  { id: 'differences', name: 'What makes a difference', figure: true },
  { id: 'years', name: 'Years', figure: true },
  { id: 'filling', name: 'How long it takes', figure: true },
  { id: 'stays', name: 'The stays behind it', figure: false },
] as const;
type Item = (typeof ITEMS)[number]['id'];

/** Tables as CSV; figures as drawings and as pictures. */
@Component({
  selector: 'yw-save-figures',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul aria-label="Files to take along">
      @for (item of items; track item.id) {
        <li>
          <span>{{ item.name }}</span>
          @if (item.id !== 'filling') {
            <button
              mat-stroked-button
              type="button"
              [attr.aria-label]="item.name + ' as CSV'"
              (click)="saveTable(item.id)"
            >
              CSV
            </button>
          }
          @if (item.figure) {
            <button
              mat-stroked-button
              type="button"
              [attr.aria-label]="item.name + ' as SVG'"
              (click)="saveSvg(item.id)"
            >
              SVG
            </button>
            <button
              mat-stroked-button
              type="button"
              [attr.aria-label]="item.name + ' as PNG'"
              (click)="savePng(item.id)"
            >
              PNG
            </button>
          }
        </li>
      }
    </ul>
    <p role="status">{{ says() }}</p>
  `,
  styles: `
    :host {
      display: block;
      padding: 0 12px 8px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 6px;
      align-items: center;
      padding: 3px 0;
      font-size: var(--t-s);
    }
    span {
      flex: 1;
    }
    p {
      min-height: 18px;
      color: var(--ink-2);
      font-size: var(--t-s);
    }
  `,
})
export class SaveFigures {
  readonly #root = inject(DOCUMENT).documentElement;
  readonly answers = input.required<Answers>();

  protected readonly items = ITEMS;
  protected readonly says = signal('');

  protected async saveTable(item: Item): Promise<void> {
    const table = this.#table(item);
    if (!table) {
      this.#wait();
      return;
    }
    saveBlob(new Blob([await csvOf(table)], { type: 'text/csv' }), `evidence-${table.name}.csv`);
  }
  protected saveSvg(item: Item): void {
    const figure = this.#figure(item);
    if (!figure) {
      this.#wait();
      return;
    }
    saveBlob(new Blob([figure.svg], { type: 'image/svg+xml' }), `evidence-${figure.name}.svg`);
  }
  protected async savePng(item: Item): Promise<void> {
    const figure = this.#figure(item);
    if (!figure) {
      this.#wait();
      return;
    }
    try {
      saveBlob(await asPng(figure), `evidence-${figure.name}.png`);
    } catch {
      this.says.set('This browser cannot draw the picture: save the SVG.');
    }
  }

  #wait(): void {
    this.says.set('Still being worked out: ask again in a moment.');
  }
  #table(item: Item): Table | null {
    const { evidence, places, years, effects, asked, groups } = this.answers();
    switch (item) {
      case 'places':
        return placesTable(places, groups);
      case 'years':
        return yearsTable(years);
      case 'differences':
        return effects && effectsTable(effects, asked);
      case 'stays':
        return staysTable(evidence);
      case 'filling':
        return null;
    }
  }
  #figure(item: Item): Figure | null {
    const palette = chartTheme(this.#root);
    const { places, years, filling, effects, asked, groups } = this.answers();
    switch (item) {
      case 'places':
        return placesFigure(places, groups, palette);
      case 'years':
        return yearsFigure(years, palette);
      case 'differences':
        return effects && effectsFigure(effects, asked, palette);
      case 'filling':
        return fillFigure(filling, groups, palette);
      case 'stays':
        return null;
    }
  }
}
