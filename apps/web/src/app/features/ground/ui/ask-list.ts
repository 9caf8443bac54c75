import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { AskRow } from '../data/next-words';

/** Whom to ask, those whose no would cost most first; ticked ones get a letter. */
@Component({
  selector: 'yw-ask-list',
  imports: [MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul aria-label="Whom to ask">
      @for (row of rows(); track row.id) {
        <li>
          <mat-checkbox [checked]="ticked().has(row.id)" (change)="toggled.emit(row.id)">
            <span class="who">{{ row.name }}</span>
          </mat-checkbox>
          <span class="cost">{{ row.cost }}</span>
          <span class="places">{{ row.places }}</span>
          @if (!row.gains) {
            <i [style.width.px]="row.bar"></i>
          }
        </li>
      }
    </ul>
    @if (unowned() !== '') {
      <p><strong>Owner not noted:</strong> {{ unowned() }}</p>
    }
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      padding: 2px 0 4px;
      border-top: 1px solid var(--rule);
      align-items: center;
    }
    .who,
    .cost {
      font-weight: 600;
    }
    .cost {
      text-align: right;
    }
    .places {
      padding-left: 40px;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    i {
      justify-self: end;
      height: 5px;
      max-width: 80px;
      background: var(--clay);
    }
    p {
      margin: 4px 0 0;
      font-size: var(--t-xs);
    }
  `,
})
export class AskList {
  readonly rows = input.required<readonly AskRow[]>();
  readonly unowned = input.required<string>();
  readonly ticked = input.required<ReadonlySet<string>>();
  readonly toggled = output<string>();
}
