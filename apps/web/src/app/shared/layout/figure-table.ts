import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';

/** What stands in a cell, where that is more than a text. */
export interface Cell {
  readonly text: string;
  /** In the weight of what is looked for. */
  readonly strong?: boolean;
  /** Something is wrong with it. */
  readonly bad?: boolean;
  /** Smaller, under it. */
  readonly also?: readonly string[];
  readonly link?: readonly string[];
}
export interface FigureColumn {
  readonly id: string;
  readonly name: string;
  /** Ends at one edge, as figures do. */
  readonly figure?: boolean;
  /** Where what it shows has its page. */
  readonly link?: readonly string[];
}
/** Cells by the ids of their columns; a row may be the one that is chosen, or one that matters less. */
export interface FigureRow {
  readonly cells: Readonly<Record<string, string | Cell>>;
  readonly on?: boolean;
  readonly quiet?: boolean;
}

/** Rows for a table out of what a page has worked out already: each field of a row is a cell. */
export const cellsOf = <T extends Readonly<Record<keyof T, string | Cell>>>(rows: readonly T[]): readonly FigureRow[] =>
  rows.map((row) => ({ cells: row }));

/** A small table of figures: a head a column, the first cell of a row its name. */
@Component({
  selector: 'yw-figure-table',
  imports: [MatTableModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<table mat-table [attr.aria-label]="label()" [dataSource]="rows()">
    @for (column of columns(); track column.id; let first = $first) {
      <ng-container [matColumnDef]="column.id">
        <th *matHeaderCellDef mat-header-cell scope="col" [class.figure]="column.figure">
          @if (column.link; as link) {
            <a [routerLink]="link">{{ column.name }}</a>
          } @else {
            {{ column.name }}
          }
        </th>
        <td *matCellDef="let row" mat-cell [class.figure]="column.figure" [class.name]="first">
          @let cell = cellOf(row, column.id);
          @if (cell.link; as link) {
            <a [routerLink]="link">{{ cell.text }}</a>
          } @else {
            <span [class.strong]="cell.strong" [class.bad]="cell.bad">{{ cell.text }}</span>
          }
          @for (line of cell.also; track $index) {
            <small>{{ line }}</small>
          }
        </td>
      </ng-container>
    }
    @if (headed()) {
      <tr *matHeaderRowDef="ids()" mat-header-row></tr>
    }
    <tr *matRowDef="let row; columns: ids()" mat-row [class.on]="row.on" [class.quiet]="row.quiet"></tr>
  </table>`,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    td {
      padding-block: 4px;
    }
    th a {
      font: 600 16px / 1.2 var(--head);
    }
    .name,
    .strong {
      font-weight: 600;
    }
    .bad {
      color: var(--clay);
    }
    .on {
      background: var(--yew-2);
    }
    .quiet td {
      color: var(--ink-2);
    }
    small {
      display: block;
      color: var(--ink-2);
      font-size: var(--t-xs);
      font-weight: 400;
      line-height: 1.4;
    }
  `,
})
export class FigureTable {
  readonly label = input.required<string>();
  readonly columns = input.required<readonly FigureColumn[]>();
  readonly rows = input.required<readonly FigureRow[]>();
  protected readonly ids = computed(() => this.columns().map(({ id }) => id));
  /** Columns without a name have no head. */
  protected readonly headed = computed(() => this.columns().some(({ name }) => name !== ''));

  protected cellOf(row: FigureRow, id: string): Cell {
    const cell = row.cells[id] ?? '';
    return typeof cell === 'string' ? { text: cell } : cell;
  }
}
