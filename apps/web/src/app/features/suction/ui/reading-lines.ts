import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import { WorkingButton } from '../../../shared/layout/working-button';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import type { Line } from '../data/readings-view';

/** Readings as sentences, each with its working behind the `f`. */
@Component({
  selector: 'yw-reading-lines',
  imports: [WorkingButton, WorkingPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (line of lines(); track line.id) {
    <div class="reading">
      <p>
        @for (piece of line.pieces; track $index) {
          @if ('big' in piece) {
            <b>{{ piece.big }}</b>
          } @else {
            <span>{{ piece.small }}</span>
          }
        }
      </p>
      <yw-working-button [of]="line.id" [open]="open(line.id)" (toggled)="toggle(line.id)" />
    </div>
    @if (open(line.id)) {
      <yw-working-panel [working]="line.working" />
    }
  }`,
  styles: `
    .reading {
      display: flex;
      align-items: center;
      gap: var(--s2);
      padding: 4px 0;
    }
    p {
      flex: 1;
      margin: 0;
      color: var(--ink-2);
      line-height: 1.4;
    }
    b {
      color: var(--ink);
      font: 600 19px / 1.2 var(--head);
      font-feature-settings: 'lnum' 1;
    }
  `,
})
export class ReadingLines {
  readonly lines = input.required<readonly Line[]>();
  /** All opened at once, from the head of the panel. */
  readonly all = input(false);

  readonly #opened = signal<ReadonlySet<string>>(new Set());

  protected open(id: string): boolean {
    return this.all() !== this.#opened().has(id);
  }

  protected toggle(id: string): void {
    this.#opened.update((opened) => {
      const next = new Set(opened);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }
}
